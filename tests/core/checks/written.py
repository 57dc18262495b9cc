"""A plan in one line of text, for tests: ``warm_up: arm-sweep timed=60; strengthen: wall-push/arms-length sets=3``."""

from collections.abc import Mapping
from dataclasses import replace

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.load import Kilograms
from fairbench.core.dose.tempo import Tempo
from fairbench.core.dose.work import ContractRelax, Hold, Repetitions, Timed
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.sides import Sides
from tests.core.strategies import SHELF


def plan_of(text: str, notes: Mapping[str, str] | None = None, **details: object) -> Plan:
    """Blocks by ``;``, items by ``,``, each an exercise with its version and figures. Ids are ``i0``, ``i1`` and so on;
    ``notes`` are by id, ``details`` those of the plan."""
    blocks, number = [], 0
    for part in filter(None, (part.strip() for part in text.split(";"))):
        kind, _, items = part.partition(":")
        made = []
        for said in filter(None, (said.strip() for said in items.split(","))):
            made.append(_item(f"i{number}", said, (notes or {}).get(f"i{number}", "")))
            number += 1
        blocks.append(Block(BlockKind(kind.strip()), tuple(made)))
    usual = {"name": "P", "length_min": 60, "water_every_min": 0} | details
    return Plan(blocks=tuple(blocks), **usual)


def _item(item_id: str, said: str, note: str) -> Item:
    name, *figures = said.split()
    exercise_id, _, version_id = name.partition("/")
    exercise = SHELF.exercise(exercise_id)
    version = exercise.version(version_id or exercise.base)
    item = Item(item_id, exercise.id, version.id, note=note)
    dose = version.dose
    for figure in figures:
        key, _, value = figure.partition("=")
        if key == "rest":
            item = replace(item, rest_after=float(value))
        elif key == "bracket":
            item = replace(item, bracket=value)
        elif key in ("extra", "locked"):
            item = replace(item, **{key: True})
        else:
            dose = _figure(dose, key, value)
    return replace(item, dose=dose) if dose != version.dose else item


def _figure(dose: Dose, key: str, value: str) -> Dose:
    if key == "sets":
        return replace(dose, sets=int(value))
    if key == "more":
        return replace(dose, more=int(value))
    if key == "sides":
        return dose.shared(Sides(value))
    if key == "reps":
        tempo = dose.work.tempo if isinstance(dose.work, Repetitions) else Tempo()
        return replace(dose, work=Repetitions(int(value), tempo))
    if key == "each":
        assert isinstance(dose.work, Repetitions)
        half = float(value) / 2
        return replace(dose, work=replace(dose.work, tempo=Tempo(half, 0.0, half, 0.0)))
    if key == "timed":
        return replace(dose, work=Timed(float(value)))
    if key == "hold":
        return replace(dose, work=Hold(float(value)))
    if key == "kg":
        return replace(dose, load=Kilograms(float(value)))
    assert key == "press", key
    return replace(dose, work=ContractRelax(int(value)))
