"""The whole class as one load: what several items put on one muscle under different names."""

from collections.abc import Iterator

from ..clock import minutes_and_seconds
from ..exercises.aim import Action, Region
from ..plan.timeline import ItemTime
from .findings import Finding, Weight
from .load import LOADING, names
from .rules import rule
from .situation import Situation

MANY_NAMES = 3
MUCH = 360.0
"""Seconds on one muscle, under several names. Our own assumption."""


@rule("same-muscle")
def same_muscle(now: Situation) -> Iterator[Finding]:
    """Three exercises or more load one muscle group for over six minutes in all."""
    by_muscle: dict[tuple[Region, Action], list[ItemTime]] = {}
    for time in now.timeline.items:
        aim = time.exercise.aim
        if aim.quality in LOADING and aim.region is not Region.WHOLE_BODY:
            by_muscle.setdefault((aim.region, aim.action), []).append(time)
    for (region, action), times in by_muscle.items():
        seconds = sum(time.work for time in times)
        if len({time.exercise.id for time in times}) >= MANY_NAMES and seconds > MUCH:
            longest = max(times, key=lambda time: time.work)
            yield Finding(
                Weight.LOOK,
                f"{minutes_and_seconds(seconds)} of {region.words} {action.words} under {len(times)} names",
                f"{names(times)} ask the same muscles. It is one load of {minutes_and_seconds(seconds)} for them.",
                longest.item.id,
                items=tuple(time.item.id for time in times),
                place=region.words,
                seconds=seconds,
            )
