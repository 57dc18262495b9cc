"""One chair for each: what everybody who sits in a plan needs of theirs."""

from collections.abc import Iterable

from ..fit.verdict import Fit
from ..people.person import Person
from ..rooms.seating import ChairNeed

_ARMS = "arms-of-chair"
"""The need of somebody who gets up with the hands on the chair."""


def chair_needs(found: Fit) -> tuple[ChairNeed, ...]:
    """What each person who sits, by what they really do, needs of one chair for the whole plan. The instructor's own
    chair is not counted: who shows a movement can show it on a stool."""
    people = {verdict.person.id: verdict.person for verdict in found.verdicts.values()}
    sitting = [
        person
        for person in people.values()
        if any("chair" in verdict.at_hand.props for verdict in found.of_person(person.id))
    ]
    return chair_needs_of(sitting)


def chair_needs_of(people: Iterable[Person]) -> tuple[ChairNeed, ...]:
    """What each of these people needs of a chair, with the reason. Whoever gets up by the arms needs them, whatever
    else is said."""
    return tuple(_need(person) for person in people)


def _need(person: Person) -> ChairNeed:
    facts = person.chair
    by_arms = any(declared.condition == _ARMS for declared in person.conditions)
    because = "gets up with the hands on the arms" if by_arms else facts.words
    return ChairNeed(
        person.id,
        arms=by_arms or facts.arms is True,
        no_arms=facts.arms is False and not by_arms,
        lowest_cm=facts.seat_from_cm,
        highest_cm=facts.seat_to_cm,
        because=because,
    )
