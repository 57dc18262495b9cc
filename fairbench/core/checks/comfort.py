"""Comfort: water, breath, and something to notice before and after."""

from collections.abc import Iterator

from ..clock import minutes_and_seconds
from ..fit.cautions import demand_set
from ..plan.compile import WATER_MARGIN
from ..plan.lines import LineKind
from ..plan.timeline import StepKind
from ..sides import Side
from .findings import Finding, Weight
from .rules import rule
from .situation import Situation

LONGEST_DRY = 20 * 60.0
"""Seconds after which a pause for water is offered."""
_STRAIN = 2.0
_SHORT = 20 * 60.0


@rule("no-water")
def no_water(now: Situation) -> Iterator[Finding]:
    """More than twenty minutes without a pause for water."""
    if not now.plan.purpose.is_led:
        return
    pauses = [step.start for step in now.timeline.steps if step.kind is StepKind.WATER]
    since, end = 0.0, now.timeline.total
    for at in (*pauses, end):
        # A pause falls between two items; nobody breaks off an item for it, nor drinks in the last minutes.
        if at - since > LONGEST_DRY + WATER_MARGIN:
            yield Finding(
                Weight.LOOK,
                f"{minutes_and_seconds(at - since)} without water",
                f"From {minutes_and_seconds(since)} on there is no pause to drink.",
                next((time.item.id for time in now.timeline.items if time.end >= since + LONGEST_DRY), None),
                seconds=at - since,
            )
        since = at


@rule("strain-without-breath")
def strain_without_breath(now: Situation) -> Iterator[Finding]:
    """A strain that is held, and no word on breathing in the version."""
    for time in now.timeline.items:
        strain = max((value for value, _, _ in demand_set(time.version, Side.RIGHT, time.dose).of("strain")), default=0)
        if strain >= _STRAIN and not time.version.breath.strip():
            yield Finding(
                Weight.LOOK,
                f"{time.exercise.name}: no word on the breath",
                "It is a strain, and people hold their breath in it. Write into its note how to breathe.",
                time.item.id,
            )


@rule("nothing-to-notice")
def nothing_to_notice(now: Situation) -> Iterator[Finding]:
    """Nothing to notice before the work and nothing after it."""
    if now.plan.length_min * 60 <= _SHORT or not now.plan.purpose.shares_time:
        return
    told = [line for line in now.plan.lines if line.kind in (LineKind.NOTICE, LineKind.CHECK)]
    if len(told) < 2:
        yield Finding(
            Weight.FINE,
            "Nothing to notice before and after" if not told else "Something to notice once only",
            "Let them feel how a shoulder, the breath or their weight is at the start, and again at the end: that is "
            "how they find out what it did.",
        )
