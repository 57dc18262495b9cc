"""Edits of a plan as values: what a suggestion would do, told, tried, sent over and applied by the same thing."""

import json
from collections.abc import Callable, Iterable
from dataclasses import asdict, dataclass, replace
from enum import StrEnum

from ..dose.dose import Dose
from ..dose.edit import nudge
from ..dose.tempo import Tempo
from ..dose.work import Repetitions
from ..errors import PlanError
from ..exercises.aim import BlockKind
from ..exercises.shelf import Shelf
from .item import NOTE_LIMIT, Item
from .line_verbs import add_line
from .lines import Line, LineKind
from .plan import Plan, add, add_block, change, move, remove, take_swap, take_version, with_blocks

MOST_EDITS = 60
LARGEST = 100_000
"""Characters of edits that are sent over."""


class EditKind(StrEnum):
    """What an edit does."""

    MOVE = "move"
    VERSION = "version"
    SWAP = "swap"
    ADD = "add"
    LEAVE_OUT = "leave_out"
    REST = "rest"
    SETS = "sets"
    NUDGE = "nudge"
    SPLIT = "split"
    SIDES = "sides"
    TEMPO = "tempo"
    LINE = "line"
    NOTE = "note"
    ORDER = "order"


@dataclass(frozen=True, slots=True)
class PlanEdit:
    """One edit of ``item``. A MOVE goes to ``block`` and ``place``; VERSION and SWAP take ``exercise`` and ``version``;
    ADD puts these into a block of the kind ``words``, at the end of the last; REST, SETS, NUDGE and TEMPO take a
    ``number`` (seconds, sets, steps, seconds of a repetition); LINE puts a line of the kind ``words`` before the item;
    NOTE makes ``words`` its note; ORDER puts all items into the order of the ids in ``words``, inside their blocks."""

    kind: EditKind
    item: str = ""
    exercise: str = ""
    version: str = ""
    block: int = 0
    place: int = 0
    number: float = 0.0
    words: str = ""

    def apply(self, plan: Plan, shelf: Shelf, new_id: Callable[[], str]) -> Plan:
        """The plan with it. Raises :class:`PlanError` where it does not go."""
        return _APPLY[self.kind](self, plan, shelf, new_id)


Edits = tuple[PlanEdit, ...]


def apply_all(edits: Iterable[PlanEdit], plan: Plan, shelf: Shelf, new_id: Callable[[], str]) -> Plan:
    """The plan with one edit after the other. Raises :class:`PlanError` for the first that does not go."""
    for edit in edits:
        plan = edit.apply(plan, shelf, new_id)
    return plan


def written(edits: Edits) -> str:
    """Edits as text, to be sent over."""
    usual = asdict(PlanEdit(EditKind.MOVE))
    return json.dumps([{k: v for k, v in asdict(one).items() if k == "kind" or v != usual[k]} for one in edits])


def read_edits(text: str) -> Edits:
    """Edits from such a text. Raises :class:`PlanError` for anything else."""
    try:
        made = json.loads(text) if len(text) <= LARGEST else None
    except json.JSONDecodeError:
        made = None
    if not isinstance(made, list) or not 1 <= len(made) <= MOST_EDITS:
        raise PlanError("that is no list of changes", "edits")
    return tuple(_read(one) for one in made)


def _read(one: object) -> PlanEdit:
    usual = asdict(PlanEdit(EditKind.MOVE))
    if not isinstance(one, dict) or not set(one) <= set(usual) or one.get("kind") not in list(EditKind):
        raise PlanError("that is no change of a plan", "edits")
    for name, value in one.items():
        wanted = (int, float) if name == "number" else type(usual[name]) if name != "kind" else str
        if isinstance(value, bool) or not isinstance(value, wanted):
            raise PlanError(f"'{name}' of a change is not what it should be", "edits")
    return PlanEdit(**{**one, "kind": EditKind(one["kind"])})


def dose_of(item: Item, shelf: Shelf) -> Dose:
    """An item's dose, or its version's usual one."""
    return item.dose or shelf.exercise(item.exercise).version(item.version).dose


def _dosed(plan: Plan, item_id: str, shelf: Shelf, changed: Callable[[Dose], Dose]) -> Plan:
    item = plan.item(item_id)
    return change(plan, replace(item, dose=changed(dose_of(item, shelf))))


def _move(edit: PlanEdit, plan: Plan, _shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    return move(plan, edit.item, edit.block, edit.place)


def _version(edit: PlanEdit, plan: Plan, shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    return take_version(plan, edit.item, edit.version, shelf)


def _swap(edit: PlanEdit, plan: Plan, shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    return take_swap(plan, edit.item, edit.exercise, edit.version, shelf)


def _add(edit: PlanEdit, plan: Plan, shelf: Shelf, new_id: Callable[[], str]) -> Plan:
    """At the end of the last block of its kind; where there is none, of a new one in its usual place."""
    shelf.exercise(edit.exercise).version(edit.version)
    kind = BlockKind(edit.words)
    if all(block.kind is not kind for block in plan.blocks):
        order = list(BlockKind)
        earlier = [n for n, block in enumerate(plan.blocks) if order.index(block.kind) < order.index(kind)]
        plan = add_block(plan, kind, earlier[-1] + 1 if earlier else 0)
    number = max(n for n, block in enumerate(plan.blocks) if block.kind is kind)
    return add(plan, Item(new_id(), edit.exercise, edit.version), number)


def _leave_out(edit: PlanEdit, plan: Plan, _shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    return remove(plan, edit.item)


def _rest(edit: PlanEdit, plan: Plan, _shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    return change(plan, replace(plan.item(edit.item), rest_after=edit.number))


def _sets(edit: PlanEdit, plan: Plan, shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    return _dosed(plan, edit.item, shelf, lambda dose: with_sets(dose, int(edit.number)))


def with_sets(dose: Dose, sets: int) -> Dose:
    """So many sets; a range that no longer holds them goes."""
    kept = tuple(one for one in dose.ranges if one.path != "sets" or one.low <= sets <= one.high)
    return replace(dose, sets=sets, ranges=kept)


def _nudge(edit: PlanEdit, plan: Plan, shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    return _dosed(plan, edit.item, shelf, lambda dose: nudge(replace(dose, ranges=()), int(edit.number)))


def _split(edit: PlanEdit, plan: Plan, shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    """The same repetitions in two sets of half as many, with half a minute between."""

    def halved(dose: Dose) -> Dose:
        if not isinstance(dose.work, Repetitions) or dose.work.reps % 2:
            raise PlanError("these repetitions cannot be halved", "reps")
        work = replace(dose.work, reps=dose.work.reps // 2)
        return replace(dose, work=work, sets=dose.sets * 2, rest=max(dose.rest, 30.0), ranges=())

    return _dosed(plan, edit.item, shelf, halved)


def _sides(edit: PlanEdit, plan: Plan, shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    """Both sides the same: shared as the version usually is, and no set more on one."""
    item = plan.item(edit.item)
    usual = shelf.exercise(item.exercise).version(item.version).dose.sides
    return _dosed(plan, edit.item, shelf, lambda dose: replace(dose.shared(usual), more=0))


def _tempo(edit: PlanEdit, plan: Plan, shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    def slower(dose: Dose) -> Dose:
        if not isinstance(dose.work, Repetitions):
            raise PlanError("only repetitions have a tempo", "tempo")
        each = -(-edit.number * 2 // 1) / 4  # half of it, up to the next quarter of a second
        kept = tuple(one for one in dose.ranges if not one.path.startswith("tempo."))
        return replace(dose, work=replace(dose.work, tempo=Tempo(each, 0.0, each, 0.0)), ranges=kept)

    return _dosed(plan, edit.item, shelf, slower)


def _line(edit: PlanEdit, plan: Plan, _shelf: Shelf, new_id: Callable[[], str]) -> Plan:
    kind = LineKind(edit.words)
    return add_line(plan, Line(new_id(), kind, edit.item, kind.usual_seconds))


def _note(edit: PlanEdit, plan: Plan, _shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    return change(plan, replace(plan.item(edit.item), note=edit.words[:NOTE_LIMIT]))


def _order(edit: PlanEdit, plan: Plan, _shelf: Shelf, _new_id: Callable[[], str]) -> Plan:
    places = {item: number for number, item in enumerate(edit.words.split())}
    if set(places) != {item.id for item in plan.items()}:
        raise PlanError("the plan has other exercises by now", "edits")
    blocks = tuple(
        replace(block, items=tuple(sorted(block.items, key=lambda item: places[item.id]))) for block in plan.blocks
    )
    return with_blocks(plan, blocks)


_APPLY: dict[EditKind, Callable[[PlanEdit, Plan, Shelf, Callable[[], str]], Plan]] = {
    EditKind.MOVE: _move,
    EditKind.VERSION: _version,
    EditKind.SWAP: _swap,
    EditKind.ADD: _add,
    EditKind.LEAVE_OUT: _leave_out,
    EditKind.REST: _rest,
    EditKind.SETS: _sets,
    EditKind.NUDGE: _nudge,
    EditKind.SPLIT: _split,
    EditKind.SIDES: _sides,
    EditKind.TEMPO: _tempo,
    EditKind.LINE: _line,
    EditKind.NOTE: _note,
    EditKind.ORDER: _order,
}
