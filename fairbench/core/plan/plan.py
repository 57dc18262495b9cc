"""A plan: an ordered list of blocks of items, and the verbs that change it.

A plan is immutable. Every verb returns a new plan, so undo is keeping the old one.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from ..errors import PlanError
from ..exercises.aim import BlockKind
from ..exercises.shelf import Shelf
from ..positions import Position
from ..sides import Side
from .brackets import MOST_BRACKETS, Bracket, tidied
from .item import NOTE_LIMIT, Item
from .lines import MOST_LINES, Line
from .purpose import Purpose

MAX_ITEMS = 60
SHORTEST, LONGEST = 5, 180
DEFAULT_REST_AFTER = 10.0
NAME_LIMIT = 120
MAX_BLOCKS, BLOCK_NAME_LIMIT = 20, 40


@dataclass(frozen=True, slots=True)
class Block:
    """One part of a class, with its exercises in order. ``name`` is what the instructor calls it, empty for the usual
    name of its kind."""

    kind: BlockKind
    items: tuple[Item, ...] = ()
    name: str = ""

    def __post_init__(self) -> None:
        if len(self.name) > BLOCK_NAME_LIMIT:
            raise PlanError(f"a block's name has at most {BLOCK_NAME_LIMIT} characters, not {len(self.name)}", "name")

    @property
    def words(self) -> str:
        """As it is shown."""
        return self.name or self.kind.words


STANDARD_BLOCKS = tuple(Block(kind) for kind in BlockKind)


@dataclass(frozen=True, slots=True)
class Plan:
    """What is to be taught. ``length_min`` is what the class is booked for.

    ``lead`` is the side that goes first; ``water_every_min`` minutes between pauses for water,
    0 for none; everyone starts in ``start`` and ends in ``end``, which is the same where it is None. ``brackets`` hold
    items together, ``lines`` are what is no exercise. ``purpose`` is what the class is for,
    ``laid_out`` says that everything lies ready at its place beforehand instead of being fetched on the way, and
    ``put_aside`` the findings that the instructor put aside, by their key, with ``because`` why, where it was said.
    ``style`` is what this plan answers otherwise than its practice, as (question, school); ``note`` is
    what the instructor writes to themselves.
    """

    name: str
    length_min: int = 45
    blocks: tuple[Block, ...] = STANDARD_BLOCKS
    lead: Side = Side.LEFT
    water_every_min: int = 20
    start: Position = Position.SEATED
    end: Position | None = None
    brackets: tuple[Bracket, ...] = ()
    lines: tuple[Line, ...] = ()
    purpose: Purpose = Purpose.FULL
    put_aside: frozenset[str] = frozenset()
    laid_out: bool = False
    because: tuple[tuple[str, str], ...] = ()
    style: tuple[tuple[str, str], ...] = ()
    note: str = ""

    def __post_init__(self) -> None:
        if len(self.note) > NOTE_LIMIT:
            raise PlanError(f"a note has at most {NOTE_LIMIT} characters, not {len(self.note)}", "note")
        if not self.name.strip():
            raise PlanError("a plan needs a name", "name")
        if len(self.name) > NAME_LIMIT:
            raise PlanError(f"a name has at most {NAME_LIMIT} characters, not {len(self.name)}", "name")
        _check_minutes("length_min", self.length_min, SHORTEST, LONGEST)
        _check_minutes("water_every_min", self.water_every_min, 0, LONGEST)
        if not self.blocks:
            raise PlanError("a plan needs at least one block", "blocks")
        if len(self.blocks) > MAX_BLOCKS:
            raise PlanError(f"a plan has at most {MAX_BLOCKS} blocks, not {len(self.blocks)}", "blocks")
        seen: set[str] = set()
        for item in self.items():
            if item.id in seen:
                raise PlanError(f"two items have the id '{item.id}'", "blocks")
            seen.add(item.id)
        if len(seen) > MAX_ITEMS:
            raise PlanError(f"a plan has at most {MAX_ITEMS} items, not {len(seen)}", "blocks")
        _check_brackets(self)
        _check_lines(self, seen)

    @property
    def ends_in(self) -> Position:
        """The position in which everyone ends."""
        return self.end or self.start

    @property
    def outline(self) -> tuple[tuple[BlockKind, str], ...]:
        """Which blocks there are, in order, with their own names."""
        return tuple((block.kind, block.name) for block in self.blocks)

    def items(self) -> Iterator[Item]:
        """Every item, in order."""
        for block in self.blocks:
            yield from block.items

    def exercises(self) -> frozenset[str]:
        """The ids of every exercise in it, also of those that are done meanwhile by who leaves an item out."""
        meanwhile = (item.meanwhile.partition("/")[0] for item in self.items() if item.meanwhile)
        return frozenset((*(item.exercise for item in self.items()), *meanwhile))

    def find(self, item_id: str) -> tuple[int, int, Item]:
        """Block number, place in it, and the item. Raises :class:`PlanError` when it is gone."""
        for number, block in enumerate(self.blocks):
            for place, item in enumerate(block.items):
                if item.id == item_id:
                    return number, place, item
        raise PlanError("that item is no longer in the plan", "item")

    def item(self, item_id: str) -> Item:
        """The item of an id. Raises :class:`PlanError`."""
        return self.find(item_id)[2]


def _check_minutes(field: str, value: int, low: int, high: int) -> None:
    if isinstance(value, bool) or not isinstance(value, int) or not low <= value <= high:
        raise PlanError(f"must be {low} to {high} whole minutes, not {value!r}", field)


def _check_brackets(plan: Plan) -> None:
    if len(plan.brackets) > MOST_BRACKETS:
        raise PlanError(f"a plan has at most {MOST_BRACKETS} brackets, not {len(plan.brackets)}", "brackets")
    known = [bracket.id for bracket in plan.brackets]
    if len(set(known)) < len(known):
        raise PlanError("two brackets have the same id", "brackets")
    for item in plan.items():
        if item.bracket and item.bracket not in known:
            raise PlanError(f"there is no bracket '{item.bracket}'", "bracket")
    if not plan.brackets:
        return
    tidy, left = tidied(tuple(block.items for block in plan.blocks), plan.brackets)
    if left != plan.brackets or tidy != tuple(block.items for block in plan.blocks):
        raise PlanError("the items of a bracket stand together in one block, and there is at least one", "brackets")


def _check_lines(plan: Plan, items: set[str]) -> None:
    if len(plan.lines) > MOST_LINES:
        raise PlanError(f"a plan has at most {MOST_LINES} lines, not {len(plan.lines)}", "lines")
    if len({line.id for line in plan.lines}) < len(plan.lines):
        raise PlanError("two lines have the same id", "lines")
    for line in plan.lines:
        if line.before and line.before not in items:
            raise PlanError(f"the line stands before '{line.before}', which is not in the plan", "lines")


def with_blocks(plan: Plan, blocks: tuple[Block, ...], more: tuple[Bracket, ...] = ()) -> Plan:
    """The plan with other blocks, its brackets and ``more`` put right, and its lines where they can stand."""
    tidy, brackets = tidied(tuple(block.items for block in blocks), (*plan.brackets, *more))
    there = {item.id for items in tidy for item in items}
    return replace(
        plan,
        blocks=tuple(replace(block, items=items) for block, items in zip(blocks, tidy, strict=True)),
        brackets=brackets,
        lines=tuple(_placed(plan, line, there) for line in plan.lines),
    )


def _placed(plan: Plan, line: Line, there: set[str]) -> Line:
    """A line whose item is gone stands before the one that came after it."""
    if not line.before or line.before in there:
        return line
    order = [item.id for item in plan.items()]
    later = order[order.index(line.before) + 1 :]
    return replace(line, before=next((item for item in later if item in there), ""))


def _with_block(plan: Plan, number: int, items: tuple[Item, ...]) -> Plan:
    blocks = list(plan.blocks)
    blocks[number] = replace(blocks[number], items=items)
    return with_blocks(plan, tuple(blocks))


def add(plan: Plan, item: Item, block: int, place: int | None = None) -> Plan:
    """Put ``item`` into a block, at the end unless a place is given."""
    if not 0 <= block < len(plan.blocks):
        raise PlanError(f"there is no block {block}", "block")
    items = plan.blocks[block].items
    at = len(items) if place is None else max(0, min(place, len(items)))
    return _with_block(plan, block, (*items[:at], item, *items[at:]))


def add_where_it_belongs(plan: Plan, item: Item, shelf: Shelf, after: str | None = None) -> Plan:
    """Put ``item`` after the chosen item, whatever block that is in: the order is the instructor's. Where the chosen
    one ends its block and nothing stands between it and a block of the exercise's own kind, it opens that block. With
    nothing chosen, it goes to the end of the first block of its kind, else of the last block."""
    kind = shelf.exercise(item.exercise).block
    if after is not None:
        block, place, _ = plan.find(after)
        opened = _opens(plan, block, place, kind)
        return add(plan, item, block, place + 1) if opened is None else add(plan, item, opened, 0)
    fitting = (number for number, block in enumerate(plan.blocks) if block.kind is kind)
    return add(plan, item, next(fitting, len(plan.blocks) - 1))


def _opens(plan: Plan, block: int, place: int, kind: BlockKind) -> int | None:
    """The block of a kind that comes right after a place, with only empty blocks between; None where none does, or
    where the place is in such a block itself."""
    if plan.blocks[block].kind is kind or place < len(plan.blocks[block].items) - 1:
        return None
    for number in range(block + 1, len(plan.blocks)):
        if plan.blocks[number].kind is kind:
            return number
        if plan.blocks[number].items:
            return None
    return None


def add_block(plan: Plan, kind: BlockKind, at: int) -> Plan:
    """A further block, empty, before the one that is number ``at`` now; a kind may come again."""
    place = max(0, min(at, len(plan.blocks)))
    return replace(plan, blocks=(*plan.blocks[:place], Block(kind), *plan.blocks[place:]))


def rename_block(plan: Plan, number: int, name: str) -> Plan:
    """A block under a name of its own, or under its usual one where ``name`` is empty."""
    renamed = replace(_block(plan, number), name=name.strip())
    return replace(plan, blocks=(*plan.blocks[:number], renamed, *plan.blocks[number + 1 :]))


def remove_block(plan: Plan, number: int) -> Plan:
    """The plan without an empty block. Raises :class:`PlanError` for one with exercises in it, and for the last one."""
    if _block(plan, number).items:
        raise PlanError("there are exercises in it; move or remove these first", "block")
    if len(plan.blocks) == 1:
        raise PlanError("a plan needs at least one block", "block")
    return replace(plan, blocks=(*plan.blocks[:number], *plan.blocks[number + 1 :]))


def _block(plan: Plan, number: int) -> Block:
    if not 0 <= number < len(plan.blocks):
        raise PlanError(f"there is no block {number}", "block")
    return plan.blocks[number]


def remove(plan: Plan, item_id: str) -> Plan:
    """The plan without an item. Raises :class:`PlanError` when it is not there."""
    block, place, _ = plan.find(item_id)
    items = plan.blocks[block].items
    return _with_block(plan, block, items[:place] + items[place + 1 :])


def duplicate(plan: Plan, item_id: str, new_id: str) -> Plan:
    """A copy of the item, right after it."""
    block, place, item = plan.find(item_id)
    return add(plan, replace(item, id=new_id), block, place + 1)


def change(plan: Plan, item: Item) -> Plan:
    """The plan with ``item`` in the place of the one with its id."""
    block, place, _ = plan.find(item.id)
    items = plan.blocks[block].items
    return _with_block(plan, block, (*items[:place], item, *items[place + 1 :]))


def move(plan: Plan, item_id: str, block: int, place: int) -> Plan:
    """Take the item out and put it into ``block`` before what stands at ``place`` then. Away from its bracket it is no
    longer in it."""
    if not 0 <= block < len(plan.blocks):
        raise PlanError(f"there is no block {block}", "block")
    was, at, item = plan.find(item_id)
    blocks = [list(one.items) for one in plan.blocks]
    del blocks[was][at]
    at = max(0, min(place, len(blocks[block])))
    beside = {one.bracket for one in blocks[block][max(0, at - 1) : at + 1]}
    # Next to its own bracket it stays in it; what came between two of another one joins that (see tidied).
    blocks[block].insert(at, item if item.bracket in beside else replace(item, bracket=""))
    moved = tuple(replace(one, items=tuple(items)) for one, items in zip(plan.blocks, blocks, strict=True))
    return with_blocks(plan, moved)


def step_earlier(plan: Plan, item_id: str) -> Plan:
    """One place earlier; from the front of a block to the end of the block before."""
    block, place, _ = plan.find(item_id)
    if place > 0:
        return move(plan, item_id, block, place - 1)
    return move(plan, item_id, block - 1, len(plan.blocks[block - 1].items)) if block > 0 else plan


def step_later(plan: Plan, item_id: str) -> Plan:
    """One place later; from the end of a block to the front of the next."""
    block, place, _ = plan.find(item_id)
    if place < len(plan.blocks[block].items) - 1:
        return move(plan, item_id, block, place + 1)
    return move(plan, item_id, block + 1, 0) if block < len(plan.blocks) - 1 else plan


def take_stand_in(plan: Plan, item_id: str, prop: str, number: int) -> Plan:
    """So many take what a household has in the place of a prop; 0 for nobody. Raises :class:`PlanError` for more than
    there can be."""
    item = plan.item(item_id)
    others = tuple(one for one in item.stand_ins if one[0] != prop)
    return change(plan, replace(item, stand_ins=(*others, (prop, number)) if number else others))


def take_version(plan: Plan, item_id: str, version: str, shelf: Shelf) -> Plan:
    """Another version of the same exercise. The dose goes back to that version's usual one, since
    an easier or harder way is dosed anew."""
    item = plan.item(item_id)
    shelf.exercise(item.exercise).version(version)
    beside = "" if item.beside == version else item.beside
    meanwhile = "" if item.meanwhile == f"{item.exercise}/{version}" else item.meanwhile
    return change(plan, replace(item, version=version, dose=None, beside=beside, meanwhile=meanwhile))


def take_swap(plan: Plan, item_id: str, exercise: str, version: str, shelf: Shelf) -> Plan:
    """Another exercise in an item's place, for everybody, at its usual dose. What was shown beside it, or done
    meanwhile, was of the other exercise and goes."""
    item = plan.item(item_id)
    shelf.exercise(exercise).version(version)
    meanwhile = "" if item.meanwhile.partition("/")[0] == exercise else item.meanwhile
    return change(
        plan, replace(item, exercise=exercise, version=version, dose=None, beside="", meanwhile=meanwhile, steps=())
    )
