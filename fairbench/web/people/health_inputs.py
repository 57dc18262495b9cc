"""What is taken for each change of a health record."""

import datetime
from dataclasses import replace
from typing import Annotated, Literal

from pydantic import BeforeValidator, Field

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.own_sides import Sharing
from fairbench.core.sides import First, Side
from fairbench.web.people.models import HealthEvent
from fairbench.web.site.inputs import (
    Day,
    Input,
    OneLine,
    OptionalDay,
    OptionalNumber,
    OptionalSide,
    OptionalWhole,
    Slug,
    within,
    wrong,
)

Option = Annotated[OneLine, Field(max_length=40)]
Note = Annotated[OneLine, Field(max_length=200)]


OPTIONS = ("side", "severity", "stage", "since", "weeks", "measure")
"""What can be said of a condition, as the fields of a form are called."""


class DeclaredInput(Input):
    """A condition or need with its options; whether it has them is for the conditions to say. The day it counts from is
    said as it is known (for a pregnancy the due date), or as full ``weeks`` gone by."""

    condition: Slug = ""
    side: OptionalSide = None
    severity: Option = ""
    stage: Option = ""
    since: OptionalDay = None
    weeks: Annotated[OptionalWhole, within(0, 5200)] = None
    measure: OptionalNumber = None

    def value(self, today: datetime.date) -> Declared:
        """The condition as the core knows it today. Raises :class:`InputError` for one that cannot be declared so."""
        conditions = load_conditions()
        dated = conditions.condition(self.condition).dated
        since = self.since
        if since is not None and dated is not None:
            since -= datetime.timedelta(weeks=dated.ahead)
        elif self.weeks is not None:
            since = today - datetime.timedelta(weeks=self.weeks)
        said = Declared(self.condition, self.side, self.severity, self.stage, since, self.measure)
        return replace(conditions.as_of(said, today), stage="" if since else self.stage)


class DeclareInput(DeclaredInput):
    """``until`` ends it by itself after that day."""

    until: OptionalDay = None
    note: Note = ""


class ReviewInput(Input):
    """``answers`` are those that were left to be told, ``declared`` what a yes becomes, ``wanted`` what is still
    needed before they join."""

    answers: dict[str, str] = Field(default_factory=dict)
    declared: tuple[DeclaredInput, ...] = ()
    wanted: Annotated[OneLine, Field(max_length=200)] = ""
    note: Annotated[OneLine, Field(max_length=500)] = ""


def _kind(value: object) -> object:
    if value not in HealthEvent.Kind.values:
        raise wrong(f"there is no event '{str(value)[:20]}'")
    return value


class EventInput(Input):
    """Something that ends the screening. Without a day it is today's."""

    kind: Annotated[HealthEvent.Kind, BeforeValidator(_kind)]
    happened_on: OptionalDay = None
    note: Note = ""


class AdviceInput(Input):
    """A clinician's advice: who gave it, what it is, and where the letter is. ``condition`` is what it clears,
    ``limit`` a limit that it sets until the same day."""

    condition: Slug = ""
    who: Annotated[OneLine, Field(max_length=120)] = ""
    said: Annotated[OneLine, Field(max_length=300)] = ""
    letter: Annotated[OneLine, Field(max_length=160)] = ""
    until: OptionalDay = None
    limit: DeclaredInput | None = None


class OverrideInput(Input):
    """A decision against the fit. ``instead`` is another exercise, whose version it then is."""

    exercise: Slug
    version: Slug
    instead: Slug = ""
    reason: Note = ""
    until: Day


class SideInput(Input):
    """Somebody's weaker or affected side; without an exercise, in any."""

    kind: Literal["weaker", "affected"]
    side: Side
    exercise: Slug = ""


class SharingInput(Input):
    """How somebody shares work between their sides; without an exercise, in any."""

    how: Sharing
    side: Literal[First.LEFT, First.RIGHT, First.WEAKER, First.AFFECTED]
    exercise: Slug = ""


class LoadInput(Input):
    """What somebody works against in an exercise, and how it is set up for them: chair, prop, foot raised."""

    exercise: Slug
    load: Annotated[OneLine, Field(max_length=80)] = ""
    setting: Annotated[OneLine, Field(max_length=100)] = ""
    reps: Annotated[OptionalWhole, within(1, 200)] = None
    seconds: Annotated[OptionalWhole, within(1, 900)] = None
