"""Core values as plain JSON values for other programs."""

from typing import Any

from fairbench.core.dose_words import summary
from fairbench.core.exercises import Exercise
from fairbench.core.formats.dose_doc import dose_document
from fairbench.core.formats.plan_doc import plan_document
from fairbench.core.score import beats_of
from fairbench.core.timeline import ItemTime, Step, Timeline


def timeline(found: Timeline) -> dict[str, Any]:
    """Totals, items and steps; times in seconds from the start of class."""
    return {
        **_totals(found),
        "items": [_item(item) for item in found.items],
        "steps": [_step(step, found) for step in found.steps],
    }


def plan(found: Timeline) -> dict[str, Any]:
    """The plan as in its file, with each item's dose in words."""
    return {"plan": plan_document(found.plan), **_totals(found), "items": [_item(item) for item in found.items]}


def exercise(found: Exercise) -> dict[str, Any]:
    """An exercise with its ladder, easiest first."""
    return {
        "id": found.id,
        "name": found.name,
        "purpose": found.purpose,
        "block": found.block.value,
        "aim": {"region": found.aim.region, "quality": found.aim.quality, "action": found.aim.action},
        "limb": found.limb,
        "counts_as": found.counts_as,
        "base": found.base,
        "versions": [
            {
                "id": version.id,
                "name": version.name,
                "position": version.position.value,
                "props": list(version.props),
                "dose": dose_document(version.dose),
                "dose_words": summary(version.dose, found.limb),
                "seconds": version.dose.time.total,
                "change": version.change,
            }
            for version in found.versions
        ],
    }


def _totals(found: Timeline) -> dict[str, Any]:
    return {
        "total": found.total,
        "booked": found.plan.length_min * 60,
        "over": found.over,
        "parts": {kind.value: seconds for kind, seconds in found.parts().items()},
        "blocks": [
            {"kind": block.kind.value, "seconds": seconds}
            for block, seconds in zip(found.plan.blocks, found.block_seconds(), strict=True)
        ],
    }


def _item(item: ItemTime) -> dict[str, Any]:
    return {
        "id": item.item.id,
        "exercise": item.exercise.id,
        "version": item.version.id,
        "dose_words": summary(item.dose, item.exercise.limb),
        "start": item.start,
        "end": item.end,
        "transfer": item.transfer,
        "fetch": item.fetch,
        "explain": item.explain,
        "work": item.work,
        "switch": item.switch,
        "rest": item.rest,
        "count": item.count,
    }


def _step(step: Step, found: Timeline) -> dict[str, Any]:
    return {
        "kind": step.kind.value,
        "start": step.start,
        "end": step.end,
        "item": step.item,
        "position": step.position.value,
        "side": step.side,
        "direction": step.direction or None,
        "set": step.set_number or None,
        "says": step.says,
        "props": list(step.held),
        "beats": [
            {
                "at": b.at,
                "seconds": b.seconds,
                "calls": b.calls,
                "number": b.number,
                "of": b.of,
                "word": b.word,
                "side": b.side,
            }
            for b in beats_of(step, found.plan.lead)
        ],
    }
