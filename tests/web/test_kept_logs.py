"""Logs are read once, and anew as soon as anything that they are read from changes."""

from datetime import timedelta

import pytest
from django.urls import reverse
from django.utils import timezone

from fairbench.web.classes.models import Attendance, Difference, Meeting, TeachEvent
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import HomeReport, HomeSheet, Listing, NotedLoad
from fairbench.web.progress.kept_logs import due_of, kept_logs
from fairbench.web.progress.log_rows import half_a_year, logs_of

from .a_class import differ, report, whole_class


@pytest.fixture
def people(client_in, meeting, group) -> dict:
    """Everybody of a group that had one class."""
    report(client_in, meeting, *whole_class())
    Meeting.objects.filter(id=meeting.id).update(held_on=meeting.held_on - timedelta(days=7))
    return {row.id: person_of(row) for row in group.participants.all()}


def read(people) -> dict:
    return kept_logs(people, half_a_year())


def test_nothing_is_read_twice(people, django_assert_num_queries) -> None:
    first = read(people)
    with django_assert_num_queries(1):
        again = read(people)
    assert all(first[one] is again[one] for one in people)
    day = timezone.localdate()
    assert due_of(people, first, day) == due_of(people, again, day)


CHANGES = {
    "a difference": lambda meeting, one: differ_of(meeting, one),
    "a class": lambda meeting, _one: Meeting.objects.filter(id=meeting.id).update(exercises=["bridge"]),
    "that they came": lambda _meeting, one: Attendance.objects.filter(participant=one).update(exercises=["bridge"]),
    "a mark": lambda meeting, one: TeachEvent.objects.create(
        practice=meeting.practice, meeting=meeting, kind="noted", item="a", at=timezone.now(), participant_id=one,
        mark="stopped",
    ),
    "their own figure": lambda meeting, one: NotedLoad.objects.create(
        practice=meeting.practice, participant_id=one, exercise="bridge", reps=9
    ),
    "what they said of home": lambda meeting, one: HomeReport.objects.create(
        practice=meeting.practice, participant_id=one, day=meeting.held_on, how="some", stopped="ill"
    ),
    "their sheet": lambda meeting, one: HomeSheet.objects.create(
        practice=meeting.practice, participant_id=one, edition=1, document={"lines": []}, summary="x"
    ),
    "their group": lambda _meeting, one: Listing.objects.filter(participant=one).delete(),
}  # fmt: skip


def differ_of(meeting, one) -> None:
    Difference.objects.create(practice=meeting.practice, meeting=meeting, participant_id=one, item="a", effort=8)


@pytest.mark.parametrize("what", CHANGES)
def test_whatever_changes_is_read_anew_and_only_for_them(people, meeting, what: str) -> None:
    one, other = list(people)[:2]
    before = read(people)
    CHANGES[what](meeting, one)
    after = read(people)
    assert after[one] is not before[one]
    if what != "a class":
        assert after[other] is before[other]
    assert {key: kept.log for key, kept in after.items()} == logs_of(people, half_a_year())


def test_what_hurt_at_home_waits_once_and_only_what_was_on_the_sheet(client_in, people, meeting, group) -> None:
    one = group.participants.first()
    HomeSheet.objects.create(
        practice=one.practice, participant=one, edition=1, document={"lines": [{"exercise": "band-row"}]}, summary="x"
    )
    HomeSheet.objects.update(at=timezone.now() - timedelta(days=20))
    address = reverse("handouts:how_was_home", args=[meeting.id, one.id])
    client_in.post(address, {"how": "some", "stopped": "hurt"})
    bouts = read(people)[one.id].log.bouts
    assert {bout.exercise for bout in bouts if bout.at_home} == {"band-row"}
    page = client_in.get(reverse("progress:progress", args=[one.id])).content.decode()
    assert "Something hurt at home, and this was on the sheet" in page
    client_in.post(address, {"how": "some", "stopped": "forgot"})
    assert not any(bout.at_home for bout in read(people)[one.id].log.bouts)


def test_a_correction_shows_at_once(client_in, people, meeting, group) -> None:
    address = reverse("progress:next_class", args=[group.id])
    assert "Pain was 6" not in client_in.get(address).content.decode()
    differ(client_in, meeting, group.participants.first(), item="a", pain="6", pain_where="left knee")
    assert "Pain was 6" in client_in.get(address).content.decode()
