"""What is taken for each change of people and groups."""

from decimal import Decimal
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, BeforeValidator, Field

from fairbench.core.people.person import SLOWEST
from fairbench.web.site.inputs import Input, Lines, OneLine, OptionalWhole, within, wrong


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


class GroupDetails(Input):
    """What is kept of a group besides its people."""

    name: Annotated[OneLine, Field(max_length=80), AfterValidator(_named)]
    place: Annotated[OneLine, Field(max_length=120)] = ""
    ranges_from: Literal["", "least", "middle", "most"] = ""
