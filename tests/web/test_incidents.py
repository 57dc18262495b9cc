"""Incidents: told by a device with a time line, read by owners and those concerned, added to and never altered."""

import pytest
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fairbench.web.accounts.models import AuditEntry, Role
from fairbench.web.classes import actions
from fairbench.web.classes.models import Incident, IncidentLine, TeachEvent
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import HealthEvent
from tests.factories import UserFactory

from .a_class import event, report

pytestmark = pytest.mark.django_db


def time_line(person) -> list[dict]:
    """Somebody felt faint; who it was is told a moment later."""
    began = event("incident", 100, sign="faint")
    line = {"incident": began["id"]}
    return [
        began,
        event("incident_line", 110, text="It is her.", participant=str(person.id), **line),
        event("incident_line", 130, text="Emergency number called", **line),
        event("incident_over", 700, **line),
    ]


def test_a_time_line_arrives_once_and_is_kept_apart(client_in, meeting, group) -> None:
    person = group.participants.first()
    told = time_line(person)
    for _ in range(2):
        assert len(report(client_in, meeting, *told).json()["kept"]) == 4
    incident = Incident.objects.get()
    assert (incident.sign, incident.participant) == ("faint", person)
    assert incident.over_at is not None
    assert [line.text for line in incident.lines.all()] == ["It is her.", "Emergency number called", "Over."]
    assert TeachEvent.objects.count() == 0
    happened = HealthEvent.objects.get()
    assert (happened.kind, happened.note) == (HealthEvent.Kind.INCIDENT, "faint")
    person.refresh_from_db()
    assert "An incident in class on" in person_of(person).talk_first


def test_a_fall_in_class_is_a_fall_on_record(client_in, meeting, group) -> None:
    report(client_in, meeting, event("incident", 5, sign="fall", participant=str(group.participants.first().id)))
    assert HealthEvent.objects.get().kind == HealthEvent.Kind.FALL


def test_a_line_of_no_incident_is_refused_and_holds_up_nothing(client_in, meeting) -> None:
    lost = event("incident_line", 5, text="Sat up", incident="6f2b1c1e-0000-4000-8000-0000000000ff")
    bare = event("incident_line", 6, text="Sat up")
    empty = event("incident_line", 7, text=" ", incident="6f2b1c1e-0000-4000-8000-0000000000ff")
    answer = report(client_in, meeting, lost, bare, empty, event("began", 8)).json()
    assert len(answer["kept"]) == 1
    assert sorted(refused["number"] for refused in answer["refused"]) == [0, 1, 2]


def test_the_note_is_added_to_and_says_who_and_when(client_in, meeting, group, actor) -> None:
    report(client_in, meeting, *time_line(group.participants.first()))
    address = reverse("classes:incident", args=[Incident.objects.get().id])
    page = client_in.get(address).content.decode()
    for words in ("Incident note: Faint", "Emergency number called", "0:30", "Not yet seen by an owner"):
        assert words in page
    early = timezone.localtime().replace(hour=0, minute=1)
    assert client_in.post(address, {"text": "Her daughter fetched her.", "at": f"{early:%H:%M}"}).status_code == 302
    assert client_in.post(address, {"text": "", "at": ""}).status_code == 422
    assert "is no time of day" in client_in.post(address, {"text": "x", "at": "noon"}).content.decode()
    assert IncidentLine.objects.count() == 4
    client_in.post(reverse("classes:incident_seen", args=[Incident.objects.get().id]))
    assert Incident.objects.get().seen_by == actor.user
    assert "Seen by" in client_in.get(address).content.decode()
    assert AuditEntry.objects.filter(verb__in=["incident.line", "incident.seen"]).count() == 2


def test_owners_see_every_incident_and_others_their_own(client_in, meeting, group, user, actor) -> None:
    teacher = Client()
    taught = UserFactory(practice=user.practice, role=Role.INSTRUCTOR)
    teacher.force_login(taught)
    report(teacher, meeting, *time_line(group.participants.first()))
    actions.end_teaching(actor, meeting.id)
    meeting.refresh_from_db()
    meeting.state = "recorded"
    meeting.save()
    address = reverse("classes:incident", args=[Incident.objects.get().id])
    other = Client()
    other.force_login(UserFactory(practice=user.practice, role=Role.INSTRUCTOR))
    of_class = reverse("classes:meeting", args=[meeting.id])
    for client, may in ((client_in, True), (teacher, True), (other, False)):
        assert client.get(address).status_code == (200 if may else 403)
        assert (address in client.get(of_class).content.decode()) is may
    for client, may in ((client_in, True), (teacher, False), (other, False)):
        assert client.get(reverse("classes:incidents")).status_code == (200 if may else 403)
    assert other.post(address, {"text": "x"}).status_code == 403
    assert teacher.post(reverse("classes:incident_seen", args=[Incident.objects.get().id])).status_code == 403


def test_the_teaching_screen_has_signs_numbers_and_what_to_mind(client_in, meeting, group) -> None:
    person = group.participants.first()
    person.emergency = "Her son, 0555 01 1944, evenings"
    person.save()
    page = client_in.get(reverse("classes:teach", args=[meeting.id])).content.decode()
    assert "0555011944" in page
    assert page.count("Call the emergency number now.") == 3
    assert "Do not lift them." in page
