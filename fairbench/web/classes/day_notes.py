"""What is new with somebody today, and what it means for the fit of this class."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.door_questions_doc import load_door_questions
from fairbench.core.formats.readings_doc import load_readings, reading
from fairbench.core.formats.red_flags_doc import load_red_flags
from fairbench.core.people.conditions import Declared
from fairbench.core.people.door_questions import DoorQuestion, questions_for
from fairbench.core.people.person import Person
from fairbench.core.people.readings import Reading, strictest
from fairbench.core.people.red_flags import RedFlag, flags_of
from fairbench.core.people.screening import Outcome
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
PLACES_IN_WORDS = tuple(
    (place, (f"left {place}", f"right {place}") if sided else (place,)) for place, (_, _, sided) in PLACES.items()
)
"""The same places as they are said, with their sides."""

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
    """One person at the door: who, whether they are here, what is new, and what is asked first. ``for_clinician``
    says that no talk lets them join in."""

    participant: Participant
    here: bool
    notes: tuple[tuple[DayNote, str], ...]
    talk_first: str
    listed: bool = True
    for_clinician: bool = False
    questions: tuple[DoorQuestion, ...] = ()
    cautions: str = ""


def words_of(note: DayNote) -> str:
    """A note in a few words."""
    if note.kind == DayNote.Kind.PAIN:
        return f"{note.side} {note.where} hurts".strip()
    if note.kind == DayNote.Kind.FLAG:
        known = load_red_flags()
        return known[note.where].name if note.where in known else note.where
    if note.kind == DayNote.Kind.READING:
        return reading(note.where, tuple(note.figures)).words if note.where in load_readings() else note.where
    return _WORDS[DayNote.Kind(note.kind)]


def arriving(participant: Participant, here: bool, notes: Iterable[DayNote], listed: bool = True) -> Arriving:
    """Somebody as they stand at the door, with what was noted of them today."""
    theirs = tuple(note for note in notes if note.participant_id == participant.id)
    person = person_today(participant, theirs)
    told = tuple((note, words_of(note)) for note in theirs)
    stays_out = bool(person.talk_first) and bool(_today(participant, theirs, joins=True).talk_first)
    answered = {(note.kind, note.where) for note in theirs}
    questions = tuple(
        question
        for question in questions_for(person.conditions, load_door_questions())
        if (question.news, question.where) not in answered
    )
    return Arriving(participant, here, told, person.talk_first, listed, stays_out, questions, cautions_of(person))


def cautions_of(person: Person) -> str:
    """What is on record of somebody, in short."""
    known = load_conditions()
    return "; ".join(known.words(declared) for declared in person.conditions)


def person_today(participant: Participant, notes: Iterable[DayNote]) -> Person:
    """The participant with what is new today. Who was talked with joins in, cautions and all, unless it is for a
    clinician."""
    theirs = [note for note in notes if note.participant_id == participant.id]
    return _today(participant, theirs, any(note.kind == DayNote.Kind.TALKED for note in theirs))


def _today(participant: Participant, theirs: Sequence[DayNote], joins: bool) -> Person:
    also = [declared for note in theirs if (declared := _declared(note)) is not None]
    known = load_red_flags()
    flags = flags_of((n.where for n in theirs if n.kind == DayNote.Kind.FLAG and n.where in known), known)
    measured = strictest(_readings(theirs))
    person = person_of(participant, also, _to_talk_over(theirs, flags, measured), joins=joins)
    stays_out = next((flag.reason for flag in flags if flag.lead is Outcome.CLEARANCE), "")
    if not stays_out and measured and measured.level and measured.level.lead is Outcome.CLEARANCE:
        stays_out = measured.reason
    return replace(person, talk_first=stays_out) if stays_out else person


def _readings(theirs: Iterable[DayNote]) -> list[Reading]:
    """What was measured today, of what there still is to measure."""
    taken = (note for note in theirs if note.kind == DayNote.Kind.READING and note.where in load_readings())
    return [reading(note.where, tuple(note.figures)) for note in taken]


def _to_talk_over(theirs: Sequence[DayNote], flags: Sequence[RedFlag], measured: Reading | None) -> str:
    if flags:
        return flags[0].reason
    if measured:
        return measured.reason
    return next((_TALK[kind] for note in theirs if (kind := DayNote.Kind(note.kind)) in _TALK), "")


@dataclass(frozen=True, slots=True)
class Somebody:
    """One of those who are here, or could still come, as they are today."""

    participant: Participant
    person: Person
    here: bool


def people_today(meeting: Meeting) -> tuple[Somebody, ...]:
    """Everybody who is here or on the group's list."""
    notes = list(meeting.day_notes.filter(taken_back=False))
    here = {attendance.participant for attendance in meeting.attendances.select_related("participant")}
    everybody = sorted(here | set(meeting.group.participants.all()), key=lambda person: person.call_name)
    return tuple(Somebody(person, person_today(person, notes), person in here) for person in everybody)


def _declared(note: DayNote) -> Declared | None:
    """What a note adds for today; a fall counts as one, a medicine or an operation is talked over first."""
    if note.kind == DayNote.Kind.UNWELL:
        return Declared("unwell")
    if note.kind == DayNote.Kind.FELL:
        return Declared("falls")
    if note.kind != DayNote.Kind.PAIN:
        return None
    condition, severity, sided = PLACES[note.where]
    return Declared(condition, Side(note.side) if sided and note.side else None, severity)
