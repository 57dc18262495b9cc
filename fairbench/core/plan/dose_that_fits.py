"""The dose that is proposed for an item as it is put on a plan: the usual one, less where it is not what the class is
for, where most have never done it, or where the time that is left asks for it."""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from ..exercises.aim import Quality
from ..exercises.shelf import Shelf
from ..people.person import Group
from .plan import Plan, change
from .plan_edits import with_sets
from .purpose import Purpose
from .to_the_time import shorten_item

_SERVES: Mapping[Purpose, frozenset[Quality]] = {
    Purpose.MOBILITY: frozenset({Quality.MOBILITY, Quality.STRETCH, Quality.BREATH, Quality.RELAXATION}),
    Purpose.STRETCH: frozenset({Quality.STRETCH, Quality.MOBILITY, Quality.BREATH, Quality.RELAXATION}),
    Purpose.BREATH: frozenset({Quality.BREATH, Quality.MOBILITY, Quality.STRETCH, Quality.RELAXATION}),
    Purpose.CIRCUIT: frozenset(
        {Quality.STRENGTH, Quality.ENDURANCE, Quality.BALANCE, Quality.BONE_LOADING, Quality.ACTIVATION}
    ),
}
"""What a class of a purpose is made of, where not everything serves it alike. Our own judgement."""
MOST_NEW = 0.5
"""Where more than this part of a group is new to an exercise it gets one set: the first time is for learning it."""


@dataclass(frozen=True, slots=True)
class DoseThatFits:
    """The plan with the dose that is proposed for one of its items, and why it is less than usual."""

    plan: Plan
    because: tuple[str, ...] = ()


def dose_that_fits(plan: Plan, item_id: str, group: Group, shelf: Shelf) -> DoseThatFits:
    """Propose a dose for an item. Its sets, repetitions and seconds only ever become fewer here; more is for whoever
    leads the class to say."""
    item = plan.item(item_id)
    exercise = shelf.exercise(item.exercise)
    usual = item.dose or exercise.version(item.version).dose
    because = []
    if usual.sets > 1:
        if exercise.aim.quality not in _SERVES.get(plan.purpose, frozenset(Quality)):
            because.append(f"one set, as {exercise.aim.quality.words} is not what this class is for")
        new = sum(person.is_new_to(exercise.id) for person in group.people)
        if new > MOST_NEW * len(group.people):
            because.append(f"one set, as {new} of {len(group.people)} have not done it yet")
        if because:
            plan = change(plan, replace(item, dose=with_sets(usual, 1)))
    if plan.purpose.is_led:
        shorter = shorten_item(plan, item_id, group, shelf, plan.length_min)
        if shorter is not None and shorter != plan:
            plan = shorter
            because.append("shorter than usual, so that the class ends in time")
    return DoseThatFits(plan, tuple(because))
