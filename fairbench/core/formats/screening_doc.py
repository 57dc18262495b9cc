"""The questions, read from ``screening.yaml`` and checked against the conditions."""

from pathlib import Path

from pydantic import Field, TypeAdapter

from ..errors import CatalogueError
from ..people.screening import Outcome, Question
from .catalogue_doc import read_file
from .catalogue_folder import read_once
from .conditions_doc import load_conditions
from .dose_doc import Doc
from .red_flags_doc import load_red_flags
from .yaml_lines import line_of


class QuestionDoc(Doc):
    """A question of the screening, as it is written."""

    id: str
    group: str
    ask: str
    lead: str = Field(default="", pattern="^(talk|clearance)?$")
    condition: str = ""


_QUESTIONS = TypeAdapter(list[QuestionDoc])
_LEADS = {"talk": Outcome.TALK_FIRST, "clearance": Outcome.CLEARANCE, "": Outcome.CAUTIONS}


@read_once
def load_questions(folder: Path) -> tuple[Question, ...]:
    """Every question in order, the red flags first. Raises :class:`CatalogueError` with file, line and field."""
    name = "screening.yaml"
    docs, lines = read_file(_QUESTIONS, folder / name)
    known = load_conditions(folder).by_id
    for number, doc in enumerate(docs):
        if doc.condition and doc.condition not in known:
            line = line_of(lines, (number,))
            raise CatalogueError(f"there is no condition '{doc.condition}'", f"{name}, line {line}, {doc.id}.condition")
    asked = tuple(Question(doc.id, doc.group, doc.ask, _LEADS[doc.lead], doc.condition) for doc in docs)
    return (*(flag.question for flag in load_red_flags(folder).values()), *asked)
