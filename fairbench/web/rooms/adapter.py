"""Rows of rooms into core values."""

import json
from collections.abc import Iterable
from typing import Any

from django.db.models import Q

from fairbench.core.formats.room_doc import read_room, room_document
from fairbench.core.rooms.room import Room as CoreRoom
from fairbench.core.rooms.store import Stock as CoreStock
from fairbench.core.rooms.store import Store, standing_things, together

from .models import Room, Stock


def core_room(room: Room) -> CoreRoom:
    """The facts of a room."""
    return read_room(json.dumps(room.document).encode(), {})[0]


def document_of(room: CoreRoom) -> dict[str, Any]:
    """The facts of a room as its row keeps them."""
    return room_document(room, None)


def core_store(lines: Iterable[Stock]) -> Store:
    """Lines of one store."""
    return Store(tuple(CoreStock(row.prop, row.count, row.size, row.kg, row.free_cm, row.newtons) for row in lines))


def store_of(room: Room | None) -> Store:
    """What is kept in a room; without one, in the practice's own cupboard."""
    return core_store(Stock.objects.filter(room=room))


def in_room(room: Room | None, people: int) -> Store:
    """What is kept in a room, with the chairs on which none of so many people sits and the fixed steps."""
    if room is None:
        return Store()
    return together((store_of(room), standing_things(core_room(room), people)))


def at_hand(room: Room | None, people: int) -> Store | None:
    """What so many people can use in a room: what is there, and what the practice can carry there. None where nothing
    was ever counted, in which case nothing is said to be short."""
    rows = list(Stock.objects.filter(Q(room=room) | Q(room=None)))
    if not rows:
        return None
    there = [row for row in rows if row.room_id is not None]
    own = [row for row in rows if row.room_id is None]
    spare = Store() if room is None else standing_things(core_room(room), people)
    return together((core_store(there), core_store(own), spare))
