"""Time: over or under, a block out of its share, talk and transfers that eat the class."""

from collections.abc import Iterator

from ..clock import minutes_and_seconds, span
from ..dose.tempo import faster_than_safe
from ..dose.work import Repetitions
from ..exercises.aim import BlockKind
from ..plan.points import has_ranges
from ..plan.shares import SHORTEST_WARM_UP, share_bounds
from ..plan.timeline import StepKind, Timeline
from .findings import Finding, SuggestedFix, Weight
from .rules import rule
from .situation import Situation

SHORT_CLASS = 20 * 60.0
"""Seconds. A class no longer than this is not held to all that a whole one has. Our own assumption."""
_NOT_IN_A_SHORT_ONE = frozenset({BlockKind.SETTLE, BlockKind.STRETCH, BlockKind.CLOSE})
SLACK = 60.0
"""Seconds over that nobody minds; five times as much may be left over."""
LATEST_START = 120.0
"""Seconds after which the first movement is late in any class."""


def _to_the_time(timeline: Timeline, over: bool) -> tuple[SuggestedFix, ...]:
    """What brings a class nearer to its booked time: points within its ranges, and its extras."""
    fixes = []
    if has_ranges(timeline.plan):
        fixes.append(SuggestedFix("Pick the ranges to fit the time", "fit_points", {}))
    if over and any(item.extra for item in timeline.plan.items()):
        fixes.append(SuggestedFix("Leave out what is extra", "leave_out_extras", {}))
    return tuple(fixes)


@rule("over-time")
def over_time(now: Situation) -> Iterator[Finding]:
    """The class is longer than it is booked for."""
    timeline, over = now.timeline, now.timeline.over
    if over > 0 and timeline.plan.purpose.is_led:
        longest = max((i for i in timeline.items if i.kind is not BlockKind.CLOSE), key=lambda i: i.total, default=None)
        hint = f" {longest.exercise.name} is the longest at {minutes_and_seconds(longest.total)}." if longest else ""
        yield Finding(
            Weight.ALARM if over > SLACK else Weight.LOOK,
            f"{minutes_and_seconds(over)} over",
            f"The class is booked for {timeline.plan.length_min} min.{hint}",
            longest.item.id if longest else None,
            suggested_fixes=_to_the_time(timeline, over=True),
            seconds=over,
        )


@rule("time-to-spare")
def time_to_spare(now: Situation) -> Iterator[Finding]:
    """Five minutes or more of the booked time are left over."""
    over = now.timeline.over
    if over < -5 * SLACK and now.plan.purpose.is_led:
        yield Finding(
            Weight.LOOK,
            f"{minutes_and_seconds(-over)} to spare",
            f"The class is booked for {now.plan.length_min} min; there is room for more.",
            suggested_fixes=_to_the_time(now.timeline, over=False),
        )


@rule("no-warm-up")
def no_warm_up(now: Situation) -> Iterator[Finding]:
    """No warm-up, or one of under five minutes."""
    yield from (one for kind, short, one in _shares(now.timeline) if kind is BlockKind.WARM_UP and short)


@rule("no-close")
def no_close(now: Situation) -> Iterator[Finding]:
    """Nothing to close with, or too little of it."""
    yield from (one for kind, short, one in _shares(now.timeline) if kind is BlockKind.CLOSE and short)


@rule("short-block")
def short_block(now: Situation) -> Iterator[Finding]:
    """A block that takes less of the class than is usual."""
    own = (BlockKind.WARM_UP, BlockKind.CLOSE)
    yield from (one for kind, short, one in _shares(now.timeline) if kind not in own and short)


@rule("long-block")
def long_block(now: Situation) -> Iterator[Finding]:
    """A block that takes more of the class than is usual."""
    yield from (one for _, short, one in _shares(now.timeline) if not short)


def _shares(timeline: Timeline) -> Iterator[tuple[BlockKind, bool, Finding]]:
    """Blocks out of their usual share: which kind, whether it is short, and the finding."""
    purpose = timeline.plan.purpose
    length = timeline.plan.length_min * 60.0
    # A block that the instructor left out is not missed; a warm-up always is.
    always = (BlockKind.WARM_UP,) if purpose.needs_warm_up else ()
    totals = dict.fromkeys((*always, *(block.kind for block in timeline.plan.blocks)), 0.0)
    for block, seconds in zip(timeline.plan.blocks, timeline.block_seconds(), strict=True):
        totals[block.kind] += seconds
    for kind, seconds in totals.items():
        low, high = share_bounds(kind, length)
        if not purpose.shares_time and kind not in always:
            continue
        if length <= SHORT_CLASS and kind in _NOT_IN_A_SHORT_ONE and seconds < low:
            continue
        # Getting there and back up does not make a block long.
        getting_there = sum(item.transfer for item in timeline.items if item.kind is kind)
        words = f"It takes {minutes_and_seconds(seconds)}. Usual here: {span(low, high)}."
        items = tuple(item.item.id for item in timeline.items if item.kind is kind)
        if seconds < low:
            yield kind, True, _short(kind, seconds, words, items)
        elif seconds - getting_there > high:
            yield kind, False, Finding(Weight.LOOK, f"Long {kind.words}", words, items=items, seconds=seconds)


def _short(kind: BlockKind, seconds: float, words: str, items: tuple[str, ...]) -> Finding:
    weight = Weight.ALARM if kind is BlockKind.WARM_UP and seconds < SHORTEST_WARM_UP else Weight.LOOK
    return Finding(weight, f"{'Short' if seconds else 'No'} {kind.words}", words, items=items)


@rule("much-talk")
def much_talk(now: Situation) -> Iterator[Finding]:
    """Explaining and getting about take more than a third of the class."""
    if not now.plan.purpose.minds_talk:
        return
    parts = now.timeline.parts()
    talk = parts[StepKind.EXPLAIN] + parts[StepKind.TRANSFER]
    if talk * 3 > now.timeline.total:
        yield Finding(
            Weight.LOOK,
            "A third is talk and transfers",
            f"Explaining takes {minutes_and_seconds(parts[StepKind.EXPLAIN])}, "
            f"getting about {minutes_and_seconds(parts[StepKind.TRANSFER])}.",
            seconds=talk,
        )


@rule("late-start")
def late_start(now: Situation) -> Iterator[Finding]:
    """The first movement comes after a tenth of the class, or after two minutes, whichever is the sooner."""
    if not now.plan.purpose.minds_talk:
        return
    first = next((step for step in now.timeline.steps if step.kind is StepKind.WORK), None)
    latest = min(LATEST_START, now.plan.length_min * 60 / 10)
    if first is not None and first.start > latest:
        yield Finding(
            Weight.LOOK,
            f"The first movement comes at {minutes_and_seconds(first.start)}",
            f"Until {minutes_and_seconds(latest)} nobody minds. Say the rest while they move.",
            first.item,
            seconds=first.start,
        )


@rule("too-quick")
def too_quick(now: Situation) -> Iterator[Finding]:
    """An alarm for each that nobody chose; those that somebody chose are named together, once."""
    chosen = []
    for item in now.timeline.items:
        if not isinstance(item.dose.work, Repetitions):
            continue
        tempo, safe = item.dose.work.tempo, item.version.safe_seconds
        if not faster_than_safe(tempo, safe):
            continue
        words = f"{tempo.seconds:g} s, no less than {safe:g} s is safe in this version"
        if item.item.dose is not None and "tempo" not in item.dose.assumed and item.dose != item.version.dose:
            chosen.append((item, words))
        else:
            title = f"{item.exercise.name} is too quick"
            yield Finding(Weight.ALARM, title, f"A repetition takes {words}.", item.item.id)
    if chosen:
        names = "; ".join(f"{item.exercise.name}: {words}" for item, words in chosen)
        title = "Quicker than is usual, as you chose" if len(chosen) > 1 else f"{chosen[0][0].exercise.name} is quick"
        ids = tuple(item.item.id for item, _ in chosen)
        yield Finding(Weight.LOOK, title, f"You chose this tempo. {names}.", ids[0], items=ids)
