"""What ties a health matter to a movement: terms on demands, and the cautions made of them."""

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from enum import StrEnum

from ..body.demands import WORDS
from ..errors import CatalogueError
from ..positions import Position
from ..ranked import Ranked


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
    "slides_on_wall": "slides along the wall",
    **{
        position.value: f"is done {position.words}"
        for position in Position
        if position.value not in ("seated", "standing")
    },
}
"""What a rule can test besides demands: from the version's position and dose."""


USES = "uses_"
"""Before the id of a prop: that a version needs it. Only a room's own rules test that."""


@dataclass(frozen=True, slots=True)
class Term:
    """One bound on one demand, such as ``spine_flexion > 40``. A bare name is ``> 0``. With ``measured`` the bound is
    the figure that is said of the person, such as the degrees a hip may bend."""

    demand: str
    above: bool
    bound: float
    measured: bool = False

    def holds(self, value: float) -> bool:
        """Whether a value is beyond the bound."""
        return value > self.bound if self.above else value < self.bound

    @property
    def words(self) -> str:
        """``wrist bends back over 55°``."""
        if self.demand.startswith(USES):
            return f"needs the {self.demand.removeprefix(USES).replace('-', ' ')}"
        words, unit = WORDS.get(self.demand, (FLAGS.get(self.demand, self.demand), ""))
        if self.measured and not self.bound:
            return f"{words} over what is allowed"
        if self.above and not self.bound:
            return words
        glue = "" if unit in ("°", "%") else " "
        return f"{words} {'over' if self.above else 'under'} {self.bound:g}{glue}{unit}".rstrip()


_MEASURE = "measure"
_TERM = re.compile(rf"^([a-z_]+)(?:\s*([<>])\s*(-?\d+(?:\.\d+)?|{_MEASURE}))?$")


def read_when(text: str) -> tuple[Term, ...]:
    """``spine_flexion > 25 & load > 0.4`` as terms that must all hold; ``hip_flexion > measure`` takes its bound from
    what is said of the person. Raises :class:`CatalogueError`."""
    terms = []
    for piece in text.split("&"):
        match = _TERM.match(piece.strip())
        if match is None:
            raise CatalogueError(f"'{piece.strip()}' is no test; write a demand, < or >, and a number", "when")
        name, sign, bound = match.groups()
        if name not in WORDS and name not in FLAGS:
            raise CatalogueError(f"there is no demand '{name}'", "when")
        measured = bound == _MEASURE
        terms.append(Term(name, sign != "<", 0.0 if measured else float(bound or 0), measured))
    return tuple(terms)


Example = str | tuple[tuple[str, float], ...]
"""``exercise/version``, or demands with their values where nothing on the shelf asks it."""


@dataclass(frozen=True, slots=True)
class Rule:
    """One caution. ``triggers`` and ``spares`` are examples that must and must not trigger it; ``do`` is what eases it,
    where that is not what usually brings such a demand down."""

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
    do: str = ""

    @property
    def is_measured(self) -> bool:
        """Whether a bound of it is a figure that is said of the person."""
        return any(term.measured for term in self.when)

    def measured_at(self, measure: float) -> "Rule":
        """The rule with the figure of a person in the place of its bound."""
        return replace(self, when=tuple(replace(term, bound=measure) if term.measured else term for term in self.when))

    @property
    def id(self) -> str:
        """``wrist-fracture-2``."""
        return f"{self.condition}-{self.number}"

    @property
    def when_words(self) -> str:
        """All of its terms, in words."""
        return " and ".join(term.words for term in self.when)
