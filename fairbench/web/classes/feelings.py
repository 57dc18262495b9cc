"""How people felt before and after a class: asked where somebody wants to know, two taps for each."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from statistics import fmean
from typing import Any
from uuid import UUID

from django.db import transaction

from fairbench.core.counted import how_many
from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.people.models import Participant

from .models import Feeling, Meeting
from .record_inputs import FeelingInput

SCALES: Mapping[str, tuple[str, str, str]] = {
    "feel": ("How do you feel?", "not well", "very well"),
    "breath": ("How easily do you breathe?", "hard", "easily"),
    "reach": ("How far do you reach?", "hardly", "all the way"),
}
"""What is asked from 0 to 10, with what the ends mean."""
WORDS: Mapping[str, tuple[str, tuple[str, ...]]] = {
    "sides": ("Left and right feel", ("the same", "different")),
    "word": ("In a word", ("better", "same", "worse")),
}
"""What is asked in a word."""
QUESTIONS = (*SCALES, *WORDS)


@transaction.atomic
def say(actor: Actor, meeting_id: UUID, given: FeelingInput) -> Feeling:
    """One answer of one person. Saying the same again takes it back. Raises :class:`InputError` for who is not here,
    and for an answer that is none."""
    actor.require(Permission.CLASSES)
    meeting = Meeting.objects.select_for_update(of=("self",)).get(id=meeting_id)
    if not meeting.attendances.filter(participant_id=given.participant).exists():
        raise InputError("this person is not at this class", "participant")
    if given.question == "word" and given.moment == "before":
        raise InputError("better or worse is asked afterwards", "question")
    row, _ = Feeling.objects.get_or_create(
        meeting=meeting, participant_id=given.participant, moment=given.moment, defaults={"practice": actor.practice}
    )
    value = _value(given)
    empty: Any = None if given.question in SCALES else ""
    before = getattr(row, given.question)
    setattr(row, given.question, empty if before == value else value)
    row.user = actor.user
    row.save()
    was, now = (
        {"participant": given.participant, "moment": given.moment, given.question: one}
        for one in (before, getattr(row, given.question))
    )
    actor.audit("meeting.feeling", meeting.id, was, now)
    return row


def _value(given: FeelingInput) -> int | str:
    if given.question in SCALES:
        if not given.value.isdigit() or not 0 <= int(given.value) <= 10:
            raise InputError("goes from 0 to 10", given.question)
        return int(given.value)
    if given.value not in WORDS[given.question][1]:
        raise InputError(f"is one of: {', '.join(WORDS[given.question][1])}", given.question)
    return given.value


@dataclass(frozen=True, slots=True)
class Felt:
    """Somebody with their answer to one question, before and after."""

    participant: Participant
    before: int | str | None
    after: int | str | None


def felt_of(meeting: Meeting, question: str) -> list[Felt]:
    """Everybody who is here, by name, in two queries."""
    here = meeting.attendances.select_related("participant").order_by("participant__call_name")
    rows = {(row.participant_id, row.moment): getattr(row, question) for row in meeting.feelings.all()}
    return [
        Felt(
            one.participant,
            rows.get((one.participant_id, Feeling.Moment.BEFORE)),
            rows.get((one.participant_id, Feeling.Moment.AFTER)),
        )
        for one in here
    ]


@dataclass(frozen=True, slots=True)
class Change:
    """How one question went over somebody's classes: the mean of after less before, of so many classes that have
    both."""

    question: str
    mean: float
    classes: int

    @property
    def words(self) -> str:
        """``Feel: +1.5 over 6 classes``."""
        number = f"{'+' if self.mean > 0 else '−' if self.mean < 0 else ''}{abs(self.mean):.1f}"
        return f"{number} over {how_many(self.classes, 'class', 'classes')}"


def changes_of(rows: Sequence[Feeling]) -> list[Change]:
    """From before to after, of each scale that was asked both times; nothing of a class in which it was asked once."""
    found: dict[tuple[UUID, str], Feeling] = {(row.meeting_id, row.moment): row for row in rows}
    changes = []
    for question, (words, _, _) in SCALES.items():
        pairs = [
            (getattr(before, question), getattr(found[meeting, "after"], question))
            for (meeting, moment), before in found.items()
            if moment == "before" and (meeting, "after") in found
        ]
        both = [after - before for before, after in pairs if before is not None and after is not None]
        if both:
            changes.append(Change(words, fmean(both), len(both)))
    return changes
