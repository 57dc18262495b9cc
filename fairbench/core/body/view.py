"""The directions that a figure can be looked at from."""

from enum import StrEnum


class View(StrEnum):
    """From where a figure is looked at."""

    SIDE = "side"
    FRONT = "front"
    THREE_QUARTER = "three-quarter"

    @property
    def words(self) -> str:
        """``from the side``."""
        return {"side": "from the side", "front": "from the front", "three-quarter": "turned a little"}[self.value]
