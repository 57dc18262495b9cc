"""A movement told in words, from its poses: what a picture says to somebody who cannot see it."""

from collections.abc import Iterator
from itertools import pairwise

from ..counted import together
from ..positions import Position
from ..sides import Side
from .movement import Movement, solved
from .path import Path
from .pose.contacts import HAND
from .support.holding import Solved
from .view import View

_LITTLE = 8.0
"""Degrees below which a change is not worth a word."""
_LIFTED = 0.06
"""Statures by which an ankle rises or sinks where the foot lifts or lowers."""
_TIPPED = 0.02
"""Statures by which a heel or the toes rise or sink where that is said."""
_RISE = 0.045
_POSITION_WORDS = {
    Position.SEATED: "Sitting on a chair",
    Position.SEATED_EDGE: "Sitting at the front of a chair",
    Position.STANDING: "Standing",
    Position.STANDING_SUPPORTED: "Standing with support",
    Position.HALF_KNEELING: "Kneeling on one knee",
    Position.KNEELING: "Kneeling",
    Position.QUADRUPED: "On hands and knees",
    Position.FOREARM_QUADRUPED: "On forearms and knees",
    Position.LONG_SITTING: "Sitting on the floor with long legs",
    Position.SIDE_LYING: "Lying on the side",
    Position.SUPINE: "Lying on the back",
    Position.PRONE: "Lying on the front",
}


def told(movement: Movement, view: View | None = None, side: Side = Side.RIGHT) -> str:
    """The start, then what moves, in two or three short sentences."""
    poses = [pose for _, pose in solved(movement, side)]
    start, end = poses[0], poses[-1]
    sentences = [f"{_POSITION_WORDS[start.pose.position]}, seen {(view or movement.view).words}"]
    hands = _hands(start)
    if hands:
        sentences[0] += f"; {hands}"
    props = sorted({item.prop.replace("-", " ") for item in movement.held})
    if props:
        sentences[0] += f"; with {_listed(props)}"
    legs = _legs_told(poses) or [_leg_told(start, end)]
    sentences.append("; then ".join(filter(None, legs)).capitalize() or "Nothing moves; the pose is held")
    if movement.path is Path.CLOSED:
        sentences.append("Then on to where it began, all round")
    return ". ".join(sentences) + "."


def _legs_told(poses: list[Solved]) -> list[str]:
    """Each way from pose to pose in one clause, without what only goes on from the one before."""
    clauses: list[str] = []
    before: list[str] = []
    for a, b in pairwise(poses):
        moves = _changes(a, b)
        clauses.append(_listed([move for move in moves if move not in before]))
        before = moves
    return [clause for clause in clauses if clause]


def _leg_told(a: Solved, b: Solved) -> str:
    """What changes from one pose to another, in one clause; nothing where nothing does."""
    return _listed(_changes(a, b))


def _changes(a: Solved, b: Solved) -> list[str]:
    moves = _merged(list(_moves(a, b)))
    if a.pose.position is not b.pose.position:
        moves.insert(0, f"comes to {_POSITION_WORDS[b.pose.position].lower()}")
    return moves


def _hands(start: Solved) -> str:
    left, right = (_thing(start.hands[side]) for side in Side)
    if start.hands[Side.LEFT] == start.hands[Side.RIGHT]:
        return "" if start.hands[Side.LEFT] == "free" else f"hands {_at(left)}"
    parts = []
    for side, words in ((Side.RIGHT, right), (Side.LEFT, left)):
        if words != "free":
            parts.append(f"{side} hand {_at(words)}")
    return _listed(parts)


def _thing(name: str) -> str:
    return HAND[name].words if name in HAND else name.replace("-", " ")


def _at(words: str) -> str:
    return words if words.startswith(("in ", "together", "overhead")) else f"on {words}"


def _moves(a: Solved, b: Solved) -> Iterator[tuple[str, str, str]]:
    """What changes, as (side or "", part, what it does)."""
    yield from _trunk(a, b)
    for side in (Side.RIGHT, Side.LEFT):
        yield from _arm(a, b, side)
        yield from _leg(a, b, side)


def _change(a: Solved, b: Solved, *names: str) -> float:
    return sum(b.angles[name] - a.angles[name] for name in names)


def _trunk(a: Solved, b: Solved) -> Iterator[tuple[str, str, str]]:
    flex = _change(a, b, "lumbar_flex", "thoracic_flex")
    if abs(flex) > _LITTLE:
        yield "", "back", "rounds" if flex > 0 else "lengthens"
    turn, bend = _change(a, b, "lumbar_turn", "thoracic_turn"), _change(a, b, "lumbar_side", "thoracic_side", "tip")
    if abs(turn) > _LITTLE:
        yield "", "trunk", f"turns to the {_way(turn)}"
    if abs(bend) > _LITTLE - 2:
        yield "", "trunk", f"bends to the {_way(bend)}"
    lean = _change(a, b, "lean")
    if abs(lean) > _LITTLE:
        yield "", "trunk", "leans forward" if lean > 0 else "leans back"
    nod, look, tilt = (_change(a, b, name) for name in ("neck_flex", "neck_turn", "neck_side"))
    if abs(nod) > _LITTLE:
        yield "", "head", "nods" if nod > 0 else "lifts"
    if abs(look) > _LITTLE:
        yield "", "head", f"turns to the {_way(look)}"
    if abs(tilt) > _LITTLE:
        yield "", "head", f"tilts to the {_way(tilt)}"
    rise = b.points["hips"][2] - a.points["hips"][2]
    if abs(rise) > _RISE:
        yield "", "hips", "rise" if rise > 0 else "sink"


def _way(angle: float) -> str:
    return "left" if angle > 0 else "right"


def _arm(a: Solved, b: Solved, side: Side) -> Iterator[tuple[str, str, str]]:
    up = b.points[f"{side}_palm"][2] - a.points[f"{side}_palm"][2]
    out = abs(b.points[f"{side}_palm"][1]) - abs(a.points[f"{side}_palm"][1])
    elbow = _change(a, b, f"{side}_elbow_flex")
    if abs(up) > 0.08:
        yield side, "arm", "rises" if up > 0 else "lowers"
    if abs(out) > 0.1:
        yield side, "arm", "opens to the side" if out > 0 else "closes to the middle"
    if abs(elbow) > 20:
        yield side, "elbow", "bends" if elbow > 0 else "straightens"
    lift = _change(a, b, f"{side}_blade_lift")
    if abs(lift) > _LITTLE:
        yield side, "shoulder", "lifts" if lift > 0 else "sinks"
    wrist = _change(a, b, f"{side}_wrist_flex")
    if a.hands[side] == b.hands[side] == "free" and abs(wrist) > 20:
        yield side, "wrist", "bends"


def _leg(a: Solved, b: Solved, side: Side) -> Iterator[tuple[str, str, str]]:
    p = f"{side}_"
    knee = _change(a, b, p + "knee_flex")
    ahead = b.points[p + "ankle"][0] - a.points[p + "ankle"][0]
    aside = abs(b.points[p + "ankle"][1]) - abs(a.points[p + "ankle"][1])
    lifted = abs(_rise(a, b, p + "ankle")) > _LIFTED
    yield from _foot(a, b, side)
    if abs(knee) > 15:
        yield side, "knee", "bends" if knee > 0 else "straightens"
    if abs(aside) > 0.05:
        yield side, "foot", "moves out" if aside > 0 else "moves in"
    elif abs(ahead) > 0.07 and not lifted:
        yield side, "foot", "moves forward" if ahead > 0 else "moves back"
    opened = _change(a, b, p + "hip_abduct")
    if abs(opened) > 12 and abs(aside) <= 0.05:
        yield side, "knee", "opens out" if opened > 0 else "closes in"


def _rise(a: Solved, b: Solved, point: str) -> float:
    return b.points[point][2] - a.points[point][2]


def _foot(a: Solved, b: Solved, side: Side) -> Iterator[tuple[str, str, str]]:
    """The foot as a whole where it leaves the ground or comes down; else the heel or the toes."""
    ankle, heel, toe = (_rise(a, b, f"{side}_{point}") for point in ("ankle", "heel", "toe"))
    if abs(ankle) > _LIFTED:
        yield side, "foot", "lifts" if ankle > 0 else "lowers"
    elif heel > _TIPPED and toe < _TIPPED:
        yield side, "heel", "lifts"
    elif toe > _TIPPED and heel < _TIPPED:
        yield side, "toes", "lift"
    elif heel < -_TIPPED and abs(toe) < _TIPPED:
        yield side, "heel", "lowers"


_PLURAL = {"foot": "feet", "toes": "toes"}


def _merged(moves: list[tuple[str, str, str]]) -> list[str]:
    """Sentences without repeats: what both sides do is said once."""
    parts: list[str] = []
    for side, part, does in moves:
        if not side:
            parts.append(f"the {part} {does}" if part != "hips" else f"the hips {does}")
        elif (Side(side).other, part, does) in moves:
            both = f"both {_PLURAL.get(part, part + 's')} {_many(does)}"
            if both not in parts:
                parts.append(both)
        else:
            parts.append(f"the {side} {part} {does}")
    return parts


def _many(does: str) -> str:
    """``rises`` of several is ``rise``."""
    verb, _, rest = does.partition(" ")
    plain = verb[:-1] if verb.endswith("s") else verb
    return f"{plain} {rest}".strip()


def _listed(parts: list[str]) -> str:
    return together(parts)
