"""The file of readings: its schema and its loader."""

from collections.abc import Mapping
from pathlib import Path
from typing import Literal

from pydantic import Field, TypeAdapter

from ..errors import CatalogueError, InputError
from ..people.readings import Reading, ReadingKind, ReadingLevel, ReadingPart
from ..people.screening import Outcome
from .catalogue_doc import read_file
from .catalogue_folder import read_once
from .dose_doc import Doc
from .yaml_lines import line_of

_LEADS = {"clearance": Outcome.CLEARANCE, "talk": Outcome.TALK_FIRST}


class PartDoc(Doc):
    """One figure of a reading, as it is written."""

    id: str
    least: float = Field(strict=False)
    most: float = Field(strict=False)


class LevelDoc(Doc):
    """One level of a reading, as it is written."""

    at_least: dict[str, float] = Field(default_factory=dict, strict=False)
    under: dict[str, float] = Field(default_factory=dict, strict=False)
    lead: Literal["clearance", "talk"]
    do: str
    kind: str


class ReadingKindDoc(Doc):
    """What can be measured, as it is written."""

    id: str = Field(pattern=r"^[a-z][a-z-]{1,19}$")
    name: str
    unit: str
    parts: list[PartDoc] = Field(min_length=1)
    levels: list[LevelDoc] = Field(min_length=1)

    def value(self) -> ReadingKind:
        """As the core has it."""
        parts = tuple(ReadingPart(part.id, part.least, part.most) for part in self.parts)
        levels = tuple(ReadingLevel(row.at_least, row.under, _LEADS[row.lead], row.do, row.kind) for row in self.levels)
        return ReadingKind(self.id, self.name, self.unit, parts, levels)


_KINDS = TypeAdapter(list[ReadingKindDoc])


@read_once
def load_readings(folder: Path) -> Mapping[str, ReadingKind]:
    """Every kind of reading by its id. Raises :class:`CatalogueError` with file, line and field."""
    name = "readings.yaml"
    docs, lines = read_file(_KINDS, folder / name)
    for number, doc in enumerate(docs):
        known = {part.id for part in doc.parts}
        for level in doc.levels:
            if not known >= {*level.at_least, *level.under} or not (level.at_least or level.under):
                line = line_of(lines, (number,))
                raise CatalogueError("a level speaks of its own parts alone", f"{name}, line {line}, {doc.id}.levels")
    return {doc.id: doc.value() for doc in docs}


def reading(kind: str, values: tuple[float, ...]) -> Reading:
    """A reading of a kind by its id. Raises :class:`InputError`."""
    known = load_readings()
    if kind not in known:
        raise InputError(f"there is no reading '{kind}'; there are {', '.join(known)}", "reading")
    return Reading(known[kind], values)
