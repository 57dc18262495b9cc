"""The telephone number in what was written of whom to call."""

import re

_NUMBER = re.compile(r"\+?\d[\d ()/.-]{3,}\d")


def number_in(text: str) -> str:
    """The first number in a text as it is dialled: figures, and a plus before them where there is one. Nothing where
    there is none of at least five figures."""
    found = _NUMBER.search(text)
    if found is None:
        return ""
    written = found[0]
    return ("+" if written.startswith("+") else "") + re.sub(r"\D", "", written)
