"""Finding exercises on the shelf: words, aim, position, props, level, quality."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import TypeVar

from ..errors import InputError
from ..positions import Level, Position
from .aim import Family, Quality, Region
from .exercise import Exercise, Version
from .search_index import NAME, Hit, Index, asked_words, index_of, stem
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
    """An exercise, and those of its versions that fit; all of them where nothing asks for less. ``why`` says what it
    was found by, where that is not its name."""

    exercise: Exercise
    versions: tuple[Version, ...]
    why: str = ""

    @property
    def first(self) -> Version:
        """The version that it is shown with: the one that a plan starts from, if that fits."""
        return next((version for version in self.versions if version.id == self.exercise.base), self.versions[0])


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
    """What fits: by words, the best first; else in the order of the shelf. What is put away is left out.

    Every word must be found at the exercise. Words that stand at some versions only narrow it to those.
    """
    words = asked_words(asked.words)
    index = index_of(shelf)
    by_word = [index.hits(word) for word in words]
    ranked: list[tuple[float, int, Found]] = []
    for number, exercise in enumerate(shelf):
        hits = _hits_of(exercise, by_word)
        if hits is None or exercise.id in shelf.archived or not _fits(exercise, asked):
            continue
        versions = _versions_of(exercise, asked, hits)
        if versions:
            why = dict.fromkeys(hit.source for hit in hits if hit.source)
            ranked.append((-_score(index, exercise, words, hits), number, Found(exercise, versions, "; ".join(why))))
    ranked.sort(key=lambda one: one[:2])
    return tuple(found for _, _, found in ranked)


def _hits_of(exercise: Exercise, by_word: Sequence[Mapping[str, Hit]]) -> list[Hit] | None:
    """Where each word stands at an exercise; None where one stands nowhere."""
    found = [hits[exercise.id] for hits in by_word if exercise.id in hits]
    return found if len(found) == len(by_word) else None


def _versions_of(exercise: Exercise, asked: Wanted, hits: list[Hit]) -> tuple[Version, ...]:
    """The versions that pass what is asked; where words stand at some versions only, those of them."""
    tests = _tests(asked)
    passed = tuple(version for version in exercise.versions if all(test(version) for test in tests))
    return _of_words(passed, hits) if any(hit.versions for hit in hits) else passed


def _of_words(versions: tuple[Version, ...], hits: list[Hit]) -> tuple[Version, ...]:
    """The versions at which every word stands."""
    return tuple(version for version in versions if all(not hit.versions or version.id in hit.versions for hit in hits))


_PHRASE, _ALL_OF_NAME = 6.0, 4.0
"""What is added where the words are all that it is called, and by how much of the name they are."""


def _score(index: Index, exercise: Exercise, words: tuple[str, ...], hits: list[Hit]) -> float:
    if not words:
        return 0.0
    stems = [stem(word) for word in words]
    phrase = index.phrases.get(" ".join(stems), {}).get(exercise.id, 0.0)
    name = [stem(word) for word in index.names[exercise.id]]
    of_name = sum(word in stems for word in name) / len(name)
    return sum(hit.score for hit in hits) / len(hits) + _ALL_OF_NAME * of_name + (_PHRASE * phrase / NAME)


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
