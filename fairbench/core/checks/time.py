"""Time: over or under, a block out of its share, talk and transfers that eat the class."""

from ..clock import minutes_and_seconds, span
from ..dose.tempo import faster_than_safe
from ..dose.work import Repetitions
from ..exercises.aim import BlockKind
from ..plan.points import has_ranges
from ..plan.shares import SHORTEST_WARM_UP, share_bounds
from ..plan.timeline import StepKind, Timeline
from .findings import Finding, SuggestedFix, Weight, gravest_first

SHORT_CLASS = 20 * 60.0
"""Seconds. A class no longer than this is not held to all that a whole one has. Our own assumption."""
_NOT_IN_A_SHORT_ONE = frozenset({BlockKind.SETTLE, BlockKind.STRETCH, BlockKind.CLOSE})
SLACK = 60.0
"""Seconds over that nobody minds; five times as much may be left over."""


def check_time(timeline: Timeline) -> tuple[Finding, ...]:
    """Findings about time, the gravest first. None for an empty plan."""
    if not timeline.items:
        return ()
    found = [*_length(timeline), *_shares(timeline), *_talk(timeline), *_tempo(timeline)]
    return gravest_first(found)


def _to_the_time(timeline: Timeline, over: bool) -> tuple[SuggestedFix, ...]:
    """What brings a class nearer to its booked time: points within its ranges, and its extras."""
    fixes = []
    if has_ranges(timeline.plan):
        fixes.append(SuggestedFix("Pick the ranges to fit the time", "fit_points", {}))
    if over and any(item.extra for item in timeline.plan.items()):
        fixes.append(SuggestedFix("Leave out what is extra", "leave_out_extras", {}))
    return tuple(fixes)


def _length(timeline: Timeline) -> list[Finding]:
    over = timeline.over
    if not timeline.plan.purpose.is_led:
        return []
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
                suggested_fixes=_to_the_time(timeline, over=True),
            )
        ]
    if over < -5 * SLACK:
        return [
            Finding(
                Weight.LOOK,
                f"{minutes_and_seconds(-over)} to spare",
                f"The class is booked for {timeline.plan.length_min} min; there is room for more.",
                suggested_fixes=_to_the_time(timeline, over=False),
            )
        ]
    return []


def _shares(timeline: Timeline) -> list[Finding]:
    purpose = timeline.plan.purpose
    length = timeline.plan.length_min * 60.0
    # A block that the instructor left out is not missed; a warm-up always is.
    always = (BlockKind.WARM_UP,) if purpose.needs_warm_up else ()
    totals = dict.fromkeys((*always, *(block.kind for block in timeline.plan.blocks)), 0.0)
    for block, seconds in zip(timeline.plan.blocks, timeline.block_seconds(), strict=True):
        totals[block.kind] += seconds
    about = dict.fromkeys(BlockKind, 0.0)
    for item in timeline.items:
        about[item.kind] += item.transfer
    found = []
    for kind, seconds in totals.items():
        low, high = share_bounds(kind, length)
        if not purpose.shares_time and kind not in always:
            continue
        if length <= SHORT_CLASS and kind in _NOT_IN_A_SHORT_ONE and seconds < low:
            continue
        usual = f"Usual here: {span(low, high)}."
        if seconds < low:
            short = "No" if not seconds else "Short"
            weight = Weight.ALARM if kind is BlockKind.WARM_UP and seconds < SHORTEST_WARM_UP else Weight.LOOK
            found.append(Finding(weight, f"{short} {kind.words}", f"It takes {minutes_and_seconds(seconds)}. {usual}"))
        elif seconds - about[kind] > high:  # getting there and back up does not make a block long
            found.append(
                Finding(Weight.LOOK, f"Long {kind.words}", f"It takes {minutes_and_seconds(seconds)}. {usual}")
            )
    return found


def _talk(timeline: Timeline) -> list[Finding]:
    if not timeline.plan.purpose.minds_talk:
        return []
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
    """An alarm for each that nobody chose; those that somebody chose are named together, once."""
    found, chosen = [], []
    for item in timeline.items:
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
            found.append(Finding(Weight.ALARM, title, f"A repetition takes {words}.", item.item.id))
    if chosen:
        names = "; ".join(f"{item.exercise.name}: {words}" for item, words in chosen)
        title = "Quicker than is usual, as you chose" if len(chosen) > 1 else f"{chosen[0][0].exercise.name} is quick"
        found.append(Finding(Weight.LOOK, title, f"You chose this tempo. {names}.", chosen[0][0].item.id))
    return found
