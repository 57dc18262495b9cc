"""Set-ups: a prop and how it is rigged. How often a plan changes them, and the order that changes them least."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from ..counted import how_many
from ..dose.load import Band
from ..exercises.exercise import Version
from ..exercises.shelf import Shelf
from ..kept import kept
from ..people.person import Group
from ..plan.compile import compile_timeline
from ..plan.item import Item
from ..plan.plan import Plan, with_blocks

_RIGGED = frozenset(
    {"band", "band-loop", "roller", "half-roller", "ankle-weight", "second-chair", "table", "step", "pedals", "stool"}
)
"""What has to be rigged, laid or put in place; what is just taken into the hand is no set-up."""
_MOST_MOVES = 12

SetUp = tuple[str, str]
"""A prop, and how it is rigged: ``("band", "feet")``."""


@kept(4096)
def set_ups_of(version: Version, load: object = None) -> tuple[SetUp, ...]:
    """What must be rigged for a version, and how: where the band runs and with how much of it, along or across the
    roller, on which limb the weight."""
    where = {item.prop: item.where for item in version.movement.held}
    under = {pose.on for _, pose in version.movement.poses if pose.on}
    found = []
    for prop in version.props:
        if prop in _RIGGED:
            rig = where.get(prop) or where.get("band" if prop == "band-loop" else prop, "")
            rig = rig or next((on for on in sorted(under) if on.startswith(prop)), "")
            if prop == "band" and isinstance(load, Band):
                rig = f"{rig}, {load.words}"
            found.append((prop, rig))
    return tuple(found)


def changes(set_ups: Sequence[Sequence[SetUp]]) -> int:
    """How often something is rigged anew, from the first item to the last. What was rigged stays so until the same prop
    is rigged otherwise."""
    rigged: dict[str, str] = {}
    count = 0
    for needed in set_ups:
        for prop, rig in needed:
            count += rigged.get(prop) != rig
            rigged[prop] = rig
    return count


def changes_in(plan: Plan, shelf: Shelf) -> int:
    """How often a plan rigs something anew."""
    return changes([_of(item, shelf) for item in plan.items()])


def ways_in(plan: Plan, shelf: Shelf) -> int:
    """In how many ways a plan rigs something: it cannot be rigged less often."""
    return len({way for item in plan.items() for way in _of(item, shelf)})


def _of(item: Item, shelf: Shelf) -> tuple[SetUp, ...]:
    version = shelf.exercise(item.exercise).version(item.version)
    return set_ups_of(version, (item.dose or version.dose).load)


@dataclass(frozen=True, slots=True)
class Reordered:
    """A plan in an order with fewer set-ups, and how many there were and are."""

    plan: Plan
    before: int
    after: int

    @property
    def words(self) -> str:
        """``2 set-ups instead of 4``."""
        return f"{how_many(self.after, 'set-up')} instead of {self.before}"


def fewer_changes(plan: Plan, shelf: Shelf, group: Group) -> Reordered | None:
    """The order with the fewest set-ups that is reached by moving one item at a time inside its block, each move the
    one that saves most. Items of a bracket stay where they are, nothing leaves its block, and a class never has more
    changes of level or takes longer for it. None where nothing is saved."""
    before, best = changes_in(plan, shelf), plan
    start = compile_timeline(plan, group, shelf)
    for _ in range(_MOST_MOVES):
        tried = [
            (count, moved) for moved in _moves(best) if (count := changes_in(moved, shelf)) < changes_in(best, shelf)
        ]
        for _, moved in sorted(tried, key=lambda one: one[0]):
            after = compile_timeline(moved, group, shelf)
            if after.changes_of_level() <= start.changes_of_level() and after.total <= start.total:
                best = moved
                break
        else:
            break
    after_count = changes_in(best, shelf)
    return Reordered(best, before, after_count) if after_count < before else None


def _moves(plan: Plan) -> Iterator[Plan]:
    """Every plan in which one item that stands in no bracket, and is not locked, is elsewhere in its block."""
    for number, block in enumerate(plan.blocks):
        for place, item in enumerate(block.items):
            if item.bracket or item.locked:
                continue
            rest = (*block.items[:place], *block.items[place + 1 :])
            for to in range(len(rest) + 1):
                if to != place and not _inside_bracket(rest, to):
                    items = (*rest[:to], item, *rest[to:])
                    blocks = (*plan.blocks[:number], replace(block, items=items), *plan.blocks[number + 1 :])
                    yield with_blocks(plan, blocks)


def _inside_bracket(items: Sequence[Item], to: int) -> bool:
    return 0 < to < len(items) and bool(items[to].bracket) and items[to].bracket == items[to - 1].bracket
