"""Balance of the work: push and pull, bend and arch, one way and the other, worked and stretched, front and back."""

from collections.abc import Iterable, Iterator, Mapping

from ..clock import minutes_and_seconds
from ..exercises.aim import Action, Quality, Region
from ..fit.cautions import demand_set
from ..people.person import Person
from ..plan.brackets import BracketKind
from ..plan.timeline import ItemTime
from ..sides import Side, Sides
from .findings import Finding, Weight
from .load import LOADING, names
from .rules import rule
from .situation import Situation

ENOUGH = 90.0
"""Seconds of one thing from which its counterpart is missed."""
LOPSIDED = 3.0
"""So many times as much of one as of the other."""
WORKED = 150.0
"""Seconds of strength from which a region is stretched."""
BENT, ARCHED = 20.0, 8.0
"""Degrees of the back from which a movement counts as bending forward, or as arching."""
NO_BENDING = frozenset({"thin-bones", "spine-fracture"})
"""With these in a group, bending is not missed."""
NO_ARCHING = frozenset({"stenosis", "back-arching"})
"""With these, arching is not."""


def spared_by(people: Iterable[Person]) -> frozenset[str]:
    """What nobody misses in a plan for these people: bending where bones are thin, arching where it hurts."""
    declared = {one.condition for person in people for one in person.conditions}
    bend, arch = declared & NO_BENDING, declared & NO_ARCHING
    return frozenset((*(("bend",) if bend else ()), *(("arch",) if arch else ())))


_FRONT = frozenset({Action.PUSH, Action.FLEX})
_BACK = frozenset({Action.PULL, Action.EXTEND, Action.SPREAD})


def _loading(now: Situation) -> Iterator[ItemTime]:
    return (time for time in now.timeline.items if time.exercise.aim.quality in LOADING)


def _lopsided(one: float, other: float) -> bool:
    return one >= ENOUGH and one > other * LOPSIDED


@rule("push-pull")
def push_and_pull(now: Situation) -> Iterator[Finding]:
    """Arms that push three times as much as they pull, or the other way round."""
    push, pull = _pushes(now), _pulls(now)
    pushed, pulled = sum(time.work for time in push), sum(time.work for time in pull)
    for most, least, more, less, of in (
        (pushed, pulled, "pushing", "pulling", push),
        (pulled, pushed, "pulling", "pushing", pull),
    ):
        # Pulling alone is no fault: most people sit bent forward all day.
        if _lopsided(most, least) and more == "pushing":
            yield Finding(
                Weight.LOOK,
                f"{minutes_and_seconds(most)} of {more}, {minutes_and_seconds(least)} of {less}",
                f"{names(of)} push. The muscles between the shoulder blades want as much, and most people sit bent "
                "forward all day.",
                of[0].item.id,
                items=tuple(time.item.id for time in of),
            )


_ARMS = frozenset({Region.SHOULDER, Region.UPPER_BACK})


def _pushes(now: Situation) -> list[ItemTime]:
    return [t for t in _loading(now) if t.exercise.aim.region in _ARMS and t.exercise.aim.action is Action.PUSH]


def _pulls(now: Situation) -> list[ItemTime]:
    back = frozenset({Action.PULL, Action.SPREAD, Action.EXTEND})
    return [t for t in _loading(now) if t.exercise.aim.region in _ARMS and t.exercise.aim.action in back]


def bends(time: ItemTime) -> float:
    """The degrees to which an item bends the back forward at most."""
    return max((value for value, _, _ in demand_set(time.version, Side.RIGHT).of("spine_flexion")), default=0.0)


def arches(time: ItemTime) -> float:
    """The degrees to which an item arches it."""
    return max((value for value, _, _ in demand_set(time.version, Side.RIGHT).of("spine_extension")), default=0.0)


@rule("bend-arch")
def bend_and_arch(now: Situation) -> Iterator[Finding]:
    """A back that bends forward three times as much as it arches, or arches only; but for what the group's cautions ask
    for."""
    spared = spared_by(now.group.people)
    bent = [time for time in now.timeline.items if bends(time) >= BENT and arches(time) < ARCHED]
    arched = [time for time in now.timeline.items if arches(time) >= ARCHED and bends(time) < BENT]
    bending, arching = sum(time.work for time in bent), sum(time.work for time in arched)
    if _lopsided(bending, arching) and "arch" not in spared:
        yield Finding(
            Weight.LOOK,
            f"{minutes_and_seconds(bending)} of bending forward, {minutes_and_seconds(arching)} of arching",
            f"{names(bent)} bend the back. A little arching, low and easy, evens it out.",
            bent[0].item.id,
            items=tuple(time.item.id for time in bent),
        )
    if _lopsided(arching, bending) and "bend" not in spared:
        yield Finding(
            Weight.FINE,
            f"{minutes_and_seconds(arching)} of arching, {minutes_and_seconds(bending)} of bending forward",
            f"{names(arched)} arch the back. Something that rounds it gently evens it out.",
            arched[0].item.id,
            items=tuple(time.item.id for time in arched),
        )


@rule("one-direction")
def one_direction(now: Situation) -> Iterator[Finding]:
    """A movement that can go both ways goes one way only."""
    ways = {Sides.EACH_DIRECTION, Sides.EACH_SIDE_AND_DIRECTION}
    for time in now.timeline.items:
        usual = time.version.dose.sides
        if usual in ways and time.dose.sides not in ways and not time.item.note.strip():
            one, other = time.exercise.directions
            yield Finding(
                Weight.LOOK,
                f"{time.exercise.name} goes one way only",
                f"Usually it goes {one} and {other}, the same number each.",
                time.item.id,
            )


@rule("worked-unstretched")
def worked_unstretched(now: Situation) -> Iterator[Finding]:
    """A region that worked for two and a half minutes and is not stretched afterwards."""
    if now.plan.purpose.shares_time is False:
        return
    worked: dict[Region, list[ItemTime]] = {}
    for time in _loading(now):
        if time.exercise.aim.region not in (Region.WHOLE_BODY, Region.HAND):
            worked.setdefault(time.exercise.aim.region, []).append(time)
    stretched = _stretched(now)
    for region, times in worked.items():
        seconds = sum(time.work for time in times)
        if seconds >= WORKED and not any(
            warm is region or warm in _STRETCHED_BY[region] for warm, at in stretched.items() if at > times[-1].start
        ):
            yield Finding(
                Weight.LOOK,
                f"{region.words.capitalize()} works and is not stretched",
                f"{names(times)}: {minutes_and_seconds(seconds)}, and no stretch for the {region.words} after it.",
                times[0].item.id,
                items=tuple(time.item.id for time in times),
                place=region.words,
                seconds=seconds,
            )


def _stretched(now: Situation) -> Mapping[Region, float]:
    """By region, when it is stretched last."""
    return {
        time.exercise.aim.region: time.start
        for time in now.timeline.items
        if time.exercise.aim.quality is Quality.STRETCH
    }


_STRETCHED_BY: dict[Region, frozenset[Region]] = {
    Region.NECK: frozenset({Region.NECK}),
    Region.SHOULDER: frozenset({Region.UPPER_BACK}),
    Region.UPPER_BACK: frozenset({Region.SHOULDER, Region.TRUNK}),
    Region.TRUNK: frozenset({Region.UPPER_BACK}),
    Region.HIP: frozenset({Region.KNEE}),
    Region.KNEE: frozenset({Region.HIP}),
    Region.ANKLE: frozenset(),
    Region.HAND: frozenset(),
    Region.WHOLE_BODY: frozenset(Region),
}
"""Which other region's stretch does for it as well: the front of the thigh crosses hip and knee."""


@rule("front-only")
def front_only(now: Situation) -> Iterator[Finding]:
    """Strength for the front of the body and none for the back."""
    front = [time for time in _loading(now) if time.exercise.aim.action in _FRONT]
    back = [time for time in _loading(now) if time.exercise.aim.action in _BACK]
    if front and not back and sum(time.work for time in front) >= ENOUGH:
        yield Finding(
            Weight.LOOK,
            "Only the front of the body is strengthened",
            f"{names(front)} work the front. Nothing pulls, spreads or straightens against a load.",
            front[0].item.id,
            items=tuple(time.item.id for time in front),
        )


@rule("circuit-one-side")
def circuit_by_side_uneven(now: Situation) -> Iterator[Finding]:
    """A bracket that goes by side holds something that has no sides: it is done twice without a word."""
    for bracket in now.plan.brackets:
        if bracket.kind is not BracketKind.BY_SIDE:
            continue
        whole = [
            time
            for time in now.timeline.items
            if time.item.bracket == bracket.id and not time.version.limbs.tells_sides
        ]
        if whole:
            yield Finding(
                Weight.FINE,
                f"{names(whole)} {'is' if len(whole) == 1 else 'are'} done twice",
                "All on one side, then all on the other: what uses both sides comes twice. Take it out of the bracket "
                "to do it once.",
                whole[0].item.id,
                items=tuple(time.item.id for time in whole),
            )
