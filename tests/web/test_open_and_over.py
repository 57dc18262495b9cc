"""A class opened by mistake is cancelled; one that was ended too soon goes on."""

import pytest
from django.contrib.messages import get_messages
from django.urls import reverse

from fairbench.web.classes.models import Attendance, Meeting, TeachEvent
from fairbench.web.people.models import Group, Participant

from .a_class import event, report

pytestmark = pytest.mark.django_db


def opened(client, plan) -> Meeting:
    client.post(reverse("classes:open"), {"plan": plan.id})
    return Meeting.objects.get()


def begun(client, plan, group) -> Meeting:
    meeting = opened(client, plan)
    for person in group.participants.all():
        client.post(reverse("classes:here", args=[meeting.id]), {"participant": person.id, "here": "yes"})
    client.post(reverse("classes:begin", args=[meeting.id]))
    meeting.refresh_from_db()
    return meeting


def said(answer) -> str:
    return " ".join(str(message) for message in get_messages(answer.wsgi_request))


def test_a_class_that_was_opened_by_mistake_is_cancelled_whole(client_in, plan, group) -> None:
    meeting = opened(client_in, plan)
    person = group.participants.first()
    client_in.post(reverse("classes:here", args=[meeting.id]), {"participant": person.id, "here": "yes"})
    assert "Cancel this class" in client_in.get(reverse("classes:arrivals", args=[meeting.id])).content.decode()
    answer = client_in.post(reverse("classes:cancel", args=[meeting.id]))
    assert answer["Location"] == reverse("classes:today")
    assert not Meeting.objects.exists()
    assert not Attendance.objects.exists()


def test_what_was_noted_at_the_door_keeps_the_class(client_in, plan, group) -> None:
    meeting = opened(client_in, plan)
    person = group.participants.first()
    client_in.post(reverse("classes:news", args=[meeting.id]), {"participant": person.id, "kind": "fell"})
    answer = client_in.post(reverse("classes:cancel", args=[meeting.id]))
    assert "Not cancelled: something was noted already" in said(answer)
    assert Meeting.objects.exists()


def test_a_class_that_has_begun_is_not_cancelled(client_in, plan, group) -> None:
    meeting = begun(client_in, plan, group)
    assert "it has begun" in said(client_in.post(reverse("classes:cancel", args=[meeting.id])))
    assert Meeting.objects.exists()


def test_an_empty_group_has_its_way_on(client_in, plan, group) -> None:
    group.listings.all().delete()
    meeting = opened(client_in, plan)
    page = client_in.get(reverse("classes:arrivals", args=[meeting.id])).content.decode()
    address = f"{reverse('people:new_participant')}?group={group.id}&back={meeting.id}"
    assert address.replace("&", "&amp;") in page
    answer = client_in.post(address, {"call_name": "Merrin Tolley", "pace": "1"})
    assert answer["Location"] == reverse("classes:arrivals", args=[meeting.id])
    assert "Merrin Tolley" in client_in.get(answer["Location"]).content.decode()
    elsewhere = client_in.post(f"{reverse('people:new_participant')}?group={group.id}&back=//x", {"call_name": "B"})
    assert elsewhere.status_code == 200 or elsewhere["Location"].startswith("/people/")


def test_ended_too_soon_it_goes_on_from_the_record_and_counts_once(client_in, plan, group) -> None:
    meeting = begun(client_in, plan, group)
    report(client_in, meeting, event("began"), event("item", 1, item="a"), event("worked", 60, item="a", seconds=60))
    report(client_in, meeting, event("ended", 90))
    known = Group.objects.get(id=group.id).taught
    assert known
    answer = client_in.post(reverse("classes:reopen", args=[meeting.id]))
    assert answer["Location"] == reverse("classes:teach", args=[meeting.id])
    meeting.refresh_from_db()
    assert (meeting.state, meeting.ended_at, meeting.exercises) == (Meeting.State.TEACHING, None, [])
    assert Group.objects.get(id=group.id).taught == {}
    assert all(person.taught == {} for person in Participant.objects.all())
    report(client_in, meeting, event("ended", 200))
    assert Group.objects.get(id=group.id).taught == known


def test_the_device_reopens_it_as_well(client_in, plan, group) -> None:
    meeting = begun(client_in, plan, group)
    report(client_in, meeting, event("began"), event("item", 1, item="a"), event("ended", 90))
    answer = report(client_in, meeting, event("reopened", 95), event("item", 95, item="a"), event("paused", 95))
    assert answer.json()["refused"] == []
    meeting.refresh_from_db()
    assert meeting.state == Meeting.State.TEACHING
    report(client_in, meeting, event("ended", 150), event("reopened", 120))
    meeting.refresh_from_db()
    assert meeting.state == Meeting.State.TAUGHT
    assert TeachEvent.objects.filter(meeting=meeting, kind="reopened").count() == 2


def test_a_saved_record_is_not_reopened(client_in, plan, group) -> None:
    meeting = begun(client_in, plan, group)
    client_in.post(reverse("classes:end", args=[meeting.id]))
    client_in.post(reverse("classes:record_save", args=[meeting.id]))
    answer = client_in.post(reverse("classes:reopen", args=[meeting.id]))
    assert "Not reopened" in said(answer)
    meeting.refresh_from_db()
    assert meeting.state == Meeting.State.RECORDED
