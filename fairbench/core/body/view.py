"""The directions that a figure can be looked at from."""

from enum import StrEnum


class View(StrEnum):
    SIDE = "side"
    FRONT = "front"
    THREE_QUARTER = "three-quarter"

    @property
    def words(self) -> str:
        """``from the side``."""
        return {"side": "from the side", "front": "from the front", "three-quarter": "turned a little"}[self.value]
