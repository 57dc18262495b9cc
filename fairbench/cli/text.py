"""Core values as plain text for a terminal."""

from collections.abc import Iterable

from fairbench.core.body.movement import demands as movement_demands
from fairbench.core.clock import minutes_and_seconds
from fairbench.core.dose_words import summary
from fairbench.core.exercises import Exercise, Version
from fairbench.core.formats.pose_doc import BodyOut
from fairbench.core.sides import Side
from fairbench.core.spread import PLACES, Spread
from fairbench.core.timeline import Step, Timeline


def timeline(found: Timeline) -> str:
    """Every step with its start, then the totals."""
    names = {item.item.id: item.exercise.name for item in found.items}
    lines = [
        f"{minutes_and_seconds(step.start):>6}  {step.seconds:6.1f} s  {step.kind:<9} {_where(step, names)}"
        for step in found.steps
    ]
    lines += ["", *totals(found)]
    return "\n".join(lines) + "\n"


def totals(found: Timeline) -> list[str]:
    """Where the time goes, and how it stands to the booked length."""
    lines = [f"{kind:<10} {minutes_and_seconds(seconds):>6}" for kind, seconds in found.parts().items() if seconds]
    over = found.over
    verdict = f"{minutes_and_seconds(abs(over))} {'over' if over > 0 else 'to spare'}"
    return [*lines, f"{'in all':<10} {minutes_and_seconds(found.total):>6} of {found.plan.length_min}:00, {verdict}"]


def plan(found: Timeline) -> str:
    """The plan by block, each item with its dose in words."""
    lines = [f"{found.plan.name} · {found.plan.length_min} min · their {found.plan.lead} side first"]
    for number, (block, seconds) in enumerate(zip(found.plan.blocks, found.block_seconds(), strict=True)):
        lines += ["", f"{block.kind.words.capitalize()}  {minutes_and_seconds(seconds)}"]
        for item in found.items:
            if item.block == number:
                dose = summary(item.dose, item.exercise.limb)
                lines.append(
                    f"  {minutes_and_seconds(item.start):>6}  {item.exercise.name}, {item.version.name}: {dose}"
                )
    return "\n".join([*lines, "", *totals(found)]) + "\n"


def catalogue(found: Iterable[Exercise]) -> str:
    """A line for each exercise, and one for each version under it."""
    lines = []
    for exercise in found:
        lines.append(f"{exercise.id}  {exercise.name} · {exercise.block.words} · {exercise.aim.words}")
        for version in exercise.versions:
            mark = "*" if version.id == exercise.base else " "
            dose = summary(version.dose, exercise.limb)
            lines.append(f"  {mark} {version.id}  {version.name} · {version.position.words} · {dose}")
    return "\n".join(lines) + ("\n" if lines else "")


def demands(exercise: Exercise, version: Version, side: Side) -> str:
    """What a version asks, a line each: how much, of which joint, in which pose."""
    lines = [f"{exercise.name}, {version.name} · {side} side works"]
    for demand in movement_demands(version.movement, side):
        where = f"{demand.joint} at {demand.pose}" if demand.pose else "said, not computed"
        lines.append(f"  {demand.figure:>18}  {demand.words}{f' ({demand.side})' if demand.side else ''} · {where}")
    return "\n".join(lines) + "\n"


def body(out: BodyOut) -> str:
    """A pose that is held up, in a few lines."""
    lines = [f"{out.position}, {out.side} side works"]
    lines += [f"  {share * 100:5.1f} %  on the {group}" for group, share in out.shares.items() if share]
    state = "inside what holds it" if out.steadiness >= 0 else "outside: it would tip"
    lines.append(f"  the weight is {abs(out.steadiness) * 100:.1f} % of stature {state}")
    lines += [f"  {moment:7.1f} N·m  at the {joint.replace('_', ' ')}" for joint, moment in out.moments.items()]
    lines += [f"  {d.value:g} {d.unit}  {d.words}{f' ({d.side})' if d.side else ''}" for d in out.demands]
    return "\n".join(lines) + "\n"


def spread(counted: Spread) -> str:
    """Exercises and versions by family, place, position, group of props and prop."""
    lines = [f"{counted.total.exercises} exercises, {counted.total.versions} versions"]
    for title, counts in (
        ("By family", {family.words: count for family, count in counted.families.items()}),
        ("By place", {PLACES[place]: count for place, count in counted.places.items()}),
        ("By position", {position.words: count for position, count in counted.positions.items()}),
        ("With", counted.groups),
        ("By prop", counted.props),
    ):
        lines += ["", f"{title:<36} exercises  versions"]
        lines += [f"  {name:<34} {count.exercises:>9} {count.versions:>9}" for name, count in counts.items()]
    return "\n".join(lines) + "\n"


def _where(step: Step, names: dict[str, str]) -> str:
    parts = [names.get(step.item or "", "")]
    if step.side:
        parts.append(f"their {step.side}")
    if step.direction:
        parts.append(step.direction)
    if step.sets > 1:
        parts.append(f"set {step.set_number} of {step.sets}")
    if step.kind == "transfer":
        parts.append(step.says.rstrip("."))
    return " · ".join(part for part in parts if part)
