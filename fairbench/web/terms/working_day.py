"""The working day: the class that comes next with what it needs, what waits to be done, and the week ahead."""

import datetime
from collections.abc import Sequence
from dataclasses import dataclass, field

from fairbench.core.progress.look_at import GONE
from fairbench.core.terms.term import Slot, SlotState
from fairbench.core.terms.term import Term as CoreTerm
from fairbench.web.classes.models import Attendance, Meeting
from fairbench.web.handouts.due_letters import how_many_not_handed_out, runs_out_soon
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import Listing, Participant, PersonLetter
from fairbench.web.plans.models import Plan

from .models import ClosedDay, Cover, Term
from .term_rows import values_of

DAYS = 7
_LOOKED_AT = 2
"""So many classes back it is looked who came."""


@dataclass(frozen=True, slots=True)
class Coming:
    """A class that is to come."""

    term: Term
    value: CoreTerm
    slot: Slot

    @property
    def week(self) -> int:
        """In which week of its term."""
        return self.value.week(self.slot)


@dataclass(slots=True)
class Day:
    """A day of the week ahead."""

    day: datetime.date
    closed: str = ""
    classes: list[Coming] = field(default_factory=list)


@dataclass(frozen=True, slots=True)
class WhoComes:
    """One person of the next class: what to remember, whether they are new, why one talks to them first, and how many
    classes running they were away."""

    person: Participant
    talk_first: str
    is_new: bool
    away: int

    @property
    def stopped(self) -> bool:
        """Whether they seem to have stopped coming."""
        return self.away >= GONE

    @property
    def matters(self) -> bool:
        """Whether there is anything to say of them."""
        return bool(self.talk_first or self.is_new or self.stopped or self.person.remember)


class WorkingDay:
    """Everything that Today shows of the day, in a dozen queries however much there is."""

    def __init__(self, today: datetime.date, with_health: bool) -> None:
        self.today = today
        terms = Term.objects.filter(archived=False, ends_on__gte=today - datetime.timedelta(days=DAYS))
        self.terms = values_of(list(terms.select_related("group", "group__room", "room")))
        self.coming = self._coming()
        self.next = self.coming[0] if self.coming else None
        self.covered_by = self._covered_by()
        self.plan = Plan.objects.filter(id=self.next.slot.plan).first() if self.next and self.next.slot.plan else None
        self.who = self._who() if self.next and with_health else []
        self.waiting = PersonLetter.objects.filter(state=PersonLetter.State.WAITING).count() if with_health else 0
        self.sheets = how_many_not_handed_out() if with_health else 0
        self.screenings = runs_out_soon(today) if with_health else []
        self.not_recorded = self._not_recorded()

    def _coming(self) -> list[Coming]:
        found = [
            Coming(term, value, slot) for term, value in self.terms for slot in value.ahead if slot.day >= self.today
        ]
        return sorted(found, key=lambda one: (one.slot.day, one.value.at, one.term.name))

    def _covered_by(self) -> str:
        """Who teaches the next class in its teacher's place."""
        if self.next is None:
            return ""
        names = Cover.objects.filter(term=self.next.term, slot=self.next.slot.id).values_list("user__name", flat=True)
        return next(iter(names), "")

    def _not_recorded(self) -> list[Coming]:
        """Classes of the last week that the term has and nobody recorded."""
        since = self.today - datetime.timedelta(days=DAYS)
        return [
            Coming(term, value, slot)
            for term, value in self.terms
            for slot in value.ahead
            if since <= slot.day < self.today
        ]

    def _who(self) -> list[WhoComes]:
        assert self.next is not None  # whoever asks has looked
        group = self.next.term.group
        listings = list(Listing.objects.filter(group=group).select_related("participant"))
        meetings = list(
            Meeting.objects.filter(group=group, ended_at__isnull=False)
            .order_by("-held_on")
            .values_list("id", "held_on")[: _LOOKED_AT + 2]
        )
        came: dict[object, set[object]] = {}
        rows = Attendance.objects.filter(meeting__in=[key for key, _ in meetings])
        for person, meeting in rows.values_list("participant_id", "meeting_id"):
            came.setdefault(person, set()).add(meeting)
        found = [
            WhoComes(
                one.participant,
                person_of(one.participant).talk_first,
                not one.participant.taught,
                _away(one, meetings, came.get(one.participant_id, set())),
            )
            for one in listings
        ]
        order = sorted(found, key=lambda one: (not one.talk_first, not one.is_new, not one.stopped))
        return [one for one in order if one.matters]

    @property
    def week(self) -> list[Day]:
        """The next seven days."""
        days = {day: Day(day) for day in (self.today + datetime.timedelta(days=number) for number in range(DAYS))}
        last = self.today + datetime.timedelta(days=DAYS)
        for closed in ClosedDay.objects.filter(day__gte=self.today, day__lt=last):
            days[closed.day].closed = closed.name or "closed"
        for coming in self.coming:
            if coming.slot.day in days:
                days[coming.slot.day].classes.append(coming)
        for term, value in self.terms:
            for slot in value.slots:
                if slot.state is SlotState.OFF and slot.day in days:
                    days[slot.day].classes.append(Coming(term, value, slot))
        return list(days.values())

    @property
    def nothing(self) -> bool:
        """Whether there is no term at all."""
        return not self.terms


def _away(listing: Listing, meetings: Sequence[tuple[object, datetime.date]], came: set[object]) -> int:
    """How many classes running, up to the last, somebody was away who was on the list."""
    missed = 0
    for meeting, day in meetings:
        if meeting in came or day < listing.since:
            break
        missed += 1
    return missed
