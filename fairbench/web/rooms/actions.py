"""Everything that changes rooms and stores: one verb each."""

from collections.abc import Iterable, Mapping
from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.rooms.room import Room as CoreRoom
from fairbench.core.rooms.store import MOST_LINES, MOST_OF_A_KIND
from fairbench.core.rooms.store import Stock as CoreStock
from fairbench.core.rooms.store import Store as CoreStore
from fairbench.web.accounts.actor import Actor, Permission

from .adapter import document_of
from .models import Room, Stock


@transaction.atomic
def save_room(actor: Actor, given: CoreRoom, room_id: UUID | None = None) -> Room:
    """Save a new room, or the facts of one. Raises :class:`InputError` for a name that another room has."""
    actor.require(Permission.ROOMS)
    room = Room.objects.select_for_update().get(id=room_id) if room_id else Room(practice=actor.practice)
    if Room.objects.filter(name=given.name).exclude(id=room.id).exists():
        raise InputError("another room has this name already", "name")
    old = dict(room.document) if room_id else {}
    room.name, room.document = given.name, document_of(given)
    room.save()
    actor.audit("room.save", room.id, *_changed(old, room.document))
    return room


@transaction.atomic
def archive_room(actor: Actor, room_id: UUID, away: bool) -> Room:
    """Take a room off the list, or bring it back. What is kept in it stays counted."""
    actor.require(Permission.ROOMS)
    room = Room.objects.select_for_update().get(id=room_id)
    before, room.archived = room.archived, away
    room.save(update_fields=["archived"])
    actor.audit("room.archive" if away else "room.restore", room.id, {"archived": before}, {"archived": away})
    return room


@transaction.atomic
def add_stock(actor: Actor, room: Room | None, given: CoreStock) -> Stock:
    """One more line of a store. Raises :class:`InputError` where the prop and size are there already."""
    actor.require(Permission.ROOMS)
    there = Stock.objects.select_for_update().filter(room=room)
    if there.filter(prop=given.prop, size=given.size).exists():
        raise InputError("this prop and size are in the list already; change its number there", "size")
    if there.count() >= MOST_LINES:
        raise InputError(f"a store has at most {MOST_LINES} lines", "prop")
    row = _new(actor, room, given)
    actor.audit("stock.add", row.id, None, _told(row))
    return row


@transaction.atomic
def count_stock(actor: Actor, stock_id: UUID, count: int | None = None, by: int = 0) -> Stock:
    """How many there are of a line: a number, or so many more than before. Never under nothing."""
    actor.require(Permission.ROOMS)
    row = Stock.objects.select_for_update().get(id=stock_id)
    old = row.count
    wanted = max(0, old + by) if count is None else count
    if not 0 <= wanted <= MOST_OF_A_KIND:
        raise InputError(f"must be a whole number from 0 to {MOST_OF_A_KIND}, not {wanted}", "count")
    row.count = wanted
    row.save(update_fields=["count", "counted_at"])
    if wanted != old:
        actor.audit("stock.count", row.id, {"count": old}, {"count": wanted})
    return row


@transaction.atomic
def calibrate_stock(actor: Actor, stock_id: UUID, free_cm: float, newtons: float) -> Stock:
    """What a scale showed of a band: its free length, and its force at double length."""
    actor.require(Permission.ROOMS)
    row = Stock.objects.select_for_update().get(id=stock_id)
    CoreStock(row.prop, row.count, row.size, row.kg, free_cm, newtons)
    old = {"free_cm": row.free_cm, "newtons": row.newtons}
    row.free_cm, row.newtons = free_cm, newtons
    row.save(update_fields=["free_cm", "newtons", "counted_at"])
    actor.audit("stock.calibrate", row.id, old, {"free_cm": free_cm, "newtons": newtons})
    return row


@transaction.atomic
def remove_stock(actor: Actor, stock_id: UUID) -> None:
    """A line goes from its store. What it was stays in the audit."""
    actor.require(Permission.ROOMS)
    row = Stock.objects.select_for_update().get(id=stock_id)
    actor.audit("stock.remove", row.id, _told(row))
    row.delete()


@transaction.atomic
def import_store(actor: Actor, room: Room | None, store: CoreStore) -> int:
    """A store as a file has it: what is in both takes the file's numbers, what is only in the file is added, and what
    is only here stays. How many lines the file had."""
    actor.require(Permission.ROOMS)
    there = {(row.prop, row.size): row for row in Stock.objects.select_for_update().filter(room=room)}
    if len(there.keys() | {line.key for line in store.lines}) > MOST_LINES:
        raise InputError(f"a store has at most {MOST_LINES} lines; nothing was taken", "file")
    for line in store.lines:
        row = there.get(line.key)
        if row is None:
            _new(actor, room, line)
            continue
        row.count = line.count
        for field in ("kg", "free_cm", "newtons"):
            value = getattr(line, field)
            if value is not None:
                setattr(row, field, value)
        row.save()
    actor.audit("stock.import_csv", room.id if room else actor.practice.id, new={"lines": len(store.lines)})
    return len(store.lines)


def log_export(actor: Actor, room: Room | None) -> None:
    """A store was exported. It is written down."""
    actor.audit("stock.export_csv", room.id if room else actor.practice.id, new={"at": timezone.now()})


def _new(actor: Actor, room: Room | None, given: CoreStock) -> Stock:
    return Stock.objects.create(
        practice=actor.practice,
        room=room,
        prop=given.prop,
        size=given.size,
        count=given.count,
        kg=given.kg,
        free_cm=given.free_cm,
        newtons=given.newtons,
    )


def _told(row: Stock) -> Mapping[str, Any]:
    return {"prop": row.prop, "size": row.size, "count": row.count, "room": row.room_id}


def _changed(old: Mapping[str, Any], new: Mapping[str, Any]) -> tuple[dict[str, Any] | None, dict[str, Any]]:
    names: Iterable[str] = [name for name in new if old.get(name) != new[name]]
    return ({name: old.get(name) for name in names} if old else None), {name: new[name] for name in names}
