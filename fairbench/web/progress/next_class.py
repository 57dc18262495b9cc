"""What changes for a group from its last class to the next, made once while nothing that it follows from changes."""

import datetime
from dataclasses import dataclass
from functools import cached_property
from uuid import UUID

from django.template.loader import render_to_string
from django.utils.safestring import SafeString

from fairbench.core.kept import kept
from fairbench.core.people.person import Person
from fairbench.core.progress.proposal import Kind
from fairbench.core.progress.schools import School
from fairbench.core.rooms.store import Store

from .before_after import BeforeAfter, before_after
from .kept_logs import KeptLog, due_of
from .steps import Alike, Step, alike, in_order

_KEPT = 32


class NextClass:
    """Everybody's ``steps`` in the exercises of the last class, and what of them is shown where."""

    def __init__(self, people: dict[UUID, Person], steps: list[Step], order: tuple[str, ...]) -> None:
        self.steps = steps
        self._people, self._order = people, order

    @cached_property
    def changing(self) -> list[Step]:
        """What can be taken, or for whom nothing suits."""
        return [step for step in self.steps if step.changes or step.due.kind is Kind.NONE]

    @cached_property
    def alike(self) -> list[Alike]:
        """The same, with the same change of several people put together."""
        return alike(self.changing)

    @cached_property
    def taken(self) -> list[Step]:
        """What was taken already."""
        return [step for step in self.steps if step.taken]

    @cached_property
    def staying(self) -> list[Step]:
        """What stays as it is."""
        return [s for s in self.steps if not (s.changes or s.taken) and s.due.kind is not Kind.NONE]

    @cached_property
    def stuck(self) -> list[Step]:
        """Where somebody does not get on."""
        return [step for step in self.steps if step.stuck]

    @cached_property
    def ready(self) -> list[Step]:
        """Where somebody is ready for a harder version."""
        return [step for step in self.steps if step.due.new_version and step.due.kind is Kind.UP]

    @cached_property
    def teach_again(self) -> list[Step]:
        """What is to be taught again, to whom."""
        return [step for step in self.steps if step.state.last.teach_again]

    @cached_property
    def rising(self) -> int:
        """How many rise."""
        return sum(step.due.kind is Kind.UP for step in self.changing)

    @cached_property
    def backing(self) -> int:
        """How many step back."""
        return sum(step.due.kind in (Kind.BACK, Kind.AGAIN) for step in self.changing)

    @cached_property
    def compared(self) -> BeforeAfter:
        """The last class and the next beside each other."""
        return before_after(self._people, self.steps, self._order)

    @cached_property
    def before_after(self) -> SafeString:
        """The same as it is drawn."""
        return SafeString(render_to_string("progress/_before_after.html", {"compared": self.compared}))

    @cached_property
    def choices(self) -> SafeString:
        """What changes, for whom and why, each to be taken or left."""
        return SafeString(render_to_string("progress/_choices.html", {"changing": self.alike}))


@dataclass(frozen=True, slots=True)
class Given:
    """What the next class follows from. ``people``, ``kept`` and ``schools`` go by each other's order; ``order`` is the
    exercises of the last class."""

    people: tuple[Person, ...]
    kept: tuple[KeptLog, ...]
    day: datetime.date
    store: Store | None
    schools: tuple[School, ...]
    order: tuple[str, ...]


@kept(_KEPT)
def next_class_of(given: Given) -> NextClass:
    """What changes for the people of a group."""
    people = {UUID(person.id): person for person in given.people}
    steps: list[Step] = []
    for (one, person), log, school in zip(people.items(), given.kept, given.schools, strict=True):
        steps += due_of({one: person}, {one: log}, given.day, given.store, school, frozenset(given.order))
    return NextClass(people, in_order(steps), given.order)
