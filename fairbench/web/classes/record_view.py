"""Who came and what differed, as the record and the history show it."""

from dataclasses import dataclass, field

from django.utils import timezone

from fairbench.core.teaching.done import Done, DoneState
from fairbench.core.teaching.planned import PlannedItem, labels_of
from fairbench.web.people.models import Participant

from .happened import Happened
from .models import Attendance, Difference, ItemTold
from .record_row import row_path
from .record_words import Writers, done_words, in_words, part_words


@dataclass(slots=True)
class RecordLine:
    """One difference in words, who wrote it and why where it replaced another, and those earlier editions in words."""

    row: Difference
    what: str
    where: str
    why: str = ""
    earlier: list[str] = field(default_factory=list)


@dataclass(frozen=True, slots=True)
class Note:
    """Something that was noted of somebody while the class was taught."""

    where: str
    text: str


@dataclass(slots=True)
class PersonRecord:
    """One person's record: what they did of each item, when they came and went where that was not with the others, what
    differed, what was noted, and ``path``, their row of planks."""

    participant: Participant
    attendance: Attendance
    done: tuple[Done, ...] = ()
    stay: str = ""
    lines: list[RecordLine] = field(default_factory=list)
    notes: list[Note] = field(default_factory=list)
    stay_corrections: list[str] = field(default_factory=list)
    path: str = ""

    @property
    def current(self) -> list[RecordLine]:
        """The differences that stand, leaving out those that were reset to plan."""
        return [line for line in self.lines if line.what]

    @property
    def felt(self) -> str:
        """How the whole class was for them: "easy", "hard", or as planned."""
        return next((line.row.felt for line in self.lines if not line.row.item), "")

    @property
    def summary(self) -> str:
        """``5 of 8 done, 1 in part · 2 differed``, or ``as planned``."""
        differed = f"{len(self.current)} differed" if self.current else ""
        parts = [words for words in (done_words(self.done), differed) if words]
        return " · ".join(parts) or "as planned"


@dataclass(frozen=True, slots=True)
class ClassItem:
    """An item of the class to be tapped: whether it was done, in words, and what was said of it by hand."""

    item: PlannedItem
    name: str
    done: bool
    words: str
    told: str


def class_items(happened: Happened) -> list[ClassItem]:
    """Every item of the class, with whether it was done; nothing where that was not kept."""
    writers, names = Writers(happened.meeting), labels_of(happened.planned)
    told: dict[str, list[ItemTold]] = {}
    for row in happened.tellings:
        told.setdefault(row.item, []).append(row)
    return [
        ClassItem(
            item,
            names[item.id],
            one.state is not DoneState.NOT_DONE,
            part_words(one) or "done",
            writers.told(told.get(item.id, [])),
        )
        for item, one in zip(happened.planned.items, happened.done, strict=True)
        if one.state is not DoneState.NOT_KEPT
    ]


def people_records(happened: Happened) -> list[PersonRecord]:
    """Everyone who came, in four queries however many they are."""
    meeting, planned, writers = happened.meeting, happened.planned, Writers(happened.meeting)
    names = labels_of(planned)
    records = {
        attendance.participant_id: PersonRecord(
            attendance.participant, attendance, happened.done_by(attendance), _stay_words(attendance)
        )
        for attendance in meeting.attendances.select_related("participant")
        .only("meeting_id", "joined_at", "left_at", "participant__call_name")
        .order_by("participant__call_name")
    }
    lines: dict[tuple[object, str], RecordLine] = {}
    for row in meeting.differences.order_by("participant_id", "item", "-edition"):
        key = (row.participant_id, row.item)
        if key in lines:
            lines[key].earlier.append(writers.earlier(row, planned))
        elif row.participant_id in records:
            why = writers.who_and_why(row) if row.edition > 1 else ""
            lines[key] = RecordLine(row, in_words(row, planned), names.get(row.item, "Whole class"), why)
            records[row.participant_id].lines.append(lines[key])
    for correction in meeting.stay_corrections.all():
        if correction.participant_id in records:
            records[correction.participant_id].stay_corrections.append(writers.put_right(correction))
    for event in happened.events:
        if event.kind == "noted" and event.participant_id in records:
            where = f"Noted in class, {names[event.item]}" if event.item in names else "Noted in class"
            records[event.participant_id].notes.append(Note(where, event.text))
    for person in records.values():
        person.path = row_path(planned, {line.row.item: line.row for line in person.current}, person.done)
    return list(records.values())


def _stay_words(attendance: Attendance) -> str:
    """``came 10:12``, ``left 10:40``, or both; nothing for who was there all the time."""
    moments = (("came", attendance.joined_at), ("left", attendance.left_at))
    return ", ".join(f"{words} {timezone.localtime(at):%H:%M}" for words, at in moments if at is not None)
