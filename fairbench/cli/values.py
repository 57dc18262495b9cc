"""Core values as plain JSON values for other programs."""

from collections.abc import Iterable, Mapping
from typing import Any

from fairbench.core.body.movement import balances
from fairbench.core.body.movement import demands as movement_demands
from fairbench.core.dose.words import summary
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.phase_words import UNNAMED, PhaseWords, phase_words
from fairbench.core.exercises.spread import Count, Spread
from fairbench.core.formats.dose_doc import dose_document
from fairbench.core.formats.plan_doc import plan_document
from fairbench.core.formats.ready_classes_doc import ReadyClass
from fairbench.core.people.conditions import Conditions
from fairbench.core.plan.item import Item
from fairbench.core.plan.timeline import ItemTime, Step, Timeline
from fairbench.core.sides import Side
from fairbench.core.teaching.chance import Chance
from fairbench.core.teaching.score import beats_of


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
        "one_repetition": found.one_repetition,
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


def demands(exercise: Exercise, version: Version, side: Side) -> dict[str, Any]:
    """What a version asks with one side working, and how weight is shared in each pose."""
    return {
        "exercise": exercise.id,
        "version": version.id,
        "side": side.value,
        "demands": [
            {
                "id": d.id,
                "words": d.words,
                "value": d.value,
                "unit": d.unit,
                "pose": d.pose,
                "joint": d.joint,
                "side": d.side,
            }
            for d in movement_demands(version.movement, side)
        ],
        "poses": [
            {
                "pose": name,
                "shares": dict(held.shares),
                "stability_margin": held.stability_margin,
                "moments": dict(held.moments),
            }
            for name, held in balances(version.movement, side)
        ],
    }


def spread(counted: Spread) -> dict[str, Any]:
    """Counts of exercises and versions."""

    def numbers(counts: Mapping[Any, Count]) -> dict[str, dict[str, int]]:
        return {str(key): {"exercises": c.exercises, "versions": c.versions} for key, c in counts.items()}

    return {
        "exercises": counted.total.exercises,
        "versions": counted.total.versions,
        "families": numbers(counted.families),
        "places": numbers(counted.places),
        "positions": numbers(counted.positions),
        "groups": numbers(counted.groups),
        "props": numbers(counted.props),
    }


def ready(found: Iterable[ReadyClass]) -> list[dict[str, Any]]:
    """The ready classes with their movements, each with the exercises and versions that it is."""
    return [
        {
            "id": one.id,
            "name": one.plan.name,
            "movements": [
                {"says": says, "versions": [f"{item.exercise}/{item.version}" for item in _items(one, of)]}
                for says, of in one.movements
            ],
        }
        for one in found
    ]


def _items(one: ReadyClass, ids: tuple[str, ...]) -> list[Item]:
    return [one.plan.item(item) for item in ids]


def conditions(found: Conditions) -> list[dict[str, Any]]:
    """Every condition with its options and rules."""
    return [
        {
            "id": condition.id,
            "name": condition.name,
            "topic": condition.topic,
            "sided": condition.sided,
            "severities": list(condition.severities),
            "stages": list(condition.stages),
            "asks_clinician": list(condition.asks_clinician),
            "excludes": list(condition.excludes),
            "rules": [
                {
                    "id": r.id,
                    "effect": r.effect,
                    "when": r.when_words,
                    "because": r.because,
                    "kind": r.kind,
                    "severity": list(r.severity),
                    "stage": list(r.stage),
                }
                for r in condition.rules
            ],
        }
        for condition in found
    ]


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


def _words(step: Step, found: Timeline) -> PhaseWords:
    time = found.time_of(step.item) if step.item and step.runs else None
    return phase_words(time.exercise, time.version) if time else UNNAMED


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
            for b in beats_of(step, found.plan.lead, words=_words(step, found))
        ],
    }


def chance(made: Chance) -> dict[str, Any]:
    """What a thousand tried classes come to."""
    return {
        "on_time": made.on_time,
        "likely": made.likely,
        "four_of_five_between": [made.early, made.late],
        "most_to_blame": [{"item": item, "exercise": name, "over": over} for item, name, over in made.blame],
        "from": made.habits.words,
    }
