"""The floor of a room with everybody's place, to scale, as SVG: a metre is a hundred units, the instructor in front."""

from collections.abc import Mapping
from html import escape

from fairbench.core.body.reach_of import Reach
from fairbench.core.rooms.room import Room, WallSide
from fairbench.core.rooms.standing import Standing

from .palette import colour

_METRE = 100
_MARGIN = 60
_HEAD = 26
_THICK = 12
_TEXT = 20
"""A name is a line for its first word and one for the rest: it fits over a metre."""


def floor_svg(room: Room, standing: Standing, names: Mapping[str, str], reaches: Mapping[str, Reach]) -> str:
    """The front is at the bottom, as the instructor sees the room. Each place has the floor that the widest movement of
    its person takes; a place that is pinned has a thick edge."""
    wide, deep = round(room.width * _METRE), round(room.depth * _METRE)
    box = f"{-_MARGIN} {-_MARGIN} {wide + 2 * _MARGIN} {deep + 2 * _MARGIN}"
    parts = [
        f'<rect x="0" y="0" width="{wide}" height="{deep}" fill="{colour("@lino")}" stroke="{colour("@steel")}" '
        'stroke-width="4"/>',
        _wall_thing(room, room.door_at, 90, colour("@paper"), "door") if room.door_frames else "",
        _wall_thing(room, room.rail_at, round(room.rail * _METRE), colour("@steel"), "rail") if room.rail else "",
        _person(wide / 2, deep - 62, "you", colour("@slate"), 2),
    ]
    for one in standing.places:
        x, y = one.spot.x * _METRE, deep - one.spot.y * _METRE
        parts.append(_floor_of(x, y, reaches[one.person]))
    for one in standing.places:
        x, y = one.spot.x * _METRE, deep - one.spot.y * _METRE
        name = names[one.person]
        why = "; ".join(wish.because for wish in one.wishes)
        parts.append(_person(x, y, name, colour("@warm_up"), 5 if one.pinned else 2, f"{name}: {why}" if why else name))
    if standing.assistant is not None:
        spot = standing.assistant
        parts.append(_person(spot.x * _METRE, deep - spot.y * _METRE, "assistant", colour("@steady"), 2))
    title = escape(f"{room.name}, {room.width:g} by {room.depth:g} m, with {len(standing.places)} places")
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="{box}" role="img" font-family="sans-serif">'
        f"<title>{title}</title>{''.join(parts)}</svg>"
    )


def _floor_of(x: float, y: float, reach: Reach) -> str:
    """People face the front, which is down: their left is to the right."""
    left, top = x - reach.right * _METRE, y - reach.back * _METRE
    return (
        f'<rect x="{left:.0f}" y="{top:.0f}" width="{reach.wide * _METRE:.0f}" height="{reach.deep * _METRE:.0f}" '
        f'rx="14" fill="{colour("@paper")}" stroke="{colour("@mist")}" stroke-width="2"/>'
    )


def _person(x: float, y: float, name: str, fill: str, edge: int, title: str = "") -> str:
    told = f"<title>{escape(title)}</title>" if title else ""
    lines = "".join(
        f'<tspan x="{x:.0f}" dy="{_TEXT if number else 0}">{escape(line)}</tspan>'
        for number, line in enumerate(name.split(maxsplit=1))
    )
    return (
        f'<g>{told}<circle cx="{x:.0f}" cy="{y:.0f}" r="{_HEAD}" fill="{fill}" stroke="{colour("@ink")}" '
        f'stroke-width="{edge}"/><text y="{y + _HEAD + _TEXT:.0f}" font-size="{_TEXT}" text-anchor="middle" '
        f'fill="{colour("@ink")}">{lines}</text></g>'
    )


def _wall_thing(room: Room, wall: WallSide, length: int, fill: str, name: str) -> str:
    """A bar in the middle of a wall, with its name outside the room."""
    wide, deep = room.width * _METRE, room.depth * _METRE
    x, y, across = {
        WallSide.FRONT: (wide / 2, deep, True),
        WallSide.BACK: (wide / 2, 0.0, True),
        WallSide.LEFT: (0.0, deep / 2, False),
        WallSide.RIGHT: (wide, deep / 2, False),
    }[wall]
    w, h = (length, _THICK) if across else (_THICK, length)
    label_x, label_y = x, y
    if across:
        label_y += 40 if y else -24
    else:
        label_x += 34 if x else -34
    return (
        f'<rect x="{x - w / 2:.0f}" y="{y - h / 2:.0f}" width="{w}" height="{h}" fill="{fill}" '
        f'stroke="{colour("@slate")}" stroke-width="2"/><text x="{label_x:.0f}" y="{label_y:.0f}" font-size="22" '
        f'text-anchor="middle" fill="{colour("@ink")}">{name}</text>'
    )
