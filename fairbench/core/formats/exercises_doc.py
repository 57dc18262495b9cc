"""Files of exercises that somebody shares: YAML or JSON, a list of documents as the catalogue writes them."""

import io
import json
import math
from collections.abc import Iterable, Mapping
from typing import Any

from ruamel.yaml import YAML

from ..errors import CatalogueError, InputError
from ..exercises.exercise import Exercise, Version
from ..exercises.shelf import Shelf
from .catalogue_doc import exercise_value
from .dose_doc import dose_document
from .json_file import check_characters, json_value
from .movement_doc import movement_document
from .places import loc_of
from .yaml_lines import line_of, load

LARGEST_FILE = 1_000_000
MOST = 60
"""Exercises in one file."""

Document = dict[str, Any]


def read_exercises(data: bytes, shelf: Shelf) -> dict[str, Document]:
    """The documents of a file by their ids, each checked against the props of a shelf. One exercise may stand there
    without a list around it.

    Raises :class:`InputError` with the line in a YAML file, or the place in a JSON file, of whatever is wrong.
    """
    value, lines = _value(data)
    documents = value if isinstance(value, list) else [value]
    if not documents or len(documents) > MOST:
        raise CatalogueError(f"a file has 1 to {MOST} exercises, not {len(documents)}")
    check_characters(value, CatalogueError)
    found: dict[str, Document] = {}
    for number, document in enumerate(documents):
        try:
            exercise_id = exercise_value(document, shelf.props).id
        except InputError as error:
            path = (number, *loc_of(error.place)) if isinstance(value, list) else tuple(loc_of(error.place))
            place = f"[{number}].{error.place}" if isinstance(value, list) else error.place
            if lines:
                place = f"line {line_of(lines, path)}, {error.place}"
            raise CatalogueError(error.message, place) from None
        if exercise_id in found:
            raise CatalogueError(f"'{exercise_id}' stands twice", f"[{number}].id")
        found[exercise_id] = document
    return found


def with_exercises(shelf: Shelf, documents: Mapping[str, Document]) -> Shelf:
    """A shelf with exercises of a file on it; what it has already stays as it is."""
    read = {exercise_id: exercise_value(document, shelf.props) for exercise_id, document in documents.items()}
    return Shelf({**read, **shelf.exercises}, shelf.props, shelf.archived, shelf.words, shelf.renamed)


def exercise_document(exercise: Exercise) -> Document:
    """An exercise as a document that says everything for each version by itself, so that it can be read alone;
    :func:`~.catalogue_doc.exercise_value` gives back an equal one."""
    document: Document = {
        "id": exercise.id,
        "name": exercise.name,
        "short": exercise.short,
        "purpose": exercise.purpose,
        "aim": {
            "region": exercise.aim.region.value,
            "quality": exercise.aim.quality.value,
            "action": exercise.aim.action.value,
        },
        "block": exercise.block.value,
        "limb": exercise.limb,
        "one_repetition": exercise.one_repetition,
        "directions": list(exercise.directions),
        "base": exercise.base,
        "newcomer": exercise.newcomer,
        "cues": {},
        "versions": [_version_document(version) for version in exercise.versions],
    }
    return document | ({"phases": list(exercise.phases)} if exercise.phases else {})


def _version_document(version: Version) -> Document:
    cues = version.cues
    document: Document = {
        "id": version.id,
        "name": version.name,
        "change": version.change,
        "climbs": version.climbs,
        "position": version.position.value,
        "dose": dose_document(version.dose),
        "limbs": version.limbs.value,
        "props": list(version.props),
        "breath": version.breath,
        "cues": {"set_up": list(cues.set_up), "do": list(cues.do), "watch": list(cues.watch), "stop": cues.stop},
        **movement_document(version.movement),
    }
    if version.safe_seconds is not None:
        document["safe_seconds"] = version.safe_seconds
    return document | ({"phases": list(version.phases)} if version.phases else {})


def write_json(documents: Iterable[Document]) -> str:
    """A file of exercises as JSON."""
    return json.dumps(list(documents), indent=2, ensure_ascii=False) + "\n"


def write_yaml(documents: Iterable[Document]) -> str:
    """A file of exercises as YAML."""
    yaml = YAML()  # keeps the order in which it was written
    yaml.default_flow_style = False
    yaml.allow_unicode = True
    yaml.width = 120
    written = io.StringIO()
    yaml.dump(list(documents), written)
    return written.getvalue()


def _value(data: bytes) -> tuple[Any, dict[Any, int]]:
    """What stands in a file, and the lines of a YAML one."""
    if data.lstrip(b"\xef\xbb\xbf \t\r\n")[:1] in (b"[", b"{"):
        return json_value(data, LARGEST_FILE, "a file of exercises", CatalogueError), {}
    if len(data) > LARGEST_FILE:
        raise CatalogueError(
            f"the file is {len(data) / 1e6:.1f} MB; a file of exercises has at most {LARGEST_FILE / 1e6:g} MB"
        )
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as wrong:
        raise CatalogueError(f"the file is not UTF-8 text (byte {wrong.start})") from None
    try:
        value, lines = load(text, "the file", by_others=True)
        return _as_json(value), lines
    except RecursionError:
        raise CatalogueError("nested too deeply") from None


def _as_json(value: Any) -> Any:
    """What JSON cannot hold, such as a day or infinity, no exercise has."""
    if not _is_plain(value):
        raise CatalogueError("holds what is neither text, nor a number, nor a list of these")
    return json.loads(json.dumps(value))


def _is_plain(value: Any) -> bool:
    if isinstance(value, dict):
        return all(_is_scalar(key) and _is_plain(one) for key, one in value.items())
    return all(map(_is_plain, value)) if isinstance(value, list | tuple) else _is_scalar(value)


def _is_scalar(value: Any) -> bool:
    return value is None or isinstance(value, str | int) or (isinstance(value, float) and math.isfinite(value))
