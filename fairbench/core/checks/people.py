"""People: who waits, whose share is low, and where the base is wrong for many; with a fix where there is one."""

from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from itertools import groupby, pairwise

from ..clock import minutes_and_seconds
from ..fit.alternatives import alternatives_for, swap_for
from ..fit.base_versions import better_base
from ..fit.share import Share
from ..fit.verdict import Fit, VerdictKind
from ..people.person import Person
from ..plan.timeline import ItemTime
from ..positions import Position
from ..things.rounds import queues_of
from .findings import WAITS, Finding, SuggestedFix, Weight
from .load import NOBODY
from .rules import CannotJudgeError, rule
from .situation import Situation

LONGEST_WAIT = 180.0
LEAST_SHARE = 0.75
MANY = 1 / 3
TOO_MANY_MOVES = 3
"""So many changes of level more than the group are worth a look."""


def _talked_to(now: Situation) -> Iterator[Share]:
    """The shares of those who take part. Raises :class:`CannotJudgeError` where nobody is in the group."""
    if not now.group.people:
        raise CannotJudgeError(NOBODY)
    return (share for share in now.shares if not share.person.talk_first)


@rule("talk-first")
def talk_first(now: Situation) -> Iterator[Finding]:
    """Somebody with whom to talk before they join: not screened, or an answer that asks for it."""
    if not now.group.people:
        raise CannotJudgeError(NOBODY)
    for person in now.group.people:
        if person.talk_first:
            yield Finding(Weight.ALARM, f"{person.name}: talk first", person.talk_first, person=person.id)


@rule("moves-alone")
def moves_alone(now: Situation) -> Iterator[Finding]:
    """Somebody who goes up and down, to and fro, while the others stay where they are."""
    for share in _talked_to(now):
        moves = _moves_alone(now.found, share)
        if moves is not None:
            yield moves


@rule("waits")
def waits(now: Situation) -> Iterator[Finding]:
    """Somebody waits over three minutes at a stretch."""
    for share in _talked_to(now):
        if share.longest_wait <= LONGEST_WAIT:
            continue
        if _is_idle(now, share):
            yield _left_out(now, share, waits=True)
        elif share.part >= LEAST_SHARE:  # who has less is told with their share
            title = f"{share.person.name} waits {minutes_and_seconds(share.longest_wait)}"
            yield Finding(Weight.ALARM, title, "They wait for their turn.", person=share.person.id)


@rule("low-share")
def low_share(now: Situation) -> Iterator[Finding]:
    """Somebody has something to do for less than three quarters of the work."""
    left_out = [share for share in _talked_to(now) if share.part < LEAST_SHARE]
    queue = bool(left_out) and any(True for _ in queue_findings(now))
    for share in left_out:
        if not _is_idle(now, share):
            title = f"{share.person.name} has something to do for {share.part:.0%} of the work"
            detail = "The ways from place to place, which the others need not go, take the rest of their time."
            if queue:
                detail = "They wait their turn for the rest of their time."
            yield Finding(Weight.ALARM, title, detail, person=share.person.id)
        elif share.longest_wait <= LONGEST_WAIT:
            yield _left_out(now, share, waits=False)


def _is_idle(now: Situation, share: Share) -> bool:
    """Whether somebody has nothing to do in some item, or on one side of it."""
    return any(v.working < 1 for v in now.found.of_person(share.person.id))


@rule("queue")
def queue_findings(now: Situation) -> Iterator[Finding]:
    """Items in which people wait for their turn at one thing, and what it would take to give each the whole of it."""
    found = now.found
    rounds = {queue.item: queue for queue in queues_of(found)}
    for time in found.timeline.items:
        turns = [found.turn(verdict) for verdict in found.of_item(time.item.id) if verdict.working]
        waiting = [turn for turn in turns if turn < 1]
        if waiting:
            each = minutes_and_seconds(time.work * min(waiting))
            title = f"{len(waiting)} take turns in {time.exercise.name}"
            detail = f"Each has {each} of {minutes_and_seconds(time.work)}; the others wait."
            queue = rounds.get(time.item.id)
            if queue:
                one_by_one = queue.rounds
                detail += (
                    f" {one_by_one.at_once} at a time, {one_by_one.rounds} rounds for all of it would take "
                    f"{minutes_and_seconds(one_by_one.seconds)}."
                )
            yield Finding(Weight.LOOK, title, detail, time.item.id, short_of=(queue.prop, WAITS) if queue else None)


def _moves_alone(found: Fit, share: Share) -> Finding | None:
    """Somebody who goes up and down, to and fro, while the others stay where they are."""
    group = [found.timeline.plan.start, *(time.version.position for time in found.timeline.items)]
    theirs, others = _changes(share.places), _changes(group)
    if theirs - others < TOO_MANY_MOVES:
        return None
    title = f"{share.person.name} changes place {theirs} times, the others {others}"
    places = ", ".join(words for words, _ in groupby(position.words for position in share.places))
    detail = f"One after the other: {places}. Versions or an order that keep them in one place would spare them that."
    return Finding(Weight.LOOK, title, detail, person=share.person.id)


def _changes(places: Iterable[Position]) -> int:
    """How often somebody goes from one level to another; from standing to the rail is no way to go."""
    return sum(a is not b for a, b in pairwise(place.level for place in places))


def _left_out(now: Situation, share: Share, waits: bool) -> Finding:
    """Somebody waits long or has little to do: where it begins, why, and what would give them more."""
    found, shelf, conditions = now.found, now.shelf, now.conditions
    person = share.person
    idle = [v for v in found.of_person(person.id) if v.working < 1]
    times = {time.item.id: time for time in found.timeline.items}
    worst = max(idle, key=lambda v: (v.kind is VerdictKind.WAITS, times[v.item].work))
    if waits:
        title = f"{person.name} waits {minutes_and_seconds(share.longest_wait)}"
    else:
        title = f"{person.name} has something to do for {share.part:.0%} of the work"
    reason = worst.reason or "One side rests where the whole group works."
    swap = swap_for(person, times[worst.item], found, now.group.people, shelf, conditions)
    suggested_fixes = []
    if swap is not None:
        words = f"Replace it with {swap.exercise.name}, for all: {person.name} then has {swap.share:.0%}"
        suggested_fixes.append(
            SuggestedFix(words, "swap", {"item": swap.item, "to": swap.exercise.id, "version": swap.version.id})
        )
    alternative = next(alternatives_for(person, times[worst.item], found, shelf, conditions), None)
    if alternative is not None:
        name = f"{alternative.exercise.name}, {alternative.version.name}"
        words = f"Give {person.name} {name}, for a week: then {alternative.share:.0%}"
        planned = times[worst.item].exercise.id
        fields = {
            "person": person.id,
            "exercise": planned,
            "instead": alternative.exercise.id,
            "version": alternative.version.id,
        }
        suggested_fixes.append(SuggestedFix(words, "give", fields))
    aim = (
        f"Nobody should wait over {minutes_and_seconds(LONGEST_WAIT)} at a stretch."
        if waits
        else "Every person should have three quarters of the working time at least."
    )
    detail = f"{reason} {aim}"
    return Finding(Weight.ALARM, title, detail, worst.item, person.id, tuple(suggested_fixes))


@rule("wrong-base")
def wrong_base(now: Situation) -> Iterator[Finding]:
    """Items whose base is wrong for more than a third of the group, with the version that suits more of them."""
    if not now.group.people:
        raise CannotJudgeError(NOBODY)
    found, everyone = now.found, now.group.people
    people = tuple(person for person in everyone if not person.talk_first)
    planned = frozenset(time.exercise.id for time in found.timeline.items)
    differing = Counter(v.item for v in found.verdicts.values() if v.differs and not v.person.talk_first)
    better = better_base(people, now.shelf, now.conditions, planned)
    for time in found.timeline.items:
        differ = differing[time.item.id]
        if not people or differ <= len(everyone) * MANY:
            continue
        change = better(time)
        suggested_fixes: tuple[SuggestedFix, ...] = ()
        if change is not None:
            words = f"Use {change.after.name} for all: {change.differ_after} differ instead of {differ}"
            suggested_fixes = (SuggestedFix(words, "version", {"item": change.item, "version": change.after.id}),)
        title = f"{differ} of {len(everyone)} do {time.exercise.name} otherwise"
        detail = _why_otherwise(time, people, differ)
        yield Finding(Weight.LOOK, title, detail, time.item.id, suggested_fixes=suggested_fixes)


def _why_otherwise(time: ItemTime, people: Sequence[Person], differ: int) -> str:
    """Whether it is the base, or that it is new to most of those who do it otherwise."""
    new = sum(1 for person in people if person.is_new_to(time.exercise.id))
    start = time.exercise.for_newcomer(time.version)
    if new > differ / 2 and start is not time.version:
        return f"{new} are new to it and start with {start.name}; {time.version.name} can wait for another week."
    return f"The base, {time.version.name}, may be the wrong one for this group."
