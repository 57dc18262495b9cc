"""Where the mass of a body is."""

from collections.abc import Iterator, Mapping

from ...sides import Side
from . import segments as s
from .skeleton import Body
from .vectors import Vector, lerp

Piece = tuple[float, Vector]
"""A share of body mass, or kilograms of a load, and where it is."""


def trunk_pieces(body: Body) -> Iterator[tuple[str, Piece]]:
    """Every part of the trunk and head with its centre, in statures, and its share of body weight."""
    p = body.points
    yield "pelvis", (s.PELVIS_MASS, lerp(p["hips"], p["low"], 0.4))
    yield "abdomen", (s.ABDOMEN_MASS, lerp(p["low"], p["mid"], 0.5))
    yield "thorax", (s.THORAX_MASS, lerp(p["mid"], p["chest"], 0.5))
    yield "head", (s.HEAD_MASS, p["head"])


_ENDS = {
    "upper_arm": ("shoulder", "elbow"),
    "forearm": ("elbow", "wrist"),
    "hand": ("wrist", "fingers"),
    "thigh": ("hip", "knee"),
    "shank": ("knee", "ankle"),
    "foot": ("heel", "toe"),
}
ARM_PARTS = ("upper_arm", "forearm", "hand")
LEG_PARTS = ("thigh", "shank", "foot")


def limb_pieces(body: Body, side: Side, parts: tuple[str, ...]) -> Iterator[Piece]:
    """Parts of one side's limbs with their centres, in statures, and shares of body weight."""
    for part in parts:
        near, far = _ENDS[part]
        segment = s.SEGMENTS[part]
        yield segment.mass, lerp(body.points[f"{side}_{near}"], body.points[f"{side}_{far}"], segment.centre)


def pieces(body: Body) -> Iterator[Piece]:
    """Every segment; the shares add up to one."""
    for _, piece in trunk_pieces(body):
        yield piece
    for side in Side:
        yield from limb_pieces(body, side, ARM_PARTS)
        yield from limb_pieces(body, side, LEG_PARTS)


def centre_of_mass(body: Body, loads: Mapping[str, float] | None = None, body_mass: float = 70.0) -> Vector:
    """The centre of the body and of what it holds; ``loads`` in kg by the point that holds them."""
    total = x = y = z = 0.0
    every = list(pieces(body))
    every += [(kg / body_mass, body.points[point]) for point, kg in (loads or {}).items()]
    for mass, (px, py, pz) in every:
        total += mass
        x += mass * px
        y += mass * py
        z += mass * pz
    return (x / total, y / total, z / total)
