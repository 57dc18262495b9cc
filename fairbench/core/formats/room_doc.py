"""A room with what is kept in it, as a file."""

from collections.abc import Mapping
from dataclasses import fields
from typing import Any, Literal

from pydantic import Field, TypeAdapter

from ..errors import InputError
from ..exercises.exercise import Prop
from ..rooms.room import Chair, Floor, Room, WallSide
from ..rooms.store import Stock, Store
from .dose_doc import Doc
from .people_doc import validated


class ChairDoc(Doc):
    """A kind of chair."""

    name: str
    count: int
    arms: bool = False
    seat_cm: float = 45.0
    wheels: bool = False
    stacks: bool = False


class StockDoc(Doc):
    """So many of a prop in a size."""

    prop: str = Field(description="The id of a prop, such as 'band'.")
    count: int
    size: str = Field(default="", description="What it is called: 'light', '1 kg', 'full'.")
    kg: float | None = Field(default=None, description="The mass of one, in kilograms.")
    free_cm: float | None = Field(default=None, description="A band's length, not stretched.")
    newtons: float | None = Field(default=None, description="A band's force at double length.")


class RoomDoc(Doc):
    """Lengths of wall, rail and worktop in metres, heights in centimetres."""

    format: Literal["fairbench-room"]
    format_version: Literal[1]
    name: str
    width: float
    depth: float
    floor: Floor = Field(default=Floor.HARD, strict=False)
    floor_is_fit: bool = Field(default=True, description="Whether people may lie on it.")
    needs_mats: bool = True
    smooth_wall: float = 0.0
    rough_wall: float = 0.0
    door_frames: int = 1
    door_at: WallSide = Field(default=WallSide.RIGHT, strict=False)
    corners: int = 0
    rail: float = 0.0
    rail_cm: float = 90.0
    rail_at: WallSide = Field(default=WallSide.BACK, strict=False)
    worktop: float = 0.0
    worktop_cm: float = 90.0
    steps: int = 0
    step_cm: float = 15.0
    stairs: int = 0
    anchors: int = 0
    bars: int = 0
    tables: int = 0
    chairs: list[ChairDoc] = Field(default_factory=list)
    store: list[StockDoc] | None = Field(
        default=None, description="What is kept there; left out, nothing was counted and nothing is said to be short."
    )


def read_room(data: bytes, props: Mapping[str, Prop]) -> tuple[Room, Store | None]:
    """A room and its store. Raises :class:`InputError` with the place in the file."""
    doc: RoomDoc = validated(TypeAdapter(RoomDoc), data)
    chairs = []
    for number, chair in enumerate(doc.chairs):
        try:
            chairs.append(Chair(**chair.model_dump()))
        except InputError as error:
            raise error.within(f"chairs[{number}]") from None
    given = doc.model_dump(exclude={"format", "format_version", "chairs", "store"})
    room = Room(**given, chairs=tuple(chairs))
    return room, None if doc.store is None else _store(doc.store, props)


def _store(lines: list[StockDoc], props: Mapping[str, Prop]) -> Store:
    found = []
    for number, line in enumerate(lines):
        if line.prop not in props:
            raise InputError(f"there is no prop '{line.prop}'; there is {', '.join(props)}", f"store[{number}].prop")
        try:
            found.append(Stock(**line.model_dump()))
        except InputError as error:
            raise error.within(f"store[{number}]") from None
    return Store(tuple(found))


def room_document(room: Room, store: Store | None) -> dict[str, Any]:
    """A room as its file has it."""
    document: dict[str, Any] = {"format": "fairbench-room", "format_version": 1}
    for field in fields(Room):
        if field.name != "chairs":
            document[field.name] = getattr(room, field.name)
    document |= {name: str(document[name]) for name in ("floor", "rail_at", "door_at")}
    document["chairs"] = [{field.name: getattr(chair, field.name) for field in fields(Chair)} for chair in room.chairs]
    if store is not None:
        document["store"] = [_stock_document(line) for line in store.lines]
    return document


def _stock_document(line: Stock) -> dict[str, Any]:
    found = {field.name: getattr(line, field.name) for field in fields(Stock)}
    return {name: value for name, value in found.items() if value not in (None, "")}


def room_schema() -> dict[str, Any]:
    """The JSON Schema of a room file."""
    schema = RoomDoc.model_json_schema()
    schema["title"] = "Fair Bench room, format version 1"
    return schema
