"""A class as a test teaches it: what its device tells, and what differs for somebody."""

import datetime
import itertools
import json
import uuid

from django.urls import reverse
from django.utils import timezone

NUMBERS = itertools.count(1)  # ids must be the same in every test process
START = timezone.now().replace(hour=10, minute=0, second=0, microsecond=0)


def event(kind: str, after: float = 0, **details) -> dict:
    at = (START + datetime.timedelta(seconds=after)).isoformat()
    return {"id": str(uuid.UUID(int=next(NUMBERS))), "kind": kind, "at": at, **details}


def report(client, meeting, *events: dict):
    return client.post(
        reverse("classes:events", args=[meeting.id]), json.dumps({"events": events}), content_type="application/json"
    )


WHOLE_CLASS = [
    event("began"),
    event("item", 0, item="a"),
    event("worked", 190, item="a", seconds=120, number=24),
    event("item", 200, item="b"),
    event("skipped", 210, item="b"),
    event("item", 212, item="c"),
    event("worked", 380, item="c", seconds=60, number=10),
    event("ended", 400),
]


def whole_class() -> list[dict]:
    """Its second item is passed over; of the others at least a part is done."""
    return [{**e, "id": str(uuid.uuid4())} for e in WHOLE_CLASS]


def differ(client, meeting, person, **fields):
    """Something that differed for somebody, as the form of the record sends it."""
    address = reverse("classes:record_person", args=[meeting.id, person.id])
    return client.post(address, fields, headers={"HX-Request": "true"})


def save_record(client, meeting):
    """Save the record; from then on a correction says why."""
    return client.post(reverse("classes:record_save", args=[meeting.id]))
