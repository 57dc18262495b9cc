"""The answers to a reading of the rules in a clinician's role, as they stand in docs/cautions.md."""

from pathlib import Path

from pydantic import TypeAdapter

from .catalogue_folder import CATALOGUE
from .dose_doc import Doc
from .yaml_lines import load


class ReadingDoc(Doc):
    """One line that was read, and what was done about it or why not."""

    line: str
    answer: str


def load_reading(folder: Path = CATALOGUE) -> list[ReadingDoc]:
    """Every line, in order."""
    name = "clinical_reading.yaml"
    data, _ = load((folder / name).read_text(encoding="utf-8"), name)
    return TypeAdapter(list[ReadingDoc]).validate_python(data)
