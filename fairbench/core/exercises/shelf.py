"""The shelf: every exercise and prop there is to choose from."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace

from ..errors import PlanError
from .exercise import Exercise, Prop
from .vocabulary import NO_WORDS, Vocabulary


@dataclass(frozen=True, slots=True, eq=False, weakref_slot=True)
class Shelf:
    """Every exercise and prop there is to choose from. Two shelves are never the same one.

    ``archived`` are exercises that plans may still hold but nobody is offered any more; ``words`` is what else things
    are called; ``renamed`` what those that somebody gave a name of their own are called else.
    """

    exercises: Mapping[str, Exercise]
    props: Mapping[str, Prop] = field(default_factory=dict)
    archived: frozenset[str] = frozenset()
    words: Vocabulary = NO_WORDS
    renamed: Mapping[str, str] = field(default_factory=dict)

    def __iter__(self) -> Iterator[Exercise]:
        return iter(self.exercises.values())

    def __len__(self) -> int:
        return len(self.exercises)

    def exercise(self, exercise_id: str) -> Exercise:
        """The exercise of an id. Raises :class:`PlanError`."""
        try:
            return self.exercises[exercise_id]
        except KeyError:
            raise PlanError(f"there is no exercise '{exercise_id}'", "exercise") from None

    def shipped_name(self, exercise_id: str) -> str:
        """What an exercise is called where nobody gave it a name of their own. Raises :class:`PlanError`."""
        return self.renamed.get(exercise_id) or self.exercise(exercise_id).name

    def called(self, names: Mapping[str, str]) -> "Shelf":
        """This shelf with exercises called by other names; what they were called before finds them too."""
        known = {slug: name for slug, name in names.items() if slug in self.exercises}
        exercises = {
            slug: exercise.called(known[slug]) if slug in known else exercise
            for slug, exercise in self.exercises.items()
        }
        before = {slug: self.exercises[slug].name for slug in known}
        also = {slug: (name, *self.words.exercises.get(slug, ())) for slug, name in before.items()}
        words = replace(self.words, exercises={**self.words.exercises, **also})
        return replace(self, exercises=exercises, words=words, renamed={**self.renamed, **before})
