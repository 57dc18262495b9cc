"""The last class and the next beside each other: everybody in a row, each exercise that is trained in a column."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from uuid import UUID

from fairbench.core.people.person import Person

from .steps import Step


@dataclass(frozen=True, slots=True)
class PersonRow:
    """What somebody did, and what is due, of each of the exercises; None where they did it not."""

    person: Person
    steps: tuple[Step | None, ...]


@dataclass(frozen=True, slots=True)
class BeforeAfter:
    """The exercises by name, in the order of the class, and everybody who did any of them."""

    exercises: tuple[str, ...]
    rows: tuple[PersonRow, ...]


def before_after(people: Mapping[UUID, Person], steps: Sequence[Step], order: Sequence[str]) -> BeforeAfter:
    """Of the exercises in which anything of anybody can change; the others keep their dose."""
    trained = {step.exercise.id: step.exercise.name for step in steps if step.trained}
    columns = [exercise for exercise in dict.fromkeys(order) if exercise in trained]
    found = {(step.person, step.exercise.id): step for step in steps}
    rows = []
    for key, person in people.items():
        theirs = tuple(found.get((key, exercise)) for exercise in columns)
        if any(theirs):
            rows.append(PersonRow(person, theirs))
    return BeforeAfter(tuple(trained[exercise] for exercise in columns), tuple(rows))
