"""The shelf: every exercise and prop there is to choose from."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field

from ..errors import PlanError
from .exercise import Exercise, Prop
from .vocabulary import NO_WORDS, Vocabulary


@dataclass(frozen=True, slots=True, eq=False, weakref_slot=True)
class Shelf:
    """Every exercise and prop there is to choose from. Two shelves are never the same one.

    ``archived`` are exercises that plans may still hold but nobody is offered any more; ``words`` is what else things
    are called.
    """

    exercises: Mapping[str, Exercise]
    props: Mapping[str, Prop] = field(default_factory=dict)
    archived: frozenset[str] = frozenset()
    words: Vocabulary = NO_WORDS

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
