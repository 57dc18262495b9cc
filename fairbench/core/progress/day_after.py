"""What somebody may have felt on the day after a class: what was new, more, or hard in it."""

from collections.abc import Iterable, Sequence

from .amount import ups
from .log import Bout

NAMED = 4
"""So many are named at the door."""


def may_be_felt(bouts: Sequence[Bout], trained: Iterable[str]) -> tuple[str, ...]:
    """The exercises of somebody's last class that are asked about, the likeliest first: what hurt, what was too hard,
    what was new to them or more than the time before, then what is trained by how much of it was done. ``trained`` are
    the exercises that become more; of the others, only what hurt or was too hard counts. Nothing of no class."""
    if not bouts:
        return ()
    day = max(bout.day for bout in bouts)
    before: dict[str, Bout] = {}
    for bout in sorted(bouts, key=lambda one: one.day):
        if bout.day < day:
            before[bout.exercise] = bout
    loads = frozenset(trained)
    last = {bout.exercise: bout for bout in bouts if bout.day == day}
    ranked = {name: _weight(bout, before.get(name), name in loads) for name, bout in last.items()}
    felt = [name for name, weight in ranked.items() if weight > 0]
    return tuple(sorted(felt, key=lambda name: (-ranked[name], -last[name].amount.work, name))[:NAMED])


def _weight(bout: Bout, before: Bout | None, trained: bool) -> int:
    """Higher for what is likelier; 0 for what is not asked about."""
    weight = 8 * bool(bout.pain) + 4 * bout.too_hard
    if trained:
        weight += 1
        if before is None or before.amount.version != bout.amount.version or ups(before.amount, bout.amount):
            weight += 2
    return weight
