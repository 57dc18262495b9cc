"""A class as a file: our own document, and the lines of its table."""

import datetime
from collections.abc import Iterator
from uuid import UUID

from django.utils import timezone

from fairbench.core.formats.class_doc import (
    CameDoc,
    ClassDoc,
    DifferenceDoc,
    EventDoc,
    GroupDoc,
    ToldDoc,
    done_docs,
)
from fairbench.core.sides import Side
from fairbench.core.teaching.done import Done
from fairbench.core.teaching.planned import PlannedItem

from .happened import Happened, what_happened
from .models import Difference, Meeting
from .record_view import PersonRecord, people_records


def class_document(meeting: Meeting) -> ClassDoc:
    """The class with all that its device told. Incidents are kept apart and are not in it."""
    happened = what_happened(meeting)
    people = people_records(happened)
    numbers = {person.participant.id: number for number, person in enumerate(people)}
    return ClassDoc(
        format="fairbench-class",
        format_version=1,
        id=str(meeting.id),
        group=GroupDoc(id=str(meeting.group_id), name=meeting.group.name),
        held_on=meeting.held_on,
        started_at=meeting.started_at,
        ended_at=meeting.ended_at,
        source="paper" if meeting.source == Meeting.Source.PAPER else "screen",
        cover=meeting.cover,
        plan=meeting.plan_document,
        planned=meeting.planned or {},
        people=[_came(person) for person in people],
        events=list(_events(happened, numbers)),
        told=[
            ToldDoc(item=row.item, done=row.done, why=row.why)
            for row in meeting.items_told.filter(current=True).order_by("item")
        ],
    )


def _came(person: PersonRecord) -> CameDoc:
    return CameDoc(
        id=str(person.participant.id),
        name=person.participant.call_name,
        joined_at=person.attendance.joined_at,
        left_at=person.attendance.left_at,
        differences=[difference_doc(line.row) for line in person.current],
        done=done_docs(person.done),
    )


def difference_doc(row: Difference) -> DifferenceDoc:
    """A difference as the file has it."""
    return DifferenceDoc.model_validate({name: getattr(row, name) for name in DifferenceDoc.model_fields})


def _events(happened: Happened, numbers: dict[UUID, int]) -> Iterator[EventDoc]:
    for event in happened.events:
        yield EventDoc(
            kind=event.kind,
            item=event.item,
            at=event.at,
            person=numbers.get(event.participant_id) if event.participant_id else None,
            text=event.text,
            number=event.number,
            side=Side(event.side) if event.side else None,
            seconds=event.seconds,
            mark=event.mark,
        )


def class_rows(meeting: Meeting) -> list[dict[str, object]]:
    """The lines of the table: for each person the whole class, then every item."""
    happened = what_happened(meeting)
    first = {
        "date": meeting.held_on.isoformat(),
        "began": _clock(meeting.started_at),
        "ended": _clock(meeting.ended_at),
        "group": meeting.group.name,
    }
    rows = []
    for person in people_records(happened):
        differed = {line.row.item: line.row for line in person.current}
        theirs = first | {
            "person": person.participant.call_name,
            "came": _clock(person.attendance.joined_at),
            "left": _clock(person.attendance.left_at),
        }
        rows.append(theirs | {"item": 0} | _differed(differed.get("")))
        for number, (item, done) in enumerate(zip(happened.planned.items, person.done, strict=True), 1):
            rows.append(theirs | _item(number, item, done) | _differed(differed.get(item.id)))
    return rows


def _clock(at: datetime.datetime | None) -> str:
    return f"{timezone.localtime(at):%H:%M}" if at else ""


def _item(number: int, item: PlannedItem, done: Done) -> dict[str, object]:
    kept = bool(item.work)
    sides = {side.side: side for side in done.sides}
    row: dict[str, object] = {
        "item": number,
        "exercise": item.name,
        "exercise_id": item.exercise,
        "version": item.version_name,
        "version_id": item.version,
        "done": done.state.value if kept else "",
        "seconds": round(done.seconds) if kept else None,
        "count": done.count if kept else None,
    }
    for side in Side:
        if side in sides:
            row[f"seconds_{side}"], row[f"count_{side}"] = round(sides[side].seconds), sides[side].count
    return row


def _differed(row: Difference | None) -> dict[str, object]:
    if row is None:
        return {}
    return {
        "did_version_id": row.version,
        "did": row.done,
        "did_left": row.done_left,
        "did_right": row.done_right,
        "load_kg": row.load,
        "effort": row.effort,
        "pain": row.pain,
        "pain_where": row.pain_where,
        "lost_form": row.lost_form,
        "teach_again": row.teach_again,
        "tingling": row.tingling,
        "felt": row.felt,
        "sore_after": row.sore_after,
        "sides_differ": row.sides_differ,
        "not_done": row.skipped,
        "note": row.note,
    }
