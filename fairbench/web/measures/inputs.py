"""What is sent of a test, checked before anything is done with it."""

import datetime
from collections.abc import Mapping
from typing import Annotated, Any

from django.utils import timezone
from pydantic import Field

from fairbench.core.errors import InputError
from fairbench.core.formats.measures_doc import known_test
from fairbench.core.measures.test import Taken
from fairbench.core.sides import Side
from fairbench.web.site.inputs import Input, OneLine, OptionalDay, Slug, whole_or_number

MOST_TRIALS = 4
SIDES: Mapping[Side | None, str] = {None: "both", Side.LEFT: "left", Side.RIGHT: "right"}
"""What the sides are called in forms and rows."""


class MeasurementInput(Input):
    """A test of somebody: by itself of today. The trials come beside it, as ``left_1`` or ``both_2``."""

    test: Slug
    joint: Slug = ""
    day: OptionalDay = None
    note: Annotated[OneLine, Field(max_length=500)] = ""

    @property
    def on(self) -> datetime.date:
        """The day. Raises :class:`InputError` for one that is still to come."""
        day = self.day or timezone.localdate()
        if day > timezone.localdate():
            raise InputError(f"{day:%-d %b %Y} is still to come", "day")
        return day


class TakeBackInput(Input):
    """Why a result does not count."""

    why: Annotated[OneLine, Field(min_length=2, max_length=200)]


class SexInput(Input):
    """Which of the published bands somebody is held against; empty for none."""

    sex: Annotated[str, Field(pattern=r"^(f|m)?$")] = ""


def angle_of(text: str) -> float | None:
    """An angle as it was entered; None of an empty field. Raises :class:`InputError` for what is none."""
    if not text.strip():
        return None
    angle = float(whole_or_number(text.strip(), "angle"))
    if not 0 <= angle <= 180:
        raise InputError(f"an angle goes from 0 to 180 degrees, not {angle:g}", "angle")
    return angle


def taken_of(given: MeasurementInput, fields: Mapping[str, Any]) -> Taken:
    """The test with its trials. Raises :class:`InputError` with the field."""
    trials: dict[Side | None, tuple[float, ...]] = {}
    for side, name in SIDES.items():
        found = [
            whole_or_number(text, f"{name}_{number}")
            for number in range(1, MOST_TRIALS + 1)
            if (text := str(fields.get(f"{name}_{number}", "")).strip().replace("−", "-"))
        ]
        if found:
            trials[side] = tuple(float(value) for value in found)
    return Taken(known_test(given.test), trials, given.joint)
