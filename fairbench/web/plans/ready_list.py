"""The list to have ready for a plan's group or for one of them, as it is shown, printed and sent."""

from collections.abc import Mapping
from dataclasses import dataclass

from fairbench.core.body.reach_of import reach_of, widest
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.fit import fit
from fairbench.core.fit.verdict import Fit
from fairbench.core.people.person import Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.things.announce import Announced, announced, place_advice, space_words
from fairbench.core.things.ready import ready_for, ready_for_all
from fairbench.web.people.models import OwnThing

from .adapter import core_group, core_plan
from .models import Plan, PlanRevision
from .surroundings import room_of, surroundings


@dataclass(frozen=True, slots=True)
class ReadyList:
    """What to have ready. ``person`` is whose it is, None for everybody's."""

    person: Person | None
    things: tuple[Announced, ...]
    place: tuple[str, ...]

    @property
    def text(self) -> str:
        """As plain text, for a letter or to be copied."""
        lines = ["Please have ready, in this order:", ""]
        lines += [f"{number}. {thing.sentence}" for number, thing in enumerate(self.things, 1)]
        if not self.things:
            lines = ["You need nothing in your hands."]
        return "\n".join([*lines, "", *self.place])


@dataclass(frozen=True, slots=True)
class Prepared:
    """A plan fitted, from which every list of it is made."""

    found: Fit
    shelf: Shelf
    people: tuple[Person, ...]
    own: Mapping[str, Mapping[str, str]]

    def list_of(self, who: str | None = None) -> ReadyList:
        """One person's list by id, or everybody's."""
        person = next((one for one in self.people if one.id == who), None)
        if person is None:
            reach = widest(reach_of(verdict.at_hand.movement) for verdict in self.found.verdicts.values())
            things = announced(ready_for_all(self.found, self.shelf))
            return ReadyList(None, things, (*place_advice(self.found), space_words(reach)))
        reach = widest(reach_of(verdict.at_hand.movement) for verdict in self.found.of_person(person.id))
        things = announced(ready_for(person.id, self.found, self.shelf), self.own.get(person.id, {}))
        place = place_advice(self.found, person.id, person.chair)
        return ReadyList(person, things, (*place, space_words(reach)))


def prepare(plan: Plan) -> Prepared:
    """A plan as it stands, fitted to its group in its room, with what everybody has at home."""
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    group, around = core_group(plan.group), surroundings(room_of(plan))
    found = fit(compile_timeline(value, group, around.shelf), group.people, around.shelf, around.conditions)
    own: dict[str, dict[str, str]] = {}
    for thing in OwnThing.objects.filter(participant__listings__group=plan.group) if plan.group else ():
        own.setdefault(str(thing.participant_id), {})[thing.prop] = thing.instead
    return Prepared(found, around.shelf, group.people, own)
