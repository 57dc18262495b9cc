"""Readings taken at the door or brought along, and beyond which usual figures nobody joins in yet."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from ..errors import InputError
from .screening import Outcome


@dataclass(frozen=True, slots=True)
class ReadingPart:
    """One figure of a reading, with the least and the most that can be real."""

    id: str
    least: float
    most: float


@dataclass(frozen=True, slots=True)
class ReadingLevel:
    """From which figure on, or under which, what is done. With ``lead`` clearance only another reading lifts it."""

    at_least: Mapping[str, float]
    under: Mapping[str, float]
    lead: Outcome
    do: str
    kind: str

    def holds(self, figures: Mapping[str, float]) -> bool:
        """Whether any part of a reading is beyond its figure."""
        over = any(figures[part] >= bound for part, bound in self.at_least.items())
        return over or any(figures[part] < bound for part, bound in self.under.items())


@dataclass(frozen=True, slots=True)
class ReadingKind:
    """What can be measured: its unit, its parts in the order they are said, and its levels, the strictest first."""

    id: str
    name: str
    unit: str
    parts: tuple[ReadingPart, ...]
    levels: tuple[ReadingLevel, ...]

    @property
    def example(self) -> str:
        """How it is written, such as ``upper/lower``."""
        return "/".join(part.id for part in self.parts)

    def check(self, values: tuple[float, ...]) -> None:
        """Raise :class:`InputError` for too few, too many, or a figure that cannot be real."""
        if len(values) != len(self.parts):
            wanted = f"{len(self.parts)} figures" if len(self.parts) > 1 else "one figure"
            raise InputError(f"{self.name} is {wanted}: {self.example}", "values")
        for part, value in zip(self.parts, values, strict=True):
            if not part.least <= value <= part.most:
                raise InputError(
                    f"{self.name}, {part.id}: {value:g} is not from {part.least:g} to {part.most:g}", part.id
                )


@dataclass(frozen=True, slots=True)
class Reading:
    """One reading. ``values`` are in the order of the parts of its kind."""

    kind: ReadingKind
    values: tuple[float, ...]

    def __post_init__(self) -> None:
        self.kind.check(self.values)

    @property
    def level(self) -> ReadingLevel | None:
        """The strictest level it reaches, or None where it says nothing."""
        figures = {part.id: value for part, value in zip(self.kind.parts, self.values, strict=True)}
        return next((level for level in self.kind.levels if level.holds(figures)), None)

    @property
    def words(self) -> str:
        """Such as ``blood pressure 182/96 mmHg``."""
        glue = "" if self.kind.unit == "%" else " "
        return f"{self.kind.name} {'/'.join(f'{value:g}' for value in self.values)}{glue}{self.kind.unit}"

    @property
    def reason(self) -> str:
        """Why they do not join in yet and what is done; empty where nothing speaks against it."""
        return f"{self.words[:1].upper()}{self.words[1:]}. {self.level.do}" if self.level else ""


def strictest(readings: Iterable[Reading]) -> Reading | None:
    """The reading that speaks most against joining in, of the last one of each kind; None where none does."""
    last = {reading.kind.id: reading for reading in readings}
    found = [(reading.level.lead.rank, reading) for reading in last.values() if reading.level is not None]
    return max(found, key=lambda each: each[0])[1] if found else None
