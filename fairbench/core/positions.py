"""The bases of support a body can rest on, and the level each is at."""

from enum import StrEnum
from functools import cached_property


class Level(StrEnum):
    """How far from the floor a body is."""

    STANDING = "standing"
    SEATED = "seated"
    FLOOR = "floor"


class Position(StrEnum):
    """The base of support of a version."""

    STANDING = "standing"
    STANDING_SUPPORTED = "standing_supported"
    SEATED = "seated"
    SEATED_EDGE = "seated_edge"
    HALF_KNEELING = "half_kneeling"
    KNEELING = "kneeling"
    QUADRUPED = "quadruped"
    FOREARM_QUADRUPED = "forearm_quadruped"
    LONG_SITTING = "long_sitting"
    SIDE_LYING = "side_lying"
    SUPINE = "supine"
    PRONE = "prone"

    @cached_property
    def level(self) -> Level:
        """Standing, seated or floor."""
        if self in (Position.STANDING, Position.STANDING_SUPPORTED):
            return Level.STANDING
        if self in (Position.SEATED, Position.SEATED_EDGE):
            return Level.SEATED
        return Level.FLOOR

    @property
    def words(self) -> str:
        """As it is shown."""
        return _WORDS[self]


_WORDS = {
    Position.STANDING: "standing",
    Position.STANDING_SUPPORTED: "standing with support",
    Position.SEATED: "seated",
    Position.SEATED_EDGE: "seated at the front of the chair",
    Position.HALF_KNEELING: "half kneeling",
    Position.KNEELING: "kneeling",
    Position.QUADRUPED: "on hands and knees",
    Position.FOREARM_QUADRUPED: "on forearms and knees",
    Position.LONG_SITTING: "sitting on the floor",
    Position.SIDE_LYING: "lying on the side",
    Position.SUPINE: "lying on the back",
    Position.PRONE: "lying on the front",
}
