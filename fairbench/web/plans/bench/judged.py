"""A plan as worked out and judged for its people and room, kept while these stay: choosing an item changes nothing."""

from functools import cached_property

from fairbench.core.checks import Situation, check
from fairbench.core.checks.rules import Checked
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.kept import kept
from fairbench.core.people.conditions import Conditions
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.plan import Plan
from fairbench.core.rooms.room import Room
from fairbench.core.rooms.store import Store

from ..house_style import put_aside_now
from ..surroundings import Surroundings
from .drawing import Drawing, draw

_KEPT = 32


class Judged:
    """A situation with what the checks find in it and how it is drawn, each made when it is first asked for."""

    def __init__(self, now: Situation) -> None:
        self.now = now

    @cached_property
    def checked(self) -> Checked:
        """What the rules find."""
        return check(self.now)

    @cached_property
    def drawing(self) -> Drawing:
        """On an axis as wide as the bench."""
        return draw(self.now.timeline, self.now.group.people, self.now.found, self.now.shares)

    @cached_property
    def roomy(self) -> Drawing:
        """On an axis as wide as its narrowest plank needs to be read."""
        return draw(self.now.timeline, self.now.group.people, self.now.found, self.now.shares, roomy=True)


def judged(plan: Plan, group: Group, around: Surroundings) -> Judged:
    """A plan for a group in its surroundings, as its style has it judged."""
    taught, quiet = tuple(group.taught.items()), tuple(put_aside_now(plan.style).items())
    given = (plan, group.people, taught, around.shelf, around.conditions)
    return _judged(*given, around.room, around.store, quiet)


@kept(_KEPT)
def _judged(
    plan: Plan,
    people: tuple[Person, ...],
    taught: tuple[tuple[str, int], ...],
    shelf: Shelf,
    conditions: Conditions,
    room: Room | None,
    store: Store | None,
    quiet: tuple[tuple[str, str], ...],
) -> Judged:
    return Judged(Situation(plan, Group(people, dict(taught)), shelf, conditions, room, store, dict(quiet)))
