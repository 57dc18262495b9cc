"""YAML with the line of every value kept, so that an error can name it. A key that stands twice is refused."""

from typing import Any

from ruamel.yaml import YAML
from ruamel.yaml.constructor import DuplicateKeyError
from ruamel.yaml.error import MarkedYAMLError
from ruamel.yaml.events import AliasEvent
from ruamel.yaml.nodes import MappingNode, Node, SequenceNode

from ..errors import CatalogueError

Loc = tuple[str | int, ...]


def load(text: str, name: str, by_others: bool = False) -> tuple[Any, dict[Loc, int]]:
    """The data, and the line (from 1) of each value by its path. ``name`` is for errors. In a file ``by_others``
    nothing may stand for something else in it: a few lines could stand for more than any memory holds.

    Raises :class:`CatalogueError` with file and line for what is no YAML, is empty, or has a key twice.
    """
    yaml = YAML(typ="safe")
    try:
        if by_others:
            _refuse_aliases(text, name)
        node = yaml.compose(text)
        if node is None:
            raise CatalogueError("the file is empty", name)
        lines: dict[Loc, int] = {}
        _note_lines(node, (), lines)
        return yaml.constructor.construct_document(node), lines
    except DuplicateKeyError as error:
        raise CatalogueError(f"{str(error.problem).split(' with value')[0]}", _place(error, name)) from None
    except MarkedYAMLError as error:
        raise CatalogueError(f"not YAML: {error.problem}", _place(error, name)) from None


def line_of(lines: dict[Loc, int], loc: Loc) -> int:
    """The line of a path, or of the nearest thing around it."""
    while loc and loc not in lines:
        loc = loc[:-1]
    return lines.get(loc, 1)


def _refuse_aliases(text: str, name: str) -> None:
    for event in YAML(typ="safe").parse(text):
        if isinstance(event, AliasEvent):
            raise CatalogueError("“*” that stands for something else is not read here", _line(name, event.start_mark))


def _line(name: str, mark: Any) -> str:
    return f"{name}, line {mark.line + 1 if mark else 1}"


def _place(error: MarkedYAMLError, name: str) -> str:
    return _line(name, error.problem_mark)


def _note_lines(node: Node, loc: Loc, lines: dict[Loc, int]) -> None:
    lines[loc] = node.start_mark.line + 1
    if isinstance(node, MappingNode):
        for key, value in node.value:
            _note_lines(value, (*loc, key.value), lines)
    elif isinstance(node, SequenceNode):
        for number, value in enumerate(node.value):
            _note_lines(value, (*loc, number), lines)
