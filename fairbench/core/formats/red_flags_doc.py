"""The file of red flags: its schema and its loader."""

from collections.abc import Mapping
from functools import lru_cache
from pathlib import Path
from typing import Literal

from pydantic import Field, TypeAdapter, ValidationError

from ..errors import CatalogueError
from ..people.red_flags import RedFlag
from ..people.screening import Outcome
from .catalogue_doc import CATALOGUE
from .dose_doc import Doc
from .places import first_error
from .yaml_lines import line_of, load

_LEADS = {"clearance": Outcome.CLEARANCE, "talk": Outcome.TALK_FIRST}


class RedFlagDoc(Doc):
    """A red flag, as it is written."""

    id: str = Field(pattern=r"^[a-z][a-z-]{1,19}$")
    name: str = Field(max_length=24)
    ask: str
    do: str
    lead: Literal["clearance", "talk"]


_FLAGS = TypeAdapter(list[RedFlagDoc])


@lru_cache(maxsize=4)
def load_red_flags(folder: Path = CATALOGUE) -> Mapping[str, RedFlag]:
    """Every red flag by its id. Raises :class:`CatalogueError` with file, line and field."""
    name = "red_flags.yaml"
    data, lines = load((folder / name).read_text(encoding="utf-8"), name)
    try:
        docs = _FLAGS.validate_python(data)
    except ValidationError as error:
        message, place, loc = first_error(error)
        raise CatalogueError(message, f"{name}, line {line_of(lines, tuple(loc))}, {place}") from None
    return {doc.id: RedFlag(doc.id, doc.name, doc.ask, doc.do, _LEADS[doc.lead]) for doc in docs}
