"""The file of stop signs: its schema and its loader."""

from collections.abc import Mapping
from pathlib import Path

from pydantic import Field, TypeAdapter

from ..people.stop_signs import Minding, StopSign
from .catalogue_doc import read_file
from .catalogue_folder import read_once
from .dose_doc import Doc


class MindingDoc(Doc):
    """What is added for some, as it is written."""

    conditions: list[str] = Field(min_length=1, alias="for")
    say: str


class StopSignDoc(Doc):
    """A stop sign, as it is written."""

    id: str = Field(pattern=r"^[a-z][a-z-]{1,19}$")
    name: str = Field(max_length=28)
    see: str
    call: str
    do: list[str] = Field(min_length=3, max_length=6)
    minding: list[MindingDoc] = Field(default_factory=list)

    def value(self) -> StopSign:
        """As the core has it."""
        minding = tuple(Minding(frozenset(doc.conditions), doc.say) for doc in self.minding)
        return StopSign(self.id, self.name, self.see, tuple(self.do), self.call, minding)


_SIGNS = TypeAdapter(list[StopSignDoc])


@read_once
def load_stop_signs(folder: Path) -> Mapping[str, StopSign]:
    """Every stop sign by its id, the gravest first. Raises :class:`CatalogueError` with file, line and field."""
    docs, _ = read_file(_SIGNS, folder / "stop_signs.yaml")
    return {doc.id: doc.value() for doc in docs}
