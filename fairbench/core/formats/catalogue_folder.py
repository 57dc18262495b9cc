"""Where the catalogue is, and reading each part of it once."""

from collections.abc import Callable
from functools import wraps
from pathlib import Path
from typing import Protocol, TypeVar

from ..kept import kept

CATALOGUE = Path(__file__).resolve().parents[2] / "catalogue"

T = TypeVar("T")
T_co = TypeVar("T_co", covariant=True)


class Loader(Protocol[T_co]):
    """Reads a part of the catalogue in a folder; by itself, in the one that ships."""

    def __call__(self, folder: Path = CATALOGUE) -> T_co:
        """Raises :class:`CatalogueError` with file, line and field."""


def read_once(load: Callable[[Path], T]) -> Loader[T]:
    """A part of the catalogue that is read once for each folder; whoever names the folder gets the very same."""
    read = kept(4)(load)

    @wraps(load)
    def loaded(folder: Path = CATALOGUE) -> T:
        return read(folder)

    return loaded
