"""What each role of a shape looks like: on paper, in a dark hall, and in black on white."""

from collections.abc import Mapping
from dataclasses import dataclass

from fairbench.core.body.drawing.shapes import Role
from fairbench.core.exercises.aim import BlockKind


@dataclass(frozen=True, slots=True)
class Palette:
    """``paper`` is the colour of the gaps; ``fills`` and ``lines`` are by role."""

    paper: str
    fills: Mapping[Role, str]
    lines: Mapping[Role, str]
    edge: Mapping[Role, str]


_PAPER = {
    Role.TOP: "#4d6584",
    Role.LEGS: "#24354a",
    Role.FAR_TOP: "#93a5ba",
    Role.FAR_LEGS: "#8494a8",
    Role.WORKING: "#bf4b34",
    Role.SKIN: "#d9a883",
    Role.FAR_SKIN: "#e6c9b2",
    Role.HAIR: "#c3ccd8",
    Role.SHOE: "#17202b",
    Role.FAR_SHOE: "#75859a",
    Role.EYE: "#17202b",
    Role.PROP: "#f5b82e",
    Role.SURFACE: "#c9d2dd",
    Role.SURFACE_TOP: "#dde3ea",
    Role.GROUND: "#c3d0dc",
}
_PAPER_LINES = {
    Role.PROP_LINE: "#d99206",
    Role.SURFACE_LINE: "#a9b6c5",
    Role.GROUND: "#b4c2d2",
    Role.GHOST: "#a9b6c5",
    Role.PATH: "#17202b",
}
_EDGES = {Role.PROP: "#17202b", Role.HAIR: "#7d8da1"}
_WORKING = {
    BlockKind.SETTLE: "#776fa0",
    BlockKind.WARM_UP: "#e0861b",
    BlockKind.STRENGTHEN: "#c9503a",
    BlockKind.STEADY: "#1f8f8b",
    BlockKind.STRETCH: "#3d7cc9",
    BlockKind.CLOSE: "#7f5f8c",
}
_DARK = {
    **_PAPER,
    Role.TOP: "#b9c7d8",
    Role.LEGS: "#8ba0ba",
    Role.FAR_TOP: "#5f7491",
    Role.FAR_LEGS: "#536884",
    Role.FAR_SKIN: "#9a7d68",
    Role.HAIR: "#f4f6f9",
    Role.SHOE: "#dfe6ee",
    Role.FAR_SHOE: "#60748f",
    Role.SURFACE: "#33465e",
    Role.SURFACE_TOP: "#415773",
    Role.GROUND: "#2a3a50",
}

_DARK_LINES = {
    Role.PROP_LINE: "#f5b82e",
    Role.SURFACE_LINE: "#4a617f",
    Role.GROUND: "#526986",
    Role.GHOST: "#4a617f",
    Role.PATH: "#f4f6f9",
}
_PRINT = {
    **_PAPER,
    Role.TOP: "#8a8a8a",
    Role.LEGS: "#4a4a4a",
    Role.FAR_TOP: "#c4c4c4",
    Role.FAR_LEGS: "#b4b4b4",
    Role.WORKING: "#000000",
    Role.SKIN: "#e4e4e4",
    Role.FAR_SKIN: "#eeeeee",
    Role.HAIR: "#ffffff",
    Role.SHOE: "#111111",
    Role.FAR_SHOE: "#999999",
    Role.EYE: "#000000",
    Role.PROP: "#ffffff",
    Role.SURFACE: "#e2e2e2",
    Role.SURFACE_TOP: "#f1f1f1",
    Role.GROUND: "#dddddd",
}
_PRINT_LINES = {
    Role.PROP_LINE: "#555555",
    Role.SURFACE_LINE: "#bbbbbb",
    Role.GROUND: "#999999",
    Role.GHOST: "#bbbbbb",
    Role.PATH: "#000000",
}
_PRINT_EDGES = {Role.PROP: "#000000", Role.HAIR: "#000000", Role.SKIN: "#555555"}

INKS = ("paper", "dark", "print")


def palette(ink: str = "paper", block: BlockKind | None = None) -> Palette:
    """The palette called ``ink``; the working limb wears the colour of the block, but not in print."""
    if ink == "print":
        return Palette("#ffffff", _PRINT, _PRINT_LINES, _PRINT_EDGES)
    fills, lines, paper = (_DARK, _DARK_LINES, "#17202b") if ink == "dark" else (_PAPER, _PAPER_LINES, "#ffffff")
    if ink == "dark":
        return Palette(
            paper, {**fills, Role.WORKING: "#f5b82e", Role.PROP: "#e39a2d"}, {**lines, Role.PROP_LINE: "#e39a2d"}, {}
        )
    working = _WORKING[block] if block else fills[Role.WORKING]
    return Palette(paper, {**fills, Role.WORKING: working}, lines, _EDGES)
