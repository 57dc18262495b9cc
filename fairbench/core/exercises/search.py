"""Finding exercises on the shelf: words, aim, position, props, level, quality."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import StrEnum
from functools import lru_cache
from typing import TypeVar

from ..errors import InputError
from ..positions import Level, Position
from .aim import Family, Quality, Region
from .exercise import Exercise, Version
from .shelf import Shelf


@dataclass(frozen=True, slots=True)
class Wanted:
    """What is looked for. Everything given must be so; position, level and prop of one and the same version."""

    words: str = ""
    family: Family | None = None
    region: Region | None = None
    quality: Quality | None = None
    level: Level | None = None
    position: Position | None = None
    prop: str = ""

    def __bool__(self) -> bool:
        return self != Wanted()


@dataclass(frozen=True, slots=True)
class Found:
    """An exercise, and those of its versions that fit; all of them where nothing asks for less."""

    exercise: Exercise
    versions: tuple[Version, ...]


Kind = TypeVar("Kind", bound=StrEnum)


def wanted(given: Mapping[str, str], shelf: Shelf) -> Wanted:
    """Read what is looked for from named words. Raises :class:`InputError` for a word that names nothing."""
    prop = given.get("prop", "")
    if prop and prop not in shelf.props:
        raise InputError(f"there is no prop '{prop}'", "prop")
    return Wanted(
        words=given.get("q", "")[:100],
        family=_named(Family, given, "family"),
        region=_named(Region, given, "region"),
        quality=_named(Quality, given, "quality"),
        level=_named(Level, given, "level"),
        position=_named(Position, given, "position"),
        prop=prop,
    )


def _named(kind: type[Kind], given: Mapping[str, str], name: str) -> Kind | None:
    value = given.get(name, "")
    if not value:
        return None
    if value not in list(kind):
        raise InputError(f"there is no {name} '{value}'", name)
    return kind(value)


def find(shelf: Shelf, asked: Wanted) -> tuple[Found, ...]:
    """What fits, in the order of the shelf. What is put away is left out."""
    words = asked.words.lower().split()
    texts = _texts(shelf)
    found = []
    for exercise in shelf:
        if exercise.id in shelf.archived or not _fits(exercise, asked):
            continue
        if not all(word in texts[exercise.id] for word in words):
            continue
        versions = tuple(version for version in exercise.versions if all(test(version) for test in _tests(asked)))
        if versions:
            found.append(Found(exercise, versions))
    return tuple(found)


def _fits(exercise: Exercise, asked: Wanted) -> bool:
    return (
        (asked.family is None or exercise.family is asked.family)
        and (asked.region is None or exercise.aim.region is asked.region)
        and (asked.quality is None or exercise.aim.quality is asked.quality)
    )


def _tests(asked: Wanted) -> list[Callable[[Version], bool]]:
    tests: list[Callable[[Version], bool]] = []
    if asked.level is not None:
        tests.append(lambda version: version.position.level is asked.level)
    if asked.position is not None:
        tests.append(lambda version: version.position is asked.position)
    if asked.prop:
        tests.append(lambda version: asked.prop in version.props)
    return tests


@lru_cache(maxsize=64)
def _texts(shelf: Shelf) -> dict[str, str]:
    """Everything an exercise can be found by, once for each shelf."""
    return {exercise.id: _text(exercise, shelf) for exercise in shelf}


def _text(exercise: Exercise, shelf: Shelf) -> str:
    parts = [exercise.name, exercise.purpose, exercise.aim.words, exercise.block.words, exercise.family.words]
    for version in exercise.versions:
        parts += [version.name, version.position.words, *(shelf.props[prop].name for prop in version.props)]
    return " ".join(parts).lower()
