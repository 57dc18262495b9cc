"""The floor of a room with everybody's place, to scale, as SVG: a metre is a hundred units, the instructor in front."""

from collections.abc import Collection, Mapping, Sequence
from html import escape

from fairbench.core.body.reach_of import Reach
from fairbench.core.rooms.layout import Spot
from fairbench.core.rooms.room import Room, WallSide
from fairbench.core.rooms.standing import Standing, Stands

from .palette import colour

_METRE = 100
_MARGIN = 60
_HEAD = 26
_THICK = 12
_USUAL_WIDE = 900
"""Up to this width of a room, in its units, names and heads are as large as they are; in a wider one they grow."""
_TEXT = 22
"""A name is a line for its first word and one for the rest: it fits over a metre."""


def floor_svg(
    room: Room,
    standing: Standing,
    names: Mapping[str, str],
    reaches: Mapping[str, Reach],
    spots: Sequence[Spot] = (),
    overlapping: Collection[str] = (),
    movable: bool = False,
) -> str:
    """The front is at the bottom, as the instructor sees the room. Each place has the floor that the widest movement of
    its person takes, dashed in alarm for those of ``overlapping``; a place that is pinned has a thick edge. ``spots``
    that nobody has are small rings. Where people are ``movable`` each can be reached by key."""
    wide, deep = round(room.width * _METRE), round(room.depth * _METRE)
    box = f"{-_MARGIN} {-_MARGIN} {wide + 2 * _MARGIN} {deep + 2 * _MARGIN}"
    taken = {one.spot.number for one in standing.places}
    parts = [
        f'<rect x="0" y="0" width="{wide}" height="{deep}" fill="{colour("@lino")}" stroke="{colour("@steel")}" '
        'stroke-width="4"/>',
        _wall_thing(room, room.door_at, 90, colour("@paper"), "door") if room.door_frames else "",
        _wall_thing(room, room.rail_at, round(room.rail * _METRE), colour("@steel"), "rail") if room.rail else "",
        _scale(deep),
        _person(wide / 2, deep - 62, "you", colour("@slate"), 2),
    ]
    parts += [
        f'<circle class="free-spot" data-spot="{spot.number}" data-x="{spot.x:g}" data-y="{spot.y:g}" '
        f'cx="{spot.x * _METRE:.0f}" cy="{deep - spot.y * _METRE:.0f}" r="{0 if spot.number in taken else 9}" '
        f'fill="none" stroke="{colour("@steel")}" stroke-width="2" stroke-dasharray="5 4"/>'
        for spot in spots
    ]
    parts += [_floor_of(one, deep, reaches[one.person], one.person in overlapping) for one in standing.places]
    large = max(1.0, wide / _USUAL_WIDE)
    parts += [_stands(one, deep, names[one.person], movable, large) for one in standing.places]
    if standing.assistant is not None:
        spot = standing.assistant
        parts.append(_person(spot.x * _METRE, deep - spot.y * _METRE, "assistant", colour("@steady"), 2))
    title = escape(f"{room.name}, {room.width:g} by {room.depth:g} m, with {len(standing.places)} places")
    role = f'role="group" aria-label="{title}"' if movable else 'role="img"'
    told = "" if movable else f"<title>{title}</title>"
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="{box}" {role} font-family="sans-serif">'
        f"{told}{''.join(parts)}</svg>"
    )


def _scale(deep: int) -> str:
    """A metre, so that the picture can be paced out."""
    y = deep + 38
    return (
        f'<path d="M0 {y - 7}v14M0 {y}h{_METRE}M{_METRE} {y - 7}v14" fill="none" stroke="{colour("@slate")}" '
        f'stroke-width="2"/><text x="{_METRE + 10}" y="{y + 7}" font-size="20" fill="{colour("@ink")}">1 m</text>'
    )


def _floor_of(one: Stands, deep: int, reach: Reach, overlaps: bool) -> str:
    """People face the front, which is down: their left is to the right."""
    x, y = one.spot.x * _METRE, deep - one.spot.y * _METRE
    left, top = x - reach.right * _METRE, y - reach.back * _METRE
    edge = f'stroke="{colour("@mist")}" stroke-width="2"'
    if overlaps:
        edge = f'stroke="{colour("@alarm")}" stroke-width="4" stroke-dasharray="12 8"'
    return (
        f'<rect x="{left:.0f}" y="{top:.0f}" width="{reach.wide * _METRE:.0f}" height="{reach.deep * _METRE:.0f}" '
        f'rx="14" fill="{colour("@paper")}" fill-opacity="0.7" {edge}/>'
    )


def _stands(one: Stands, deep: int, name: str, movable: bool, large: float) -> str:
    x, y = one.spot.x * _METRE, deep - one.spot.y * _METRE
    why = "; ".join(wish.because for wish in one.wishes)
    told = f"{name}: {why}" if why else name
    attributes = ""
    if movable:
        place = f"{one.spot.number} {name}{', pinned' if one.pinned else ''}"
        attributes = (
            f' class="stands" tabindex="0" role="button" data-person="{escape(one.person)}" data-x="{one.spot.x:g}" '
            f'data-y="{one.spot.y:g}" aria-pressed="{"true" if one.pinned else "false"}" '
            f'aria-label="{escape(place)}"'
        )
    number = str(one.spot.number)
    return _person(x, y, name, colour("@warm_up"), 6 if one.pinned else 2, told, attributes, large, number)


def _person(
    x: float,
    y: float,
    name: str,
    fill: str,
    edge: int,
    title: str = "",
    attributes: str = "",
    large: float = 1.0,
    number: str = "",
) -> str:
    """A head with its number, and the name under it."""
    head, text = _HEAD * large, _TEXT * large
    told = f"<title>{escape(title)}</title>" if title else ""
    written = [(y + text * 0.36, "700", number)] if number else []
    written += [(y + head + text * line, "400", word) for line, word in enumerate(name.split(maxsplit=1), 1)]
    # Between two texts of a group nothing is drawn: the space is for whoever reads the words aloud.
    words = " ".join(
        f'<text x="{x:.0f}" y="{at:.0f}" font-size="{text:.0f}" font-weight="{weight}" text-anchor="middle" '
        f'fill="{colour("@ink")}">{escape(word)}</text>'
        for at, weight, word in written
    )
    return (
        f'<g{attributes}>{told}<circle cx="{x:.0f}" cy="{y:.0f}" r="{head:.0f}" fill="{fill}" '
        f'stroke="{colour("@ink")}" stroke-width="{edge}"/>{words}</g>'
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
