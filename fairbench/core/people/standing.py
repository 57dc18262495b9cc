"""Whether somebody may join in, from all that is said of them: flags, readings, clearance, screening, talks wanted."""

import datetime
from collections.abc import Iterable
from dataclasses import dataclass, field

from .conditions import Conditions, Declared
from .readings import Reading, strictest
from .red_flags import RedFlag
from .screening import screening_status


@dataclass(frozen=True, slots=True)
class ScreeningSaid:
    """Where a screening stands. ``given`` None is somebody who was never asked."""

    given: datetime.date | None
    read: bool = True


@dataclass(frozen=True, slots=True)
class Advice:
    """A clinician's word. ``condition`` is what it clears, empty for taking part at all; ``until`` None has no end."""

    condition: str = ""
    until: datetime.date | None = None

    def holds(self, day: datetime.date) -> bool:
        """Whether it still counts on a day."""
        return self.until is None or self.until >= day


@dataclass(frozen=True, slots=True)
class Standing:
    """All that is said of somebody besides their conditions. ``events`` are what happened and when; ``screening`` None
    says nothing of one, so nothing is made of it."""

    talk_first: str = ""
    flags: tuple[RedFlag, ...] = ()
    readings: tuple[Reading, ...] = ()
    advice: tuple[Advice, ...] = ()
    events: tuple[tuple[str, datetime.date], ...] = field(default=())
    screening: ScreeningSaid | None = None


def clearance_wanted(declared: Iterable[Declared], cleared: frozenset[str], conditions: Conditions) -> str:
    """The first reason to ask a clinician among what nobody has cleared, or nothing."""
    reasons = (conditions.wants_clearance(condition) for condition in declared if condition.condition not in cleared)
    return next((reason for reason in reasons if reason), "")


def talk_wanted(declared: Iterable[Declared], conditions: Conditions) -> str:
    """The first reason to talk before joining in, or nothing."""
    reasons = (conditions.condition(condition.condition).talk for condition in declared)
    return next((reason for reason in reasons if reason), "")


def why_talk_first(
    said: Standing,
    declared: tuple[Declared, ...],
    cleared: frozenset[str],
    conditions: Conditions,
    today: datetime.date,
) -> str:
    """Why a conversation or a clinician comes before joining in, or nothing; what a clinician sees comes first."""
    advised = frozenset(advice.condition for advice in said.advice if advice.holds(today))
    measured = strictest(said.readings)
    reasons = (
        said.flags[0].reason if said.flags else "",
        measured.reason if measured else "",
        clearance_wanted(declared, cleared | advised, conditions),
        said.talk_first,
        _screening(said, today),
        talk_wanted(declared, conditions),
    )
    return next((reason for reason in reasons if reason), "")


def _screening(said: Standing, today: datetime.date) -> str:
    """What the screening asks for. An event without one said still ends whichever there was."""
    if said.screening is not None:
        return screening_status(said.screening.given, said.screening.read, (), said.events, today).talk_first
    if said.events:
        what, when = said.events[0]
        return f"{what[:1].upper()}{what[1:]} on {when:%-d %b %Y}: ask again before joining in."
    return ""
