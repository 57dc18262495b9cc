"""What would settle a finding, and what brings a plan to its time: tried on the plan while the bench is read."""

import json
from dataclasses import dataclass
from uuid import UUID

from django.http import HttpResponse
from django.shortcuts import render
from django.urls import reverse

from fairbench.core.checks import Situation, check
from fairbench.core.checks.findings import WAITS
from fairbench.core.checks.tried_fixes import fixes_of
from fairbench.core.dose.words import short
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.plan_edits import dose_of, written
from fairbench.core.plan.timeline import Timeline
from fairbench.core.plan.to_the_time import ToTime, fill, shorten
from fairbench.core.rooms.store import Store
from fairbench.core.things.rounds import fixes_for_queue, queues_of
from fairbench.core.things.tried_fixes import Setting, TriedFix, fixes_for, look
from fairbench.web.plans.adapter import core_group, core_plan
from fairbench.web.plans.house_style import put_aside_now
from fairbench.web.plans.models import WITH_ROOM, Plan, PlanRevision
from fairbench.web.plans.surroundings import room_of, surroundings, with_store
from fairbench.web.site.find import Request, find


def fixes(request: Request, plan_id: UUID) -> HttpResponse:
    """Each change that settles the shortage of ``prop`` in ``size`` at ``item``, or the finding ``key`` of a ``rule``;
    nothing where it is settled."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    group = core_group(plan.group)
    around = with_store(room_of(plan), len(group.people), value.style)
    now = Situation(
        value, group, around.shelf, around.conditions, around.room, around.store, put_aside_now(value.style)
    )
    asked = request.GET
    found = _of_things(now, asked.get("item", ""), asked.get("prop", ""), asked.get("size", ""))
    if "rule" in asked:
        found = _of_rule(now, asked["rule"], asked.get("key", ""))
    context = {
        "fixes": found,
        "has_stand_in": any(fix.verb == "stand_in" for fix in found),
        "do": f"{reverse('plans:bench', args=[plan.id])}do/",
        "prop": around.shelf.props.get(asked.get("prop", "")),
    }
    return render(request, "plans/_tried_fixes.html", context)


def _of_rule(now: Situation, rule: str, key: str) -> tuple[TriedFix, ...]:
    before = check(now)
    finding = next((one for one in before.findings if (one.rule, one.key) == (rule, key)), None)
    return () if finding is None else fixes_of(finding, now, before)


def _of_things(now: Situation, item: str, prop: str, size: str) -> tuple[TriedFix, ...]:
    setting = Setting(now.group, now.shelf, now.conditions, now.store or Store())
    fitted, shortages = look(now.plan, setting)
    if size == WAITS:
        waits = (queue for queue in queues_of(fitted) if (queue.item, queue.prop) == (item, prop))
        return tuple(fix for queue in waits for fix in fixes_for_queue(now.plan, queue, setting))
    if now.store is None:
        return ()
    short = (one for one in shortages if (one.item, one.prop, one.size) == (item, prop, size))
    return tuple(fix for one in short for fix in fixes_for(now.plan, one, setting))


@dataclass(frozen=True, slots=True)
class DoseChange:
    """An exercise whose dose changes, in words; nothing then where it is left out."""

    name: str
    before: str
    after: str


def to_time(request: Request, plan_id: UUID) -> HttpResponse:
    """What brings a plan to the minutes that it is booked for: before and after, to be taken with one press."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    group, around = core_group(plan.group), surroundings(room_of(plan), value.style)
    timeline = compile_timeline(value, group, around.shelf)
    made = (shorten if timeline.over > 0 else fill)(value, group, around.shelf, value.length_min)
    words = "Shortened to its time" if timeline.over > 0 else "Filled to its time"
    context = {
        "made": made,
        "changes": _changes(made, timeline, around.shelf),
        "fields": json.dumps({"edits": written(made.edits), "words": words}),
        "do": f"{reverse('plans:bench', args=[plan.id])}do/",
    }
    return render(request, "plans/_to_time.html", context)


def _changes(made: ToTime, timeline: Timeline, shelf: Shelf) -> list[DoseChange]:
    touched = {edit.item for edit in made.edits}
    return [
        DoseChange(
            time.exercise.name,
            short(time.dose),
            "" if time.item.id in made.left_out else short(dose_of(made.plan.item(time.item.id), shelf)),
        )
        for time in timeline.items
        if time.item.id in touched
    ]
