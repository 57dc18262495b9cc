"""Plans on paper: the cue sheet and the pack list, in large print."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Self
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.core.dose.dose import Rest
from fairbench.core.dose.words import summary
from fairbench.core.fit.fit import fit
from fairbench.core.fit.meanwhile import meanwhile_of
from fairbench.core.fit.otherwise import otherwise, own_ways
from fairbench.core.fit.packing import INSTRUCTOR, pack
from fairbench.core.fit.rest_places import RestOtherwise, rest_otherwise
from fairbench.core.fit.share import shares
from fairbench.core.fit.verdict import Fit
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.core.plan.rest_places import rest_words, usual_places
from fairbench.core.plan.timeline import ItemTime, StepKind, Timeline
from fairbench.core.things.set_out import set_out as set_out_of
from fairbench.core.things.stand_ins import StandIn, stand_ins_of
from fairbench.web.plans.adapter import core_group, core_plan, shelf
from fairbench.web.plans.floor import Floor, small_floor
from fairbench.web.plans.models import WITH_ROOM, Plan, PlanRevision
from fairbench.web.plans.packing import carried
from fairbench.web.plans.surroundings import room_of, surroundings
from fairbench.web.rooms.adapter import core_room
from fairbench.web.rooms.models import Room
from fairbench.web.site.find import find

MIN_SETS = 2
"""Nobody rests between sets where there is one."""


@dataclass(frozen=True, slots=True)
class StandInLine:
    """Who takes in an item what stands in, by name."""

    item: str
    words: str

    @classmethod
    def of(cls, one: StandIn, names: Mapping[str, str]) -> Self:
        """``Flo, you: tights or a long scarf (a light pull only)``."""
        note = f" ({one.note})" if one.note else ""
        return cls(one.item, f"{', '.join(names[person] for person in one.people)}: {one.what}{note}")


def cue_sheet(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """What to say and when, item by item, and who does it otherwise; ``?form=compact`` is one line an item."""
    compact = request.GET.get("form") == "compact"
    plan = find(Plan, plan_id, *WITH_ROOM)
    value, group, found = _fitted(plan)
    timeline = found.timeline
    moves = _moves(timeline)
    names = {person.id: person.name for person in group.people} | {INSTRUCTOR: "you"}
    stand_ins = [StandInLine.of(one, names) for one in stand_ins_of(found, shelf())]
    entries = [
        {
            "number": number,
            "time": item,
            "dose": summary(item.dose, item.exercise.limb),
            "moves": moves.get(item.item.id, []),
            "props": [shelf().props[prop].name for prop in item.version.props],
            "loads": _loads(item, group),
            "instead": meanwhile_of(item.item, shelf()) if item.item.optional else None,
            "stand_ins": [one for one in stand_ins if one.item == item.item.id],
            "rests": _rests(item, found),
            "otherwise": otherwise((v for v in found.of_item(item.item.id) if not v.person.talk_first), shelf()),
        }
        for number, item in enumerate(timeline.items, 1)
    ]
    return render(
        request,
        "plans/cue_sheet_compact.html" if compact else "plans/cue_sheet.html",
        {
            "plan": plan,
            "value": value,
            "timeline": timeline,
            "entries": entries,
            "closing": moves.get(None, []),
            "to_talk_to": sorted({v.person.name for v in found.verdicts.values() if v.person.talk_first}),
        },
    )


def _moves(timeline: Timeline) -> dict[str | None, list[str]]:
    """What is said on the way to each item, and at the end."""
    moves: dict[str | None, list[str]] = {}
    for step in timeline.steps:
        if step.kind in (StepKind.TRANSFER, StepKind.FETCH):
            moves.setdefault(step.item, []).append(step.says)
    return moves


def _loads(item: ItemTime, group: CoreGroup) -> list[tuple[str, str]]:
    """Whose own load it is, and which."""
    name = item.exercise.id
    return [(person.name, person.loads[name]) for person in group.people if name in person.loads]


def who_otherwise(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """Who does what otherwise, and why: whom to talk to first, then everybody with what they do."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    _, group, found = _fitted(plan)
    parts = {share.person.id: share.part for share in shares(found, group.people)}
    people = [
        {"id": person.id, "name": person.name, "part": parts[person.id], "ways": own_ways(found, person)}
        for person in group.people
        if not person.talk_first
    ]
    context = {
        "plan": plan,
        "timeline": found.timeline,
        "talk_first": [person for person in group.people if person.talk_first],
        "people": [person for person in people if person["ways"]],
        "as_planned": [person["name"] for person in people if not person["ways"]],
    }
    return render(request, "plans/who_otherwise.html", context)


def running_title(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """The plan's name at the top of every printed page, as a style sheet: a page's margin takes its text from nowhere
    else."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    title = f"{plan.name} · {plan.group}" if plan.group else plan.name
    # A style sheet writes any character by its number, so that no name can be anything but text.
    text = "".join(f"\\{ord(letter):06x}" for letter in title)
    css = f'@page {{ @top-left {{ content: "{text}"; font-size: 9pt; }} }}'
    return HttpResponse(css, content_type="text/css; charset=utf-8")


def pack_list(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """What to bring and what to ask people to bring, for what each of this group does, and for the instructor."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    value, group, found = _fitted(plan)
    room = room_of(plan)
    lines = carried(found, room)
    return render(
        request,
        "plans/pack_list.html",
        {
            "plan": plan,
            "value": value,
            "size": len(group.people),
            "entries": [
                {"thing": thing, "carry": lines.get(thing.prop.id, 0), "shared": thing.prop.shared}
                for thing in pack(found, shelf())
            ],
            "room": room,
        },
    )


def set_out(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """What lies at each place before class, and on which side, in the order of the places."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    _, group, found = _fitted(plan)
    room = room_of(plan)
    floor = _floor(plan, room, found)
    numbers = {line.id: line.number for line in floor.places} if floor else {}
    names = {person.id: person.name for person in group.people} | {INSTRUCTOR: "You"}
    places = [
        {"number": numbers.get(one.person), "name": names[one.person], "is_you": one.person == INSTRUCTOR, "out": one}
        for one in set_out_of(found, shelf(), core_room(room) if room else None)
    ]
    places.sort(key=lambda place: (not place["is_you"], place["number"] or 0))
    context = {"plan": plan, "room": room, "places": places, "svg": floor.svg() if floor else ""}
    return render(request, "plans/set_out.html", context)


def _floor(plan: Plan, room: Room | None, found: Fit) -> Floor | None:
    """Everybody's places, where there is a room that holds them."""
    people = list({verdict.person.id: verdict.person for verdict in found.verdicts.values()}.values())
    return small_floor(plan.group, room, found.timeline.plan, people) if plan.group else None


def _rests(item: ItemTime, found: Fit) -> tuple[str, tuple[RestOtherwise, ...]] | None:
    """The two places to rest in between sets, and who rests elsewhere; None where one rests otherwise."""
    if item.dose.rest_how is not Rest.IN_PLACE or len(item.dose.passes) < MIN_SETS:
        return None
    verdicts = (v for v in found.of_item(item.item.id) if not v.person.talk_first)
    position = item.version.position
    return rest_words(usual_places(position)), rest_otherwise(position, verdicts, shelf(), load_conditions())


def _fitted(plan: Plan) -> tuple[CorePlan, CoreGroup, Fit]:
    """The plan, its group, and what everybody of them does of it."""
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    group = core_group(plan.group)
    around = surroundings(room_of(plan), value.style)
    timeline = compile_timeline(value, group, around.shelf)
    return value, group, fit(timeline, group.people, around.shelf, around.conditions)
