"""Cues with side words as tokens, so that the mirrored side is computed and never typed."""

import re

from ..errors import CatalogueError
from ..sides import Side

_TOKEN = re.compile(r"\{([^}]*)\}")
TOKENS = {"side", "other"}


def check_tokens(cue: str) -> None:
    """Raise :class:`CatalogueError` for a token that nobody fills."""
    for token in _TOKEN.findall(cue):
        if token not in TOKENS:
            raise CatalogueError(f"unknown token {{{token}}}; use {{side}} or {{other}}")


def say(cue: str, side: Side | None) -> str:
    """The cue for one side, beginning with a capital. With no side, "your {side} arm" becomes "your working arm"."""
    words = {"side": side.value, "other": side.other.value} if side else {"side": "working", "other": "other"}
    filled = _TOKEN.sub(lambda match: words[match.group(1)], cue)
    return f"{filled[:1].upper()}{filled[1:]}" if cue.startswith("{") else filled
