"""What would settle a shortage: each fix is a new plan, tried on the people before it is offered."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from functools import partial

from ..counted import how_many
from ..errors import PlanError
from ..exercises.shelf import Shelf
from ..fit.fit import fit
from ..fit.share import shares
from ..fit.verdict import Fit, VerdictKind
from ..people.conditions import Conditions
from ..people.person import Group
from ..plan.bracket_verbs import put_in_bracket
from ..plan.brackets import BracketKind
from ..plan.compile import compile_timeline
from ..plan.plan import Plan, change, take_stand_in, take_swap, take_version
from ..rooms.store import Store
from .need import needs_of
from .shortage import Shortage, shortages_of

MOST_FIXES = 4
PAIR = 2
_NEW_BRACKET = "shared"
_SWAPS_TRIED = 12


@dataclass(frozen=True, slots=True)
class Setting:
    """What a plan is looked at with."""

    group: Group
    shelf: Shelf
    conditions: Conditions
    store: Store


@dataclass(frozen=True, slots=True)
class TriedFix:
    """A plan without the shortage: ``words`` say what changes, ``seconds`` how much longer the class takes. ``verb``
    and ``fields`` are the edit as the bench takes it."""

    words: str
    plan: Plan
    seconds: float
    verb: str
    fields: tuple[tuple[str, str], ...]

    @property
    def shorter(self) -> float:
        """How much shorter the class is, in seconds; less than nothing where it is longer."""
        return -self.seconds


def look(plan: Plan, setting: Setting) -> tuple[Fit, tuple[Shortage, ...]]:
    """A plan fitted, and what is short in it."""
    timeline = compile_timeline(plan, setting.group, setting.shelf)
    found = fit(timeline, setting.group.people, setting.shelf, setting.conditions)
    return found, shortages_of(needs_of(found, setting.shelf), setting.store)


def fixes_for(plan: Plan, shortage: Shortage, setting: Setting) -> tuple[TriedFix, ...]:
    """What settles a shortage, best first: nobody changes what they do, then an easier version, then another exercise
    at the same level. Nobody is put on a harder rung, or sent to the floor, for want of a thing.

    Each is tried: the shortage is gone, no other is new or worse, nobody has less to do than before by more than the
    turns cost, nobody is moved for the worse, and a class that was in time stays in time.
    """
    before, short_before = look(plan, setting)
    found: list[TriedFix] = []
    for words, verb, fields, changed in _ideas(plan, shortage, setting):
        if len(found) == MOST_FIXES:
            break
        fix = _tried(words, verb, fields, changed, shortage, before, short_before, setting)
        if fix is not None:
            found.append(fix)
    return tuple(found)


Idea = tuple[str, str, tuple[tuple[str, str], ...], Callable[[], Plan]]


def _ideas(plan: Plan, shortage: Shortage, setting: Setting) -> Iterator[Idea]:
    item = plan.item(shortage.item)
    if not item.bracket and len(shortage.people) > 1:
        yield (
            "In pairs, taking turns",
            "bracket",
            (("item", item.id), ("value", BracketKind.PAIRS.value), ("count", "1")),
            partial(put_in_bracket, plan, item.id, new_bracket_id(plan), BracketKind.PAIRS, 1),
        )
    yield from _fewer_sets_ideas(plan, shortage, setting)
    yield from _stand_in_ideas(plan, shortage, setting)
    yield from version_ideas(plan, item.id, shortage.prop, setting)
    yield from swap_ideas(plan, item.id, shortage.prop, setting)


def _fewer_sets_ideas(plan: Plan, shortage: Shortage, setting: Setting) -> Iterator[Idea]:
    """Pairs again, with a set fewer for each: what there is time for where the turns alone would make it late."""
    item = plan.item(shortage.item)
    dose = item.dose or setting.shelf.exercise(item.exercise).version(item.version).dose
    if item.bracket or len(shortage.people) < PAIR or dose.sets < PAIR:
        return
    sets = dose.sets - 1
    yield (
        f"In pairs, taking turns, {how_many(sets, 'set')} instead of {dose.sets}",
        "turns",
        (("item", item.id), ("value", str(sets))),
        partial(take_turns, plan, item.id, new_bracket_id(plan), sets, setting.shelf),
    )


def take_turns(plan: Plan, item_id: str, bracket_id: str, sets: int, shelf: Shelf) -> Plan:
    """An item in pairs, with so many sets for each. Raises :class:`PlanError` where it stands in a bracket already."""
    item = plan.item(item_id)
    dose = item.dose or shelf.exercise(item.exercise).version(item.version).dose
    fewer = change(plan, replace(item, dose=replace(dose, sets=sets)))
    return put_in_bracket(fewer, item_id, bracket_id, BracketKind.PAIRS, 1)


def _stand_in_ideas(plan: Plan, shortage: Shortage, setting: Setting) -> Iterator[Idea]:
    """Those who go without take what a household has, with what changes by it: grip, give, weight."""
    item, prop = plan.item(shortage.item), setting.shelf.props[shortage.prop]
    what, _, note = prop.substitute.partition("; ")
    if not what or shortage.prop in dict(item.stand_ins):
        return
    number = len(shortage.missing)
    yield (
        f"{number} take{'s' if number == 1 else ''} {what} instead{f' ({note})' if note else ''}",
        "stand_in",
        (("item", item.id), ("prop", prop.id), ("value", str(number))),
        partial(take_stand_in, plan, item.id, prop.id, number),
    )


def version_ideas(plan: Plan, item_id: str, prop: str, setting: Setting) -> Iterator[Idea]:
    """Easier versions that need no such thing, the hardest of them first."""
    item = plan.item(item_id)
    exercise = setting.shelf.exercise(item.exercise)
    for version in reversed(exercise.versions[: exercise.rung(item.version)]):
        if prop not in version.props:
            yield (
                f"Use {version.name} for all",
                "version",
                (("item", item.id), ("version", version.id)),
                partial(take_version, plan, item.id, version.id, setting.shelf),
            )


def swap_ideas(plan: Plan, item_id: str, prop: str, setting: Setting) -> Iterator[Idea]:
    """Other exercises with the same aim, at the same level, that need no such thing."""
    item = plan.item(item_id)
    exercise = setting.shelf.exercise(item.exercise)
    planned_version = exercise.version(item.version)
    planned = plan.exercises()
    near = [
        other
        for other in setting.shelf
        if other.id not in planned and other.id not in setting.shelf.archived and other.aim == exercise.aim
    ]
    for other in near[:_SWAPS_TRIED]:
        start = other.version(other.base)
        if prop not in start.props and start.position.level is planned_version.position.level:
            yield (
                f"Replace it with {other.name}, {start.name}",
                "swap",
                (("item", item.id), ("to", other.id), ("version", start.id)),
                partial(take_swap, plan, item.id, other.id, start.id, setting.shelf),
            )


def _tried(
    words: str,
    verb: str,
    fields: tuple[tuple[str, str], ...],
    changed: Callable[[], Plan],
    shortage: Shortage,
    before: Fit,
    short_before: Sequence[Shortage],
    setting: Setting,
) -> TriedFix | None:
    try:
        plan = changed()
    except PlanError:
        return None
    after, short_after = look(plan, setting)
    gone = (shortage.prop, shortage.size, shortage.item)
    if any((one.prop, one.size, one.item) == gone for one in short_after):
        return None
    if not others_as_well(before, short_before, after, short_after, setting):
        return None
    return TriedFix(words, plan, after.timeline.total - before.timeline.total, verb, fields)


def others_as_well(
    before: Fit, short_before: Sequence[Shortage], after: Fit, short_after: Sequence[Shortage], setting: Setting
) -> bool:
    """Whether a changed plan serves everybody as well as it did: nothing is short that was not, or shorter; nobody more
    is left out or has less to do; and it is not late where it was in time, nor later where it was late."""
    was = {(one.prop, one.size, one.item): one.short for one in short_before}
    if any(one.short > was.get((one.prop, one.size, one.item), 0) for one in short_after):
        return False
    late = after.timeline.over > max(0.0, before.timeline.over)
    worse = _left_out(after) > _left_out(before) or _least(after, setting) < _least(before, setting) - 1e-9
    return not (late or worse)


def _left_out(found: Fit) -> int:
    return sum(verdict.kind in (VerdictKind.WAITS, VerdictKind.SWAPPED) for verdict in found.verdicts.values())


def _least(found: Fit, setting: Setting) -> float:
    return min((share.part for share in shares(found, setting.group.people)), default=1.0)


def new_bracket_id(plan: Plan) -> str:
    """An id that no bracket of the plan has."""
    known = {bracket.id for bracket in plan.brackets}
    return next(name for number in range(len(known) + 1) if (name := f"{_NEW_BRACKET}{number or ''}") not in known)
