"""What is taken for each change of rooms and stores."""

from collections.abc import Mapping
from typing import Annotated, Any, Literal, Self

from pydantic import Field

from fairbench.core.errors import InputError
from fairbench.core.loads.units import read_length, read_mass
from fairbench.core.rooms.room import MOST_CHAIR_KINDS, Chair, Floor, Room, WallSide
from fairbench.core.rooms.store import Stock
from fairbench.web.site.inputs import Input, Number, OneLine, OptionalNumber, Slug, Ticked, Whole

_Optional = Annotated[str, Field(max_length=20)]


class ChairInput(Input):
    """One kind of chair of a room's form."""

    name: OneLine = Field(max_length=80)
    count: Whole
    arms: Ticked = False
    seat_cm: str = Field(default="45", max_length=20)
    wheels: Ticked = False
    stacks: Ticked = False

    def value(self) -> Chair:
        """The kind of chair. Raises :class:`InputError`."""
        seat_cm = read_length(self.seat_cm, "seat_cm")
        return Chair(self.name, self.count, self.arms, seat_cm, self.wheels, self.stacks)


class RoomInput(Input):
    """A room as its form sends it; lengths in metres, heights in centimetres or with their unit."""

    name: OneLine = Field(max_length=80)
    width: Number
    depth: Number
    floor: Floor
    floor_is_fit: Ticked = False
    needs_mats: Ticked = False
    smooth_wall: Number
    rough_wall: Number
    door_frames: Whole
    door_at: WallSide
    corners: Whole
    rail: Number
    rail_cm: str = Field(max_length=20)
    rail_at: WallSide
    worktop: Number
    worktop_cm: str = Field(max_length=20)
    steps: Whole
    step_cm: str = Field(max_length=20)
    stairs: Whole
    anchors: Whole
    bars: Whole
    tables: Whole
    chairs: tuple[ChairInput, ...] = ()

    @classmethod
    def read(cls, given: Mapping[str, Any]) -> Self:
        """The room with its chairs, whose fields begin with ``chair-0-``; a kind without a name is none."""
        chairs = []
        for number in range(MOST_CHAIR_KINDS):
            start = f"chair-{number}-"
            fields = {name.removeprefix(start): value for name, value in given.items() if name.startswith(start)}
            if str(fields.get("name", "")).strip():
                try:
                    chairs.append(ChairInput.read(fields))
                except InputError as error:
                    raise error.within(f"chairs[{number}]") from None
        return super().read({**{name: given[name] for name in given}, "chairs": chairs})

    def value(self) -> Room:
        """The room. Raises :class:`InputError` naming the field."""
        facts = {name: getattr(self, name) for name in type(self).model_fields if name != "chairs"}
        for field in ("rail_cm", "worktop_cm", "step_cm"):
            facts[field] = read_length(facts[field], field)
        chairs = []
        for number, chair in enumerate(self.chairs):
            try:
                chairs.append(chair.value())
            except InputError as error:
                raise error.within(f"chairs[{number}]") from None
        return Room(**facts, chairs=tuple(chairs))


class StockInput(Input):
    """A line of a store as its form sends it: mass and length in any unit, empty where they are not known."""

    prop: Slug
    size: OneLine = Field(default="", max_length=24)
    count: Whole
    kg: _Optional = ""
    free_cm: _Optional = ""
    newtons: OptionalNumber = None

    def value(self) -> Stock:
        """The line. Raises :class:`InputError` naming the field."""
        kg = read_mass(self.kg, "kg") if self.kg.strip() else None
        free = read_length(self.free_cm, "free_cm") if self.free_cm.strip() else None
        return Stock(self.prop, self.count, self.size, kg, free, self.newtons)


class CountInput(Input):
    """Counting: one more or one fewer, or the number that there is."""

    by: Literal["1", "-1", ""] = ""
    count: str = Field(default="", max_length=6)
