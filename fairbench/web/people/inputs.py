"""What is taken for each change of people and groups."""

from decimal import Decimal
from typing import Annotated, Any, Literal

from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from pydantic import AfterValidator, BeforeValidator, Field

from fairbench.core.people.person import SLOWEST
from fairbench.web.site.inputs import Input, Lines, OneLine, OptionalId, OptionalWhole, Slug, Ticked, within, wrong


def _pace(value: Any) -> Any:
    return (value.strip().replace(",", ".") or "1") if isinstance(value, str) else value


def _named(text: str) -> str:
    if not text:
        raise wrong("needs a name")
    return text


class ParticipantDetails(Input):
    """What is kept of a person besides their health. ``pace`` 1 is ordinary, 3 three times as long between
    positions."""

    call_name: Annotated[OneLine, Field(max_length=80), AfterValidator(_named)]
    birth_year: Annotated[OptionalWhole, within(1800, 2199)] = None
    pace: Annotated[Decimal, BeforeValidator(_pace), Field(ge=1, le=Decimal(str(SLOWEST)), decimal_places=2)] = Decimal(
        1
    )
    remember: Annotated[OneLine, Field(max_length=200)] = ""
    goals: Annotated[OneLine, Field(max_length=300)] = ""
    emergency: Annotated[OneLine, Field(max_length=160)] = ""
    private_note: Annotated[Lines, Field(max_length=2000)] = ""
    email: Annotated[OneLine, Field(max_length=254), AfterValidator(lambda text: _address(text))] = ""


class GroupDetails(Input):
    """What is kept of a group besides its people."""

    name: Annotated[OneLine, Field(max_length=80), AfterValidator(_named)]
    place: Annotated[OneLine, Field(max_length=120)] = ""
    ranges_from: Literal["", "least", "middle", "most"] = ""
    school: Literal["", "ten", "range", "ladder"] = ""
    room: OptionalId = None


def _address(text: str) -> str:
    if text:
        try:
            validate_email(text)
        except ValidationError:
            raise wrong("is no email address") from None
    return text


class ChairInput(Input):
    """What somebody needs of their chair; heights in any unit, empty where any will do."""

    chair_arms: Literal["", "with", "without"] = ""
    seat_from: Annotated[str, Field(max_length=20)] = ""
    seat_to: Annotated[str, Field(max_length=20)] = ""
    feet_raised: Ticked = False
    chair_at_wall: Ticked = False


class BudgetsInput(Input):
    """Minutes that somebody has for what tires them; empty where nobody knows."""

    hands: Annotated[str, Field(max_length=8)] = ""
    kneeling: Annotated[str, Field(max_length=8)] = ""
    standing: Annotated[str, Field(max_length=8)] = ""
    overhead: Annotated[str, Field(max_length=8)] = ""


class OwnThingInput(Input):
    """A thing at home: a prop, and what stands in for it there."""

    prop: Slug
    instead: Annotated[OneLine, Field(max_length=80)] = ""
