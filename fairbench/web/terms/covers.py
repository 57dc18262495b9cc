"""The classes that somebody teaches in another's place, and until when they see them."""

import datetime
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from django.utils import timezone

from fairbench.core.terms.term import Slot
from fairbench.core.terms.term import Term as CoreTerm
from fairbench.web.accounts.models import User
from fairbench.web.classes.models import Attendance, Meeting

from .models import Cover, Term
from .term_rows import values_of

SEEN_AFTER = datetime.timedelta(days=1)
"""So long after its day a class is still seen by who covered it, so that its record can be finished."""


@dataclass(frozen=True, slots=True)
class Covered:
    """A class that somebody covers."""

    cover: Cover
    term: Term
    value: CoreTerm
    slot: Slot

    @property
    def is_open(self) -> bool:
        """Whether it is seen: it takes place, and its day is not long over."""
        return self.slot.held and self.slot.day + SEEN_AFTER >= timezone.localdate()

    @property
    def is_today(self) -> bool:
        """Whether it can be begun."""
        return self.slot.held and self.slot.day == timezone.localdate()

    @property
    def meeting(self) -> Meeting | None:
        """What it became, once it is opened."""
        return Meeting.objects.filter(group=self.term.group_id, held_on=self.slot.day).order_by("started_at").first()

    def is_meeting(self, meeting_id: UUID) -> bool:
        """Whether a meeting is this class."""
        return Meeting.objects.filter(id=meeting_id, group=self.term.group_id, held_on=self.slot.day).exists()

    def knows(self, participant_id: str) -> bool:
        """Whether somebody belongs to this class: is in its group, or was put down as here."""
        of_group = self.term.group.participants.filter(id=participant_id)
        came = Attendance.objects.filter(
            meeting__group=self.term.group_id, meeting__held_on=self.slot.day, participant_id=participant_id
        )
        return of_group.exists() or came.exists()


def covered_by(user: User) -> list[Covered]:
    """The classes that somebody covers in terms that are not over, the next first."""
    since = timezone.localdate() - SEEN_AFTER
    rows = Cover.objects.filter(user=user, term__archived=False, term__ends_on__gte=since)
    covers = list(rows.select_related("term", "term__group", "term__group__room", "term__room", "term__teacher"))
    values = dict(values_of(list({one.term_id: one.term for one in covers}.values())))
    found = []
    for cover in covers:
        value = values[cover.term]
        found += [Covered(cover, cover.term, value, slot) for slot in value.slots if slot.id == cover.slot]
    return sorted(found, key=lambda one: (one.slot.day, one.value.at))


def open_to(user: User) -> list[Covered]:
    """Those that they may see now."""
    return [one for one in covered_by(user) if one.is_open]


def who_covers(terms: Sequence[Term]) -> dict[tuple[Any, str], User]:
    """Who covers what of some terms, by the term's id and the class in it."""
    rows = Cover.objects.filter(term__in=terms).select_related("user")
    return {(one.term_id, one.slot): one.user for one in rows}
