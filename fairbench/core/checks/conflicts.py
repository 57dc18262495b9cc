"""What contradicts itself inside a plan: in notes, doses, names and cues."""

import re
from collections.abc import Iterator

from ..dose.work import Hold, Repetitions, parts_of
from ..plan.timeline import ItemTime
from .findings import Finding, Weight
from .rules import rule
from .situation import Situation

HOLD = re.compile(r"\bhold\w*\s+(?:for\s+|it\s+)?(\d{1,3})\s*(?:s|sec|seconds?)\b", re.IGNORECASE)
TOTAL = re.compile(r"\b(\d{1,4})\s+(?:in all|altogether|in total|total)\b", re.IGNORECASE)
SIDE = re.compile(r"\b(left|right)\b", re.IGNORECASE)
_STAYS = re.compile(r"\bright\s+(?:away|up|down|through|before|after|angle)|\ball\s+right\b", re.IGNORECASE)


@rule("hold-said-twice")
def hold_said_twice(now: Situation) -> Iterator[Finding]:
    """A note asks for a hold of another length than the dose."""
    for time in now.timeline.items:
        held = held_in(time)
        for said in HOLD.findall(time.item.note):
            if held and float(said) not in held:
                figures = " or ".join(f"{seconds:g}" for seconds in sorted(held))
                yield Finding(
                    Weight.LOOK,
                    f"{time.exercise.name}: held {said} s or {figures} s",
                    f"Its note says {said} s, its dose {figures} s. Only one can be right.",
                    time.item.id,
                )
                break


def held_in(time: ItemTime) -> frozenset[float]:
    """The seconds for which its dose holds."""
    seconds = set()
    for part in parts_of(time.dose.work):
        if isinstance(part, Hold):
            seconds.add(part.seconds)
        elif isinstance(part, Repetitions) and part.tempo.hold:
            seconds.add(part.tempo.hold)
    return frozenset(seconds)


@rule("nothing-moves")
def nothing_moves(now: Situation) -> Iterator[Finding]:
    """An item with a set-up whose repetitions move nothing."""
    for time in now.timeline.items:
        poses = time.version.movement.poses
        still = len(poses) < 2 or all(pose == poses[0][1] for _, pose in poses[1:])
        if still and any(isinstance(part, Repetitions) for part in parts_of(time.dose.work)):
            yield Finding(
                Weight.LOOK,
                f"{time.exercise.name} is set up and does not move",
                f"{time.version.name} has one pose, and its dose counts repetitions. Hold it, or give it a movement.",
                time.item.id,
            )


@rule("total-contradicts")
def total_contradicts(now: Situation) -> Iterator[Finding]:
    """A note names a total that the dose does not come to."""
    for time in now.timeline.items:
        for said in TOTAL.findall(time.item.note):
            if time.count and int(said) != time.count:
                yield Finding(
                    Weight.LOOK,
                    f"{time.exercise.name}: {said} in all or {time.count}",
                    f"Its note says {said} in all; its dose comes to {time.count}.",
                    time.item.id,
                )
                break


@rule("two-names")
def two_names(now: Situation) -> Iterator[Finding]:
    """The same movement stands in the plan twice under two names."""
    told: set[str] = set()
    for number, time in enumerate(now.timeline.items):
        kin = now.shelf.words.kin_of(time.exercise.id)
        for later in now.timeline.items[number + 1 :]:
            same = later.exercise is not time.exercise and later.exercise.id in kin
            if same and later.level is time.level and later.exercise.id not in told:
                told.add(later.exercise.id)
                yield Finding(
                    Weight.FINE,
                    f"{time.exercise.name} and {later.exercise.name} are one movement",
                    "They stand under two names. Count them as one, or put something else in the place of one.",
                    later.item.id,
                    items=(time.item.id, later.item.id),
                )


@rule("side-word")
def side_word(now: Situation) -> Iterator[Finding]:
    """A note names left or right where both sides are done: for one of them it is wrong."""
    for time in now.timeline.items:
        said = SIDE.search(_STAYS.sub("", time.item.note))
        if said and time.dose.has_two_sides and not time.dose.more:
            yield Finding(
                Weight.LOOK,
                f"{time.exercise.name}: its note says {said[1].lower()}",
                "Both sides are done, and for one of them the note is the wrong way round. Say “the working side”.",
                time.item.id,
            )
