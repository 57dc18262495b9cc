"""What each role of a shape looks like: on paper, in a dark hall, and in black on white. From ``colours.json``."""

import json
from collections.abc import Mapping
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from fairbench.core.body.drawing.looks import Skin
from fairbench.core.body.drawing.shapes import Role
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.kept import kept

COLOURS = Path(__file__).parent / "colours.json"
"""The one file of colours; the styles of the web are made from it as well."""
INKS = ("paper", "dark", "print")


@dataclass(frozen=True, slots=True)
class Palette:
    """``paper`` is the colour of the gaps; ``fills`` and ``lines`` are by role."""

    paper: str
    fills: Mapping[Role, str]
    lines: Mapping[Role, str]
    edge: Mapping[Role, str]


@kept(64)
def palette(ink: str = "paper", block: BlockKind | None = None, skin: Skin = Skin.TAN) -> Palette:
    """The palette called ``ink``; on paper the working limb wears the colour of the block. In print skin is left as
    it is, so that a copy stays legible."""
    chosen = _file()["figures"][ink]
    fills = _by_role(chosen["fills"]) | _by_role(chosen.get("skins", {}).get(skin.value, {}))
    if block is not None and block.value in chosen["working"]:
        fills |= {Role.WORKING: colour(chosen["working"][block.value])}
    return Palette(colour(chosen["paper"]), fills, _by_role(chosen["lines"]), _by_role(chosen["edges"]))


def colour(value: str) -> str:
    """A colour as ``#rrggbb``, from itself or from ``@`` and its name. Raises KeyError for a name that there is not."""
    if not value.startswith("@"):
        return value
    named: str = _file()["colours"][value[1:]]
    return named


def _by_role(values: Mapping[str, str]) -> dict[Role, str]:
    return {Role(role): colour(value) for role, value in values.items()}


@kept(1)
def _file() -> Any:
    return json.loads(COLOURS.read_text(encoding="utf-8"))
