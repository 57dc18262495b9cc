"""A movement as an exercise's version carries it, and what it works out to.

A movement is pure data: two to eight named poses and the path through them, the view that shows it best, what is
held and how heavy it is, and what no pose can show. Everything else here is worked out from it, once for each side.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from ..kept import Kept, kept, shared
from ..sides import Side
from .demands import Demand, demands_of, least_of, mirrored
from .held import Held
from .path import Path, frames_of, legs_of
from .pose.joints import PoseError
from .pose.pose import Pose, PoseSpec
from .statics.statics import Statics, statics
from .support.between import between, reached, solve_all
from .support.holding import Solved
from .view import View

_KEPT = 4096
_IN_HANDS = frozenset(
    {
        "hands",
        "hand",
        "foot",
        "other-foot",
        "feet",
        "hand-foot",
        "front",
        "front-high",
        "front-low",
        "side",
        "own-side",
        "back",
        "behind",
        "chest",
        "under-hand",
        "upright",
    }
)
_ONE_HAND = frozenset({"hand", "hand-foot", "under-hand", "upright"})
_NEVER_GRIPPED = frozenset({"cushion", "folded-blanket", "roller", "large-ball", "small-ball", "block", "pedals"})


@dataclass(frozen=True, slots=True)
class Movement:
    """``poses`` are (name, pose) in order. ``load`` is kilograms in each hand or on each ankle that has a weight.

    ``declared`` are the declared demands, 0 to 3. ``mat`` lays a mat under what is not on the floor anyway.
    ``at_least`` is what the poses do not show though it could be measured: (demand, the least that is asked).
    ``path`` says how it goes on from the last pose, ``pace`` what part of the time each way from pose to pose takes
    (nothing: all the same).
    ``works`` names what trains where it is not what moves: ``side_leg``, ``other_arm``, ``trunk``, ``head``.
    """

    poses: tuple[tuple[str, PoseSpec], ...]
    view: View = View.SIDE
    held: tuple[Held, ...] = ()
    load: float = 0.0
    declared: tuple[tuple[str, float], ...] = ()
    mat: bool = False
    works: tuple[str, ...] = ()
    at_least: tuple[tuple[str, float], ...] = ()
    path: Path = Path.THERE_AND_BACK
    pace: tuple[float, ...] = ()

    def least_asked(self, side: Side) -> tuple[tuple[str, Side | None, float], ...]:
        """What the poses do not show, with ``side`` working: ``side_hand_share`` is of the working side alone."""
        return tuple(
            (what.removeprefix("side_"), side if what.startswith("side_") else None, value)
            for what, value in self.at_least
        )

    def grips(self, side: Side) -> frozenset[Side]:
        """The hands that hold a thing fast, with ``side`` working. What lies soft on the palms is not gripped; in one
        hand and with effort it is squeezed. What somebody holds on to is not counted: a hand that cannot close rests
        on the rail, and nobody is taken off it for that."""
        effort = dict(self.declared).get("strain", 0) > 0
        hands: set[Side] = set()
        for item in self.held:
            in_one = item.where in _ONE_HAND
            if item.where in _IN_HANDS and (item.prop not in _NEVER_GRIPPED or (in_one and effort)):
                hands |= {side} if in_one else set(Side)
        return frozenset(hands)


@kept(_KEPT)
def solved(movement: Movement, side: Side = Side.RIGHT) -> tuple[tuple[str, Solved], ...]:
    """Every pose held up, with ``side`` working. Raises :class:`PoseError` with the pose as its place."""
    names = [name for name, _ in movement.poses]
    return tuple(zip(names, solve_all(posed(movement, side)), strict=True))


def posed(movement: Movement, side: Side) -> tuple[tuple[str, Pose], ...]:
    """The poses with ``side`` working, before anything holds them up."""
    poses = []
    for name, spec in movement.poses:
        try:
            poses.append((name, spec.pose(side)))
        except PoseError as error:
            raise error.within(name) from None
    return tuple(poses)


def loads(movement: Movement, side: Side = Side.RIGHT) -> Mapping[str, float]:
    """Kilograms by the point that carries them."""
    found: dict[str, float] = {}
    if not movement.load:
        return found
    for item in movement.held:
        if item.prop in ("hand-weight", "bottle"):
            for limb_side in tuple(Side) if item.where in ("hands", "chest") else (side,):
                found[f"{limb_side}_palm"] = movement.load
        elif item.prop == "ankle-weight":
            for limb_side in tuple(Side) if item.where == "ankles" else (side,):
                found[f"{limb_side}_ankle"] = movement.load
    return found


Known = Mapping[Movement, tuple[Demand, ...]]
KNOWN: Kept[Movement, tuple[Demand, ...]] = shared(_KEPT)
"""What movements ask with the right side working, read where a start of this very code kept it."""


def remember(known: Known) -> None:
    """Take what movements ask with the right side working as it was worked out before by this very code."""
    for movement, asked in known.items():
        KNOWN.put(movement, asked)


@kept(_KEPT)
def demands(movement: Movement, side: Side = Side.RIGHT) -> tuple[Demand, ...]:
    """What the movement asks with ``side`` working, the most of all its poses and of the moments halfway between
    them. The left side asks the mirror of the right."""
    if side is Side.LEFT:
        return mirrored(demands(movement, Side.RIGHT))
    known = KNOWN.get(movement)
    return known if known is not None else work_out(movement, side)


def work_out(movement: Movement, side: Side) -> tuple[Demand, ...]:
    """What :func:`demands` finds, with the body really held up on that side."""
    return demands_of(
        solved(movement, side),
        loads(movement, side),
        dict(movement.declared),
        movement.grips(side),
        movement.least_asked(side),
        on_the_way(movement, side),
    )


def on_the_way(movement: Movement, side: Side) -> tuple[tuple[str, Solved], ...]:
    """The moments halfway between the poses, which are weighed as well: an arm that is raised overhead is longest on
    the way, and whoever steps up hangs on one knee there. Left out where what holds the body up changes, and where no
    joint turns far."""
    found: list[tuple[str, Solved]] = []
    for (name, a), (next_name, b) in legs_of(solved(movement, side), movement.path):
        if a.pose.position is b.pose.position and _turns_far(a, b):
            halfway = between(a, b, 0.5)
            if _bearing(halfway) >= _bearing(a) & _bearing(b):
                found.append((f"{name} to {next_name}", halfway))
    return tuple(found)


_FAR = 25.0
"""Degrees; a limb that turns by less is on its way at most 1 − cos 12.5° = 2.4 % longer than at an end."""


def _turns_far(a: Solved, b: Solved) -> bool:
    return any(abs(b.angles[name] - angle) > _FAR for name, angle in a.angles.items())


def _bearing(pose: Solved) -> set[str]:
    return {contact.part for contact in pose.contacts if contact.bears}


@kept(_KEPT)
def least(movement: Movement, side: Side = Side.RIGHT) -> Mapping[tuple[str, Side | None], float]:
    """The least that any pose asks of each thing and side, with ``side`` working."""
    return least_of(solved(movement, side), loads(movement, side))


def balances(movement: Movement, side: Side = Side.RIGHT) -> tuple[tuple[str, Statics], ...]:
    """Centre, shares, steadiness and moments of each pose."""
    held = loads(movement, side)
    return tuple((name, statics(pose, held)) for name, pose in solved(movement, side))


STEPS = 12
"""Steps from one pose to the next that a moving figure shows; what shows fewer takes some of them."""


def check_way(movement: Movement) -> None:
    """Hold every pose up and go from each to the next as the moving figure does. The other side is the mirror.

    Raises :class:`PoseError` where nothing holds a pose up, or where no body gets from one to the next.
    """
    for (name, a), (_, b) in legs_of(solved(movement), movement.path):
        for step in range(1, STEPS):
            try:
                reached(a, b, step / STEPS)
            except PoseError as error:
                raise PoseError(f"on the way from {name}: {error.message}", error.place) from None


def steps(movement: Movement, side: Side, count: int) -> tuple[Solved, ...]:
    """The whole way through the poses, both ends included, in equal moments: ``count`` from pose to pose, or shared out
    by the movement's pace. A closed path ends where it began."""
    poses = tuple(pose for _, pose in solved(movement, side))
    legs = legs_of(poses, movement.path)
    way = [poses[0]]
    for (a, b), number in zip(legs, frames_of(len(legs), count, movement.pace), strict=True):
        way += [between(a, b, k / number) for k in range(1, number + 1)]
    return tuple(way)


WORKS = ("side_arm", "other_arm", "arms", "side_leg", "other_leg", "legs", "trunk", "head")
"""What can be named as what trains."""


def working(movement: Movement, side: Side) -> frozenset[str] | None:
    """The named working parts as parts of the body, or None where what moves is what works."""
    if not movement.works:
        return None
    found: set[str] = set()
    for part in movement.works:
        who, _, limb = part.partition("_")
        if part in ("arms", "legs"):
            found |= {f"{limb_side}_{part[:-1]}" for limb_side in Side}
        else:
            found.add(f"{side if who == 'side' else side.other}_{limb}" if limb else part)
    return frozenset(found)
