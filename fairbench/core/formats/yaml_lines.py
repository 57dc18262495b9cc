"""YAML with the line of every value kept, so that an error can name it."""

from typing import Any

import yaml

from ..errors import CatalogueError

Loc = tuple[str | int, ...]
_LOADER = getattr(yaml, "CSafeLoader", yaml.SafeLoader)


def load(text: str, name: str) -> tuple[Any, dict[Loc, int]]:
    """The data, and the line (from 1) of each value by its path. ``name`` is for errors."""
    try:
        loader = _LOADER(text)
        try:
            node = loader.get_single_node()
            if node is None:
                raise CatalogueError("the file is empty", name)
            lines: dict[Loc, int] = {}
            _note_lines(node, (), lines)
            return loader.construct_document(node), lines
        finally:
            loader.dispose()
    except yaml.MarkedYAMLError as error:
        line = error.problem_mark.line + 1 if error.problem_mark else 1
        raise CatalogueError(f"not YAML: {error.problem}", f"{name}, line {line}") from None


def line_of(lines: dict[Loc, int], loc: Loc) -> int:
    """The line of a path, or of the nearest thing around it."""
    while loc and loc not in lines:
        loc = loc[:-1]
    return lines.get(loc, 1)


def _note_lines(node: Any, loc: Loc, lines: dict[Loc, int]) -> None:
    lines[loc] = node.start_mark.line + 1
    if isinstance(node, yaml.MappingNode):
        for key, value in node.value:
            _note_lines(value, (*loc, key.value), lines)
    elif isinstance(node, yaml.SequenceNode):
        for number, value in enumerate(node.value):
            _note_lines(value, (*loc, number), lines)
