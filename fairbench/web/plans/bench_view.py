"""What the bench shows, worked out once from a plan, its group and what is chosen."""

from dataclasses import dataclass
from typing import Any

from django.urls import reverse
from django.utils.safestring import SafeString

from fairbench.core.checks import Finding, check_time
from fairbench.core.checks.time import share_bounds
from fairbench.core.clock import minutes_and_seconds
from fairbench.core.people import Group as CoreGroup
from fairbench.core.plans import Plan as CorePlan
from fairbench.core.timeline import StepKind, Timeline, compile_timeline
from fairbench.web.people.models import Group

from .adapter import core_group, shelf
from .bench_drawing import Drawing, draw
from .bench_svg import bench_svg
from .inspector import Inspector, inspect
from .models import Plan

_STEP_WORDS = {
    StepKind.TRANSFER: "Getting about",
    StepKind.FETCH: "Fetching things",
    StepKind.EXPLAIN: "Explaining",
    StepKind.WORK: "Working",
    StepKind.SWITCH: "Changing sides",
    StepKind.REST: "Resting",
    StepKind.WATER: "Water",
    StepKind.CLOSE: "Putting away",
}


@dataclass(frozen=True, slots=True)
class BlockTotal:
    """Time of one block against what is usual."""

    number: int
    kind: str
    words: str
    seconds: float
    low: float
    high: float
    items: int

    @property
    def state(self) -> str:
        if self.seconds < self.low:
            return "short"
        return "long" if self.seconds > self.high else "usual"


@dataclass(frozen=True, slots=True)
class BenchView:
    plan: Plan
    value: CorePlan
    group: CoreGroup
    timeline: Timeline
    drawing: Drawing
    totals: tuple[BlockTotal, ...]
    findings: tuple[Finding, ...]
    inspector: Inspector | None
    address: str
    do: str
    groups: tuple[Group, ...] = ()

    @property
    def svg(self) -> SafeString:
        return bench_svg(self.drawing, self.address, self.chosen, f"{self.plan.name}, {self.spoken}")

    @property
    def chosen(self) -> str:
        return self.inspector.id if self.inspector else ""

    @property
    def over_words(self) -> str:
        """``0:45 over``, ``2:10 to spare``, or ``to the second``."""
        over = round(self.timeline.over)
        if not over:
            return "to the second"
        return f"{minutes_and_seconds(abs(over))} {'over' if over > 0 else 'to spare'}"

    @property
    def parts(self) -> list[tuple[str, float]]:
        """Seconds by kind of step, as far as there are any."""
        return [(_STEP_WORDS[kind], seconds) for kind, seconds in self.timeline.parts().items() if seconds]

    @property
    def spoken(self) -> str:
        """What a screen reader hears after a change."""
        return f"{len(self.timeline.items)} items, {minutes_and_seconds(self.timeline.total)}, {self.over_words}."


def bench_view(plan: Plan, value: CorePlan, chosen: str = "", wrong: dict[str, Any] | None = None) -> BenchView:
    """Compile and lay out. ``wrong`` names a figure that was refused, so that it is shown beside it."""
    group = core_group(plan.group)
    timeline = compile_timeline(value, group, shelf())
    time = timeline.time_of(chosen) if chosen else None
    address = reverse("plans:bench", args=[plan.id])
    return BenchView(
        plan=plan,
        value=value,
        group=group,
        timeline=timeline,
        drawing=draw(timeline, group.people),
        totals=_totals(timeline),
        findings=check_time(timeline),
        inspector=inspect(timeline, time, shelf(), wrong) if time else None,
        address=address,
        do=f"{address}do/",
        groups=() if time else tuple(Group.objects.all()),
    )


def _totals(timeline: Timeline) -> tuple[BlockTotal, ...]:
    length = timeline.plan.length_min * 60.0
    totals = []
    for number, (block, seconds) in enumerate(zip(timeline.plan.blocks, timeline.block_seconds(), strict=True)):
        low, high = share_bounds(block.kind, length)
        totals.append(BlockTotal(number, block.kind.value, block.kind.words, seconds, low, high, len(block.items)))
    return tuple(totals)
