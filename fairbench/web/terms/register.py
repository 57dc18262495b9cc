"""Who came to the classes of a term, how often, and who has stopped coming."""

import csv
import datetime
import io
from collections.abc import Sequence
from dataclasses import dataclass
from uuid import UUID

from fairbench.core.formats.table_csv import guarded
from fairbench.core.progress.look_at import GONE
from fairbench.web.classes.models import Attendance, Meeting
from fairbench.web.people.models import Group, Listing, Participant, Waiting


@dataclass(frozen=True, slots=True)
class RegisterLine:
    """One person over the classes that were held: came, did not, or was not on the list yet (None)."""

    person: Participant
    kind: str
    came: tuple[bool | None, ...]

    @property
    def times(self) -> int:
        """How often they came."""
        return sum(one is True for one in self.came)

    @property
    def of(self) -> int:
        """Of how many."""
        return sum(one is not None for one in self.came)

    @property
    def away(self) -> int:
        """How many classes running they have missed, up to the last."""
        missed = 0
        for one in reversed(self.came):
            if one is not False:
                break
            missed += 1
        return missed

    @property
    def stopped(self) -> bool:
        """Whether somebody should ask how they are."""
        return self.away >= GONE


@dataclass(frozen=True, slots=True)
class Register:
    """The classes of a group between two days, with who came."""

    group: Group
    days: tuple[datetime.date, ...]
    lines: tuple[RegisterLine, ...]
    waiting: tuple[Waiting, ...]

    @property
    def came(self) -> tuple[int, ...]:
        """How many came, by class."""
        return tuple(sum(line.came[place] is True for line in self.lines) for place in range(len(self.days)))

    @property
    def free(self) -> int | None:
        """How many places are free; None where nobody counts them."""
        if self.group.places is None:
            return None
        taken = sum(line.kind in (Listing.Kind.REGULAR, Listing.Kind.TRIAL) for line in self.lines)
        return self.group.places - taken


def register_of(group: Group, since: datetime.date, until: datetime.date) -> Register:
    """The register, in four queries."""
    meetings = list(
        Meeting.objects.filter(group=group, ended_at__isnull=False, held_on__range=(since, until))
        .order_by("held_on")
        .values_list("id", "held_on")
    )
    listings = list(
        Listing.objects.filter(group=group).select_related("participant").order_by("participant__call_name")
    )
    came: dict[UUID, set[UUID]] = {}
    rows = Attendance.objects.filter(meeting__in=[key for key, _ in meetings])
    for meeting, person in rows.values_list("meeting_id", "participant_id"):
        came.setdefault(person, set()).add(meeting)
    lines = tuple(_line(listing, meetings, came.get(listing.participant_id, set())) for listing in listings)
    waiting = tuple(Waiting.objects.filter(group=group).select_related("participant"))
    return Register(group, tuple(day for _, day in meetings), lines, waiting)


def _line(listing: Listing, meetings: Sequence[tuple[UUID, datetime.date]], came: set[UUID]) -> RegisterLine:
    told = tuple(True if meeting in came else (False if day >= listing.since else None) for meeting, day in meetings)
    return RegisterLine(listing.participant, listing.kind, told)


def register_csv(register: Register) -> str:
    """The register for a spreadsheet: a line a person, a column a class."""
    written = io.StringIO()
    table = csv.writer(written)
    table.writerow(["person", "kind", *(day.isoformat() for day in register.days), "came", "of"])
    words = {True: "yes", False: "no", None: ""}
    for line in register.lines:
        table.writerow(
            [guarded(line.person.call_name), line.kind, *(words[one] for one in line.came), line.times, line.of]
        )
    return written.getvalue()
