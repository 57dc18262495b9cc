"""A store: the stock-take, its lines, and its file. Without a room it is the practice's own cupboard."""

from typing import Any
from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.counted import how_many
from fairbench.core.errors import InputError
from fairbench.core.formats.store_csv import HEADINGS, read_store, write_store
from fairbench.core.formats.table_csv import MOST_BYTES, read_table
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.rooms import actions
from fairbench.web.rooms.adapter import store_of
from fairbench.web.rooms.inputs import CountInput, StockInput
from fairbench.web.rooms.models import Room, Stock
from fairbench.web.rooms.store_page import lines_of
from fairbench.web.site.find import find
from fairbench.web.site.uploads import uploaded


def store(request: HttpRequest, room_id: UUID | None = None) -> HttpResponse:
    """The stock-take: every line with its number, to be counted with one thumb."""
    return _page(request, find(Room, room_id) if room_id else None)


@require_POST
def add(request: HttpRequest, room_id: UUID | None = None) -> HttpResponse:
    """One more line."""
    room = find(Room, room_id) if room_id else None
    try:
        given = StockInput.read(request.POST).value()
        if given.prop not in practice_shelf().props:
            raise InputError("choose what it is", "prop")
        row = actions.add_stock(actor_of(request), room, given)
    except InputError as error:
        return _page(request, room, {"place": error.place, "message": error.message})
    messages.success(request, f"Added: {lines_of([row])[0].title}.")
    return _back(room)


@require_POST
def count(request: HttpRequest, stock_id: UUID) -> HttpResponse:
    """One more, one fewer, or the number that was typed; answers with the line."""
    row = find(Stock, stock_id)
    wrong = ""
    try:
        given = CountInput.read(request.POST)
        number = None if given.by else _whole(given.count)
        row = actions.count_stock(actor_of(request), row.id, number, int(given.by or 0))
    except InputError as error:
        wrong = error.message
    line = lines_of([row])[0]
    context = {"line": line, "wrong": wrong, "said": f"{line.title}: {wrong or row.count}"}
    return render(request, "rooms/_stock_line.html", context, status=422 if wrong else 200)


@require_POST
def remove(request: HttpRequest, stock_id: UUID) -> HttpResponse:
    """A line goes."""
    row = find(Stock, stock_id, "room")
    room = row.room
    title = lines_of([row])[0].title
    actions.remove_stock(actor_of(request), row.id)
    messages.success(request, f"Removed: {title}.")
    return _back(room)


def import_csv(request: HttpRequest, room_id: UUID | None = None) -> HttpResponse:
    """A store from a table: all of it or nothing."""
    room = find(Room, room_id) if room_id else None
    actor = actor_of(request)
    actor.require(Permission.ROOMS)
    wrong = ""
    if request.method == "POST":
        try:
            table = read_table(uploaded(request, MOST_BYTES, "a store"), "a store")
            lines = actions.import_store(actor, room, read_store(table, practice_shelf().props))
        except InputError as error:
            wrong = str(error)
        else:
            messages.success(request, f"{how_many(lines, 'line')} imported.")
            return _back(room)
    context = {"room": room, "wrong": wrong, "headings": HEADINGS}
    return render(request, "rooms/import_store.html", context, status=422 if wrong else 200)


def export_csv(request: HttpRequest, room_id: UUID | None = None) -> HttpResponse:
    """The store as a table."""
    room = find(Room, room_id) if room_id else None
    actions.log_export(actor_of(request), room)
    answer = HttpResponse(write_store(store_of(room), practice_shelf().props), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="store.csv"'
    return answer


def _whole(text: str) -> int:
    if not (text.strip().isascii() and text.strip().isdigit()):
        raise InputError(f"needs a whole number, not '{text[:6]}'", "count")
    return int(text)


def _back(room: Room | None) -> HttpResponse:
    return redirect("rooms:store", room.id) if room else redirect("rooms:cupboard")


def _page(request: HttpRequest, room: Room | None, wrong: dict[str, Any] | None = None) -> HttpResponse:
    props = sorted(practice_shelf().props.values(), key=lambda prop: prop.name)
    context = {
        "room": room,
        "lines": lines_of(Stock.objects.filter(room=room)),
        "props": [prop for prop in props if not prop.shared and prop.id != "chair"],
        "wrong": wrong or {},
        "given": request.POST,
    }
    return render(request, "rooms/store.html", context, status=422 if wrong else 200)
