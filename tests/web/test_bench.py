"""The bench over HTTP: every verb, refusals that lose nothing, two windows, undo, and its bounds."""

import re
from dataclasses import replace

import pytest
from django.urls import reverse

from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.web.people.health_summary import keep_health_summary
from fairbench.web.people.models import Condition
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import core_plan as stored
from fairbench.web.plans.bench.edits import EDITS
from fairbench.web.plans.models import Plan, PlanRevision
from tests.factories import make_group
from tests.reading import words

from .conftest import core_plan

pytestmark = pytest.mark.django_db


def now(plan: Plan) -> CorePlan:
    plan.refresh_from_db()
    return stored(PlanRevision.objects.get(plan=plan, number=plan.head).document)


def do(client, plan: Plan, verb: str, seen: int | None = None, **fields):
    plan.refresh_from_db()
    data = {"seen": plan.head if seen is None else seen, "chosen": fields.get("item", ""), **fields}
    return client.post(reverse("plans:do", args=[plan.id, verb]), data, headers={"HX-Request": "true"})


def ids(value: CorePlan) -> str:
    return "|".join("".join(item.id for item in block.items) for block in value.blocks)


def test_a_dose_is_changed_and_the_bench_answers(client_in, plan) -> None:
    answer = do(client_in, plan, "field", item="a", exercise="band-row", field="reps", value="12")
    assert answer.status_code == 200
    assert "12 repetitions · 2 sets · 24 in all" in answer.content.decode()
    assert now(plan).item("a").dose.work.reps == 12


@pytest.mark.parametrize(
    ("verb", "fields", "after"),
    [
        ("remove", {}, "|ac|"),
        ("earlier", {}, "|bac|"),
        ("later", {}, "|acb|"),
        ("move", {"block": "0", "place": "0"}, "b|ac|"),
        ("move", {"block": "2", "place": "9"}, "|ac|b"),
    ],
)
def test_moving_about(client_in, plan, verb, fields, after) -> None:
    assert do(client_in, plan, verb, item="b", **fields).status_code == 200
    assert ids(now(plan)) == after


def test_adding_and_copying(client_in, plan) -> None:
    do(client_in, plan, "add", exercise="wall-push", version="close-in", chosen="a")
    names = [(item.exercise, item.version) for item in now(plan).items()]
    assert names[1] == ("wall-push", "close-in")
    do(client_in, plan, "copy", item="c")
    assert [item.exercise for item in now(plan).items()].count("heel-raise") == 2


@pytest.mark.parametrize(
    ("verb", "fields", "check"),
    [
        ("version", {"version": "one-arm"}, lambda i: i.version == "one-arm"),
        ("sides", {"value": "each_direction"}, lambda i: i.dose.sides == "each_direction"),
        ("sides", {"value": "each_side"}, lambda i: (i.version, i.dose) == ("one-arm", None)),
        ("sides", {"value": "alternating"}, lambda i: (i.version, i.dose.sides) == ("one-arm", "alternating")),
        ("kind", {"value": "hold"}, lambda i: i.dose.work.seconds == 20),
        ("ending", {"value": "tired"}, lambda i: i.dose.ending == "tired"),
        ("kind", {"value": "staged_isometric"}, lambda i: len(i.dose.work.stages) == 6),
        ("add_part", {"value": "hold"}, lambda i: len(i.dose.work.parts) == 2),
        ("load", {"value": "light band, doubled"}, lambda i: i.dose.load.words == "light band, doubled"),
        ("effort", {"value": "100, 50 %"}, lambda i: i.dose.effort.steps == (100, 50)),
        ("music", {"value": "on"}, lambda i: i.dose.work.tempo.music is not None),
        ("nudge", {"steps": "-2"}, lambda i: i.dose.work.reps == 8),
        ("field", {"field": "tempo.back", "value": "3,5"}, lambda i: i.dose.work.tempo.back == 3.5),
        ("field", {"field": "rest_after", "value": "25"}, lambda i: i.rest_after == 25),
        (
            "note",
            {"value": "Swap <b>bands</b> 🎈\r\nhalf way\x00"},
            lambda i: i.note == "Swap <b>bands</b> 🎈\nhalf way",
        ),
        ("extra", {"value": "on"}, lambda i: i.extra),
        ("usual", {}, lambda i: i.dose is None),
    ],
)
def test_the_inspector_changes_one_thing(client_in, plan, verb, fields, check) -> None:
    answer = do(client_in, plan, verb, item="a", **fields)
    assert answer.status_code == 200, answer.content.decode()
    assert check(now(plan).item("a"))
    assert "<b>bands" not in answer.content.decode()


def test_blocks_are_the_instructors(client_in, plan) -> None:
    before = len(now(plan).blocks)
    assert do(client_in, plan, "add_block", kind="warm_up", at=before).status_code == 200
    page = do(client_in, plan, "rename_block", block=before, value="Second <b>round").content.decode()
    assert "Second &lt;b&gt;round" in page
    assert now(plan).blocks[-1].name == "Second <b>round"
    for verb, fields in (
        ("remove_block", {"block": "1"}),
        ("remove_block", {"block": "19"}),
        ("rename_block", {"block": "0", "value": "x" * 41}),
        ("add_block", {"kind": "sauna", "at": "0"}),
        ("settings", {"field": "start", "value": "flying"}),
    ):
        assert do(client_in, plan, verb, **fields).status_code == 422, verb
    assert do(client_in, plan, "remove_block", block=before).status_code == 200
    assert len(now(plan).blocks) == before
    assert do(client_in, plan, "settings", field="start", value="standing").status_code == 200
    assert now(plan).start == "standing"


def test_a_list_of_blocks_that_changed_elsewhere_is_not_guessed_at(client_in, plan) -> None:
    do(client_in, plan, "add_block", kind="close", at=0)
    stale = client_in.post(
        reverse("plans:do", args=[plan.id, "rename_block"]),
        {"seen": 1, "block": 0, "value": "Which one?"},
        headers={"HX-Request": "true"},
    )
    assert "list of blocks was changed in another window" in stale.content.decode()
    assert not any(block.name for block in now(plan).blocks)


def test_the_plan_has_facts_of_its_own(client_in, plan, actor) -> None:
    other = make_group(actor.practice, 1, "Monday Chairs")
    for detail, value in (("name", "Renamed"), ("length_min", "30"), ("lead", "right"), ("water_every_min", "0")):
        assert do(client_in, plan, "settings", field=detail, value=value).status_code == 200
    assert do(client_in, plan, "group", value=str(other.id), was=str(plan.group_id)).status_code == 200
    value = now(plan)
    assert (value.name, value.length_min, value.lead, value.water_every_min) == ("Renamed", 30, "right", 0)
    assert (plan.name, plan.group) == ("Renamed", other)


@pytest.mark.parametrize(
    ("verb", "fields", "says"),
    [
        ("field", {"item": "a", "field": "reps", "value": "0"}, "Repetitions must be 1 to 100, not 0"),
        ("field", {"item": "a", "field": "reps", "value": "10000"}, "not 10000"),
        ("field", {"item": "a", "field": "reps", "value": "1.5"}, "must be a whole number"),
        ("field", {"item": "a", "field": "reps", "value": "many"}, "Needs a number"),
        ("field", {"item": "a", "field": "reps", "value": "inf"}, "Needs a number"),
        ("field", {"item": "a", "field": "reps", "value": "9" * 5000}, "at most 40 characters"),
        ("nudge", {"item": "a", "steps": "nan"}, "needs a whole number"),
        ("nudge", {"item": "a", "steps": "1" * 5000}, "needs a whole number"),
        ("move", {"item": "a", "block": "inf", "place": "0"}, "needs a whole number"),
        ("group", {"value": "00000000-0000-4000-8000-000000000000"}, "no such group"),
        ("remove", {"item": 'a"b'}, "do not belong"),
        ("field", {"item": "a", "field": "reps", "value": "nan"}, "needs a number"),
        ("field", {"item": "a", "field": "colour", "value": "3"}, "no figure"),
        ("field", {"item": "a", "field": "rest_after", "value": "inf"}, "rest_after"),
        ("field", {"item": "gone", "field": "reps", "value": "3"}, "no longer in the plan"),
        ("add", {"exercise": "kite-flying"}, "no exercise"),
        ("version", {"item": "a", "version": "upside-down"}, "no version"),
        ("move", {"item": "a", "block": "x", "place": "0"}, "needs a whole number"),
        ("move", {"item": "a", "block": "99", "place": "0"}, "is at most 60"),
        ("settings", {"field": "name", "value": "   "}, "needs a name"),
        ("settings", {"field": "length_min", "value": "10000"}, "5 to 180"),
        ("settings", {"field": "colour", "value": "red"}, "no such detail"),
        ("note", {"item": "a", "value": "x" * 3000}, "2000 characters"),
        ("undo", {"seen": "zero"}, "needs a whole number"),
        ("sides", {"item": "c", "value": "each_side"}, "both sides work together"),
        ("field", {"item": "a", "field": "reps", "value": "9", "seen": "77"}, "never had a state 77"),
    ],
)
def test_what_is_refused_is_said_and_changes_nothing(client_in, plan, verb, fields, says) -> None:
    before = now(plan)
    answer = do(client_in, plan, verb, **fields)
    assert answer.status_code in (409, 422)
    assert says.replace("'", "&#x27;") in answer.content.decode()
    assert now(plan) == before
    assert plan.head == 1


def test_undo_and_redo_survive_a_reload(client_in, plan) -> None:
    do(client_in, plan, "field", item="a", field="reps", value="12")
    do(client_in, plan, "field", item="a", field="reps", value="14")
    do(client_in, plan, "undo")
    page = client_in.get(reverse("plans:bench", args=[plan.id]) + "?chosen=a").content.decode()
    assert "12 repetitions" in page
    assert re.search(r'id="redo"\s+data-key="Z"\s+hx-post', page)
    do(client_in, plan, "redo")
    assert now(plan).item("a").dose.work.reps == 14
    do(client_in, plan, "undo")
    do(client_in, plan, "field", item="a", field="reps", value="20")
    do(client_in, plan, "redo")
    assert now(plan).item("a").dose.work.reps == 20
    for _ in range(9):
        do(client_in, plan, "undo")
    assert now(plan) == core_plan("band-row", "bridge", "heel-raise")
    assert PlanRevision.objects.filter(plan=plan).count() == 4


def test_two_windows_on_different_items_both_count(client_in, plan) -> None:
    do(client_in, plan, "field", item="a", field="reps", value="12")
    answer = do(client_in, plan, "field", seen=1, item="b", field="reps", value="6")
    assert answer.status_code == 200
    assert "Both changes are here" in answer.content.decode()
    assert (now(plan).item("a").dose.work.reps, now(plan).item("b").dose.work.reps) == (12, 6)


def test_two_windows_on_the_same_item_say_so_and_keep_the_first(client_in, plan) -> None:
    do(client_in, plan, "field", item="a", field="reps", value="12")
    for verb, fields in (("field", {"field": "reps", "value": "14"}), ("remove", {}), ("note", {"value": "hello"})):
        answer = do(client_in, plan, verb, seen=1, item="a", **fields)
        assert answer.status_code == 409
        assert "Seated row was changed in another window first" in answer.content.decode()
    assert now(plan).item("a").dose.work.reps == 12
    do(client_in, plan, "remove", item="b")
    assert do(client_in, plan, "field", seen=1, item="b", field="reps", value="5").status_code == 409
    assert do(client_in, plan, "undo", seen=1).status_code == 409


def test_two_windows_on_the_plans_details_are_merged_or_refused(client_in, plan) -> None:
    """One detail each: both count. The same one, also when something else was changed since: refused."""
    changed = {"name": "Other", "length_min": "50", "water_every_min": "12", "lead": "right"}
    for field, value in changed.items():
        assert do(client_in, plan, "settings", seen=1, field=field, value=value).status_code == 200
    found = now(plan)
    assert (found.name, found.length_min, found.water_every_min, str(found.lead)) == tuple(
        int(value) if value.isdigit() else value for value in changed.values()
    )
    do(client_in, plan, "field", item="a", field="reps", value="12")
    for field, value in {"name": "Mine", "length_min": "40", "water_every_min": "0", "lead": "left"}.items():
        answer = do(client_in, plan, "settings", seen=1, field=field, value=value)
        assert answer.status_code == 409
        assert "was changed in another window" in words(answer.content.decode())
    assert now(plan) == replace(found, blocks=now(plan).blocks)


def test_two_windows_on_whom_the_plan_is_for(client_in, actor, plan, group) -> None:
    other = make_group(actor.practice, 1, name="Thursday Mats")
    assert do(client_in, plan, "group", value=str(other.id), was=str(group.id)).status_code == 200
    answer = do(client_in, plan, "group", value="", was=str(group.id))
    assert answer.status_code == 409
    assert "Another group was chosen" in words(answer.content.decode())
    plan.refresh_from_db()
    assert plan.group_id == other.id


def test_every_verb_is_a_post(client_in, plan) -> None:
    for verb in EDITS:
        assert client_in.get(reverse("plans:do", args=[plan.id, verb])).status_code == 405
    assert do(client_in, plan, "explode").status_code == 404


def test_a_long_plan_for_sixteen_people_stays_within_its_queries(
    client_in, actor, django_assert_max_num_queries
) -> None:
    exercises = [e.id for e in actions.shelf()][:20]
    group = make_group(actor.practice, 16)
    for number, person in enumerate(group.participants.all()):
        condition = ("stenosis", "parkinsons", "low-vision", "no-floor")[number % 4]
        Condition.objects.create(practice=actor.practice, participant=person, condition=condition)
        keep_health_summary(person)
    plan = actions.create(actor, core_plan(*exercises), group, "Long")
    with django_assert_max_num_queries(12):
        client_in.get(reverse("plans:bench", args=[plan.id]) + "?chosen=a")
    with django_assert_max_num_queries(12):
        answer = client_in.post(
            reverse("plans:do", args=[plan.id, "field"]),
            {"seen": 1, "chosen": "a", "item": "a", "field": "sets", "value": "2"},
        )
    assert answer.status_code == 200
    with django_assert_max_num_queries(12):
        client_in.get(reverse("plans:list"))


def test_names_in_any_script_are_shown_as_text(client_in, plan) -> None:
    for name in ("<img src=x onerror=alert(1)>", "🧘‍♀️ calm", "תוכנית"):
        answer = do(client_in, plan, "settings", field="name", value=name)
        assert answer.status_code == 200
        assert "<img src=x" not in answer.content.decode()
        assert now(plan).name == name
