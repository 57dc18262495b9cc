"""Who is acting: the value that every action takes, and what each role may do."""

from dataclasses import dataclass
from typing import Any
from uuid import UUID

from django.core.exceptions import PermissionDenied

from .models import AuditEntry, Practice, Role, User

_ASSISTANT = {"classes"}
_MAY: dict[str, set[str]] = {
    Role.OWNER: {"classes", "plans", "people", "exercises", "health"},
    Role.INSTRUCTOR: {"classes", "plans", "people", "exercises", "health"},
    Role.ASSISTANT: _ASSISTANT,
}


@dataclass(frozen=True, slots=True)
class Actor:
    """A user within a practice, as an action needs to know them."""

    user: User

    @property
    def practice(self) -> Practice:
        return self.user.practice

    def may(self, room: str) -> bool:
        return room in _MAY[self.user.role]

    def require(self, room: str) -> None:
        """Raise Django's PermissionDenied unless the role may change things in this room."""
        if not self.may(room):
            raise PermissionDenied(f"Your role ({self.user.role}) may look at this but not change it.")

    def did(self, verb: str, object_id: UUID) -> None:
        """Write down what was done."""
        AuditEntry.objects.create(practice=self.practice, user=self.user, verb=verb, object_id=object_id)


def actor_of(request: Any) -> Actor:
    """The actor of a signed-in request."""
    return Actor(request.user)
