"""What shortening by one factor would make of a plan, to compare :mod:`.to_the_time` with."""

from ..dose.dose import Dose
from ..exercises.shelf import Shelf
from ..people.person import Group
from .compile import compile_timeline
from .plan import Plan
from .plan_edits import EditKind, Edits, PlanEdit, apply_all
from .to_the_time import ToTime, loss, main_figure


def scaled(plan: Plan, group: Group, shelf: Shelf, minutes: float) -> ToTime:
    """Every dose that may change brought down by the same factor, as far as it must be for the time and as far down as
    a figure goes, sensible or not."""
    before = compile_timeline(plan, group, shelf)
    made = plan
    edits: Edits = ()
    for part in range(20, 0, -1):
        edits = tuple(
            edit
            for time in before.items
            if not time.item.locked and time.kind.value not in ("warm_up", "close")
            for edit in _scaled(time.item.id, time.dose, part / 20)
        )
        made = apply_all(edits, plan, shelf, str)
        if compile_timeline(made, group, shelf).total <= minutes * 60:
            break
    after = compile_timeline(made, group, shelf)
    then = {time.item.id: time for time in after.items}
    loses = sum(loss(time, then[time.item.id].dose) for time in before.items)
    return ToTime(edits, made, before.total, after.total, loses, (), fits=after.total <= minutes * 60)


def _scaled(item: str, dose: Dose, part: float) -> tuple[PlanEdit, ...]:
    _, value = main_figure(dose)
    steps = round(value * (1 - part))
    return (PlanEdit(EditKind.NUDGE, item, number=-steps),) if steps else ()
