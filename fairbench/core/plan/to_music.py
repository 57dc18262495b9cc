"""Music: a beat for a whole block, sets that end on the phrase, and a track that says how long a block is."""

from collections.abc import Iterator
from dataclasses import replace

from ..dose.dose import Dose
from ..dose.tempo import PHRASE_COUNTS, Tempo
from ..dose.work import Repetitions
from ..errors import DoseError, PlanError
from ..exercises.exercise import Version
from ..exercises.shelf import Shelf
from ..people.person import Group
from ..sides import Sides
from .compile import compile_timeline
from .item import Item
from .plan import Plan, change
from .plan_edits import dose_of
from .to_the_time import ToTime, fill, shorten

COUNTS = (2, 4, 8, 16, 32)
"""Counts of a repetition that a phrase divides by."""


def block_to_music(plan: Plan, block: int, beats_per_minute: int, shelf: Shelf, on_phrase: bool) -> Plan:
    """Every item of a block that counts repetitions goes to a beat: as many counts as come nearest to its tempo and are
    not quicker than is safe. With ``on_phrase`` its sets end with a phrase. What is locked stays. Raises
    :class:`PlanError` for a block that is not there or has no repetitions, :class:`DoseError` for a beat out of
    bounds."""
    if not 0 <= block < len(plan.blocks):
        raise PlanError(f"there is no block {block}", "block")
    changed = plan
    for item, version, dose in _counted(plan, block, shelf):
        made = to_beat(dose, version, beats_per_minute)
        changed = change(changed, replace(item, dose=ends_on_phrase(made) if on_phrase else made))
    if changed == plan:
        raise PlanError("nothing in it counts repetitions", "block")
    return changed


def _counted(plan: Plan, block: int, shelf: Shelf) -> Iterator[tuple[Item, Version, Dose]]:
    for item in plan.blocks[block].items:
        dose = dose_of(item, shelf)
        if isinstance(dose.work, Repetitions) and not item.locked:
            yield item, shelf.exercise(item.exercise).version(item.version), dose


def to_beat(dose: Dose, version: Version, beats_per_minute: int) -> Dose:
    """A dose of repetitions at a beat, with the counts nearest to its tempo that are safe; the slowest where none
    is."""
    if not isinstance(dose.work, Repetitions):
        raise DoseError("only repetitions go to music", "tempo")
    tempos = [Tempo.to_music(beats_per_minute, counts) for counts in COUNTS]
    safe = [tempo for tempo in tempos if tempo.seconds >= (version.safe_seconds or 0.0)] or tempos[-1:]
    wanted = dose.work.tempo.seconds
    tempo = min(safe, key=lambda one: abs(one.seconds - wanted))
    ranges = tuple(one for one in dose.ranges if not one.path.startswith("tempo."))
    return replace(dose, work=replace(dose.work, tempo=tempo), assumed=dose.assumed - {"tempo"}, ranges=ranges)


def ends_on_phrase(dose: Dose) -> Dose:
    """As many repetitions as come nearest and end with a phrase of 32 counts; two sides that take turns share it."""
    work = dose.work
    if not isinstance(work, Repetitions) or work.tempo.music is None:
        raise DoseError("only what goes to music ends on a phrase", "tempo")
    each = work.tempo.music.counts * (2 if dose.sides is Sides.ALTERNATING else 1)
    step = next(number for number in range(1, PHRASE_COUNTS + 1) if number * each % PHRASE_COUNTS == 0)
    reps = max(step, round(work.reps / step) * step)
    ranges = tuple(one for one in dose.ranges if one.path != "reps")
    return replace(dose, work=replace(work, reps=reps), ranges=ranges)


def block_to_track(plan: Plan, block: int, seconds: float, group: Group, shelf: Shelf) -> ToTime:
    """A block brought to the length of a track, and nothing else changed. Raises :class:`PlanError` for a block that is
    not there or empty."""
    if not 0 <= block < len(plan.blocks) or not plan.blocks[block].items:
        raise PlanError("there is nothing in that block", "block")
    timeline = compile_timeline(plan, group, shelf)
    now = timeline.block_seconds()[block]
    only = frozenset(item.id for item in plan.blocks[block].items)
    minutes = (timeline.total - now + seconds) / 60
    return (shorten if now > seconds else fill)(plan, group, shelf, minutes, only)
