"""Who does something otherwise, for the teaching screen: the largest change first. Whoever may still come is among
them; the screen shows those who are here."""

from collections.abc import Sequence
from dataclasses import replace
from typing import TypedDict

from fairbench.core.dose.dose import Rest
from fairbench.core.exercises.exercise import Version
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.fit import fit_item
from fairbench.core.fit.meanwhile import as_item, meanwhile_of
from fairbench.core.fit.rest_places import rest_otherwise
from fairbench.core.fit.verdict import Verdict, VerdictKind
from fairbench.core.fit.words import what_is_done
from fairbench.core.people.conditions import Conditions
from fairbench.core.people.person import Person
from fairbench.core.plan.timeline import ItemTime, Timeline


class DifferingPerson(TypedDict):
    """Somebody who does an item otherwise: who, the kind of verdict, and what to say."""

    id: str
    name: str
    kind: str
    words: str


class Differing:
    """Fits people to items and to the versions these may be swapped for."""

    def __init__(self, timeline: Timeline, people: Sequence[Person], shelf: Shelf, conditions: Conditions) -> None:
        self.people = people
        self.shelf = shelf
        self.conditions = conditions
        self.planned = frozenset(time.exercise.id for time in timeline.items)

    def beside(self, time: ItemTime) -> list[str]:
        """Who is put with the version that is shown beside the planned one, by their ids."""
        if not time.item.beside:
            return []
        verdicts = [fit_item(person, time, self.shelf, self.conditions, self.planned) for person in self.people]
        return [verdict.person.id for verdict in verdicts if verdict.base is not time.version]

    def meanwhile(self, time: ItemTime) -> list[DifferingPerson]:
        """Who does otherwise what is done meanwhile by those who leave an optional item to the others."""
        found = meanwhile_of(time.item, self.shelf)
        return self._who(as_item(time, *found)) if found else []

    def rests(self, time: ItemTime) -> list[DifferingPerson]:
        """Who rests elsewhere between sets than is said to all, where one rests in a place; and where."""
        if time.dose.rest_how is not Rest.IN_PLACE:
            return []
        verdicts = [fit_item(person, time, self.shelf, self.conditions, self.planned) for person in self.people]
        kinds = {verdict.person.id: verdict.kind.value for verdict in verdicts}
        return [
            {"id": one.person, "name": one.name, "kind": kinds[one.person], "words": one.words}
            for one in rest_otherwise(time.version.position, verdicts, self.shelf, self.conditions)
        ]

    def of(self, time: ItemTime, version: Version) -> list[DifferingPerson]:
        """Who does ``version`` otherwise, in the item's place."""
        if version is not time.version:
            time = replace(time, version=version, item=replace(time.item, version=version.id, dose=None, beside=""))
        return self._who(time)

    def _who(self, time: ItemTime) -> list[DifferingPerson]:
        """Who does an item otherwise, the largest change first."""
        verdicts = [fit_item(person, time, self.shelf, self.conditions, self.planned) for person in self.people]
        differing = sorted((verdict for verdict in verdicts if verdict.differs), key=_size)
        return [
            {
                "id": verdict.person.id,
                "name": verdict.person.name,
                "kind": verdict.kind.value,
                "words": what_is_done(verdict),
            }
            for verdict in differing
        ]


def _size(verdict: Verdict) -> tuple[int, int, str]:
    """The largest change sorts first."""
    rungs = 0
    if verdict.kind is VerdictKind.EASED and verdict.version is not None:
        ladder = verdict.exercise.versions
        rungs = abs(ladder.index(verdict.version) - ladder.index(verdict.base))
    return -verdict.kind.rank, -rungs, verdict.person.name
