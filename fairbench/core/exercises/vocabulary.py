"""What else people call exercises, parts of the body, positions and props, so that they are found by it."""

from collections.abc import Mapping
from dataclasses import dataclass, field

Words = Mapping[str, tuple[str, ...]]


@dataclass(frozen=True, slots=True, eq=False)
class Vocabulary:
    """Other names, plain and clinical. Each maps an id to what it is called as well; ``kin`` are exercises that are the
    same movement under several names."""

    exercises: Words = field(default_factory=dict)
    regions: Words = field(default_factory=dict)
    actions: Words = field(default_factory=dict)
    qualities: Words = field(default_factory=dict)
    positions: Words = field(default_factory=dict)
    props: Words = field(default_factory=dict)
    kin: tuple[tuple[str, ...], ...] = ()

    def kin_of(self, exercise_id: str) -> tuple[str, ...]:
        """The other exercises that are the same movement, in the order of the data."""
        for group in self.kin:
            if exercise_id in group:
                return tuple(other for other in group if other != exercise_id)
        return ()


NO_WORDS = Vocabulary()
"""Nothing is called anything else."""
