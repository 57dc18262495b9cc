"""Measures on screen: taken, refused, held against what is usual, taken back, out and in as files."""

import json

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fairbench.core.formats.measures_doc import load_tests
from fairbench.web.accounts.models import AuditEntry, Role
from fairbench.web.classes.erasure import ERASED, erase
from fairbench.web.classes.person_file import person_values
from fairbench.web.measures.models import Measurement
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import DeclareInput
from fairbench.web.people.health_summary import screening_status_of
from fairbench.web.people.models import HealthEvent
from tests.factories import UserFactory

TODAY = timezone.localdate


@pytest.fixture
def person(group):
    somebody = group.participants.first()
    somebody.birth_year = TODAY().year - 73
    somebody.save()
    return somebody


def take(client, person, test: str, follow: bool = True, **fields):
    return client.post(reverse("measures:take", args=[person.id, test]), fields, follow=follow)


def page(client, person) -> str:
    return " ".join(client.get(reverse("measures:measures", args=[person.id])).content.decode().split())


def test_a_result_stands_with_its_band_its_noise_and_its_trials(client_in, person) -> None:
    client_in.post(reverse("measures:bands", args=[person.id]), {"sex": "f"})
    before = TODAY().replace(year=TODAY().year - 1)
    take(client_in, person, "chair-rise-30s", both_1="11", day=before.isoformat(), note="high chair")
    take(client_in, person, "chair-rise-30s", both_1="12")
    shown = page(client_in, person)
    assert "<b>12</b> rises" in shown
    assert "Within what is usual: 10 to 15 rises (women of 70 to 74)" in shown
    assert "Rikli and Jones" in shown
    assert "No change. 1 apart, less than the test varies by itself (2 rises)." in shown
    assert "high chair" in shown
    assert shown.count('class="mark both"') == 2
    assert 'class="trend"' not in shown  # no line through two points
    assert "older than" not in shown
    assert AuditEntry.objects.filter(verb="measure.view", object_id=person.id).exists()


def test_without_age_or_sex_the_band_is_left_out_and_that_is_said(client_in, person) -> None:
    take(client_in, person, "chair-rise-30s", both_1="12")
    assert "Without sex there is no band" in page(client_in, person)
    person.birth_year = None
    person.save()
    assert "Without age and sex there is no band" in page(client_in, person)


def test_sides_are_told_apart_and_the_best_of_each_counts(client_in, person) -> None:
    take(client_in, person, "one-leg-stand", left_1="6", left_2="9,5", right_1="19", right_2="12")
    shown = page(client_in, person)
    assert "left 9.5, right 19" in shown
    assert "50% apart, the left does less." in shown
    assert 'class="mark left"' in shown
    assert 'class="mark right"' in shown


@pytest.mark.parametrize(
    ("test", "fields", "says"),
    [
        ("up-and-go-2m44", {"both_1": "−3"}, "-3 is not from 2 to 120 s"),
        ("chair-rise-30s", {"both_1": "12.5"}, "no whole number"),
        ("chair-rise-30s", {"both_1": "abc"}, "needs a number"),
        ("chair-rise-30s", {}, "has no trial"),
        ("chair-rise-30s", {"both_1": "12", "day": "2199-01-01"}, "still to come"),
        ("joint-range", {"left_1": "90"}, "is of a joint"),
        ("joint-range", {"left_1": "90", "joint": "nose"}, "is of a joint"),
    ],
)
def test_what_cannot_be_is_refused_named_and_nothing_is_kept(client_in, person, test, fields, says) -> None:
    answer = take(client_in, person, test, **fields)
    assert answer.status_code == 422
    assert says.lower() in answer.content.decode().lower()
    for value in (value for name, value in fields.items() if name != "joint"):
        assert value in answer.content.decode()  # what was typed is still there
    assert not Measurement.objects.exists()


def test_a_result_to_ask_a_clinician_about_ends_the_screening(client_in, person) -> None:
    answer = take(client_in, person, "timed-up-and-go-3m", both_1="12.4", both_2="13")
    assert "talked to before they join in again" in answer.content.decode()
    assert HealthEvent.objects.get().kind == "a test result to talk over"
    person.refresh_from_db()
    assert screening_status_of(person).talk_first
    assert "12.7 s is 12 or more. Have a word with their clinician" in page(client_in, person)


def test_an_ordinary_result_leaves_the_screening_as_it_is(client_in, person) -> None:
    take(client_in, person, "timed-up-and-go-3m", both_1="9")
    assert not HealthEvent.objects.exists()


def test_a_result_is_taken_back_with_a_reason_and_stays(client_in, person) -> None:
    take(client_in, person, "grip", left_1="31", right_1="33")
    row = Measurement.objects.get()
    path = reverse("measures:take_back", args=[row.id])
    assert client_in.post(path, {"why": ""}).status_code == 422
    row.refresh_from_db()
    assert row.taken_back_at is None
    client_in.post(path, {"why": "wrong handle"})
    row.refresh_from_db()
    assert row.taken_back_at is not None
    assert row.trials == {"left": [31.0], "right": [33.0]}
    shown = page(client_in, person)
    assert "wrong handle" in shown
    assert "Nothing was measured yet" in shown


def test_files_go_out_and_come_in_whole_or_not_at_all(client_in, person, group) -> None:
    take(client_in, person, "grip", left_1="31", right_1="33", note="=1+1")
    take(client_in, person, "knee-to-wall", left_1="8", left_2="8.5")
    other = group.participants.last()
    for name, kind in (("measures:measures_json", "json"), ("measures:measures_csv", "csv")):
        data = client_in.get(reverse(name, args=[person.id])).content
        assert person.call_name.encode() not in data
        sent = SimpleUploadedFile(f"m.{kind}", data)
        client_in.post(reverse("measures:import_measures", args=[other.id]), {"file": sent}, follow=True)
    assert other.measurements.count() == 2  # the same file again brings nothing new
    assert {row.test: row.trials for row in other.measurements.all()} == {
        row.test: row.trials for row in person.measurements.all()
    }


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ("day,test,unit,trial 1\n2026-01-05,grip,kg,30\n", "line 2"),  # of sides, none said
        ("day,test,side,unit,trial 1\n2026-01-05,grip,left,lb,66\n2026-01-05,grip,right,stone,4\n", "not in 'stone'"),
        ("day,test,side,unit,trial 1\n2026-01-05,gripp,left,kg,30\n", "there is no test 'gripp'"),
        ("day,test,unit,trial 1\n5 Jan,chair-rise-30s,rises,30\n", "a day is written"),
        ("day,test,unit,trial 1\n2026-01-05,chair-rise-30s,rises,-3\n", "is not from 0 to 60"),
        (
            '{"format": "fairbench-measures", "format_version": 1, "taken": [{"day": "2026-01-05", "test": "grip"}]}',
            "tak",
        ),
        ("", "no rows"),
    ],
)
def test_a_file_with_a_fault_is_refused_with_its_line(client_in, person, data: str, says: str) -> None:
    sent = SimpleUploadedFile("m.csv", data.encode())
    answer = client_in.post(reverse("measures:import_measures", args=[person.id]), {"file": sent})
    assert answer.status_code == 422
    assert says in answer.content.decode().replace("&#x27;", "'")
    assert not Measurement.objects.exists()


def test_pounds_become_kilograms(client_in, person) -> None:
    table = "day,test,side,unit,trial 1\n2026-01-05,grip,left,lb,66\n2026-01-05,grip,right,kg,30\n"
    path = reverse("measures:import_measures", args=[person.id])
    client_in.post(path, {"file": SimpleUploadedFile("m.csv", table.encode())})
    assert Measurement.objects.get().trials == {"left": [29.9371], "right": [30.0]}


def test_every_test_has_a_page_with_its_cautions_and_a_field_for_each_trial(client_in, person) -> None:
    for test in load_tests().values():
        shown = client_in.get(reverse("measures:take", args=[person.id, test.id])).content.decode()
        assert test.not_for[0] in shown
        sides = ("left", "right") if test.sided else ("both",)
        for side in sides:
            for number in range(1, (len(test.stages) or test.trials) + 1):
                assert f'name="{side}_{number}"' in shown


def test_what_is_noted_of_somebody_stands_beside_whom_a_test_is_not_for(client_in, actor, person) -> None:
    path = reverse("measures:take", args=[person.id, "chair-sit-and-reach"])
    assert "Nothing is noted of them" in client_in.get(path).content.decode()
    health_actions.declare(actor, person.id, DeclareInput(condition="thin-bones", severity="marked"))
    shown = " ".join(client_in.get(path).content.decode().split())
    assert "thin bones in the spine" in shown
    assert "<b>Noted of them:</b> low bone density, marked." in shown


def test_a_round_says_who_begins_where_and_shows_the_last_results(client_in, person, group) -> None:
    take(client_in, person, "one-leg-stand", left_1="9", right_1="11")
    shown = " ".join(client_in.get(reverse("measures:test_round", args=[group.id])).content.decode().split())
    assert "L 9, R 11" in shown
    assert shown.count('<b class="turn">1</b>') == group.participants.count()
    chosen = client_in.get(reverse("measures:test_round", args=[group.id]), {"test": ["grip", "no-such"]})
    assert "Grip, kg" in chosen.content.decode()
    answer = client_in.post(
        reverse("measures:take", args=[person.id, "grip"]) + f"?group={group.id}", {"left_1": "30", "right_1": "30"}
    )
    assert answer.url == reverse("measures:test_round", args=[group.id])


def test_pages_ask_the_database_little_however_much_there_is(client_in, person, django_assert_max_num_queries) -> None:
    for number in range(40):
        day = TODAY().replace(year=TODAY().year - 1 - number // 12, month=1 + number % 12, day=1)
        take(client_in, person, "grip", follow=False, left_1="31", right_1="33", day=day.isoformat())
    with django_assert_max_num_queries(12):
        assert "40 results" in page(client_in, person)
    with django_assert_max_num_queries(12):
        client_in.get(reverse("measures:test_round", args=[person.groups.first().id]))


def test_an_assistant_sees_and_takes_none(client_in, person, actor) -> None:
    client = Client()
    client.force_login(UserFactory(practice=actor.practice, role=Role.ASSISTANT))
    assert client.get(reverse("measures:measures", args=[person.id])).status_code == 403
    assert take(client, person, "grip", left_1="30").status_code == 403
    assert not Measurement.objects.exists()


def test_measures_are_in_the_persons_file_and_go_with_them(client_in, actor, person) -> None:
    client_in.post(reverse("measures:bands", args=[person.id]), {"sex": "m"})
    take(client_in, person, "grip", left_1="31", right_1="33", note="blue handle")
    person.refresh_from_db()
    values = json.dumps(person_values(person))
    assert "blue handle" in values
    assert '"band_of_tests": "m"' in values
    erase(actor, person, person.call_name)
    person.refresh_from_db()
    assert (person.call_name, person.sex) == (ERASED, "")
    assert not Measurement.objects.exists()
