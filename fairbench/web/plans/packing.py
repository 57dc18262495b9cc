"""What to carry on a day, worked out from its plans, their rooms and the practice's own store."""

import datetime
from collections.abc import Sequence
from dataclasses import dataclass

from fairbench.core.exercises.exercise import Prop
from fairbench.core.fit.fit import fit
from fairbench.core.fit.verdict import Fit
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.rooms.store import Store
from fairbench.core.things.ready import carry
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.rooms.adapter import in_room, store_of
from fairbench.web.rooms.models import Room

from .adapter import core_group, core_plan
from .models import PackTick, Plan, PlanRevision
from .surroundings import room_of, surroundings


@dataclass(frozen=True, slots=True)
class Packing:
    """One thing to carry: how many, how many of them the practice's own store lacks, which plans want it, and its
    ticks."""

    prop: Prop
    size: str
    count: int
    lacks: int
    plans: tuple[str, ...]
    is_out: bool
    is_back: bool
    day: datetime.date

    @property
    def ticks(self) -> tuple[tuple[str, bool], ...]:
        """Out and back, and whether each is ticked."""
        return ("out", self.is_out), ("back", self.is_back)

    @property
    def words(self) -> str:
        """``resistance band, light``."""
        return f"{self.prop.name}, {self.size}" if self.size else self.prop.name


def fitted_day(plans: Sequence[Plan]) -> list[tuple[Plan, Fit]]:
    """The plans of a day, each fitted."""
    return [(plan, fitted(plan)) for plan in plans]


def packed_for(fits: Sequence[tuple[Plan, Fit]], day: datetime.date) -> tuple[Packing, ...]:
    """What to carry for the plans of a day."""
    shelf = practice_shelf()
    classes: list[tuple[str, Fit, Store]] = [
        (plan.name, made, in_room(room_of(plan), _people_in(made))) for plan, made in fits
    ]
    own = store_of(None)
    ticks = {(tick.prop, tick.size): tick for tick in PackTick.objects.filter(day=day)}
    found = []
    for one in carry([(made, store) for _, made, store in classes], shelf):
        tick = ticks.get((one.prop.id, one.size))
        wanted = tuple(
            name
            for name, made, store in classes
            if any(line.prop.id == one.prop.id and line.size == one.size for line in carry([(made, store)], shelf))
        )
        lacks = max(0, one.count - own.count(one.prop.id, one.size))
        out, back = (tick.is_out, tick.is_back) if tick else (False, False)
        found.append(Packing(one.prop, one.size, one.count, lacks, wanted, out, back, day))
    return tuple(found)


def carried(found: Fit, room: Room | None) -> dict[str, int]:
    """By prop, how many to carry for one class, over all sizes."""
    lines: dict[str, int] = {}
    for one in carry([(found, in_room(room, _people_in(found)))], practice_shelf()):
        lines[one.prop.id] = lines.get(one.prop.id, 0) + one.count
    return lines


def _people_in(found: Fit) -> int:
    return len({person for person, _ in found.verdicts})


def fitted(plan: Plan) -> Fit:
    """A plan as it stands, fitted to its group in its room."""
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    group, around = core_group(plan.group), surroundings(room_of(plan))
    return fit(compile_timeline(value, group, around.shelf), group.people, around.shelf, around.conditions)
