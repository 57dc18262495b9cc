"""Poses for tests: drawn from all joints within what a stiff older adult can do."""

from hypothesis import strategies as st

from fairbench.core.body.movement import Movement
from fairbench.core.body.pose.joints import LIMB, SPINE
from fairbench.core.body.pose.pose import Pose, PoseSpec
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.positions import Position
from fairbench.core.sides import Side

SHELF = load_shelf()
VERSIONS = [(exercise, version) for exercise in SHELF for version in exercise.versions]
IDS = [f"{exercise.id}/{version.id}" for exercise, version in VERSIONS]

_ARMS = [name for name in LIMB if name.startswith(("shoulder", "elbow", "forearm", "wrist", "blade"))]
_SPANS = {name: (span.stiff_least, span.stiff_most) for name, span in SPINE.items()}
_SPANS |= {f"{side}_{name}": (LIMB[name].stiff_least, LIMB[name].stiff_most) for side in Side for name in _ARMS}


def angles() -> st.SearchStrategy[dict[str, float]]:
    """A few joints of the trunk and arms, each within its range."""
    one = st.sampled_from(sorted(_SPANS)).flatmap(
        lambda name: st.tuples(st.just(name), st.floats(*_SPANS[name], allow_nan=False))
    )
    return st.lists(one, max_size=8).map(dict)


def free_poses() -> st.SearchStrategy[Pose]:
    """Standing or sitting with free arms, so that every angle drawn is one that holds."""
    return st.builds(
        lambda drawn, position: Pose(position, drawn, ("free", "free")),
        angles(),
        st.sampled_from([Position.STANDING, Position.SEATED, Position.KNEELING, Position.LONG_SITTING]),
    )


def versions() -> st.SearchStrategy[Movement]:
    """A movement from the shelf."""
    return st.sampled_from([version.movement for _, version in VERSIONS])


def still(position: Position, arms: str = "", **numbers: float) -> Movement:
    """One pose held: a movement that goes nowhere."""
    spec = PoseSpec(position, tuple(sorted(numbers.items())), (arms, arms))
    return Movement((("start", spec), ("end", spec)))
