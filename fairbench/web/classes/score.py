"""The score of a class as plain JSON values: all that the teaching screen plays, nothing to work out."""

from typing import Any

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.words import summary
from fairbench.core.exercises.cues import say
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.fit import VerdictKind
from fairbench.core.people.person import Group
from fairbench.core.plan.plan import Block, Item, Plan
from fairbench.core.plan.timeline import ItemTime, Step, Timeline, compile_timeline
from fairbench.core.sides import Side, Sides
from fairbench.core.teaching.score import beats_of, is_held
from fairbench.figures.verdict_shapes import SIGN_WIDTH, shape_path
from fairbench.web.exercises.figures import address, film_address

from .differences import Different


def score(timeline: Timeline, group: Group, shelf: Shelf, different: Different) -> dict[str, Any]:
    """Steps with their beats, items with their cues, and each item's other versions ready to swap in; for
    each, who does it otherwise."""
    lead = timeline.plan.lead
    held = {time.item.id for time in timeline.items if is_held(time.exercise)}
    return {
        "name": timeline.plan.name,
        "length": timeline.plan.length_min * 60,
        "total": timeline.total,
        "lead": lead.value,
        "signs": {kind.value: shape_path(kind, SIGN_WIDTH) for kind in VerdictKind},
        "steps": [_step(step, lead, step.item in held) for step in timeline.steps],
        "items": [
            _item(timeline, item, number, group, shelf, different) for number, item in enumerate(timeline.items, 1)
        ],
    }


def _step(step: Step, lead: Side, held: bool) -> dict[str, Any]:
    return {
        "kind": step.kind.value,
        "start": step.start,
        "seconds": step.seconds,
        "item": step.item,
        "says": step.says,
        "side": step.side.value if step.side else "",
        "direction": step.direction,
        "set": step.set_number,
        "sets": step.sets,
        "position": step.position.words,
        "level": step.position.level.value,
        "beats": [
            [
                beat.at,
                beat.seconds,
                beat.calls.value,
                beat.number,
                beat.of,
                beat.word,
                beat.side.value if beat.side else "",
                *beat.moves,
                beat.cycle,
            ]
            for beat in beats_of(step, lead, held)
        ],
    }


def _item(
    timeline: Timeline, time: ItemTime, number: int, group: Group, shelf: Shelf, different: Different
) -> dict[str, Any]:
    return {
        "id": time.item.id,
        "number": number,
        "exercise": time.exercise.id,
        "name": time.exercise.name,
        "kind": time.kind.value,
        "kindWords": time.kind.words,
        "level": time.level.value,
        "start": time.start,
        "begins": time.begins,
        "end": time.end,
        "limb": time.exercise.limb,
        "note": time.item.note,
        "extra": time.item.extra,
        "version": {
            **_version(time.exercise, time.version, time.dose, shelf),
            "different": different.of(time, time.version),
        },
        "others": [
            {**_other(timeline.plan, time, version, group, shelf), "different": different.of(time, version)}
            for version in time.exercise.versions
            if version.id != time.version.id
        ],
    }


def _version(exercise: Exercise, version: Version, dose: Dose, shelf: Shelf) -> dict[str, Any]:
    cues = version.cues
    return {
        "id": version.id,
        "name": version.name,
        "dose": summary(dose, exercise.limb),
        "film": film_address(exercise, version, dose.sides is Sides.ALTERNATING),
        "start": address(exercise, version, "dark", "start"),
        "end": address(exercise, version, "dark", "end"),
        "props": [shelf.props[prop].name for prop in version.props],
        "do": {side: [say(cue, Side(side) if side else None) for cue in cues.do] for side in ("", "left", "right")},
        "setUp": {
            side: [say(cue, Side(side) if side else None) for cue in cues.set_up] for side in ("", "left", "right")
        },
        "watch": [say(cue, None) for cue in cues.watch],
        "stop": say(cues.stop, None),
        "breath": version.breath,
    }


def _other(plan: Plan, time: ItemTime, version: Version, group: Group, shelf: Shelf) -> dict[str, Any]:
    """Another version with the work of its usual dose, compiled by itself from where it is done."""
    item = Item(time.item.id, time.exercise.id, version.id, None, time.item.rest_after)
    alone = Plan(plan.name, plan.length_min, (Block(time.kind, (item,)),), plan.lead, 0, version.position)
    compiled = compile_timeline(alone, group, shelf)
    own = compiled.items[0]
    return {
        **_version(time.exercise, version, own.dose, shelf),
        "change": say(version.change, None),
        "steps": [_step(step, plan.lead, is_held(time.exercise)) for step in compiled.steps if step.item == item.id],
    }
