"""People in a list: the name, and beside it only what an instructor must know."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from uuid import UUID

from .health_summary import declared_of, screening_status_of
from .models import Listing, Participant


@dataclass(frozen=True, slots=True)
class PersonLine:
    """One person of a list. ``talk_first`` is the reason, ``kind`` how they are on a group's list."""

    person: Participant
    screening: str
    talk_first: str
    cautions: int
    kind: str = ""

    @property
    def kind_words(self) -> str:
        """How they are in the group, where it is not as a regular."""
        return "on trial" if self.kind == Listing.Kind.TRIAL else self.kind

    @property
    def group_words(self) -> str:
        """The groups they are in; needs them fetched along."""
        return ", ".join(group.name for group in self.person.groups.all()) or "in no group"


def lines_of(people: Iterable[Participant], kinds: Mapping[UUID, str] | None = None) -> list[PersonLine]:
    """Lines for people, with no query of their own."""
    lines = []
    for person in people:
        screening = screening_status_of(person)
        kind = (kinds or {}).get(person.id, "")
        lines.append(
            PersonLine(
                person,
                screening.words,
                screening.talk_first,
                len(declared_of(person)),
                kind if kind != "regular" else "",
            )
        )
    return lines
