"""Declared health matters and needs, and the rules that tie them to what a movement asks."""

import re
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from enum import StrEnum

from ..body.demands import WORDS
from ..errors import CatalogueError, InputError
from ..positions import Position
from ..ranked import Ranked
from ..sides import Side


class ConditionError(InputError):
    """A condition that is not known, or declared with an option it does not have."""


class Effect(Ranked):
    """What a rule leads to, from the strictest."""

    AVOID = "avoid"
    EASE = "ease"
    WATCH = "watch"
    FAVOUR = "favour"


class Which(StrEnum):
    """Whose side of the body a rule looks at, where the condition has one."""

    SAME = "same"
    OTHER = "other"
    ANY = "any"


FLAGS: Mapping[str, str] = {
    "standing": "is done standing",
    "seated": "is done seated",
    "held": "seconds held still with effort",
    "seconds": "seconds of work",
    **{
        position.value: f"is done {position.words}"
        for position in Position
        if position.value not in ("seated", "standing")
    },
}
"""What a rule can test besides demands: from the version's position and dose."""


@dataclass(frozen=True, slots=True)
class Term:
    """One bound on one demand, such as ``spine_flexion > 40``. A bare name is ``> 0``."""

    demand: str
    above: bool
    bound: float

    def holds(self, value: float) -> bool:
        """Whether a value is beyond the bound."""
        return value > self.bound if self.above else value < self.bound

    @property
    def words(self) -> str:
        """``wrist bends back over 55°``."""
        words, unit = WORDS.get(self.demand, (FLAGS.get(self.demand, self.demand), ""))
        if self.above and not self.bound:
            return words
        glue = "" if unit in ("°", "%") else " "
        return f"{words} {'over' if self.above else 'under'} {self.bound:g}{glue}{unit}".rstrip()


_TERM = re.compile(r"^([a-z_]+)(?:\s*([<>])\s*(-?\d+(?:\.\d+)?))?$")


def read_when(text: str) -> tuple[Term, ...]:
    """``spine_flexion > 25 & load > 0.4`` as terms that must all hold. Raises :class:`CatalogueError`."""
    terms = []
    for piece in text.split("&"):
        match = _TERM.match(piece.strip())
        if match is None:
            raise CatalogueError(f"'{piece.strip()}' is no test; write a demand, < or >, and a number", "when")
        name, sign, bound = match.groups()
        if name not in WORDS and name not in FLAGS:
            raise CatalogueError(f"there is no demand '{name}'", "when")
        terms.append(Term(name, sign != "<", float(bound or 0)))
    return tuple(terms)


Example = str | tuple[tuple[str, float], ...]
"""``exercise/version``, or demands with their values where nothing on the shelf asks it."""


@dataclass(frozen=True, slots=True)
class Rule:
    """One caution. ``triggers`` and ``spares`` are examples that must and must not trigger it."""

    condition: str
    number: int
    effect: Effect
    when: tuple[Term, ...]
    because: str
    kind: str
    severity: tuple[str, ...] = ()
    stage: tuple[str, ...] = ()
    which: Which = Which.SAME
    triggers: tuple[Example, ...] = ()
    spares: tuple[Example, ...] = ()

    @property
    def id(self) -> str:
        """``wrist-fracture-2``."""
        return f"{self.condition}-{self.number}"

    @property
    def when_words(self) -> str:
        """All of its terms, in words."""
        return " and ".join(term.words for term in self.when)


@dataclass(frozen=True, slots=True)
class Condition:
    """A health matter or a need that can be declared.

    ``asks_clinician`` are the severities and stages with which a clinician is asked first; ``("",)`` is always.
    ``talk`` is why a conversation comes before joining in, empty where none does. ``excludes`` are conditions that
    cannot be true at the same time. ``clinical`` is the name that a clinician uses, empty where it is the same.
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

    @property
    def full_name(self) -> str:
        """``frozen shoulder (adhesive capsulitis)``."""
        return f"{self.name} ({self.clinical})" if self.clinical else self.name


@dataclass(frozen=True, slots=True)
class Declared:
    """A condition as somebody has it. ``side`` None means both where the condition has sides."""

    condition: str
    side: Side | None = None
    severity: str = ""
    stage: str = ""


def _counts(options: tuple[str, ...], said: str) -> bool:
    """Whether a rule of some options counts for what was said; nothing said may be any of them."""
    return not options or not said or said in options


@dataclass(frozen=True, slots=True, eq=False, weakref_slot=True)
class Conditions:
    """Every condition there is to declare."""

    by_id: Mapping[str, Condition]

    def __iter__(self) -> Iterator[Condition]:
        return iter(self.by_id.values())

    def condition(self, condition_id: str) -> Condition:
        """The condition of an id. Raises :class:`ConditionError`."""
        try:
            return self.by_id[condition_id]
        except KeyError:
            raise ConditionError(f"there is no condition '{condition_id}'", "condition") from None

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
        return found

    def rules_for(self, declared: Declared) -> tuple[Rule, ...]:
        """The rules that count for a condition as declared. Where it is not said which of its options it is, the rules
        of all of them count: what is not known is taken as the stricter."""
        return tuple(
            rule
            for rule in self.check(declared).rules
            if _counts(rule.severity, declared.severity) and _counts(rule.stage, declared.stage)
        )

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
                if same and (condition.severity, condition.stage) != (other.severity, other.stage):
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
        return f"Not said whether {', and '.join(missing)}: taken as the stricter." if missing else ""

    def words(self, declared: Declared) -> str:
        """Such as "replaced knee, left, early"."""
        found = self.condition(declared.condition)
        parts = [found.name, declared.side.value if declared.side else "", declared.severity, declared.stage]
        return ", ".join(part for part in parts if part)
