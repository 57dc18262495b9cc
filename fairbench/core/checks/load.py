"""Load on one place: what bears on the hands, the knees, arms overhead, the neck and the grip; by item and person."""

from collections.abc import Callable, Iterator, Sequence

from ..clock import minutes_and_seconds
from ..counted import together
from ..exercises.aim import Quality, Region
from ..people.budgets import HALVED_BY, USUAL_MINUTES, Budget, Minutes, minutes_of
from ..people.person import Person
from ..plan.timeline import ItemTime, StepKind
from ..positions import Level
from .bearing import KNEELS, Place, borne_by, person_bears
from .findings import Finding, Weight
from .rules import CannotJudgeError, rule
from .situation import Situation

ENOUGH_REST = 30.0
"""Seconds between two items after which the same place has rested."""
NOBODY = "nobody is in the group yet"
LONGEST_GRIP = 240.0
LONGEST_NECK = 90.0
LOADING = frozenset({Quality.STRENGTH, Quality.ENDURANCE, Quality.BONE_LOADING})
_PLACE_OF = {
    Budget.HANDS: Place.HANDS,
    Budget.KNEELING: Place.KNEES,
    Budget.STANDING: Place.STANDING,
    Budget.OVERHEAD: Place.OVERHEAD,
}


def runs(times: Sequence[ItemTime], joins: Callable[[ItemTime, ItemTime], bool]) -> Iterator[tuple[ItemTime, ...]]:
    """Stretches of two items or more in which each joins the one before."""
    run: list[ItemTime] = []
    for time in times:
        if run and not joins(run[-1], time):
            if len(run) > 1:
                yield tuple(run)
            run = []
        run.append(time)
    if len(run) > 1:
        yield tuple(run)


def names(times: Sequence[ItemTime]) -> str:
    """The exercises in order, each once: ``A, B and C``."""
    said = list(dict.fromkeys(time.exercise.name for time in times))
    return together(said)


def _ids(times: Sequence[ItemTime]) -> tuple[str, ...]:
    return tuple(time.item.id for time in times)


@rule("same-region-running")
def same_region_running(now: Situation) -> Iterator[Finding]:
    """The same movement of one region loaded in items that follow one another, with no rest between."""

    def joins(one: ItemTime, other: ItemTime) -> bool:
        a, b = one.exercise.aim, other.exercise.aim
        same = (a.region, a.action) == (b.region, b.action) and a.region is not Region.WHOLE_BODY
        loads = a.quality in LOADING and b.quality in LOADING
        return same and loads and one.exercise is not other.exercise and _rest(one) + other.transfer < ENOUGH_REST

    for run in runs(now.timeline.items, joins):
        aim = run[0].exercise.aim
        yield Finding(
            Weight.LOOK,
            f"{aim.region.words.capitalize()} {aim.action.words} {len(run)} times running",
            f"{names(run)} load the same place with under {ENOUGH_REST:g} s between. Half a minute, or something else "
            "in between, lets it do its best in each.",
            run[1].item.id,
            items=_ids(run),
            place=aim.region.words,
            seconds=sum(time.work for time in run),
        )


def _rest(time: ItemTime) -> float:
    """Seconds of rest after an item, without the rests between its sets."""
    return max(0.0, time.rest - time.dose.time.rest * time.rounds)


def _bears_running(now: Situation, place: Place) -> Iterator[tuple[ItemTime, ...]]:
    bearing = {item for item, places in now.borne.items() if places.get(place)}
    return runs(now.timeline.items, lambda one, other: one.item.id in bearing and other.item.id in bearing)


@rule("hands-running")
def hands_running(now: Situation) -> Iterator[Finding]:
    """Weight on the hands in items that follow one another."""
    for run in _bears_running(now, Place.HANDS):
        yield Finding(
            Weight.LOOK,
            f"Weight on the hands {len(run)} times running",
            f"{names(run)} follow one another, and the same wrists carry in each. Put something without the hands "
            "between them.",
            run[1].item.id,
            items=_ids(run),
            place=Place.HANDS.words,
            seconds=sum(now.borne[time.item.id].get(Place.HANDS, 0.0) for time in run),
        )


@rule("hands-in-all")
def hands_in_all(now: Situation) -> Iterator[Finding]:
    """More than three minutes of weight on one hand in the whole class."""
    yield from _in_all(now, Place.HANDS, USUAL_MINUTES[Budget.HANDS] * 60, "weight on each hand")


def _in_all(now: Situation, place: Place, most: float, words: str) -> Iterator[Finding]:
    bearing = [(time, now.borne[time.item.id].get(place, 0.0)) for time in now.timeline.items]
    bearing = [(time, seconds) for time, seconds in bearing if seconds]
    total = sum(seconds for _, seconds in bearing)
    if total > most:
        longest, took = max(bearing, key=lambda one: one[1])
        yield Finding(
            Weight.LOOK,
            f"{minutes_and_seconds(total)} of {words}",
            f"More than {minutes_and_seconds(most)} in a class is much. {longest.exercise.name} alone is "
            f"{minutes_and_seconds(took)}.",
            longest.item.id,
            items=_ids([time for time, _ in bearing]),
            place=place.words,
            seconds=total,
        )


@rule("kneeling-in-all")
def kneeling_in_all(now: Situation) -> Iterator[Finding]:
    """More than four minutes on the knees in the whole class, rests there included."""
    steps = [step for step in now.timeline.steps if step.position in KNEELS and step.kind is not StepKind.TRANSFER]
    total = sum(step.seconds for step in steps)
    if total > USUAL_MINUTES[Budget.KNEELING] * 60:
        items = tuple(dict.fromkeys(step.item for step in steps if step.item))
        yield Finding(
            Weight.LOOK,
            f"{minutes_and_seconds(total)} of kneeling",
            f"More than {USUAL_MINUTES[Budget.KNEELING]:g} min on the knees is much, on a pad too. Some of it goes as "
            "well at a worktop, seated or lying.",
            items[-1] if items else None,
            items=items,
            place=Place.KNEES.words,
            seconds=total,
        )


@rule("standing-long")
def standing_long(now: Situation) -> Iterator[Finding]:
    """More than ten minutes standing with no seat offered."""
    most = USUAL_MINUTES[Budget.STANDING] * 60
    start: float | None = None
    items: dict[str, None] = {}
    for step in (*now.timeline.steps, None):
        if step is not None and step.position.level is Level.STANDING:
            start = step.start if start is None else start
            items |= {step.item: None} if step.item else {}
            end = step.end
            continue
        if start is not None and end - start > most:
            yield Finding(
                Weight.LOOK,
                f"{minutes_and_seconds(end - start)} standing without a seat",
                f"From {minutes_and_seconds(start)} on nobody sits. After {USUAL_MINUTES[Budget.STANDING]:g} min a "
                "seat is offered, or something is done sitting.",
                next(iter(items), None),
                items=tuple(items),
                place=Place.STANDING.words,
                seconds=end - start,
            )
        start, items = None, {}


@rule("overhead-running")
def overhead_running(now: Situation) -> Iterator[Finding]:
    """More than two minutes of work with an arm overhead, one item after the other."""
    yield from _at_a_stretch(
        now, Place.OVERHEAD, USUAL_MINUTES[Budget.OVERHEAD] * 60, "with an arm overhead", "Bring the arms down between."
    )


@rule("grip-running")
def grip_running(now: Situation) -> Iterator[Finding]:
    """More than four minutes of gripping, one item after the other."""
    yield from _at_a_stretch(
        now, Place.GRIP, LONGEST_GRIP, "of gripping", "Put something between in which the hands are open."
    )


@rule("neck-back")
def neck_back(now: Situation) -> Iterator[Finding]:
    """More than a minute and a half with the head tipped back, one item after the other."""
    yield from _at_a_stretch(
        now, Place.NECK, LONGEST_NECK, "with the head tipped back", "Let the neck be long, or lay the forehead down."
    )


def _at_a_stretch(now: Situation, place: Place, most: float, words: str, fix: str) -> Iterator[Finding]:
    """Items that bear on a place and follow one another without enough rest, and one that is too long by itself."""
    borne = {time.item.id: now.borne[time.item.id].get(place, 0.0) for time in now.timeline.items}
    if sum(borne.values()) <= most:
        return
    stretch: list[ItemTime] = []
    for time in (*now.timeline.items, None):
        bears = time is not None and borne[time.item.id] > 0
        rested = bool(stretch) and _rest(stretch[-1]) + (time.transfer if time else 0.0) >= ENOUGH_REST
        if stretch and (not bears or rested):
            total = sum(borne[one.item.id] for one in stretch)
            if total > most:
                yield Finding(
                    Weight.LOOK,
                    f"{minutes_and_seconds(total)} {words}",
                    f"{names(stretch)}: more than {minutes_and_seconds(most)} at a stretch is much. {fix}",
                    max(stretch, key=lambda one: borne[one.item.id]).item.id,
                    items=_ids(stretch),
                    place=place.words,
                    seconds=total,
                )
            stretch = []
        if bears and time is not None:
            stretch.append(time)


@rule("own-hands")
def own_hands(now: Situation) -> Iterator[Finding]:
    """Somebody whose minutes of weight on a hand are used up, by what they really do."""
    yield from _over_budget(now, Budget.HANDS)


@rule("own-kneeling")
def own_kneeling(now: Situation) -> Iterator[Finding]:
    """Somebody whose minutes of kneeling are used up, by what they really do."""
    yield from _over_budget(now, Budget.KNEELING)


@rule("own-standing")
def own_standing(now: Situation) -> Iterator[Finding]:
    """Somebody who stands longer at a stretch than they can, by what they really do."""
    yield from _over_budget(now, Budget.STANDING)


@rule("own-overhead")
def own_overhead(now: Situation) -> Iterator[Finding]:
    """Somebody whose arm is overhead longer at a stretch than it can, by what they really do."""
    yield from _over_budget(now, Budget.OVERHEAD)


def _over_budget(now: Situation, budget: Budget) -> Iterator[Finding]:
    if not now.group.people:
        raise CannotJudgeError(NOBODY)
    for person in now.group.people:
        if person.talk_first:
            continue
        declared = frozenset(one.condition for one in person.conditions)
        allowed = minutes_of(budget, person.budgets, declared)
        if not (allowed.own or allowed.halved):
            continue  # what holds for everybody is said of the plan
        spent, items, side = _spent(person, budget, now)
        if spent > allowed.minutes * 60:
            of_side = f", the {side} one" if side else ""
            yield Finding(
                Weight.ALARM if allowed.own else Weight.LOOK,
                f"{person.name}: {minutes_and_seconds(spent)} of {budget.words}{of_side}",
                f"{minutes_and_seconds(allowed.minutes * 60)} is {_why(allowed, budget, declared, now)}.",
                items[-1] if items else None,
                person.id,
                items=items,
                people=(person.id,),
                place=_PLACE_OF[budget].words,
                seconds=spent,
            )


def _why(allowed: Minutes, budget: Budget, declared: frozenset[str], now: Situation) -> str:
    """Where the figure comes from, and of which of their conditions where it is half of the usual."""
    if not allowed.halved:
        return allowed.because
    said = sorted(now.conditions.condition(one).name for one in declared & HALVED_BY[budget])
    return f"{allowed.because}, because of this: {', '.join(said)}"


def _spent(person: Person, budget: Budget, now: Situation) -> tuple[float, tuple[str, ...], str]:
    """Seconds that somebody spends of a budget, in which items, and on which side where it has sides."""
    place = _PLACE_OF[budget]
    if not budget.at_a_stretch:
        by_bearing = {key: seconds for key, seconds in person_bears(person, now.found).items() if key[0] is place}
        if not by_bearing:
            return 0.0, (), ""
        (_, side), seconds = max(by_bearing.items(), key=lambda one: one[1])
        items = tuple(time.item.id for time in now.timeline.items if _bears_on(person, time, now, place))
        return seconds, items, side or ""
    longest = run = 0.0
    best: tuple[str, ...] = ()
    now_run: tuple[str, ...] = ()
    for time in now.timeline.items:
        if _bears_on(person, time, now, place):
            run += time.total if place is Place.STANDING else time.work
            now_run = (*now_run, time.item.id)
        else:
            run, now_run = 0.0, ()
        if run > longest:
            longest, best = run, now_run
    return longest, best, ""


def _bears_on(person: Person, time: ItemTime, now: Situation, place: Place) -> bool:
    verdict = now.found.of(person.id, time.item.id)
    done = verdict.version
    return done is not None and any(where is place for where, _ in borne_by(done, time.lead(now.plan.lead)))
