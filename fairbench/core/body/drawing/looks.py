"""Who the figure is: build, skin, glasses, and what it gets about with. How a pose is held, and what it asks, stays."""

from dataclasses import dataclass
from enum import StrEnum
from itertools import product

from ...errors import InputError


class Build(StrEnum):
    """How broad trunk and limbs are drawn."""

    SLIGHT = "slight"
    MEDIUM = "medium"
    BROAD = "broad"

    @property
    def trunk(self) -> float:
        """How wide the trunk is, of the medium one."""
        return {"slight": 0.9, "medium": 1.0, "broad": 1.16}[self.value]

    @property
    def limbs(self) -> float:
        """How thick the limbs are, of the medium ones."""
        return {"slight": 0.9, "medium": 1.0, "broad": 1.12}[self.value]


class Skin(StrEnum):
    """The tone of the skin."""

    LIGHT = "light"
    TAN = "tan"
    DARK = "dark"


class Aid(StrEnum):
    """What somebody gets about with; drawn where the movement is done with it."""

    NONE = ""
    STICK = "stick"
    WHEELCHAIR = "wheelchair"

    @property
    def words(self) -> str:
        """``walking stick``."""
        return {"": "none", "stick": "walking stick", "wheelchair": "wheelchair"}[self.value]


@dataclass(frozen=True, slots=True)
class Looks:
    """What the figure looks like, the same in every picture of a practice."""

    build: Build = Build.MEDIUM
    skin: Skin = Skin.TAN
    glasses: bool = False
    aid: Aid = Aid.NONE

    @property
    def code(self) -> str:
        """In one word, such as ``broad-dark-glasses-stick``; nothing for the usual looks."""
        if self == USUAL:
            return ""
        worn = ["glasses"] if self.glasses else []
        return "-".join([self.build, self.skin, *worn, *([self.aid] if self.aid else [])])


USUAL = Looks()


def read_looks(code: str) -> Looks:
    """The looks of a code. Raises :class:`InputError` for what is none."""
    if not code:
        return USUAL
    looks = _EVERY.get(code)
    if looks is None:
        raise InputError(f"there are no looks '{code[:30]}'", "looks")
    return looks


_EVERY = {looks.code: looks for looks in (Looks(*one) for one in product(Build, Skin, (False, True), Aid))}
