"""What to ask somebody the next time, or do with them: what was noted of them in a class, where it hurt, and what they
are to be taught again.

It is worked out when one of these changes, not when it is read, and kept with the class; the rows it is made of stay.
"""

from collections.abc import Iterable
from typing import TypedDict
from uuid import UUID

from fairbench.web.people.models import Participant

from .meeting import planned_for
from .models import Difference, Meeting, TeachEvent


class Remembered(TypedDict):
    """Whom to ask, by id, and in which words."""

    participant: str
    words: str


def keep_remembered(meeting: Meeting) -> None:
    """Work out anew what to remember of a class, and keep it. The class is locked by whoever changes it."""
    meeting.remembered = remembered_of(meeting)
    meeting.save(update_fields=["remembered"])


def remembered_of(meeting: Meeting) -> list[Remembered]:
    """What the rows of a class give to remember: notes as they came, then pains, then what is
    taught again."""
    notes = TeachEvent.objects.filter(meeting=meeting, kind="noted", participant__isnull=False)
    notes = notes.order_by("at", "id")
    differed = list(Difference.objects.filter(meeting=meeting, current=True).order_by("at", "id"))
    names = {item.id: item.name for item in planned_for(meeting).items} if differed else {}
    again = [row for row in differed if row.teach_again and row.item in names]
    return [
        *(
            Remembered(participant=str(note.participant_id), words=note.text)
            for note in notes
            if note.mark != TeachEvent.Mark.PAIN
        ),
        *(
            Remembered(participant=str(row.participant_id), words=_asked(row))
            for row in differed
            if row.pain or row.pain_where
        ),
        *(Remembered(participant=str(row.participant_id), words=f"Teach again: {names[row.item]}.") for row in again),
    ]


def with_names(meetings: Iterable[Meeting]) -> dict[UUID, list[tuple[str, str]]]:
    """By class, the name of whom to ask and the words; one query for all of them."""
    meetings = list(meetings)
    wanted = {row["participant"] for meeting in meetings for row in meeting.remembered}
    names = {str(key): name for key, name in Participant.objects.filter(id__in=wanted).values_list("id", "call_name")}
    return {
        meeting.id: [(names[row["participant"]], row["words"]) for row in meeting.remembered] for meeting in meetings
    }


def _asked(pain: Difference) -> str:
    amount = f" {pain.pain} of 10" if pain.pain else ""
    place = f" in the {pain.pain_where}" if pain.pain_where else ""
    return f"Pain{amount}{place}. Ask how it was the day after."
