"""Mends of a finding: each is tried on the real plan before it is offered."""

from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import replace
from functools import partial, reduce
from itertools import count

from ..counted import together
from ..errors import InputError
from ..exercises.aim import BlockKind
from ..plan.item import Item
from ..plan.plan import Plan, change, remove
from ..plan.plan_edits import EditKind, Edits, PlanEdit, apply_all, read_edits, written
from ..plan.points import fit_points
from ..plan.to_the_time import ToTime, shorten
from ..things.setups import fewer_changes
from ..things.tried_fixes import TriedFix
from .findings import Finding
from .ideas import IDEAS
from .rules import Checked, check
from .situation import Situation

MOST_FIXES = 3
MOST_TRIED = 40
MOST_NAMED = 3
"""So many exercises are named one by one."""
_KEPT_BLOCKS = (BlockKind.WARM_UP, BlockKind.CLOSE)
FIX = "fix"
"""The verb of the bench that applies the edits of a fix."""

Tried = tuple[str, str, Mapping[str, str], Callable[[], Plan]]


def can_fix(finding: Finding) -> bool:
    """Whether there is anything to try for a finding."""
    return finding.rule in IDEAS or any(fix.verb in _FIXES or fix.verb in _EDITS for fix in finding.suggested_fixes)


def fixes_of(finding: Finding, now: Situation, before: Checked | None = None) -> tuple[TriedFix, ...]:
    """What settles a finding, the least change first. Each removes it, adds none that is as strong, makes none longer
    that is, and keeps what is locked and all of the warm-up and the close. At most so many are tried
    (:data:`MOST_TRIED`), and :data:`MOST_MENDS` offered."""
    was = check(now) if before is None else before
    found: list[TriedFix] = []
    seen: set[Plan] = set()
    told: set[str] = set()
    for number, (words, verb, fields, changed) in enumerate(tries_for(finding, now)):
        if len(found) == MOST_FIXES or number == MOST_TRIED:
            break
        try:
            plan = changed()
        except InputError:
            continue
        if plan in seen or words in told or not _keeps(now.plan, plan, finding.about):
            continue
        seen.add(plan)
        after = now.with_plan(plan)
        good = fixed(finding, was, check(after))
        if not good and verb == FIX and after.timeline.over > max(0.0, now.timeline.over):
            words, fields, plan = _to_time(words, fields, plan, now)
            after = now.with_plan(plan)
            good = _keeps(now.plan, plan, finding.about) and fixed(finding, was, check(after))
        if good:
            longer = after.timeline.total - now.timeline.total
            told.add(words)
            found.append(TriedFix(words, plan, longer, verb, tuple(fields.items())))
    return tuple(found)


def _to_time(words: str, fields: Mapping[str, str], plan: Plan, now: Situation) -> tuple[str, Mapping[str, str], Plan]:
    """What makes the class too long, with less of what was planned so that it ends in time. What it adds stays."""
    known = {item.id for item in now.plan.items()}
    added = [item for item in plan.items() if item.id not in known]
    kept = reduce(change, (replace(item, locked=True) for item in added), plan)
    made = shorten(kept, now.group, now.shelf, now.plan.length_min)
    edits = (*read_edits(fields["edits"]), *made.edits)
    shorter = apply_all(made.edits, plan, now.shelf, str)
    return f"{words}, and less of {_named(made, now)}", {"edits": written(edits)}, shorter


def _named(made: ToTime, now: Situation) -> str:
    """What there is less of, by name where it is not much: ``Heel drops and Calf stretch``."""
    touched = {edit.item for edit in made.edits}
    names = [time.exercise.name for time in now.timeline.items if time.item.id in touched]
    if len(names) > MOST_NAMED:
        return f"{len(names)} others"
    return together(names, "nothing")


def tries_for(finding: Finding, now: Situation) -> Iterator[Tried]:
    """What is tried for a finding, the likeliest first: words, the verb of the bench, its fields, and the plan."""
    for fix in finding.suggested_fixes:
        if fix.verb in _FIXES:
            yield fix.words, fix.verb, fix.fields, partial(_FIXES[fix.verb], now)
        elif fix.verb in _EDITS:
            yield _as_edits(fix.words, (_EDITS[fix.verb](fix.fields),), now)
    if finding.rule in IDEAS:
        for words, edits in IDEAS[finding.rule](finding, now):
            yield _as_edits(words, edits, now)


def _as_edits(words: str, edits: Edits, now: Situation) -> Tried:
    ids = (f"tried-{number}" for number in count())
    apply = partial(apply_all, edits, now.plan, now.shelf, partial(next, ids))
    return words, FIX, {"edits": written(edits)}, apply


_EDITS: dict[str, Callable[[Mapping[str, str]], PlanEdit]] = {
    "swap": lambda fields: PlanEdit(EditKind.SWAP, fields["item"], exercise=fields["to"], version=fields["version"]),
    "version": lambda fields: PlanEdit(EditKind.VERSION, fields["item"], version=fields["version"]),
}
"""The fixes that are one edit."""


def _fix_points(now: Situation) -> Plan:
    return fit_points(now.plan, now.group, now.shelf)


def _fix_extras(now: Situation) -> Plan:
    return without_extras(now.plan)


def _fix_order(now: Situation) -> Plan:
    better = fewer_changes(now.plan, now.shelf, now.group)
    return now.plan if better is None else better.plan


_FIXES: dict[str, Callable[[Situation], Plan]] = {
    "fit_points": _fix_points,
    "leave_out_extras": _fix_extras,
    "fewer_set_ups": _fix_order,
}
"""The fixes that a finding brings along and that change the plan, by the verb of the bench."""


def without_extras(plan: Plan) -> Plan:
    """The plan without what is marked to go first, but for what is locked."""
    for item in tuple(plan.items()):
        plan = remove(plan, item.id) if item.extra and not item.locked else plan
    return plan


def _keeps(before: Plan, after: Plan, about: Iterable[str]) -> bool:
    """Whether what is locked is as it was, in its block and in its order, and the warm-up and the close have all that
    they had; an item there that the finding is about may become another version, dose or note."""
    if before == after or _locked(before) != _locked(after):
        return False
    fixed_items = set(about)
    for kind in _KEPT_BLOCKS:
        there = {item.id: item for item in _items_in(after, kind)}
        for item in _items_in(before, kind):
            now = there.get(item.id)
            if now is None or now.exercise != item.exercise:
                return False
            if now != item and item.id not in fixed_items:
                return False
    return True


def _locked(plan: Plan) -> list[tuple[BlockKind, Item]]:
    return [(block.kind, item) for block in plan.blocks for item in block.items if item.locked]


def _items_in(plan: Plan, kind: BlockKind) -> tuple[Item, ...]:
    return tuple(item for block in plan.blocks if block.kind is kind for item in block.items)


def fixed(finding: Finding, before: Checked, after: Checked) -> bool:
    """Whether a finding is gone, and none that is as strong came, grew graver or grew longer for it."""
    same_rule = [one for one in after.findings if one.rule == finding.rule]
    if any(one.key == finding.key for one in same_rule):
        return False
    if len(same_rule) >= sum(one.rule == finding.rule for one in before.findings):
        return False
    for one in after.findings:
        if one.weight.rank > finding.weight.rank:
            continue
        then = _before(one, before, after)
        if then is None or then.weight.rank > one.weight.rank or _longer(one, then):
            return False
    return True


def _before(one: Finding, before: Checked, after: Checked) -> Finding | None:
    """The finding as it was before; what is about the same person, or stands at another item now, is the same one while
    there are no more of its kind."""
    alike = [was for was in before.findings if (was.rule, was.person) == (one.rule, one.person)]
    now = sum((other.rule, other.person) == (one.rule, one.person) for other in after.findings)
    same = next((was for was in alike if was.key == one.key), None)
    if same is not None or now > len(alike):
        return same
    return max(alike, key=lambda was: (-was.weight.rank, was.seconds or 0.0), default=None)


def _longer(one: Finding, then: Finding) -> bool:
    return one.seconds is not None and then.seconds is not None and one.seconds > then.seconds + 1
