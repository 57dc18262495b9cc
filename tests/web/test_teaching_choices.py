"""While teaching: the hall's screen, what is prepared, own sides, checks and further sets."""

import json
import re

import pytest
from django.urls import reverse

from fairbench.core.people.conditions import Declared
from fairbench.core.people.own_sides import OwnSide, side_of
from fairbench.core.sides import First, Side
from fairbench.web.accounts.models import Practice
from fairbench.web.classes.models import Meeting, TeachEvent
from fairbench.web.people.history import history_of
from fairbench.web.people.models import NotedLoad, NotedSharing, NotedSide
from fairbench.web.plans.adapter import core_plan

from .a_class import event, report
from .test_bench import do

pytestmark = pytest.mark.django_db


def score_of(client, meeting: Meeting, name: str = "teach") -> dict:
    page = client.get(reverse(f"classes:{name}", args=[meeting.id])).content.decode()
    return json.loads(re.search(r'<script id="score"[^>]*>(.*?)</script>', page, re.S)[1])


@pytest.fixture
def taught(client_in, plan, group):
    """A class with its plan changed first, by whatever edits are given."""

    def begin(*edits: tuple[str, dict]) -> Meeting:
        for verb, fields in edits:
            assert do(client_in, plan, verb, **fields).status_code == 200
        client_in.post(reverse("classes:open"), {"plan": plan.id})
        opened = Meeting.objects.get()
        for person in group.participants.all():
            client_in.post(reverse("classes:here", args=[opened.id]), {"participant": person.id, "here": "yes"})
        client_in.post(reverse("classes:begin", args=[opened.id]))
        return opened

    return begin


def test_the_figures_are_prepared_while_people_arrive(client_in, plan) -> None:
    client_in.post(reverse("classes:open"), {"plan": plan.id})
    meeting = Meeting.objects.get()
    assert f'data-prepare="{reverse("classes:prepare", args=[meeting.id])}"' in client_in.get(
        reverse("classes:arrivals", args=[meeting.id])
    ).content.decode().replace("\n", " ")
    films = client_in.get(reverse("classes:prepare", args=[meeting.id])).json()["films"]
    assert len(films) == len(set(films)) > 3
    assert all(client_in.get(film).status_code == 200 for film in films[:3])


def test_the_screen_in_the_hall_has_no_names_and_no_notes(client_in, taught, group) -> None:
    meeting = taught(("note", {"item": "a", "value": "Mind the harbour door"}))
    page = client_in.get(reverse("classes:hall", args=[meeting.id])).content.decode()
    for person in group.participants.all():
        assert person.call_name not in page
        assert str(person.id) not in page
    assert "Mind the harbour door" not in page
    assert score_of(client_in, meeting, "hall")["items"][0]["name"] == "Seated row"


def test_rounds_are_called_and_lines_are_said(client_in, taught) -> None:
    meeting = taught(("bracket", {"item": "a", "value": "rounds"}), ("add_line", {"value": "check", "before": "c"}))
    value = score_of(client_in, meeting)
    rounds = [
        (step["round"], step["rounds"]) for step in value["steps"] if step["kind"] == "work" and step["item"] == "a"
    ]
    assert rounds[0] == (1, 3)
    assert rounds[-1] == (3, 3)
    assert len(value["items"][0]["visits"]) == 3
    (line,) = [step["line"] for step in value["steps"] if step["line"]]
    assert value["lines"][line]["answers"] == ["better", "same", "worse"]


def test_each_person_begins_with_their_own_side_where_it_is_known(client_in, taught, group, actor) -> None:
    first, second, third = group.participants.all()
    client_in.post(reverse("people:side", args=[first.id]), {"kind": "weaker", "side": "left"})
    for side in ("left", "right"):
        client_in.post(
            reverse("people:side", args=[second.id]), {"kind": "weaker", "side": side, "exercise": "band-row"}
        )
    meeting = taught(("version", {"item": "a", "version": "one-arm"}), ("first", {"item": "a", "value": "weaker"}))
    value = score_of(client_in, meeting)
    own = value["items"][0]["ownSides"]
    assert own == {str(first.id): "left", str(second.id): "right", str(third.id): ""}
    work = [step for step in value["steps"] if step["kind"] == "work" and step["item"] == "a"]
    assert [(step["side"], step["turn"]) for step in work[:2]] == [("", "weaker side"), ("", "other side")]
    assert NotedSide.objects.filter(participant=second, ended_at=None).count() == 1
    told = [entry.words for entry in history_of(second)]
    assert "ended: their left is the weaker side, in Seated row" in told
    page = client_in.get(reverse("people:participant", args=[first.id])).content.decode()
    assert "Their left is the weaker side" in page


def test_each_person_has_a_load_of_their_own(client_in, taught, group) -> None:
    person = group.participants.first()
    address = reverse("people:load", args=[person.id])
    for load in ("1 kg", "1,5 kg"):
        client_in.post(address, {"exercise": "band-row", "load": load})
    client_in.post(address, {"exercise": "band-row", "load": "a lot"})
    meeting = taught()
    assert score_of(client_in, meeting)["items"][0]["loads"] == {str(person.id): "1.5 kg"}
    assert NotedLoad.objects.filter(participant=person).count() == 2
    assert "Seated row: 1.5 kg" in client_in.get(reverse("people:participant", args=[person.id])).content.decode()
    client_in.post(address, {"exercise": "band-row", "load": "light band", "setting": "armchair, feet on a block"})
    own = "light band; armchair, feet on a block"
    assert score_of(client_in, meeting)["items"][0]["loads"] == {str(person.id): own}
    client_in.post(address, {"exercise": "band-row", "setting": "armchair"})
    client_in.post(address, {"exercise": "band-row"})
    assert score_of(client_in, meeting)["items"][0]["loads"] == {str(person.id): "armchair"}


def test_somebody_shares_the_work_between_their_sides_in_their_own_way(client_in, taught, group) -> None:
    person = group.participants.first()
    address = reverse("people:sharing", args=[person.id])
    client_in.post(address, {"how": "more", "side": "right"})
    client_in.post(address, {"how": "only", "side": "left", "exercise": "band-row"})
    client_in.post(address, {"how": "most", "side": "left"})
    client_in.post(address, {"how": "only", "side": "plan"})
    page = client_in.get(reverse("people:participant", args=[person.id])).content.decode()
    assert "A set more on the right" in page
    assert "Left only, in Seated row" in page
    meeting = taught(("version", {"item": "a", "version": "one-arm"}))
    different = score_of(client_in, meeting)["items"][0]["version"]["different"]
    assert [one["words"] for one in different if one["id"] == str(person.id)] == ["right rests"]
    client_in.post(address, {"how": "first", "side": "weaker", "exercise": "band-row"})
    told = [entry.words for entry in history_of(person)]
    assert "ended: left only, in Seated row" in told
    assert NotedSharing.objects.filter(participant=person, ended_at=None).count() == 2


def test_those_who_leave_an_item_out_have_something_to_do(client_in, taught) -> None:
    meeting = taught(
        ("optional", {"item": "a", "value": "on"}), ("meanwhile", {"item": "a", "value": "tall-sitting/leaning-back"})
    )
    (first, *others) = score_of(client_in, meeting)["items"]
    assert first["meanwhile"]["words"] == "Tall sitting, leaning on the backrest"
    assert all(item["meanwhile"] is None for item in others)


def test_what_is_not_on_the_shelf_is_not_done_meanwhile(client_in, plan) -> None:
    answer = do(client_in, plan, "meanwhile", item="a", value="band-row/on-the-moon")
    assert "band-row" not in core_plan(plan.revisions.get(number=plan.head).document).item("a").meanwhile
    assert "has no version" in answer.content.decode()


def test_where_one_rests_is_said_and_who_rests_elsewhere(client_in, taught, group) -> None:
    person = group.participants.first()
    client_in.post(
        reverse("people:declare", args=[person.id]), {"condition": "knee-arthritis", "side": "left", "severity": ""}
    )
    meeting = taught(
        ("add", {"exercise": "push-up", "version": "on-knees", "block": "0", "place": "0"}),
        ("rest_how", {"item": "a", "value": "in_place"}),
        ("field", {"item": "a", "field": "sets", "value": "2"}),
    )
    value = score_of(client_in, meeting)
    rests = {step["says"] for step in value["steps"] if step["kind"] == "rest" and step["item"] == "a"}
    assert "Rest. Sit back in the chair, hands in your lap; or sit tall, both feet down, arms loose." in rests


@pytest.mark.parametrize(
    ("noted", "conditions", "side"),
    [
        ((), (), None),
        ((OwnSide(First.AFFECTED, Side.RIGHT),), (Declared("stroke", Side.LEFT),), Side.RIGHT),
        ((OwnSide(First.AFFECTED, Side.RIGHT), OwnSide(First.AFFECTED, Side.LEFT, "bridge")), (), Side.LEFT),
        ((), (Declared("stroke", Side.LEFT),), Side.LEFT),
        ((), (Declared("stroke", Side.LEFT), Declared("knee", Side.RIGHT)), None),
        ((OwnSide(First.WEAKER, Side.RIGHT),), (), None),
    ],
)
def test_whose_affected_side_is_which(noted, conditions, side) -> None:
    assert side_of(First.AFFECTED, "bridge", noted, conditions) is side


def test_sides_taking_turns_are_counted_in_pairs_where_the_practice_wants_it(client_in, taught, actor) -> None:
    client_in.post(reverse("accounts:counting"), {"value": "on"})
    assert Practice.objects.get(id=actor.practice.id).counts_pairs
    meeting = taught(("add", {"exercise": "seated-march", "version": "knee-lift", "block": "0", "place": "0"}))
    work = next(step for step in score_of(client_in, meeting)["steps"] if step["kind"] == "work")
    counts = {(beat["number"], beat["of"], beat["side"]) for beat in work["beats"]}
    assert {(1, 10, "left"), (1, 10, "right"), (10, 10, "right")} <= counts
    assert len(counts) == 20


def test_sides_are_called_as_the_instructor_moves(client_in, taught) -> None:
    meeting = taught()
    assert score_of(client_in, meeting)["mirrored"] is True
    client_in.post(reverse("accounts:calls"), {"value": ""})
    assert score_of(client_in, meeting)["mirrored"] is False


def test_answers_and_further_sets_are_kept(client_in, taught, group) -> None:
    meeting = taught()
    person = group.participants.first()
    answer = report(
        client_in,
        meeting,
        event("began"),
        event("worked", 60, item="a", seconds=60, number=20),
        event("set_taken", 90, item="a", participant=str(person.id), seconds=40, number=1),
        event("answered", 100, item="line-1", participant=str(person.id), text="better"),
        event("ended", 200),
    )
    assert answer.json()["refused"] == []
    kept = {e.kind: e for e in TeachEvent.objects.filter(meeting=meeting)}
    assert (kept["answered"].text, kept["answered"].participant) == ("better", person)
    assert (kept["set_taken"].seconds, kept["set_taken"].number) == (40, 1)
