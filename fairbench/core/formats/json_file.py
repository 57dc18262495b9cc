"""Files of JSON that somebody brings: read whole, with what cannot be read said by its place."""

import json
from typing import Any

from ..errors import InputError

_CONTROL = {chr(code) for code in range(32)} - {"\n", "\t", "\r"}


def json_value(data: bytes | str, largest: int, what: str, error: type[InputError] = InputError) -> Any:
    """The value in a file of at most ``largest`` bytes that is to be ``what``. Raises ``error`` for one that is not."""
    size = len(data)
    if size > largest:
        raise error(f"the file is {size / 1e6:.1f} MB; {what} has at most {largest / 1e6:g} MB")
    try:
        text = data.decode("utf-8-sig") if isinstance(data, bytes) else data
    except UnicodeDecodeError as wrong:
        raise error(f"the file is not UTF-8 text (byte {wrong.start})") from None

    def no_constant(name: str) -> Any:
        raise error(f"{name} is not a number that {what} can hold")

    try:
        return json.loads(text, parse_constant=no_constant)
    except json.JSONDecodeError as wrong:
        raise error(f"not JSON: {wrong.msg}", f"line {wrong.lineno}, column {wrong.colno}") from None
    except RecursionError:
        raise error(f"not {what}: nested too deeply") from None


def check_characters(value: Any, error: type[InputError] = InputError, place: str = "") -> None:
    """Raise ``error`` with the place of any text that holds what cannot be kept or shown."""
    match value:
        case str():
            if _CONTROL & set(value):
                raise error("holds a control character", place)
            if any(0xD800 <= ord(letter) <= 0xDFFF for letter in value):
                raise error("holds half a character (a lone surrogate)", place)
        case dict():
            for key, inner in value.items():
                check_characters(inner, error, f"{place}.{key}" if place else str(key))
        case list():
            for number, inner in enumerate(value):
                check_characters(inner, error, f"{place}[{number}]")
