"""Time: over or under, a block out of its share, talk and transfers that eat the class."""

from ..clock import minutes_and_seconds, span
from ..dose.tempo import faster_than_safe
from ..dose.work import Repetitions
from ..exercises.aim import BlockKind
from ..plan.timeline import StepKind, Timeline
from .findings import Finding, Weight, gravest_first

# Usual shares of a 45 to 60 minute class, as (least, most) of its booked length.
SHARES: dict[BlockKind, tuple[float, float]] = {
    BlockKind.SETTLE: (0.03, 0.08),
    BlockKind.WARM_UP: (0.15, 0.25),
    BlockKind.STRENGTHEN: (0.35, 0.50),
    BlockKind.STEADY: (0.0, 0.15),
    BlockKind.STRETCH: (0.12, 0.25),
    BlockKind.CLOSE: (0.04, 0.08),
}
SHORTEST_WARM_UP = 300.0
SLACK = 60.0
"""Seconds over that nobody minds; five times as much may be left over."""


def check_time(timeline: Timeline) -> tuple[Finding, ...]:
    """Findings about time, the gravest first. None for an empty plan."""
    if not timeline.items:
        return ()
    found = [*_length(timeline), *_shares(timeline), *_talk(timeline), *_tempo(timeline)]
    return gravest_first(found)


def share_bounds(kind: BlockKind, length: float) -> tuple[float, float]:
    """Least and most seconds a kind of block usually takes in a class of ``length`` seconds."""
    least, most = SHARES[kind]
    low, high = least * length, most * length
    if kind is BlockKind.WARM_UP:
        low = max(low, SHORTEST_WARM_UP)
        high = max(high, low)
    return low, high


def _length(timeline: Timeline) -> list[Finding]:
    over = timeline.over
    if over > 0:
        weight = Weight.ALARM if over > SLACK else Weight.LOOK
        longest = max((i for i in timeline.items if i.kind is not BlockKind.CLOSE), key=lambda i: i.total, default=None)
        hint = f" {longest.exercise.name} is the longest at {minutes_and_seconds(longest.total)}." if longest else ""
        return [
            Finding(
                weight,
                f"{minutes_and_seconds(over)} over",
                f"The class is booked for {timeline.plan.length_min} min.{hint}",
                longest.item.id if longest else None,
            )
        ]
    if over < -5 * SLACK:
        return [
            Finding(
                Weight.LOOK,
                f"{minutes_and_seconds(-over)} to spare",
                f"The class is booked for {timeline.plan.length_min} min; there is room for more.",
            )
        ]
    return []


def _shares(timeline: Timeline) -> list[Finding]:
    length = timeline.plan.length_min * 60.0
    # A block that the instructor left out is not missed; a warm-up always is.
    totals = dict.fromkeys((BlockKind.WARM_UP, *(block.kind for block in timeline.plan.blocks)), 0.0)
    for block, seconds in zip(timeline.plan.blocks, timeline.block_seconds(), strict=True):
        totals[block.kind] += seconds
    found = []
    for kind, seconds in totals.items():
        low, high = share_bounds(kind, length)
        usual = f"Usual here: {span(low, high)}."
        if seconds < low:
            short = "No" if not seconds else "Short"
            weight = Weight.ALARM if kind is BlockKind.WARM_UP and seconds < SHORTEST_WARM_UP else Weight.LOOK
            found.append(Finding(weight, f"{short} {kind.words}", f"It takes {minutes_and_seconds(seconds)}. {usual}"))
        elif seconds > high:
            found.append(
                Finding(Weight.LOOK, f"Long {kind.words}", f"It takes {minutes_and_seconds(seconds)}. {usual}")
            )
    return found


def _talk(timeline: Timeline) -> list[Finding]:
    parts = timeline.parts()
    talk = parts[StepKind.EXPLAIN] + parts[StepKind.TRANSFER]
    if talk * 3 <= timeline.total:
        return []
    return [
        Finding(
            Weight.LOOK,
            "A third is talk and transfers",
            f"Explaining takes {minutes_and_seconds(parts[StepKind.EXPLAIN])}, "
            f"getting about {minutes_and_seconds(parts[StepKind.TRANSFER])}.",
        )
    ]


def _tempo(timeline: Timeline) -> list[Finding]:
    found = []
    for item in timeline.items:
        if isinstance(item.dose.work, Repetitions):
            quick = faster_than_safe(item.dose.work.tempo, item.version.safe_seconds)
            if quick:
                found.append(
                    Finding(
                        Weight.ALARM,
                        f"{item.exercise.name} is too quick",
                        f"A repetition takes {item.dose.work.tempo.seconds:g} s; "
                        f"no less than {item.version.safe_seconds:g} s is safe in this version.",
                        item.item.id,
                    )
                )
    return found
