"""Cues with side words as tokens, so that the mirrored side is computed and never typed."""

import re

from ..errors import CatalogueError
from ..sides import Side

_TOKEN = re.compile(r"\{([^}]*)\}")
TOKENS = {"side", "other", "toward", "away"}
"""``{side}`` and ``{other}`` stand before what has sides ("your {side} hand"), ``{toward}`` and ``{away}`` by
themselves ("lean to the {toward}")."""
_NO_SIDE = {"side": "working", "other": "other", "toward": "working side", "away": "other side"}
_THEN_OTHER = re.compile(r"[,;]? *(and )?(then )(to )?the other( side| leg| arm| foot| pair)?(?=[.])", re.IGNORECASE)


def check_tokens(cue: str) -> None:
    """Raise :class:`CatalogueError` for a token that nobody fills."""
    for token in _TOKEN.findall(cue):
        if token not in TOKENS:
            raise CatalogueError(f"unknown token {{{token}}}; use {{side}}, {{other}}, {{toward}} or {{away}}")


def say(cue: str, side: Side | None) -> str:
    """The cue for one side, beginning with a capital. With no side, "your {side} arm" becomes "your working arm"."""
    if side is None:
        words = _NO_SIDE
    else:
        words = {"side": side.value, "other": side.other.value, "toward": side.value, "away": side.other.value}
    filled = _TOKEN.sub(lambda match: words[match.group(1)], cue)
    return f"{filled[:1].upper()}{filled[1:]}" if cue.startswith("{") else filled


def on_second_side(cues: tuple[str, ...]) -> tuple[str, ...]:
    """The cues as they are said on the side that comes second: without "then the other", which was the first."""
    shortened = (_THEN_OTHER.sub("", cue) for cue in cues)
    return tuple(cue for cue in shortened if cue.strip(" ."))
