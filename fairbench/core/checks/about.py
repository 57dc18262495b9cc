"""Getting about: levels, ways to the floor and back, rolls, set-ups, and who has to leave alone."""

from collections.abc import Iterator
from itertools import pairwise

from ..clock import minutes_and_seconds
from ..plan.timeline import ItemTime, StepKind
from ..positions import Level, Position
from ..things.setups import changes_in, ways_in
from .findings import Finding, SuggestedFix, Weight
from .load import NOBODY
from .rules import CannotJudgeError, rule
from .situation import Situation

MANY_LEVELS = 4
MANY_ROLLS = 3
SAVES = 2
"""So many set-ups fewer are worth another order."""
SLOW = 1.5
"""From this pace on, the way to the floor and back is hard work."""


@rule("many-levels")
def many_levels(now: Situation) -> Iterator[Finding]:
    """More than four changes between standing, sitting and the floor."""
    times = now.timeline.items
    changed = [b.item.id for a, b in pairwise(times) if a.level is not b.level]
    number = now.timeline.changes_of_level()
    if number > MANY_LEVELS:
        way = now.timeline.seconds_of(StepKind.TRANSFER)
        yield Finding(
            Weight.LOOK,
            f"{number} changes of level",
            f"Getting from one to the next takes {minutes_and_seconds(way)} of the class. What is done in one place, "
            "one after the other, spares them that.",
            changed[0] if changed else None,
            items=tuple(changed),
        )


@rule("floor-twice")
def floor_twice(now: Situation) -> Iterator[Finding]:
    """The group goes down to the floor more than once."""
    down = _ways_down([(now.plan.start.level, None), *((time.level, time) for time in now.timeline.items)])
    if len(down) > 1:
        yield Finding(
            Weight.LOOK,
            f"Down to the floor {len(down)} times",
            "Each way down and up again is the hardest thing of the class for some. Put what is done on the floor "
            "together.",
            down[1].item.id,
            items=tuple(time.item.id for time in down),
        )


def _ways_down(levels: list[tuple[Level, ItemTime | None]]) -> list[ItemTime]:
    return [
        time
        for (before, _), (after, time) in pairwise(levels)
        if time is not None and after is Level.FLOOR and before is not Level.FLOOR
    ]


@rule("own-floor-twice")
def own_floor_twice(now: Situation) -> Iterator[Finding]:
    """Somebody who gets to the floor slowly or with a chair is sent there more than once."""
    if not now.group.people:
        raise CannotJudgeError(NOBODY)
    for person in now.group.people:
        with_chair = any(one.condition == "floor-with-chair" for one in person.conditions)
        if person.talk_first or not (with_chair or person.pace >= SLOW):
            continue
        levels: list[tuple[Level, ItemTime | None]] = [(now.plan.start.level, None)]
        for time in now.timeline.items:
            done = now.found.of(person.id, time.item.id).version
            if done is not None:
                levels.append((done.position.level, time))
        down = _ways_down(levels)
        if len(down) > 1:
            how = "with a chair" if with_chair else "slowly"
            yield Finding(
                Weight.LOOK,
                f"{person.name}: down to the floor {len(down)} times",
                f"{person.name} gets down and up again {how}. Once in a class is enough.",
                down[1].item.id,
                person.id,
                items=tuple(time.item.id for time in down),
                people=(person.id,),
            )


@rule("many-rolls")
def many_rolls(now: Situation) -> Iterator[Finding]:
    """More than three rolls from one side to the other."""
    rolls = [
        step
        for step in now.timeline.steps
        if step.kind is StepKind.SWITCH and step.position is Position.SIDE_LYING and step.says.startswith("Roll over")
    ]
    if len(rolls) > MANY_ROLLS:
        items = tuple(dict.fromkeys(step.item for step in rolls if step.item))
        yield Finding(
            Weight.LOOK,
            f"{len(rolls)} rolls from side to side",
            "Do all of one side first, then roll over once.",
            items[0],
            items=items,
        )


@rule("set-ups")
def set_ups(now: Situation) -> Iterator[Finding]:
    """Things are rigged anew more often than there are ways in which they are rigged."""
    count, ways = changes_in(now.plan, now.shelf), ways_in(now.plan, now.shelf)
    if count - ways >= SAVES:
        fix = SuggestedFix("Reorder for fewer set-ups", "fewer_set_ups", {})
        yield Finding(
            Weight.FINE,
            f"{count} set-ups for {ways} ways to rig",
            "Bands, rollers and weights are rigged, changed and rigged again as before. What needs the same set-up may "
            "stand together.",
            suggested_fixes=(fix,),
            seconds=float(count),
        )


@rule("leaves-alone")
def leaves_alone(now: Situation) -> Iterator[Finding]:
    """One person alone leaves the group's level for one item and comes back."""
    people = [person for person in now.group.people if not person.talk_first]
    if not people:
        raise CannotJudgeError(NOBODY)
    if len(people) == 1:
        return
    for time in now.timeline.items:
        away = [
            verdict
            for verdict in now.found.of_item(time.item.id)
            if verdict.version is not None and verdict.version.position.level is not time.level
        ]
        if len(away) == 1:
            one = away[0]
            assert one.version is not None
            yield Finding(
                Weight.FINE,
                f"{one.person.name} alone is {one.version.position.words} in {time.exercise.name}",
                f"The others are {time.version.position.words}. A version or an exercise that they can all do in one "
                "place keeps them together.",
                time.item.id,
                one.person.id,
                people=(one.person.id,),
            )
