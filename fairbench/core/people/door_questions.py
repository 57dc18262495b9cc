"""What is asked of somebody at the door before anything else, by what is on record of them."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from .conditions import Declared

MOST = 2
"""Questions of each person that come first; the others can be asked as well."""


@dataclass(frozen=True, slots=True)
class DoorQuestion:
    """``ask`` is answered yes by a tap, which notes ``news`` with ``where``; a reading is written down. It matters most
    for those with one of ``conditions``."""

    id: str
    ask: str
    news: str
    where: str
    conditions: frozenset[str]


def questions_for(
    declared: Iterable[Declared], questions: Sequence[DoorQuestion], most: int = MOST
) -> tuple[DoorQuestion, ...]:
    """The questions that matter first for somebody with these conditions, in the order of the file."""
    theirs = {one.condition for one in declared}
    return tuple(question for question in questions if question.conditions & theirs)[:most]
