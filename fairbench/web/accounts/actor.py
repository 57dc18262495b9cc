"""Who is acting: the value that every action takes, and what each role may do."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Any
from uuid import UUID

from django.core.exceptions import PermissionDenied

from .models import AuditEntry, Practice, Role, User


class Permission(StrEnum):
    """What a role may change; ``LOOK`` is to look at whatever the practice has, rather than at a class of one's own."""

    LOOK = "look"
    CLASSES = "classes"
    PLANS = "plans"
    PEOPLE = "people"
    ROOMS = "rooms"
    EXERCISES = "exercises"
    HEALTH = "health"
    MEMBERS = "members"
    ERASE = "erase"
    INCIDENTS = "incidents"


_MAY: Mapping[Role, frozenset[Permission]] = {
    Role.OWNER: frozenset(Permission),
    Role.INSTRUCTOR: frozenset(Permission) - {Permission.MEMBERS, Permission.ERASE, Permission.INCIDENTS},
    Role.ASSISTANT: frozenset({Permission.LOOK, Permission.CLASSES}),
    Role.COVER: frozenset({Permission.CLASSES, Permission.HEALTH}),
}


@dataclass(frozen=True, slots=True)
class Actor:
    """A user within a practice, as an action needs to know them."""

    user: User

    @property
    def practice(self) -> Practice:
        """The practice they work for."""
        return self.user.practice

    def may(self, permission: Permission) -> bool:
        """Whether their role has the permission."""
        return permission in _MAY[Role(self.user.role)]

    def require(self, permission: Permission) -> None:
        """Raise Django's PermissionDenied unless the role has this permission."""
        if not self.may(permission):
            raise PermissionDenied(
                f"Your role ({self.user.get_role_display().lower()}) may look at this but not change it."
            )

    def audit(
        self, verb: str, object_id: UUID, old: Mapping[str, Any] | None = None, new: Mapping[str, Any] | None = None
    ) -> None:
        """Write down what was done; of a change, what stood there before and what stands there now."""
        AuditEntry.objects.create(
            practice=self.practice,
            user=self.user,
            verb=verb,
            object_id=object_id,
            old=None if old is None else dict(old),
            new=None if new is None else dict(new),
        )

    def audit_member(self, verb: str, user: User, old: Mapping[str, Any] | None, new: Mapping[str, Any]) -> None:
        """Write down what was done about a member of the practice."""
        who = {"member": user.email}
        self.audit(verb, self.practice.id, None if old is None else {**who, **old}, {**who, **new})


def actor_of(request: Any) -> Actor:
    """The actor of a signed-in request."""
    return Actor(request.user)
