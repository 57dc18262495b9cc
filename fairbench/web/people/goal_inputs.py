"""What is taken of a goal, of a milestone, and of how somebody goes on."""

from typing import Annotated, Literal

from pydantic import BeforeValidator, Field

from fairbench.web.site.inputs import Input, OneLine, Slug


def _several(value: object) -> object:
    return [value] if isinstance(value, str) else value


class GoalInput(Input):
    """A task, with the ids of the exercises that serve it."""

    task: Annotated[OneLine, Field(min_length=2, max_length=120)]
    exercises: Annotated[tuple[Slug, ...], BeforeValidator(_several)] = ()


class MilestoneInput(Input):
    """A yes or no, in words."""

    words: Annotated[OneLine, Field(min_length=2, max_length=120)]


class SchoolInput(Input):
    """How somebody goes on; empty as their group or the house style has it."""

    school: Literal["", "ten", "range", "ladder"] = ""
