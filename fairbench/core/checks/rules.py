"""The rules by name. A new rule is one function here in a family's file, and one row in ``checks.yaml``."""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum

from .findings import Finding, gravest_first
from .situation import Situation

Rule = Callable[[Situation], Iterable[Finding]]


class Family(StrEnum):
    """What a rule is about."""

    TIME = "time"
    ORDER = "order"
    LOAD = "load"
    BALANCE = "balance"
    ABOUT = "about"
    PLACES = "places"
    THINGS = "things"
    PEOPLE = "people"
    DAY = "day"
    COMFORT = "comfort"
    CONFLICT = "conflict"

    @property
    def words(self) -> str:
        """As it is shown."""
        return _FAMILY_WORDS[self]


_FAMILY_WORDS = {
    Family.TIME: "time",
    Family.ORDER: "order",
    Family.LOAD: "load on one place",
    Family.BALANCE: "balance of the work",
    Family.ABOUT: "getting about",
    Family.PLACES: "one place for many",
    Family.THINGS: "things and room",
    Family.PEOPLE: "people",
    Family.DAY: "the whole day",
    Family.COMFORT: "comfort",
    Family.CONFLICT: "what contradicts itself",
}


class Guidance(StrEnum):
    """Where a rule comes from."""

    CAUTION = "caution"
    USUAL = "usual"
    OURS = "ours"
    PLAIN = "plain"

    @property
    def words(self) -> str:
        """As it is shown."""
        return _GUIDANCE_WORDS[self]


_GUIDANCE_WORDS = {
    Guidance.CAUTION: "a usual caution",
    Guidance.USUAL: "usual practice in group classes",
    Guidance.OURS: "our own rule of thumb",
    Guidance.PLAIN: "plain arithmetic",
}


@dataclass(frozen=True, slots=True)
class RuleCard:
    """What is said of a rule: its ``family``, a short ``name``, the ``reason`` in one plain sentence, and where it
    comes from."""

    id: str
    family: Family
    name: str
    reason: str
    guidance: Guidance


Cards = Mapping[str, RuleCard]


@dataclass(frozen=True, slots=True)
class NotJudged:
    """A rule that could not be judged, and why."""

    rule: str
    why: str


@dataclass(frozen=True, slots=True)
class Checked:
    """What was found, the gravest first; what could not be judged; and the names of all rules that were."""

    findings: tuple[Finding, ...]
    not_judged: tuple[NotJudged, ...]
    judged: tuple[str, ...]


class CannotJudgeError(Exception):
    """A rule lacks what it would need to judge; the message says what."""


RULES: dict[str, Rule] = {}
"""Every rule by its name, in the order of the files."""


def rule(name: str) -> Callable[[Rule], Rule]:
    """Register a rule under its name."""

    def register(judges: Rule) -> Rule:
        if name in RULES:
            raise ValueError(f"two rules are called '{name}'")
        RULES[name] = judges
        return judges

    return register


def check(now: Situation, only: Iterable[str] | None = None) -> Checked:
    """Judge a plan by every rule, or only by some. A plan without exercises has nothing to be judged by. Raises
    :class:`KeyError` for a rule that there is not."""
    findings: list[Finding] = []
    not_judged: list[NotJudged] = []
    judged: list[str] = []
    for name in RULES if only is None else only:
        if name in now.quiet:
            not_judged.append(NotJudged(name, now.quiet[name]))
            continue
        try:
            made = [replace(one, rule=name) for one in RULES[name](now)] if now.timeline.items else []
        except CannotJudgeError as error:
            not_judged.append(NotJudged(name, str(error)))
        else:
            judged.append(name)
            findings += made
    return Checked(gravest_first(findings), tuple(not_judged), tuple(judged))
