"""One person's file, erasing them, and what the database itself holds to be true."""

import datetime
import json

import pytest
from django.db import IntegrityError, connection, models, transaction
from django.db.models import ProtectedError
from django.utils import timezone
from django_scopes import scope

from fairbench.core.rooms.room import Room
from fairbench.web.accounts.models import AuditEntry, Letter
from fairbench.web.classes import actions, record_actions
from fairbench.web.classes.inputs import HereInput, NewsInput
from fairbench.web.classes.models import Attendance, DayNote, Difference, Incident, Meeting, TeachEvent
from fairbench.web.classes.record_inputs import DifferenceInput
from fairbench.web.classes.reports import Report, read_report
from fairbench.web.people import health_actions, things_actions
from fairbench.web.people.health_inputs import AdviceInput, DeclareInput
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.inputs import ChairInput, OwnThingInput
from fairbench.web.people.models import Condition, Listing, Participant, PastListing, Screening
from fairbench.web.plans import floor_actions
from fairbench.web.plans.floor_actions import HelperInput, PinInput
from fairbench.web.plans.models import FloorPlaces
from fairbench.web.rooms import actions as room_actions
from tests.factories import UserFactory, make_group
from tests.reading import words

from .conftest import core_plan

pytestmark = pytest.mark.django_db
NAME = "Wilhelmina Uniquename"


def reported(*events: dict, meeting: Meeting) -> Report:
    return read_report(json.dumps({"events": events}).encode(), meeting)


@pytest.fixture
def person(actor, plan, group):
    """Somebody with a health record who came to a class, of whom much was written."""
    someone = group.participants.first()
    Participant.objects.filter(id=someone.id).update(call_name=NAME, emergency="Her son Uniquename", goals="Dance")
    health_actions.declare(actor, someone.id, DeclareInput(condition="stenosis", note=f"{NAME} says so"))
    health_actions.clear(actor, someone.id, AdviceInput(who="Dr Oake", said=f"{NAME} may join."))
    screening = health_actions.begin_screening(actor, someone.id)
    health_actions.submit_screening(actor, screening.id)
    meeting = actions.open_meeting(actor, group, plan, core_plan("bridge"))
    actions.set_here(actor, meeting.id, HereInput(participant=someone.id, here="yes"))
    actions.note_today(actor, meeting.id, NewsInput(participant=someone.id, kind="unwell"))
    actions.begin_teaching(actor, meeting.id)
    now = timezone.now().isoformat()
    event = {"at": now, "participant": str(someone.id)}
    noted = {"id": "6f2b1c1e-0000-4000-8000-000000000001", "kind": "noted", "text": f"{NAME} laughed", **event}
    fell = {"id": "6f2b1c1e-0000-4000-8000-000000000002", "kind": "incident", "text": f"{NAME} felt faint", **event}
    actions.record_events(actor, meeting.id, reported(noted, fell, meeting=meeting))
    actions.end_teaching(actor, meeting.id)
    hurt = DifferenceInput(participant=someone.id, pain=3, pain_where="left knee", effort=6, note=f"{NAME} tired")
    record_actions.differ(actor, meeting.id, hurt)
    record_actions.record(actor, meeting.id)
    things_actions.save_chair(actor, someone.id, ChairInput(chair_arms="with"))
    things_actions.add_own_thing(actor, someone.id, OwnThingInput(prop="stick", instead=f"{NAME}'s broom"))
    Participant.objects.filter(id=someone.id).update(email="uniquename@brackwater.example")
    Letter.objects.create(
        practice=actor.practice, kind="class", to="uniquename@brackwater.example", subject="Friday", body="A band."
    )
    group.room = room_actions.save_room(actor, Room("Hall", 12, 9))
    group.save()
    people = [person_of(one) for one in group.participants.all()]
    pinned = PinInput(person=someone.id, pin="on")
    floor_actions.pin(actor, group, group.room, pinned, core_plan("bridge"), people)
    helper = HelperInput(place=4)
    floor_actions.place_helper(actor, group, group.room, helper, [str(someone.id)], core_plan("bridge"), people)
    someone.refresh_from_db()
    return someone


def everywhere() -> str:
    """Every text of every table."""
    with connection.cursor() as cursor:
        found = []
        for table in connection.introspection.table_names(cursor):
            cursor.execute(f'SELECT t::text FROM "{table}" t')
            found += [row[0] for row in cursor.fetchall()]
    return "\n".join(found)


def test_the_whole_file_of_a_person(client_in, person) -> None:
    answer = client_in.get(f"/people/{person.id}/file.json")
    value = json.loads(answer.content)
    assert value["details"]["call_name"] == NAME
    assert value["conditions"][0]["condition"] == "stenosis"
    assert value["clinicians_advice"][0]["who"] == "Dr Oake"
    assert value["notes_in_class"][0]["text"] == f"{NAME} laughed"
    assert value["differences"][0]["pain"] == 3
    assert len(value["classes"]) == 1
    pdf = client_in.get(f"/people/{person.id}/file.pdf")
    assert pdf.content.startswith(b"%PDF")
    assert "attachment" in pdf["Content-Disposition"]
    assert AuditEntry.objects.filter(verb="participant.export").count() == 2


def test_erasing_takes_the_name_and_keeps_the_counts(client_in, person, group) -> None:
    address = f"/people/{person.id}/erase/"
    page = words(client_in.get(address).content.decode())
    assert "conditions and needs: 1" in page
    assert client_in.post(address, {"name": "Somebody else"}).status_code == 422
    assert NAME in everywhere()
    meeting = Meeting.objects.get()
    assert client_in.post(address, {"name": NAME}).status_code == 302
    assert "Uniquename" not in everywhere()
    assert "stenosis" not in everywhere()
    assert (Attendance.objects.count(), Difference.objects.count()) == (1, 1)
    assert (Difference.objects.get().effort, Difference.objects.get().pain) == (6, 3)
    for model in (Condition, Screening, DayNote):
        assert not model.objects.filter(participant=person).exists()
    assert (Incident.objects.count(), TeachEvent.objects.filter(kind="noted").count()) == (1, 1)
    assert group.participants.count() == 2
    for address in ("/", "/people/", "/classes/", f"/classes/{meeting.id}/", f"/people/groups/{group.id}/"):
        assert client_in.get(address).status_code == 200, address
    assert "Erased person" in client_in.get(f"/classes/{meeting.id}/").content.decode()
    assert "Erased person" not in client_in.get("/people/").content.decode()
    assert client_in.get(f"/people/{person.id}/erase/").status_code == 404
    assert AuditEntry.objects.filter(verb="participant.erase").exists()
    floor = FloorPlaces.objects.get()
    assert (floor.pins, floor.helper["beside"]) == ({}, [])
    assert not Letter.objects.filter(kind="class").exists()
    assert str(person.id) not in json.dumps(list(AuditEntry.objects.values_list("new", flat=True)), default=str)


def test_what_was_never_to_be_deleted_cannot_be(person, actor, plan) -> None:
    for row in (person, actor.practice, Meeting.objects.get(), plan):
        with pytest.raises(ProtectedError):
            row.delete()


def refused(change) -> None:
    with pytest.raises(IntegrityError), transaction.atomic():
        change()


def test_the_database_refuses_what_cannot_be(actor, person, group) -> None:
    today = timezone.localdate()
    shared = {"practice": actor.practice, "participant": person}
    refused(lambda: Participant.objects.filter(id=person.id).update(pace=9))
    refused(lambda: Condition.objects.create(condition="stenosis", side="up", **shared))
    refused(lambda: Difference.objects.update(effort=11))
    refused(lambda: Difference.objects.update(pain=11))
    refused(lambda: Meeting.objects.update(state="lost"))
    refused(lambda: Listing.objects.update(kind="king"))
    refused(
        lambda: PastListing.objects.create(
            group=group, since=today, until=today - datetime.timedelta(days=1), kind="guest", **shared
        )
    )
    Screening.objects.create(**shared)
    refused(lambda: Screening.objects.create(**shared))


def test_a_group_takes_nobody_of_another_practice(actor, group) -> None:
    other = UserFactory()
    with scope(practice=other.practice):
        stranger = make_group(other.practice, 1).participants.first()
    refused(lambda: Listing.objects.create(practice=actor.practice, group=group, participant=stranger))


def test_no_row_goes_with_another() -> None:
    """Whatever points at a row of ours protects it, or forgets it; nothing is taken along."""
    from django.apps import apps

    ours = [model for model in apps.get_models() if model.__module__.startswith("fairbench.")]
    for model in ours:
        for field in model._meta.get_fields():
            if isinstance(field, models.ForeignKey) and not field.auto_created:
                assert field.remote_field.on_delete in (models.PROTECT, models.SET_NULL), (
                    f"{model.__name__}.{field.name}"
                )
