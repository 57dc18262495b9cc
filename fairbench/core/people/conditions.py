"""Declared health matters and needs: what can be said of each, and which rules count for what was said."""

import datetime
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace

from ..counted import how_many
from ..errors import InputError
from ..sides import Side
from .rules import Rule


class ConditionError(InputError):
    """A condition that is not known, or declared with an option it does not have."""


LIMITS = "a clinician's limits"
"""The topic of what a clinician sets for somebody, mostly until a day."""


@dataclass(frozen=True, slots=True)
class Measure:
    """A figure that can be said of a condition, such as the degrees to which a hip bends. The least is the strictest,
    and counts where none is said."""

    words: str
    unit: str
    least: float
    most: float

    def figure(self, value: float) -> str:
        """``90°`` or ``2 kg``."""
        return f"{value:g}{self.unit}" if self.unit == "°" else f"{value:g} {self.unit}"


@dataclass(frozen=True, slots=True)
class Dated:
    """A day that a condition counts from, and from which full week on each stage is reached. ``ahead`` are the weeks by
    which the day that people know lies after it: a pregnancy is known by the day the child is due."""

    words: str
    weeks_words: str
    from_week: tuple[tuple[str, int], ...]
    ahead: int = 0

    def stage(self, weeks: float) -> str:
        """The stage so many weeks on."""
        return [name for name, begins in self.from_week if weeks >= begins][-1]


@dataclass(frozen=True, slots=True)
class Condition:
    """A health matter or a need that can be declared.

    ``asks_clinician`` are the severities and stages with which a clinician is asked first; ``("",)`` is always.
    ``talk`` is why a conversation comes before joining in, empty where none does. ``excludes`` are conditions that
    cannot be true at the same time. ``clinical`` is the name that a clinician uses, empty where it is the same.
    ``severity_words`` and ``stage_words`` are what its options are called in care: a class, a grade, a phase.
    """

    id: str
    name: str
    topic: str
    sided: bool
    severities: tuple[str, ...]
    stages: tuple[str, ...]
    rules: tuple[Rule, ...]
    asks_clinician: tuple[str, ...] = ()
    excludes: tuple[str, ...] = ()
    clinical: str = ""
    talk: str = ""
    severity_words: str = "How much"
    stage_words: str = "Stage"
    dated: Dated | None = None
    measure: Measure | None = None

    @property
    def full_name(self) -> str:
        """``frozen shoulder (adhesive capsulitis)``."""
        return f"{self.name} ({self.clinical})" if self.clinical else self.name


@dataclass(frozen=True, slots=True)
class Declared:
    """A condition as somebody has it. ``side`` None means both where the condition has sides. ``since`` is the day it
    counts from (an operation, a birth, the beginning of a pregnancy), ``measure`` its figure; None where not said."""

    condition: str
    side: Side | None = None
    severity: str = ""
    stage: str = ""
    since: datetime.date | None = None
    measure: float | None = None


def _counts(options: tuple[str, ...], said: str) -> bool:
    """Whether a rule of some options counts for what was said; nothing said may be any of them."""
    return not options or not said or said in options


@dataclass(frozen=True, slots=True, eq=False, weakref_slot=True)
class Conditions:
    """Every condition there is to declare. ``always`` are those that hold for everybody, such as the room that a class
    is in."""

    by_id: Mapping[str, Condition]
    always: tuple[Declared, ...] = ()

    def __iter__(self) -> Iterator[Condition]:
        return iter(self.by_id.values())

    def condition(self, condition_id: str) -> Condition:
        """The condition of an id. Raises :class:`ConditionError`."""
        try:
            return self.by_id[condition_id]
        except KeyError:
            raise ConditionError(f"there is no condition '{condition_id}'", "condition") from None

    @property
    def limits(self) -> tuple[Condition, ...]:
        """What a clinician can set as a limit."""
        return tuple(condition for condition in self if condition.topic == LIMITS)

    def check(self, declared: Declared) -> Condition:
        """The condition, if it can be declared like this. Raises :class:`ConditionError` naming the option."""
        found = self.condition(declared.condition)
        if declared.side is not None and not found.sided:
            raise ConditionError(f"{found.name} has no side", "side")
        for name, given, options in (
            ("severity", declared.severity, found.severities),
            ("stage", declared.stage, found.stages),
        ):
            if given and given not in options:
                known = ", ".join(options) or "none"
                raise ConditionError(f"{found.name} has no {name} '{given}'; it has {known}", name)
        if declared.since is not None and found.dated is None:
            raise ConditionError(f"{found.name} counts from no day", "since")
        if declared.measure is not None:
            _check_measure(found, declared.measure)
        return found

    def as_of(self, declared: Declared, day: datetime.date) -> Declared:
        """The condition as it is on a day: where the day it counts from is said, that decides the stage. Raises
        :class:`ConditionError` for one that is still to come."""
        dated = self.check(declared).dated
        if declared.since is None or dated is None:
            return declared
        if declared.since > day:
            raise ConditionError(f"{declared.since:%-d %b %Y} is still to come", "since")
        return replace(declared, stage=dated.stage((day - declared.since).days // 7))

    def rules_for(self, declared: Declared) -> tuple[Rule, ...]:
        """The rules that count for a condition as declared. Where it is not said which of its options it is, the rules
        of all of them count: what is not known is taken as the stricter."""
        found = self.check(declared)
        rules = (
            rule
            for rule in found.rules
            if _counts(rule.severity, declared.severity) and _counts(rule.stage, declared.stage)
        )
        if found.measure is None:
            return tuple(rules)
        bound = found.measure.least if declared.measure is None else declared.measure
        return tuple(rule.measured_at(bound) if rule.is_measured else rule for rule in rules)

    def wants_clearance(self, declared: Declared) -> str:
        """Why a clinician is asked first, or nothing. Where it is not said which option it is, it may be that one."""
        found = self.condition(declared.condition)
        asks = set(found.asks_clinician)
        may_be = {""}
        for said, options in ((declared.severity, found.severities), (declared.stage, found.stages)):
            may_be |= {said} if said else set(options)
        if not asks & may_be:
            return ""
        return f"Clearance from a clinician is wanted: {self.words(declared)}."

    def check_together(self, declared: Iterable[Declared]) -> None:
        """Raise :class:`ConditionError` for two that cannot both be true."""
        seen: list[Declared] = []
        for condition in declared:
            found = self.check(condition)
            for other in seen:
                if other.condition in found.excludes:
                    raise ConditionError(f"{found.name} and {self.condition(other.condition).name} cannot both be", "")
                same = other.condition == condition.condition and (
                    None in (condition.side, other.side) or condition.side is other.side
                )
                if same and replace(condition, side=None) != replace(other, side=None):
                    raise ConditionError(f"{found.name} is declared twice, and not alike", "")
            seen.append(condition)

    def not_said(self, declared: Declared) -> str:
        """What was not said of a condition that has options, and how it is taken; empty where all is said."""
        found = self.condition(declared.condition)
        missing = [
            " or ".join(options)
            for said, options in ((declared.severity, found.severities), (declared.stage, found.stages))
            if options and not said
        ]
        said = [f"Not said whether {', and '.join(missing)}: taken as the stricter."] if missing else []
        if found.measure is not None and declared.measure is None:
            least = found.measure.figure(found.measure.least)
            said.append(f"Not said {found.measure.words.lower()}: taken as {least}.")
        return " ".join(said)

    def words(self, declared: Declared) -> str:
        """Such as "replaced knee, left, early" or "limit on bending the hip, left, 90°"."""
        found = self.condition(declared.condition)
        parts = [found.name, declared.side.value if declared.side else "", declared.severity, declared.stage]
        if found.measure is not None and declared.measure is not None:
            parts.append(found.measure.figure(declared.measure))
        return ", ".join(part for part in parts if part)

    def counted(self, declared: Declared, day: datetime.date) -> str:
        """Such as "7 weeks since 8 Oct 2026"; empty where no day is said."""
        dated = self.condition(declared.condition).dated
        if dated is None or declared.since is None:
            return ""
        weeks = (day - declared.since).days // 7
        if dated.ahead:
            due = declared.since + datetime.timedelta(weeks=dated.ahead)
            return f"week {weeks}, due {due:%-d %b %Y}"
        return f"{how_many(weeks, 'week')} since {declared.since:%-d %b %Y}"


def _check_measure(found: Condition, value: float) -> None:
    if found.measure is None:
        raise ConditionError(f"{found.name} has no figure", "measure")
    if not found.measure.least <= value <= found.measure.most:
        least, most = found.measure.figure(found.measure.least), found.measure.figure(found.measure.most)
        raise ConditionError(f"{found.name} is from {least} to {most}", "measure")
