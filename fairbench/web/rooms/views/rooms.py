"""Rooms: which there are, what is in one, and its form."""

from typing import Any
from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.room_doc import room_document
from fairbench.core.rooms.room import MOST_CHAIR_KINDS, Chair, Floor, WallSide
from fairbench.core.rooms.room import Room as CoreRoom
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.rooms import actions
from fairbench.web.rooms.adapter import core_room, store_of
from fairbench.web.rooms.inputs import RoomInput
from fairbench.web.rooms.models import Room, Stock
from fairbench.web.rooms.room_page import facts_of, fit_words, lacking, size_words
from fairbench.web.rooms.store_page import lines_of
from fairbench.web.site.find import find

SPARE_CHAIRS = 2
"""So many empty lines for kinds of chair stand under those that there are."""
_BLANK = CoreRoom("New room", 8, 6)


def rooms(request: HttpRequest) -> HttpResponse:
    """All rooms, those in use first, and the practice's own cupboard."""
    found = [
        {
            "room": row,
            "words": size_words(value := core_room(row)),
            "chairs": value.seats,
            "fits": max((number for _, number in fit_words(value)), default=0),
            "groups": row.groups.all(),
        }
        for row in Room.objects.prefetch_related("groups").order_by("archived", "name")
    ]
    own = Stock.objects.filter(room=None)
    return render(request, "rooms/list.html", {"rooms": found, "own": own.count()})


def room(request: HttpRequest, room_id: UUID) -> HttpResponse:
    """One room: what is fixed in it, what is kept there, who meets there."""
    found = find(Room, room_id)
    value = core_room(found)
    context = {
        "room": found,
        "value": value,
        "size": size_words(value),
        "facts": facts_of(value),
        "lacking": lacking(value),
        "fits": fit_words(value),
        "lines": lines_of(found.stock.all()),
        "groups": found.groups.all(),
    }
    return render(request, "rooms/room.html", context)


def edit_room(request: HttpRequest, room_id: UUID | None = None) -> HttpResponse:
    """A new room, or the facts of one. A refused form shows what was typed, and which field is wrong."""
    found = find(Room, room_id) if room_id else None
    actor = actor_of(request)
    actor.require(Permission.ROOMS)
    wrong: dict[str, str] = {}
    if request.method == "POST":
        try:
            saved = actions.save_room(actor, RoomInput.read(request.POST).value(), room_id)
        except InputError as error:
            wrong = {"place": error.place or "name", "message": error.message}
        else:
            messages.success(request, f"{saved.name} is saved.")
            return redirect("rooms:room", saved.id)
    value = core_room(found) if found else _BLANK
    given = _typed(request) if wrong else _fields(value, new=found is None)
    context = {"room": found, "given": given, "wrong": wrong, "floors": list(Floor), "walls": list(WallSide)}
    return render(request, "rooms/edit.html", context, status=422 if wrong else 200)


@require_POST
def archive(request: HttpRequest, room_id: UUID) -> HttpResponse:
    """Off the list, or back."""
    found = find(Room, room_id)
    done = actions.archive_room(actor_of(request), found.id, request.POST.get("away") == "yes")
    messages.success(request, f"{done.name} is {'archived' if done.archived else 'restored'}.")
    return redirect("rooms:list")


def room_json(request: HttpRequest, room_id: UUID) -> HttpResponse:
    """The room with what is kept in it, as a file."""
    found = find(Room, room_id)
    actions.log_export(actor_of(request), found)
    answer = JsonResponse(room_document(core_room(found), store_of(found)), json_dumps_params={"indent": 2})
    answer["Content-Disposition"] = 'attachment; filename="room.json"'
    return answer


def _fields(value: CoreRoom, new: bool) -> dict[str, Any]:
    """A room as its form shows it."""
    document = room_document(value, None)
    shown = {name: f"{one:g}" if isinstance(one, float) else one for name, one in document.items()}
    chairs = [_chair(number, chair) for number, chair in enumerate(value.chairs)]
    spare = [_chair(len(chairs) + number, None) for number in range(SPARE_CHAIRS)]
    return {**shown, "name": "" if new else value.name, "chairs": chairs + spare}


def _chair(number: int, chair: Chair | None) -> dict[str, Any]:
    if chair is None:
        return {"number": number, "seat_cm": "45"}
    return {
        "number": number,
        "name": chair.name,
        "count": chair.count,
        "seat_cm": f"{chair.seat_cm:g}",
        "arms": chair.arms,
        "wheels": chair.wheels,
        "stacks": chair.stacks,
    }


def _typed(request: HttpRequest) -> dict[str, Any]:
    """What somebody typed, as it was."""
    given: dict[str, Any] = dict(request.POST.items())
    for box in ("floor_is_fit", "needs_mats"):
        given[box] = box in request.POST
    numbers = [number for number in range(MOST_CHAIR_KINDS) if f"chair-{number}-name" in given]
    given["chairs"] = [
        {"number": number}
        | {field: given.get(f"chair-{number}-{field}", "") for field in ("name", "count", "seat_cm")}
        | {field: f"chair-{number}-{field}" in request.POST for field in ("arms", "wheels", "stacks")}
        for number in numbers
    ]
    return given
