"""The words by which exercises are found, built once for each shelf: whole words, their stems and beginnings."""

import re
import threading
from bisect import bisect_left
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Any

from rapidfuzz import process
from rapidfuzz.distance import OSA
from snowballstemmer import stemmer

from ..kept import kept
from .exercise import Exercise
from .shelf import Shelf

WHOLE, STEM, BEGINS, TYPO = 1.0, 0.95, 0.7, 0.45
"""How good a match is: the word itself, another form of it, its beginning, or with a letter or two wrong."""
NAME, ALSO, SHORT, VERSION, PROP, AIM, POSITION, DAILY = 10.0, 8.0, 6.0, 4.0, 4.5, 3.5, 3.0, 2.5
"""How much it tells where the word stands. Our own choice, tuned on the list of searches of the tests."""
_SHORTEST_BEGINNING, _SHORTEST_TYPO = 2, 4
_IDLE = frozenset(
    "a an and at for from in into my of off on the to with without your you".split()  # noqa: SIM905
)


@dataclass(frozen=True, slots=True)
class Entry:
    """A word of an exercise: how much it tells, what it stands in where its row does not show it anyway, and the
    version that it is of, if not of all."""

    exercise: str
    weight: float
    source: str
    version: str = ""


@dataclass(frozen=True, slots=True)
class Hit:
    """A word that was looked for, found at an exercise: how well, in what, and at which versions (none: at all)."""

    score: float
    source: str
    versions: frozenset[str] = frozenset()


def words_of(text: str) -> tuple[str, ...]:
    """The words of a text, in small letters."""
    return tuple(re.findall(r"[a-z0-9]+", text.lower().replace("'", "")))


def asked_words(text: str) -> tuple[str, ...]:
    """The words that are looked for: without those that tell nothing, unless nothing else is left."""
    words = words_of(text)
    telling = tuple(word for word in words if word not in _IDLE)
    return telling or words


def stem(word: str) -> str:
    """The word without its ending."""
    return str(_stemmer().stemWord(word))


_OWN = threading.local()


def _stemmer() -> Any:
    """The stemmer of this thread: it works a word out inside itself, so two threads must not use one at once."""
    if not hasattr(_OWN, "stemmer"):
        _OWN.stemmer = stemmer("english")
    return _OWN.stemmer


class Index:
    """Every word of a shelf and where it stands."""

    def __init__(self, shelf: Shelf) -> None:
        self.entries: dict[str, list[Entry]] = {}
        self.phrases: dict[str, dict[str, float]] = {}
        self.names: dict[str, tuple[str, ...]] = {}
        for exercise in shelf:
            self.names[exercise.id] = words_of(exercise.name)
            for text, entry in _texts(exercise, shelf):
                for word in words_of(text):
                    self.entries.setdefault(word, []).append(entry)
                if not entry.version and entry.weight >= SHORT:
                    held = self.phrases.setdefault(" ".join(map(stem, asked_words(text))), {})
                    held[exercise.id] = max(entry.weight, held.get(exercise.id, 0.0))
        self.sorted = sorted(self.entries)
        self.stems: dict[str, list[str]] = {}
        for word in self.sorted:
            self.stems.setdefault(stem(word), []).append(word)

    def hits(self, word: str) -> dict[str, Hit]:
        """Where a word stands, the best for each exercise. A typo is guessed only where nothing else is found."""
        found: dict[str, Hit] = {}
        self._add(found, [(word, WHOLE)])
        self._add(found, [(other, STEM) for other in self.stems.get(stem(word), ()) if other != word])
        if len(word) >= _SHORTEST_BEGINNING:
            self._add(found, [(other, BEGINS) for other in self._beginning_with(word)])
        if not found and len(word) >= _SHORTEST_TYPO:
            self._add(found, [(other, TYPO) for other in self._like(word)])
        return found

    def _beginning_with(self, word: str) -> Iterator[str]:
        for other in self.sorted[bisect_left(self.sorted, word) :]:
            if not other.startswith(word):
                return
            if other != word:
                yield other

    def _like(self, word: str) -> list[str]:
        """Words with one letter wrong, or two in a long word; letters that changed places count as one."""
        most = 1 if len(word) < 8 else 2
        near = process.extract(word, self.sorted, scorer=OSA.distance, score_cutoff=most, limit=6)
        least = min((distance for _, distance, _ in near), default=0)
        return [other for other, distance, _ in near if distance == least]

    def _add(self, found: dict[str, Hit], matches: Iterable[tuple[str, float]]) -> None:
        for word, quality in matches:
            for entry in self.entries.get(word, ()):
                score = entry.weight * quality
                before = found.get(entry.exercise)
                own = frozenset({entry.version}) if entry.version else frozenset()
                if before is None:
                    found[entry.exercise] = Hit(score, entry.source, own)
                    continue
                versions = before.versions | own if before.versions and own else frozenset()
                best = Hit(score, entry.source) if score > before.score else before
                found[entry.exercise] = Hit(best.score, best.source, versions)


@kept(64)
def index_of(shelf: Shelf) -> Index:
    """The index of a shelf, built once."""
    return Index(shelf)


def _texts(exercise: Exercise, shelf: Shelf) -> Iterator[tuple[str, Entry]]:
    words, aim = shelf.words, exercise.aim

    def of_all(weight: float, source: str) -> Entry:
        return Entry(exercise.id, weight, source)

    yield exercise.name, of_all(NAME, "")
    yield exercise.short, of_all(SHORT, "")
    for also in words.exercises.get(exercise.id, ()):
        yield also, of_all(ALSO, f"also called {also}")
    yield exercise.purpose, of_all(DAILY, f"in daily life: {exercise.purpose[:1].lower()}{exercise.purpose[1:-1]}")
    for text in (aim.words, exercise.block.words, exercise.family.words):
        yield text, of_all(AIM, "")
    for part, named in ((aim.region, words.regions), (aim.action, words.actions), (aim.quality, words.qualities)):
        for also in named.get(part, ()):
            yield also, of_all(DAILY, f"{also} ({part.words})")
    for version in exercise.versions:
        yield version.name, Entry(exercise.id, VERSION, "", version.id)
        place = version.position
        for text in (place.words, place.level.value, *words.positions.get(place, ())):
            yield text, Entry(exercise.id, POSITION, "", version.id)
        for prop_id in version.props:
            prop = shelf.props[prop_id]
            for text in (prop.name, *words.props.get(prop_id, ())):
                yield text, Entry(exercise.id, PROP, f"with {prop.name}", version.id)
            if prop.substitute:
                yield (
                    prop.substitute,
                    Entry(exercise.id, DAILY, f"instead of {prop.name}: {prop.substitute}", version.id),
                )
