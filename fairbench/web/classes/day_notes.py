"""What is new with somebody today, and what it means for the fit of this class."""

from collections.abc import Iterable
from dataclasses import dataclass

from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Person
from fairbench.core.sides import Side
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import Participant

from .models import DayNote, Meeting

PLACES: dict[str, tuple[str, str, bool]] = {
    "back": ("back-pain-today", "", False),
    "neck": ("neck-pain-today", "", False),
    "shoulder": ("shoulder-pain", "marked", True),
    "hip": ("hip-pain-today", "", True),
    "knee": ("knee-pain-today", "", True),
    "hand": ("hand-pain-today", "", True),
    "ankle": ("ankle-pain", "", True),
}
"""Where it hurts: the condition of today, how much, and whether it has a side."""

_TALK = {
    DayNote.Kind.FELL: "Fell since last time: ask how it was before joining in.",
    DayNote.Kind.MEDICINE: "Something new to take: ask what it is before joining in.",
    DayNote.Kind.OPERATION: "Operated on since last time: ask what is allowed before joining in.",
}
_WORDS = {
    DayNote.Kind.UNWELL: "unwell today",
    DayNote.Kind.FELL: "fell",
    DayNote.Kind.MEDICINE: "new medicine",
    DayNote.Kind.OPERATION: "operation",
    DayNote.Kind.TALKED: "talked over, joins in",
}


@dataclass(frozen=True, slots=True)
class Arriving:
    """One person at the door: who, whether they are here, and what is new."""

    participant: Participant
    here: bool
    notes: tuple[tuple[DayNote, str], ...]
    talk_first: str
    listed: bool = True


def words_of(note: DayNote) -> str:
    """A note in a few words."""
    if note.kind == DayNote.Kind.PAIN:
        return f"{note.side} {note.where} hurts".strip()
    return _WORDS[DayNote.Kind(note.kind)]


def arriving(participant: Participant, here: bool, notes: Iterable[DayNote], listed: bool = True) -> Arriving:
    """Somebody as they stand at the door, with what was noted of them today."""
    theirs = tuple(note for note in notes if note.participant_id == participant.id)
    person = person_today(participant, theirs)
    return Arriving(participant, here, tuple((note, words_of(note)) for note in theirs), person.talk_first, listed)


def person_today(participant: Participant, notes: Iterable[DayNote]) -> Person:
    """The participant with what is new today. Who was talked with joins in, cautions and all."""
    theirs = [note for note in notes if note.participant_id == participant.id]
    kinds = {DayNote.Kind(note.kind) for note in theirs}
    also = [_declared(note) for note in theirs if note.kind in (DayNote.Kind.UNWELL, DayNote.Kind.PAIN)]
    if DayNote.Kind.TALKED in kinds:
        return person_of(participant, also, joins=True)
    talk = next((_TALK[kind] for kind in kinds if kind in _TALK), "")
    return person_of(participant, also, talk)


def people_today(meeting: Meeting) -> tuple[Person, ...]:
    """Everybody who is here, as they are today."""
    notes = list(meeting.day_notes.filter(taken_back=False))
    here = meeting.attendances.select_related("participant").order_by("participant__call_name")
    return tuple(person_today(attendance.participant, notes) for attendance in here)


def _declared(note: DayNote) -> Declared:
    if note.kind == DayNote.Kind.UNWELL:
        return Declared("unwell")
    condition, severity, sided = PLACES[note.where]
    return Declared(condition, Side(note.side) if sided and note.side else None, severity)
