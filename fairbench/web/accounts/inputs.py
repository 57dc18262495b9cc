"""What is taken for each change of who may sign in."""

from typing import Annotated, Literal

from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from pydantic import AfterValidator, Field

from fairbench.core.body.drawing.looks import Aid, Build, Skin
from fairbench.web.site.inputs import Input, OneLine, wrong

from .models import RangesFrom, Role, Units


def _address(text: str) -> str:
    address = text.strip().lower()
    try:
        validate_email(address)
    except ValidationError:
        raise wrong("is no email address") from None
    return address


def _given(text: str) -> str:
    if not text:
        raise wrong("is needed")
    return text


Email = Annotated[str, Field(max_length=254), AfterValidator(_address)]
"""An address, in small letters: one that differs by capitals only is the same."""
Name = Annotated[OneLine, Field(max_length=80), AfterValidator(_given)]


class MemberInput(Input):
    """Somebody who may sign in."""

    email: Email
    name: Name
    role: Role


class RoleInput(Input):
    """Another role."""

    role: Role


class SwitchInput(Input):
    """Something that is on or, where the box is left empty, off."""

    value: Literal["on", ""] = ""


class CountingInput(SwitchInput):
    """How a practice counts."""

    ranges_from: RangesFrom = RangesFrom.MIDDLE


class LooksInput(Input):
    """Who a practice's figures are."""

    build: Build
    skin: Skin
    glasses: Literal["on", ""] = ""
    aid: Aid = Aid.NONE


class FirstPracticeInput(Input):
    """The first practice of a database, and its owner."""

    practice: Annotated[OneLine, Field(max_length=120), AfterValidator(_given)]
    email: Email
    name: Name
    password: Annotated[str, Field(max_length=200)]


class UnitsInput(Input):
    """What figures are shown in."""

    units: Units
