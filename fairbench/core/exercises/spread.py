"""How the shelf is spread: by family, position and prop, so that gaps show."""

from collections import Counter
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import TypeVar

from ..positions import Level, Position
from .aim import Family
from .exercise import Version
from .shelf import Shelf

PLACES: Mapping[str, str] = {
    "seated": "seated",
    "standing": "standing and supported",
    "mat": "on the mat",
    "wall": "wall, door frame or rail",
}
_AT_WALL = frozenset({"wall", "door-frame", "rail"})
PROP_GROUPS: Mapping[str, tuple[str, ...]] = {
    "band": ("band", "band-loop"),
    "roller": ("roller", "half-roller"),
    "ring or ball": ("flex-ring", "small-ball", "large-ball"),
    "stick": ("stick",),
    "weights": ("hand-weight", "ankle-weight", "bottle"),
}


@dataclass(frozen=True, slots=True)
class Count:
    """So many exercises have at least one such version, and so many versions are such."""

    exercises: int
    versions: int


NONE = Count(0, 0)
Key = TypeVar("Key")


@dataclass(frozen=True, slots=True)
class Spread:
    """How many exercises and versions there are of each kind."""

    total: Count
    families: Mapping[Family, Count]
    places: Mapping[str, Count]
    positions: Mapping[Position, Count]
    groups: Mapping[str, Count]
    props: Mapping[str, Count]


def spread(shelf: Shelf) -> Spread:
    """Count everything on the shelf."""
    family_of = {version: exercise.family for exercise in shelf for version in exercise.versions}
    families = _by(shelf, lambda version: [family_of[version]])
    places = _by(shelf, places_of)
    positions = _by(shelf, lambda version: [version.position])
    groups = _by(shelf, lambda v: [name for name, props in PROP_GROUPS.items() if set(props) & set(v.props)])
    props = _by(shelf, lambda version: version.props)
    return Spread(
        total=Count(len(shelf), sum(len(exercise.versions) for exercise in shelf)),
        families={family: families.get(family, NONE) for family in Family},
        places={place: places.get(place, NONE) for place in PLACES},
        positions={position: positions.get(position, NONE) for position in Position},
        groups={group: groups.get(group, NONE) for group in PROP_GROUPS},
        props={prop: props.get(prop, NONE) for prop in shelf.props},
    )


def _by(shelf: Shelf, keys_of: Callable[[Version], Iterable[Key]]) -> dict[Key, Count]:
    """Exercises and versions by each key that a version has."""
    exercises: Counter[Key] = Counter()
    versions: Counter[Key] = Counter()
    for exercise in shelf:
        keys = [set(keys_of(version)) for version in exercise.versions]
        exercises.update(set().union(*keys))
        for some in keys:
            versions.update(some)
    return {key: Count(exercises[key], versions[key]) for key in versions}


def places_of(version: Version) -> frozenset[str]:
    """Where a version can be done, by :data:`PLACES`."""
    at_wall = {"wall"} if _AT_WALL & set(version.props) else set()
    level = {Level.SEATED: "seated", Level.STANDING: "standing", Level.FLOOR: "mat"}[version.position.level]
    return frozenset(at_wall | {level})
