"""The file of red flags: its schema and its loader."""

from collections.abc import Mapping
from pathlib import Path
from typing import Literal

from pydantic import Field, TypeAdapter

from ..people.red_flags import RedFlag
from ..people.screening import Outcome
from .catalogue_doc import read_file
from .catalogue_folder import read_once
from .dose_doc import Doc

_LEADS = {"clearance": Outcome.CLEARANCE, "talk": Outcome.TALK_FIRST}


class RedFlagDoc(Doc):
    """A red flag, as it is written."""

    id: str = Field(pattern=r"^[a-z][a-z-]{1,19}$")
    name: str = Field(max_length=24)
    ask: str
    do: str
    lead: Literal["clearance", "talk"]


_FLAGS = TypeAdapter(list[RedFlagDoc])


@read_once
def load_red_flags(folder: Path) -> Mapping[str, RedFlag]:
    """Every red flag by its id. Raises :class:`CatalogueError` with file, line and field."""
    name = "red_flags.yaml"
    docs, _ = read_file(_FLAGS, folder / name)
    return {doc.id: RedFlag(doc.id, doc.name, doc.ask, doc.do, _LEADS[doc.lead]) for doc in docs}
