"""Who came and what differed, as the record and the history show it."""

from dataclasses import dataclass, field

from django.utils import timezone

from fairbench.core.teaching.planned import Planned
from fairbench.web.people.models import Participant

from .models import Difference, Meeting


@dataclass(slots=True)
class RecordLine:
    """One difference in words, with the earlier editions that it replaced, each in words."""

    row: Difference
    what: str
    where: str
    earlier: list[str] = field(default_factory=list)


@dataclass(frozen=True, slots=True)
class Note:
    """Something that was noted of somebody while the class was taught."""

    where: str
    text: str


@dataclass(slots=True)
class PersonRecord:
    """One person's record: what differed, what was noted, and ``path``, their row of planks."""

    participant: Participant
    lines: list[RecordLine] = field(default_factory=list)
    notes: list[Note] = field(default_factory=list)
    path: str = ""

    @property
    def current(self) -> list[RecordLine]:
        """The differences that stand, leaving out those that were reset to plan."""
        return [line for line in self.lines if line.what]

    @property
    def summary(self) -> str:
        """``2 differed``, or ``as planned``."""
        return f"{len(self.current)} differed" if self.current else "as planned"


def people_records(meeting: Meeting, planned: Planned) -> list[PersonRecord]:
    """Everyone who came, in four queries however many they are."""
    names = {item.id: item.name for item in planned.items}
    records = {
        attendance.participant_id: PersonRecord(attendance.participant)
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
    for event in meeting.events.filter(kind="noted"):
        if event.participant_id in records:
            where = f"Noted in class, {names[event.item]}" if event.item in names else "Noted in class"
            records[event.participant_id].notes.append(Note(where, event.text))
    for person in records.values():
        person.path = _path(planned, {line.row.item: line.row for line in person.current})
    return list(records.values())


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
    """An edition that was corrected since, with who wrote it and when."""
    who = row.user.name if row.user else "someone who left"
    return f"earlier: {in_words(row, planned) or 'as planned'} ({who}, {timezone.localtime(row.at):%-d %b %H:%M})"


WIDTH, HEIGHT, NOTCH = 320.0, 14.0, 6.0


def row_of(planned: Planned) -> str:
    """The row of someone who did everything as planned."""
    return _path(planned, {})


def _path(planned: Planned, differed: dict[str, Difference]) -> str:
    """A person's row of planks: whole as planned, notched where it was eased, left open where it
    was not done."""
    scale = WIDTH / max(planned.total, 1.0)
    path = []
    for item in planned.items:
        x = item.begins * scale
        width = max(2.0, (item.end - item.begins) * scale - 1.5)
        row = differed.get(item.id)
        if row is not None and row.skipped:
            path.append(f"M{x:.1f} {HEIGHT - 2:g}h{width:.1f}v2h-{width:.1f}z")
        elif row is not None:
            third = width / 3
            path.append(f"M{x:.1f} 0h{third:.1f}v{NOTCH:g}h{third:.1f}v-{NOTCH:g}h{third:.1f}v{HEIGHT:g}h-{width:.1f}z")
        else:
            path.append(f"M{x:.1f} 0h{width:.1f}v{HEIGHT:g}h-{width:.1f}z")
    return "".join(path)
