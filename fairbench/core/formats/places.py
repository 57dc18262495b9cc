"""Turning a schema's complaint into one clear line with the place in the file."""

from collections.abc import Sequence

from pydantic import ValidationError

from ..dose.work import KINDS

_PLAIN = {
    "missing": "is missing",
    "extra_forbidden": "is not a field that belongs here",
    "union_tag_not_found": "needs a 'kind'",
    "model_type": "should be an object with named fields",
    "model_attributes_type": "should be an object with named fields",
    "dict_type": "should be an object with named fields",
    "list_type": "should be a list",
    "finite_number": "needs a number",
    "string_too_long": "has at most {max_length} characters",
    "string_pattern_mismatch": "holds letters that do not belong in it",
    "greater_than_equal": "is at least {ge:g}",
    "less_than_equal": "is at most {le:g}",
    "too_long": "holds at most {max_length}",
}
"""By pydantic's own names; what stands in braces is the bound that was passed."""
_WITH_VALUE = frozenset({"greater_than_equal", "less_than_equal", "finite_number"})


def place_of(loc: Sequence[str | int]) -> str:
    """``("blocks", 2, "items", 0)`` as ``blocks[2].items[0]``; the names of dose kinds
    and of our classes, which the schema puts in between, are left out."""
    text = ""
    previous: str | int = ""
    for part in loc:
        if isinstance(part, int):
            text += f"[{part}]"
        elif not part.endswith("Doc") and not (part in KINDS and (previous == "dose" or isinstance(previous, int))):
            text += f".{part}" if text else part
        previous = part
    return text


def loc_of(place: str) -> tuple[str | int, ...]:
    """What :func:`place_of` wrote, taken apart again."""
    pieces = place.replace("]", "").replace("[", ".").split(".")
    return tuple(int(piece) if piece.isdigit() else piece for piece in pieces if piece)


def first_error(error: ValidationError) -> tuple[str, str, tuple[str | int, ...]]:
    """The message, the place and the raw location of the first complaint."""
    first = error.errors(include_url=False)[0]
    kind, given = first["type"], first.get("input")
    shown = f", not {given!r}" if isinstance(given, str | int | float | bool) and len(repr(given)) < 60 else ""
    if kind == "plain":
        message = first["msg"]
    elif kind == "union_tag_invalid":
        message = f"kind must be one of {', '.join(KINDS)}"
    elif kind in _PLAIN:
        message = _PLAIN[kind].format(**first.get("ctx", {})) + (shown if kind in _WITH_VALUE else "")
    else:
        message = first["msg"][0].lower() + first["msg"][1:] + shown
    return message, place_of(first["loc"]), first["loc"]
