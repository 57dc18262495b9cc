"""Who came and what differed, as the record and the history show it."""

from collections.abc import Sequence
from dataclasses import dataclass, field

from django.utils import timezone

from fairbench.core.clock import minutes_and_seconds
from fairbench.core.teaching.done import Done, DoneState
from fairbench.core.teaching.planned import Planned, PlannedItem
from fairbench.web.people.models import Participant

from .happened import Happened
from .models import Attendance, Difference, ItemTold, StayCorrection


@dataclass(slots=True)
class RecordLine:
    """One difference in words, with the earlier editions that it replaced, each in words."""

    row: Difference
    what: str
    where: str
    earlier: list[str] = field(default_factory=list)

    @property
    def why(self) -> str:
        """Why what stands now replaced what stood there."""
        return _who_and_why(self.row) if self.row.edition > 1 else ""


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
    def summary(self) -> str:
        """``5 of 8 done, 1 in part · 2 differed``, or ``as planned``."""
        differed = f"{len(self.current)} differed" if self.current else ""
        parts = [words for words in (done_words(self.done), differed) if words]
        return " · ".join(parts) or "as planned"


def done_words(done: Sequence[Done]) -> str:
    """``5 of 8 done, 1 in part``; nothing where all was done, or where it was not kept."""
    states = [one.state for one in done]
    if all(state in (DoneState.DONE, DoneState.NOT_KEPT) for state in states):
        return ""
    partly = states.count(DoneState.PARTLY)
    return f"{states.count(DoneState.DONE)} of {len(states)} done" + (f", {partly} in part" if partly else "")


@dataclass(frozen=True, slots=True)
class ClassItem:
    """An item of the class to be tapped: whether it was done, in words, and what was said of it by hand."""

    item: PlannedItem
    done: bool
    words: str
    told: str


def class_items(happened: Happened) -> list[ClassItem]:
    """Every item of the class, with whether it was done; nothing where that was not kept."""
    rows = [*happened.meeting.items_told.select_related("user").order_by("item", "-edition")]
    told: dict[str, list[ItemTold]] = {}
    for row in rows:
        told.setdefault(row.item, []).append(row)
    return [
        ClassItem(item, one.state is not DoneState.NOT_DONE, part_words(one) or "done", _told(told.get(item.id, [])))
        for item, one in zip(happened.planned.items, happened.done, strict=True)
        if one.state is not DoneState.NOT_KEPT
    ]


def _told(rows: Sequence[ItemTold]) -> str:
    """What was said by hand of an item where a saved record was put right, the newest first."""
    said = (f"{'done' if row.done else 'not done'} ({_who_and_why(row)})" for row in rows if row.why)
    return "; ".join(said)


def part_words(done: Done) -> str:
    """What was done of an item that was not done whole, by side: ``left 10 of 10, right 0 of 10``."""
    if done.state is DoneState.DONE:
        return ""
    if done.state is not DoneState.PARTLY:
        return done.state.value
    sides = []
    for side in done.sides:
        counted = side.planned.count > 1 or side.count > 1
        figure = f"{side.count} of {side.planned.count}" if counted else _seconds(side.seconds, side.planned.seconds)
        sides.append(f"{side.side} {figure}" if side.side else figure)
    return f"in part: {', '.join(sides)}"


def _seconds(done: float, planned: float) -> str:
    return f"{minutes_and_seconds(done)} of {minutes_and_seconds(planned)}"


def people_records(happened: Happened) -> list[PersonRecord]:
    """Everyone who came, in three queries however many they are."""
    meeting, planned = happened.meeting, happened.planned
    names = {item.id: item.name for item in planned.items}
    records = {
        attendance.participant_id: PersonRecord(
            attendance.participant, attendance, happened.done_by(attendance), _stay_words(attendance)
        )
        for attendance in meeting.attendances.select_related("participant").order_by("participant__call_name")
    }
    lines: dict[tuple[object, str], RecordLine] = {}
    for row in meeting.differences.select_related("user").order_by("participant_id", "item", "-edition"):
        key = (row.participant_id, row.item)
        if key in lines:
            lines[key].earlier.append(_earlier(row, planned))
        elif row.participant_id in records:
            lines[key] = RecordLine(row, in_words(row, planned), names.get(row.item, "Whole class"))
            records[row.participant_id].lines.append(lines[key])
    for correction in meeting.stay_corrections.select_related("user"):
        if correction.participant_id in records:
            records[correction.participant_id].stay_corrections.append(stay_correction_words(correction))
    for event in happened.events:
        if event.kind == "noted" and event.participant_id in records:
            where = f"Noted in class, {names[event.item]}" if event.item in names else "Noted in class"
            records[event.participant_id].notes.append(Note(where, event.text))
    for person in records.values():
        person.path = _path(planned, {line.row.item: line.row for line in person.current}, person.done)
    return list(records.values())


def stay_correction_words(row: StayCorrection) -> str:
    """``came: 10:12, not from the beginning (Orla Brandt, 3 Nov 12:01: told afterwards)``."""
    empty = {"joined": "from the beginning", "left": "to the end", "here": ""}[row.field]
    said = f"{row.get_field_display()}: {row.new or empty}, not {row.old or empty}"
    return f"{said} ({_who_and_why(row)})"


def _who_and_why(row: Difference | StayCorrection | ItemTold) -> str:
    who = row.user.name if row.user else "someone who left"
    return f"{who}, {timezone.localtime(row.at):%-d %b %H:%M}" + (f": {row.why}" if row.why else "")


def _stay_words(attendance: Attendance) -> str:
    """``came 10:12``, ``left 10:40``, or both; nothing for who was there all the time."""
    moments = (("came", attendance.joined_at), ("left", attendance.left_at))
    return ", ".join(f"{words} {timezone.localtime(at):%H:%M}" for words, at in moments if at is not None)


def in_words(row: Difference, planned: Planned) -> str:
    """A difference as one reads it; nothing when it was taken back."""
    parts = []
    if row.skipped:
        parts.append("not done")
    if row.version:
        time = planned.item(row.item)
        parts.append(time.versions.get(row.version, row.version) if time else row.version)
    if row.done is not None:
        parts.append(f"did {row.done}")
    sides = [f"{side} {n}" for side, n in (("left", row.done_left), ("right", row.done_right)) if n is not None]
    if sides:
        parts.append(f"did {', '.join(sides)}")
    if row.load is not None:
        parts.append(f"with {row.load:g} kg")
    marks = {"lost form": row.lost_form, "to be taught again": row.teach_again, TINGLING: row.tingling}
    parts += [words for words, so in marks.items() if so]
    if row.sides_differ:
        parts.append(f"sides differ: a {row.sides_differ}")
    if row.effort is not None:
        parts.append(f"effort {row.effort} of 10")
    if row.pain is not None:
        parts.append(f"pain {row.pain} of 10" + (f", {row.pain_where}" if row.pain_where else ""))
    elif row.pain_where:
        parts.append(f"pain: {row.pain_where}")
    if row.note:
        parts.append(row.note)
    return " · ".join(parts)


def _earlier(row: Difference, planned: Planned) -> str:
    """An edition that was corrected since, with who wrote it, when and why."""
    return f"earlier: {in_words(row, planned) or 'as planned'} ({_who_and_why(row)})"


TINGLING = "tingling or spreading pain: talk first next time"

WIDTH, HEIGHT, NOTCH = 320.0, 14.0, 6.0


def _path(planned: Planned, differed: dict[str, Difference], done: Sequence[Done]) -> str:
    """A person's row of planks: whole as planned, notched where something differed, as far as it went where only a part
    was done, and a line where nothing was."""
    scale = WIDTH / max(planned.total, 1.0)
    parts = {one.item: _share(one) for one in done}
    path = []
    for item in planned.items:
        x = item.begins * scale
        width = max(2.0, (item.end - item.begins) * scale - 1.5)
        row = differed.get(item.id)
        share = 0.0 if row is not None and row.skipped else parts.get(item.id, 1.0)
        if row is not None and share:
            third = width / 3
            path.append(f"M{x:.1f} 0h{third:.1f}v{NOTCH:g}h{third:.1f}v-{NOTCH:g}h{third:.1f}v{HEIGHT:g}h-{width:.1f}z")
        else:
            path.append(f"M{x:.1f} {HEIGHT - 2:g}h{width:.1f}v2h-{width:.1f}z")
            path.append(f"M{x:.1f} 0h{width * share:.1f}v{HEIGHT:g}h-{width * share:.1f}z" if share else "")
    return "".join(path)


def _share(done: Done) -> float:
    """How far a plank is filled."""
    if done.state is DoneState.PARTLY:
        return min(0.95, done.seconds / done.planned) if done.planned else 0.5
    return 0.0 if done.state is DoneState.NOT_DONE else 1.0
