"""What a record that was put right changed of what is due: worked out with what stood there before, and with what
stands there now."""

import datetime
from collections.abc import Sequence
from dataclasses import dataclass
from uuid import UUID

from django.utils import timezone

from fairbench.core.people.person import Person
from fairbench.core.progress.schools import School
from fairbench.core.rooms.store import Store
from fairbench.web.classes.models import Difference

from .log_rows import logs_of
from .steps import Step, steps_of

_SHOWN = datetime.timedelta(weeks=4)


@dataclass(frozen=True, slots=True)
class PutRight:
    """An exercise of which something else is due since a record was put right."""

    name: str
    before: str
    after: str
    because: str


def put_right(
    person_id: UUID,
    person: Person,
    since: datetime.date,
    steps: Sequence[Step],
    asked: tuple[datetime.date, Store | None, School],
) -> list[PutRight]:
    """What of these steps is otherwise than it was before records of the last weeks were put right; nothing where none
    was. ``asked`` is what the steps were asked for: the day, the store and the school. One query, and those of a log
    where one was."""
    rows = Difference.objects.filter(participant=person_id, at__gte=timezone.now() - _SHOWN).order_by("edition")
    editions: dict[tuple[UUID, UUID, str], list[Difference]] = {}
    for row in rows:
        editions.setdefault((row.meeting_id, row.participant_id, row.item), []).append(row)
    instead = {key: _before(found) for key, found in editions.items() if any(row.why for row in found)}
    if not instead or not steps:
        return []
    earlier = steps_of({person_id: person}, logs_of({person_id: person}, since, instead), *asked)
    known = {step.exercise.id: step for step in earlier}
    return [
        PutRight(step.exercise.name, _words(known.get(step.exercise.id)), _words(step), step.due.because)
        for step in steps
        if _words(known.get(step.exercise.id)) != _words(step)
    ]


def _before(found: Sequence[Difference]) -> Difference | None:
    """What stood there before anything was put right; None where nothing did."""
    return next((row for row in reversed(found) if not row.why), None)


def _words(step: Step | None) -> str:
    return "nothing" if step is None else f"{step.due.kind.words}, {step.due_words}"
