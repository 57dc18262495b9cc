"""The verbs that change the brackets of a plan; each returns a new plan."""

from dataclasses import replace

from ..errors import PlanError
from .brackets import DEFAULT_SECONDS, Bracket, BracketKind
from .item import Item
from .plan import Plan, with_blocks


def bracket_of(plan: Plan, bracket_id: str) -> Bracket:
    """The bracket of an id. Raises :class:`PlanError` when it is gone."""
    for bracket in plan.brackets:
        if bracket.id == bracket_id:
            return bracket
    raise PlanError("that bracket is no longer in the plan", "bracket")


def items_in(plan: Plan, bracket_id: str) -> tuple[Item, ...]:
    """What a bracket holds, in order."""
    return tuple(item for item in plan.items() if item.bracket == bracket_id)


def put_in_bracket(
    plan: Plan,
    item_id: str,
    bracket_id: str,
    kind: BracketKind,
    count: int = 2,
    seconds: float = DEFAULT_SECONDS,
) -> Plan:
    """A new bracket over an item and as many after it in its block as make ``count``, as far as there are so many and
    none of them stands in another. ``seconds`` is how long each station lasts."""
    block, place, item = plan.find(item_id)
    if item.bracket:
        raise PlanError("it stands in a bracket already", "bracket")
    if kind is BracketKind.STATIONS and count < 2:
        raise PlanError("stations need at least two exercises", "count")
    return _over(plan, bracket_id, block, place, count, (Bracket(bracket_id, kind, seconds=seconds),))


def change_bracket(plan: Plan, bracket: Bracket) -> Plan:
    """The plan with ``bracket`` in the place of the one with its id."""
    bracket_of(plan, bracket.id)
    return replace(plan, brackets=tuple(bracket if one.id == bracket.id else one for one in plan.brackets))


def resize_bracket(plan: Plan, bracket_id: str, count: int) -> Plan:
    """The bracket over so many items from its first one on. Raises :class:`PlanError` where there are not so many."""
    first = items_in(plan, bracket_of(plan, bracket_id).id)[0]
    block, place, _ = plan.find(first.id)
    return _over(plan, bracket_id, block, place, count)


def remove_bracket(plan: Plan, bracket_id: str) -> Plan:
    """The plan without a bracket; its items stay."""
    bracket_of(plan, bracket_id)
    blocks = tuple(
        replace(
            block,
            items=tuple(replace(item, bracket="") if item.bracket == bracket_id else item for item in block.items),
        )
        for block in plan.blocks
    )
    return with_blocks(plan, blocks)


def _over(plan: Plan, bracket_id: str, block: int, place: int, count: int, more: tuple[Bracket, ...] = ()) -> Plan:
    items = plan.blocks[block].items
    most = len(items) - place
    if not 1 <= count <= most:
        raise PlanError(f"from there on its block has {most}: choose 1 to {most}", "count")
    if any(item.bracket not in ("", bracket_id) for item in items[place : place + count]):
        raise PlanError("another bracket begins before that", "count")
    changed = []
    for number, item in enumerate(items):
        if place <= number < place + count:
            changed.append(replace(item, bracket=bracket_id))
        else:
            changed.append(replace(item, bracket="") if item.bracket == bracket_id else item)
    blocks = list(plan.blocks)
    blocks[block] = replace(blocks[block], items=tuple(changed))
    return with_blocks(plan, tuple(blocks), more)
