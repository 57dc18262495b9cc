"""What holds a plan together, over HTTP: brackets, lines, ranges, sides, purpose, ready classes, and the views."""

import re

import pytest
from django.urls import reverse

from fairbench.core.dose.dose import figure_in
from fairbench.core.formats.ready_classes_doc import load_ready_classes
from fairbench.core.plan.lines import CheckKind, LineKind
from fairbench.core.plan.purpose import Purpose
from fairbench.core.sides import First, Sides
from fairbench.web.plans.models import Plan
from tests.reading import words

from .test_bench import do, now

pytestmark = pytest.mark.django_db


def bench(client, plan: Plan, shown_as: str = "fit", chosen: str = "") -> str:
    client.cookies["bench-shown-as"] = shown_as
    return client.get(reverse("plans:bench", args=[plan.id]), {"chosen": chosen}).content.decode()


def test_a_bracket_is_put_over_items_and_changed(client_in, plan) -> None:
    assert do(client_in, plan, "bracket", item="a", value="rounds").status_code == 200
    bracket = now(plan).brackets[0]
    assert "3 times through" in bench(client_in, plan)
    do(client_in, plan, "bracket_count", bracket=bracket.id, value="3")
    assert [item.bracket for item in now(plan).items()] == [bracket.id] * 3
    do(client_in, plan, "bracket_field", bracket=bracket.id, field="rounds", value="4")
    do(client_in, plan, "bracket_name", bracket=bracket.id, value="Round the room")
    html = bench(client_in, plan)
    assert "Round the room: 4 times through" in html
    assert html.count('class="plank"') == 12
    assert len(set(re.findall(r'id="(plank-[^"]+)"', html))) == 12
    do(client_in, plan, "bracket_remove", bracket=bracket.id)
    assert now(plan).brackets == ()
    assert [item.id for item in now(plan).items()] == ["a", "b", "c"]


@pytest.mark.parametrize(
    ("verb", "fields", "why"),
    [
        ("bracket", {"item": "a", "value": "spiral"}, "should be 'rounds'"),
        ("bracket_count", {"bracket": "gone", "value": "2"}, "no longer in the plan"),
        ("bracket_field", {"bracket": "gone", "field": "rounds", "value": "1.5"}, "whole number"),
        ("add_line", {"value": "song"}, "should be 'water'"),
        ("add_line", {"value": "water", "before": "nowhere"}, "not in the plan"),
        ("line", {"line": "gone", "field": "words", "value": "x"}, "no longer in the plan"),
        ("line", {"line": "gone", "field": "seconds", "value": "long"}, "needs a number"),
        ("line", {"line": "gone", "field": "check", "value": "by ear"}, "none of the choices"),
        ("field", {"item": "a", "field": "reps", "value": "8–4"}, "goes upward"),
        ("field", {"item": "a", "field": "reps", "value": "4–1000"}, "1 to 100"),
        ("first", {"item": "a", "value": "left"}, "none goes first"),
        ("rest_how", {"item": "a", "value": "other_side"}, "do not follow one another"),
        ("beside", {"item": "a", "value": "no-such"}, "no-such"),
        ("add", {"exercise": "bridge", "block": "9", "place": "0"}, "no block 9"),
    ],
)
def test_what_cannot_be_is_refused_with_a_reason(client_in, plan, verb, fields, why) -> None:
    before = now(plan)
    answer = do(client_in, plan, verb, **fields)
    assert answer.status_code == 422
    assert why in words(answer.content.decode())
    assert now(plan) == before


def test_lines_are_added_said_and_removed(client_in, plan) -> None:
    do(client_in, plan, "add_line", item="b", value="check", before="b")
    do(client_in, plan, "add_line", value="notice", before="")
    line, end = now(plan).lines
    assert (line.kind, line.before, end.kind, end.before) == (LineKind.CHECK, "b", LineKind.NOTICE, "")
    for field, value in (("words", "How far?"), ("seconds", "20"), ("check", "reach"), ("scale", "of_ten")):
        do(client_in, plan, "line", line=line.id, field=field, value=value)
    line = now(plan).lines[0]
    assert (line.says, line.seconds, line.check) == ("How far?", 20, CheckKind.REACH)
    assert "How far?" in bench(client_in, plan, "order")
    do(client_in, plan, "remove_line", line=line.id)
    assert now(plan).lines == (end,)


def test_a_figure_is_picked_within_its_range(client_in, plan) -> None:
    do(client_in, plan, "field", item="a", field="reps", value="4–8")
    dose = now(plan).item("a").dose
    assert (dose.work.reps, dose.ranges[0].words) == (6, "4–8")
    do(client_in, plan, "field", item="a", field="reps", value="8")
    assert now(plan).item("a").dose.work.reps == 8
    refused = do(client_in, plan, "field", item="a", field="reps", value="9")
    assert "picked within 4–8" in words(refused.content.decode())
    do(client_in, plan, "field", item="a", field="reps", value="9–9")
    assert (now(plan).item("a").dose.work.reps, now(plan).item("a").dose.ranges) == (9, ())


@pytest.mark.parametrize(
    ("practice", "of_group", "picked"),
    [("middle", "", 6), ("least", "", 4), ("most", "", 8), ("most", "least", 4), ("least", "middle", 6)],
)
def test_a_figure_is_picked_first_where_the_practice_or_the_group_has_it(
    client_in, plan, group, practice, of_group, picked
) -> None:
    client_in.post(reverse("accounts:counting"), {"value": "", "ranges_from": practice})
    details = {"name": group.name, "place": "", "ranges_from": of_group}
    assert client_in.post(reverse("people:edit_group", args=[group.id]), details).status_code == 302
    do(client_in, plan, "field", item="a", field="reps", value="6")
    do(client_in, plan, "field", item="a", field="reps", value="4–8")
    assert now(plan).item("a").dose.work.reps == picked
    do(client_in, plan, "field", item="b", field="reps", value="9 building to 12")
    assert now(plan).item("b").dose.work.reps == 9


def test_a_ready_class_begins_where_the_group_has_it(client_in, group) -> None:
    group.ranges_from = "least"
    group.save()
    ranged = next(
        (ready.id, item)
        for ready in load_ready_classes().values()
        for item in ready.plan.items()
        if item.dose and any(not one.builds for one in item.dose.ranges)
    )
    client_in.post(
        reverse("plans:new"),
        {"name": "Gently", "length_min": "45", "group": str(group.id), "template": ranged[0]},
    )
    dose = now(Plan.objects.get(name="Gently")).item(ranged[1].id).dose
    assert [figure_in(dose, one.path) for one in dose.ranges] == [one.low for one in dose.ranges]


def test_ranges_are_picked_to_fit_the_time_and_extras_left_out(client_in, plan) -> None:
    for item in "abc":
        do(client_in, plan, "field", item=item, field="sets", value="2–10")
    do(client_in, plan, "extra", item="c", value="on")
    do(client_in, plan, "settings", field="length_min", value="15")
    do(client_in, plan, "fit_points")
    assert {item.dose.sets for item in now(plan).items()} < set(range(2, 10))
    do(client_in, plan, "leave_out_extras")
    assert [item.id for item in now(plan).items()] == ["a", "b"]


def test_sides_of_a_dose(client_in, plan) -> None:
    do(client_in, plan, "sides", item="a", value="each_side")
    do(client_in, plan, "first", item="a", value="weaker")
    do(client_in, plan, "field", item="a", field="more", value="1")
    do(client_in, plan, "rest_how", item="a", value="other_side")
    dose = now(plan).item("a").dose
    assert (dose.sides, dose.first, dose.more) == (Sides.EACH_SIDE, First.WEAKER, 1)
    html = bench(client_in, plan, chosen="a")
    assert "8 each arm, weaker first · 2 sets · 1 set more on the weaker arm" in html
    do(client_in, plan, "sides", item="a", value="one_side")
    assert "8 on the weaker arm only" in bench(client_in, plan, chosen="a")


def test_what_the_class_is_for_where_it_ends_and_what_is_put_aside(client_in, plan) -> None:
    assert "No warm-up" in bench(client_in, plan)
    do(client_in, plan, "put_aside", value="no warm-up")
    html = bench(client_in, plan)
    assert "<b>No warm-up</b>" not in html
    assert "1 put aside" in " ".join(html.split())
    do(client_in, plan, "show_all_again")
    assert "<b>No warm-up</b>" in bench(client_in, plan)
    do(client_in, plan, "settings", field="purpose", value="stretch")
    do(client_in, plan, "settings", field="end", value="supine")
    assert now(plan).purpose is Purpose.STRETCH
    assert now(plan).ends_in == "supine"
    assert "No warm-up" not in bench(client_in, plan)
    do(client_in, plan, "settings", field="end", value="")
    assert now(plan).end is None


def test_an_exercise_is_put_where_it_was_dropped(client_in, plan) -> None:
    do(client_in, plan, "add", exercise="calf-stretch", version="seated-towel", block="1", place="1")
    assert [item.exercise for item in now(plan).items()][1] == "calf-stretch"


def test_optional_and_beside(client_in, plan) -> None:
    do(client_in, plan, "optional", item="c", value="on")
    do(client_in, plan, "beside", item="c", value="at-the-rail")
    item = now(plan).item("c")
    assert (item.optional, item.beside) == (True, "at-the-rail")
    assert "optional" in bench(client_in, plan, "order")
    do(client_in, plan, "version", item="c", version="at-the-rail")
    assert now(plan).item("c").beside == ""


@pytest.mark.parametrize("shown_as", ["fit", "roomy", "order", "spiral"])
def test_every_view_has_every_item_by_number(client_in, plan, shown_as) -> None:
    html = bench(client_in, plan, shown_as, chosen="b")
    assert 'aria-current="true"' in html
    if shown_as == "order":
        assert re.findall(r'order-number">(\d)', html) == ["1", "2", "3"]
    else:
        assert set(re.findall(r'class="plank-(?:number|mark)[^>]*>(\d)', html)) == {"1", "2", "3"}


def test_every_ready_class_is_offered_with_its_place_its_things_and_its_line(client_in) -> None:
    page = client_in.get("/plans/new/").content.decode()
    assert page.count('class="bench-drawing"') == 21
    sticks = page.split("<b>Stick mobility, standing or seated</b>")[1].split("</label>")[0]
    facts = " ".join(sticks.split('class="ready-facts">')[1].split("</small>")[0].split())
    assert facts == "Gentle · 15 min · mobility · standing · with stick"


def test_a_plan_starts_from_a_ready_class(client_in, group) -> None:
    page = client_in.get(reverse("plans:new")).content.decode()
    assert all(ready.plan.name in page for ready in load_ready_classes().values())
    fields = {"name": "Ours", "length": "25", "group": str(group.id), "template": "band-arm-by-arm"}
    client_in.post(reverse("plans:new"), fields)
    value = now(Plan.objects.get(name="Ours"))
    assert (value.name, value.length_min) == ("Ours", 25)
    assert value.brackets == load_ready_classes()["band-arm-by-arm"].plan.brackets


@pytest.mark.parametrize("ready", load_ready_classes())
def test_every_ready_class_is_shown_printed_and_scored(client_in, group, ready) -> None:
    client_in.post(reverse("plans:new"), {"name": ready, "length": "30", "group": str(group.id), "template": ready})
    plan = Plan.objects.get(name=ready)
    for shown_as in ("fit", "order"):
        assert "data-item" in bench(client_in, plan, shown_as)
    sheet = client_in.get(reverse("plans:cue_sheet", args=[plan.id]))
    assert sheet.status_code == 200
    assert client_in.get(reverse("plans:pack_list", args=[plan.id])).status_code == 200
    assert client_in.get(reverse("plans:json", args=[plan.id])).status_code == 200
