"""One place for many: who waits for whom at a rail, a wall or a step, how long it takes them all, and what settles it
so that the others do something meanwhile."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import partial
from math import ceil

from ..errors import PlanError
from ..fit.verdict import Fit
from ..plan.bracket_verbs import put_in_bracket
from ..plan.brackets import BracketKind
from ..plan.item import Item
from ..plan.plan import Plan
from ..positions import Level
from ..rooms.capacity import Rounds, rounds_of
from .tried_fixes import (
    MOST_FIXES,
    Idea,
    Setting,
    TriedFix,
    look,
    new_bracket_id,
    others_as_well,
    swap_ideas,
    version_ideas,
)

_MOST_STATIONS = 3
_STEP = 5
"""Seconds to which a station is rounded up, as somebody would set it."""


@dataclass(frozen=True, slots=True)
class Queue:
    """An item in which more people want a thing than can be at it: the thing, where, and the rounds in which all of
    them have the whole of their turn."""

    prop: str
    item: str
    rounds: Rounds


def queues_of(found: Fit) -> tuple[Queue, ...]:
    """Every item in which people wait for their turn, in the order of the plan, at the thing that holds fewest."""
    queues = []
    for time in found.timeline.items:
        waiting = [
            (found.places[prop] / users, prop, users)
            for prop in found.places
            if (users := found.users_at_once(time.item.id, prop)) > found.places[prop]
        ]
        if waiting:
            _, prop, users = min(waiting)
            queues.append(Queue(prop, time.item.id, rounds_of(users, found.places[prop], time.work)))
    return tuple(queues)


def fixes_for_queue(plan: Plan, queue: Queue, setting: Setting) -> tuple[TriedFix, ...]:
    """What lets everybody have their turn while the others do something, the shortest class first: in pairs, in
    stations with what follows, or another exercise that needs no such place. Each is tried: nobody waits at that item
    any more, nowhere else more than before, nothing is short that was not, nobody is moved for the worse, and a class
    that was in time stays in time."""
    before, short_before = look(plan, setting)
    waited = _waiting(before)
    found: list[TriedFix] = []
    work = {time.item.id: time.work for time in before.timeline.items}
    for words, verb, fields, changed in _ideas(plan, queue, setting, work):
        try:
            value = changed()
        except PlanError:
            continue
        after, short_after = look(value, setting)
        now = _waiting(after)
        if queue.item in now or any(people > waited.get(item, 0) for item, people in now.items()):
            continue
        if others_as_well(before, short_before, after, short_after, setting):
            found.append(TriedFix(words, value, after.timeline.total - before.timeline.total, verb, fields))
    return tuple(sorted(found, key=lambda fix: fix.seconds)[:MOST_FIXES])


def _stations(
    plan: Plan, block: int, place: int, setting: Setting, work: Mapping[str, float]
) -> Iterator[tuple[int, float]]:
    """How many stations there can be from an item on, and how long each lasts: as long as the longest of them works
    now, so that nobody does less. All are at one level: nobody goes to the floor and back between stations."""
    items = plan.blocks[block].items[place : place + _MOST_STATIONS]
    level = _level(items[0], setting)
    for count in range(2, len(items) + 1):
        if items[count - 1].bracket or _level(items[count - 1], setting) is not level:
            return
        longest = max(work.get(one.id, 0.0) for one in items[:count])
        yield count, ceil(longest / _STEP) * _STEP


def _level(item: Item, setting: Setting) -> Level:
    return setting.shelf.exercise(item.exercise).version(item.version).position.level


def _waiting(found: Fit) -> dict[str, int]:
    return {queue.item: queue.rounds.people for queue in queues_of(found)}


def _ideas(plan: Plan, queue: Queue, setting: Setting, work: Mapping[str, float]) -> Iterator[Idea]:
    block, place, item = plan.find(queue.item)
    if not item.bracket:
        for count, seconds in _stations(plan, block, place, setting, work):
            names = [setting.shelf.exercise(one.exercise).name for one in plan.blocks[block].items[place + 1 :]]
            kind = BracketKind.STATIONS
            yield (
                f"{count} stations of {seconds:g} s, with {' and '.join(names[: count - 1])}",
                "bracket",
                (("item", item.id), ("value", kind.value), ("count", str(count)), ("seconds", f"{seconds:g}")),
                partial(put_in_bracket, plan, item.id, new_bracket_id(plan), kind, count, seconds),
            )
        yield (
            "In pairs, taking turns",
            "bracket",
            (("item", item.id), ("value", BracketKind.PAIRS.value), ("count", "1")),
            partial(put_in_bracket, plan, item.id, new_bracket_id(plan), BracketKind.PAIRS, 1),
        )
    yield from version_ideas(plan, item.id, queue.prop, setting)
    yield from swap_ideas(plan, item.id, queue.prop, setting)
