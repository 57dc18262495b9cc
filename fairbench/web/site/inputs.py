"""What people and devices send, checked before anything is done with it: one pydantic model for each verb.

Forms send text, and nothing for what was left empty; these types read both. Whatever is wrong is an
:class:`InputError` that names the field.
"""

import datetime
import math
from collections.abc import Mapping
from typing import Annotated, Any, Self
from uuid import UUID

from pydantic import AfterValidator, BaseModel, BeforeValidator, ConfigDict, Field, ValidationError
from pydantic_core import PydanticCustomError

from fairbench.core.errors import InputError
from fairbench.core.formats.places import first_error
from fairbench.core.sides import Side

from .text import clean_text

_LONGEST_NUMBER = 20
_SHOWN = 20
EARLIEST, LATEST = datetime.date(1900, 1, 1), datetime.date(2199, 12, 31)


class Input(BaseModel):
    """The base of every verb's input. Fields that a form carries for others are left alone."""

    model_config = ConfigDict(frozen=True, extra="ignore", allow_inf_nan=False)

    @classmethod
    def read(cls, given: Mapping[str, Any]) -> Self:
        """The input in a form or an object. Raises :class:`InputError` with the field as its place."""
        try:
            return cls.model_validate(dict(given.items()))
        except ValidationError as error:
            message, place, _ = first_error(error)
            raise InputError(message, place) from None


def wrong(message: str) -> PydanticCustomError:
    """An error that says just this, in the middle of a validation. Half a character, which no text can hold, is shown
    as a question mark."""
    return PydanticCustomError("plain", "{message}", {"message": message.encode("utf-8", "replace").decode()})


def _nothing_for_empty(value: Any) -> Any:
    return None if isinstance(value, str) and not value.strip() else value


def _number(value: Any) -> Any:
    if not isinstance(value, str):
        return value
    text = value.strip().replace(",", ".")
    try:
        if len(text) > _LONGEST_NUMBER or not text.isascii() or "_" in text:
            raise ValueError
        return float(text)
    except ValueError:
        raise wrong(f"needs a number, not '{text[:_SHOWN]}'") from None


def whole_or_number(text: str, place: str) -> float | int:
    """A number as a person writes it, whole where it is. Raises :class:`InputError` at ``place`` that says what is
    wrong."""
    try:
        number: float = _number(text)
    except PydanticCustomError as error:
        raise InputError(error.message(), place) from None
    if not math.isfinite(number):
        raise InputError(f"needs a number, not '{text[:_SHOWN]}'", place)
    return _whole_if_it_is(number)


def _whole(value: Any) -> Any:
    if not isinstance(value, str):
        return value
    text = value.strip()
    try:
        if len(text) > _LONGEST_NUMBER or not text.isascii() or "_" in text:
            raise ValueError
        return int(text)
    except ValueError:
        raise wrong(f"needs a whole number, not '{text[:_SHOWN]}'") from None


def _whole_if_it_is(value: float) -> float | int:
    return int(value) if value.is_integer() else value


def _day(value: Any) -> Any:
    if not isinstance(value, str):
        return value
    try:
        day = datetime.date.fromisoformat(value.strip())
    except ValueError:
        raise wrong(f"'{value[:_SHOWN]}' is no day; write it as 2026-11-30") from None
    if not EARLIEST <= day <= LATEST:
        raise wrong(f"'{value[:_SHOWN]}' is out of the years {EARLIEST.year} to {LATEST.year}")
    return day


def one_line(text: str) -> str:
    """Text without line breaks and control characters, its gaps single."""
    return " ".join(clean_text(text).split())


def _side(value: Any) -> Any:
    if isinstance(value, str) and value and value not in list(Side):
        raise wrong(f"there is no side '{value[:_SHOWN]}'")
    return value or None


Number = Annotated[float, BeforeValidator(_number)]
"""A number as a person writes it, with a comma or a point."""
Figure = Annotated[float, BeforeValidator(_number), AfterValidator(_whole_if_it_is)]
"""A number of a dose: whole where it was given whole, since counts must be."""
Whole = Annotated[int, BeforeValidator(_whole)]
Day = Annotated[datetime.date, BeforeValidator(_day)]
OptionalDay = Annotated[Day | None, BeforeValidator(_nothing_for_empty)]
OptionalSide = Annotated[Side | None, BeforeValidator(_side)]
OptionalId = Annotated[UUID | None, BeforeValidator(_nothing_for_empty)]
OneLine = Annotated[str, AfterValidator(one_line)]
"""Text of one line; bound it with ``Field(max_length=…)``."""
Lines = Annotated[str, AfterValidator(clean_text)]
"""Text that may have several lines."""
Slug = Annotated[str, Field(max_length=60, pattern=r"^[a-z0-9-]*$")]
"""The id of an exercise, a version or a condition; may be empty."""
ItemId = Annotated[str, Field(max_length=64, pattern=r"^[A-Za-z0-9_.-]*$")]
"""The id of an item of a plan; may be empty."""

OptionalWhole = Annotated[Annotated[int, BeforeValidator(_whole)] | None, BeforeValidator(_nothing_for_empty)]


Ticked = Annotated[bool, BeforeValidator(lambda value: value is True or value == "on")]
"""A box of a form: nothing is sent for one that is empty."""
OptionalNumber = Annotated[Number | None, BeforeValidator(_nothing_for_empty)]


def within(low: int, high: int) -> AfterValidator:
    """Refuses a number, where one is given, that is not from ``low`` to ``high``."""

    def check(value: int | None) -> int | None:
        if value is not None and not low <= value <= high:
            raise wrong(f"goes from {low} to {high}, not {value}")
        return value

    return AfterValidator(check)
