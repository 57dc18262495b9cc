"""Who the figure is: its build, its skin, whether it wears glasses. How a pose is held, and what it asks, stays."""

from dataclasses import dataclass
from enum import StrEnum

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


@dataclass(frozen=True, slots=True)
class Looks:
    """What the figure looks like, the same in every picture of a practice."""

    build: Build = Build.MEDIUM
    skin: Skin = Skin.TAN
    glasses: bool = False

    @property
    def code(self) -> str:
        """In one word, such as ``broad-dark-glasses``; nothing for the usual looks."""
        if self == USUAL:
            return ""
        return "-".join([self.build, self.skin, *(["glasses"] if self.glasses else [])])


USUAL = Looks()


def read_looks(code: str) -> Looks:
    """The looks of a code. Raises :class:`InputError` for what is none."""
    if not code:
        return USUAL
    build, _, rest = code.partition("-")
    skin, _, more = rest.partition("-")
    if build not in list(Build) or skin not in list(Skin) or more not in ("", "glasses"):
        raise InputError(f"there are no looks '{code[:30]}'", "looks")
    return Looks(Build(build), Skin(skin), bool(more))
