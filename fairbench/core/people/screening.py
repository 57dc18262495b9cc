"""Screening: what the answers lead to, and whether somebody's screening holds today."""

import datetime
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from enum import StrEnum

from dateutil.relativedelta import relativedelta

from ..errors import InputError
from ..ranked import Ranked

HOLDS_MONTHS = 12
"""A screening runs out after so many months, and at once after an event."""


class Answer(StrEnum):
    """What can be answered to a question of the screening."""

    YES = "yes"
    NO = "no"
    TELL = "tell"
    """ "I'd rather tell you": to be asked in person."""


class Outcome(Ranked):
    """What a screening comes to, from the mildest."""

    FINE = "fine"
    CAUTIONS = "cautions"
    TALK_FIRST = "talk_first"
    CLEARANCE = "clearance"

    @property
    def words(self) -> str:
        """As it is shown."""
        return _OUTCOME_WORDS[self]


_OUTCOME_WORDS = {
    Outcome.FINE: "fine",
    Outcome.CAUTIONS: "cautions",
    Outcome.TALK_FIRST: "talk first",
    Outcome.CLEARANCE: "clearance wanted",
}


@dataclass(frozen=True, slots=True)
class Question:
    """One yes-or-no question. ``lead`` is where a yes leads besides a ``condition``."""

    id: str
    group: str
    ask: str
    lead: Outcome
    condition: str = ""


@dataclass(frozen=True, slots=True)
class Reading:
    """What the answers lead to: the outcome, conditions to be confirmed, and what to talk about."""

    outcome: Outcome
    conditions: tuple[Question, ...]
    talk: tuple[Question, ...]
    clearance: tuple[Question, ...]
    open: tuple[Question, ...]


def read(questions: Iterable[Question], answers: Mapping[str, str]) -> Reading:
    """Read the answers. Raises :class:`InputError` for an answer that is none, or to no question."""
    known = {question.id: question for question in questions}
    given = _given(known, answers)
    yes = [question for question in known.values() if given.get(question.id) is Answer.YES]
    open_ = tuple(q for q in known.values() if given.get(q.id, Answer.TELL) is Answer.TELL)
    leads = [question.lead for question in yes]
    found = max([Outcome.FINE, *leads, *([Outcome.TALK_FIRST] if open_ else [])], key=lambda lead: lead.rank)
    return Reading(
        found,
        tuple(question for question in yes if question.condition),
        tuple(question for question in yes if question.lead is Outcome.TALK_FIRST),
        tuple(question for question in yes if question.lead is Outcome.CLEARANCE),
        open_,
    )


def _given(known: Mapping[str, Question], answers: Mapping[str, str]) -> dict[str, Answer]:
    for name, answer in answers.items():
        if name not in known:
            raise InputError(f"there is no question '{name}'", "answers")
        if answer not in list(Answer):
            raise InputError(f"'{answer}' is no answer; it is yes, no or tell", name)
    return {name: Answer(answer) for name, answer in answers.items()}


def runs_out(given: datetime.date) -> datetime.date:
    """The last day a screening holds. Of 29 February, 28 February."""
    return given + relativedelta(months=HOLDS_MONTHS)


@dataclass(frozen=True, slots=True)
class ScreeningStatus:
    """Where somebody's screening stands. ``talk_first`` is the reason, or empty where they may join; with
    ``for_clinician`` no talk at the door lifts it."""

    words: str
    talk_first: str
    for_clinician: bool = False


def screening_status(
    given: datetime.date | None,
    reviewed: bool,
    wants: Iterable[str],
    events: Iterable[tuple[str, datetime.date]],
    today: datetime.date,
) -> ScreeningStatus:
    """Whether a screening holds. ``wants`` is what still has to be talked over or cleared, ``events`` what
    has happened since that ends it."""
    open_ = list(wants)
    if open_:
        return ScreeningStatus(f"wanted: {open_[0]}", f"Still wanted: {', '.join(open_)}.", for_clinician=True)
    if given is None:
        return ScreeningStatus("not screened", "No screening yet: talk before the first class.")
    if not reviewed:
        return ScreeningStatus("answers to be read", "The answers wait to be read together.")
    last = runs_out(given)
    if today > last:
        return ScreeningStatus(f"ran out {last:%-d %b %Y}", f"The screening ran out on {last:%-d %b %Y}: ask again.")
    since = [f"{what} on {when:%-d %b %Y}" for what, when in events if when >= given]
    if since:
        return ScreeningStatus(
            "to be asked again", f"{since[0][:1].upper()}{since[0][1:]}: ask again before joining in."
        )
    return ScreeningStatus(f"holds until {last:%-d %b %Y}", "")
