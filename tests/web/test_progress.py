"""Progress on screen: from a class that was recorded to what each does next, taken and shown."""

import base64
import json
import re
import zlib
from dataclasses import replace
from datetime import timedelta

import pytest
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fairbench.core.dose.dose import Ending
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.log_doc import read_log
from fairbench.core.formats.plan_doc import plan_document
from fairbench.core.plan.plan import change
from fairbench.web.accounts.models import Role
from fairbench.web.classes.models import Difference, Meeting
from fairbench.web.people.models import NotedLoad, Participant
from fairbench.web.plans.adapter import core_plan
from fairbench.web.plans.models import Plan, PlanRevision
from tests.factories import UserFactory

from .a_class import differ, event, report, save_record, whole_class

ROW = "band-row"


def taught(client, meeting) -> None:
    """A class of a week ago, as its device told it: the first item is done, the second passed over."""
    whole = [{**one, "number": 30} if one.get("number") else one for one in whole_class()]
    report(client, meeting, *whole)
    Meeting.objects.filter(id=meeting.id).update(held_on=meeting.held_on - timedelta(days=7))


def next_class(client, group) -> str:
    return " ".join(client.get(reverse("progress:next_class", args=[group.id])).content.decode().split())


def progress(client, person, **query: str) -> str:
    return " ".join(client.get(reverse("progress:progress", args=[person.id]), query).content.decode().split())


def take(client, group, *steps: str):
    return client.post(reverse("progress:take_steps", args=[group.id]), {"step": steps}, follow=True)


def own(person) -> tuple:
    row = NotedLoad.objects.filter(participant=person, exercise=ROW, ended_at=None).first()
    return (row.reps, row.load) if row else ()


def test_one_rises_and_one_steps_back_with_reasons_and_both_are_taken(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    hurt, fine, other = group.participants.all()
    differ(client_in, meeting, hurt, item="a", pain="5", pain_where="left elbow")
    save_record(client_in, meeting)
    shown = next_class(client_in, group)
    assert "Pain was 5 of 10, left elbow: over 3 steps back. A fifth less." in shown
    assert "It went well: 10 becomes 11, carried 11." in shown
    assert shown.index("Pain was 5") < shown.index("It went well")
    assert "Heel raise" in shown
    assert "Bridge" not in shown  # it was passed over
    answer = take(client_in, group, f"{hurt.id}/{ROW}", f"{fine.id}/{ROW}")
    assert "2 steps taken" in answer.content.decode()
    assert (own(hurt)[0], own(fine)[0], own(other)) == (8, 11, ())
    assert "Taken already, 2" in next_class(client_in, group)
    assert "0 steps taken" in take(client_in, group, f"{hurt.id}/{ROW}").content.decode()  # not twice
    sheet = client_in.get(reverse("plans:cue_sheet", args=[meeting.plan_id])).content.decode()
    assert "11 times" in sheet


def test_what_was_taken_is_what_they_do_the_next_time(client_in, meeting, group, actor) -> None:
    taught(client_in, meeting)
    fine = group.participants.first()
    take(client_in, group, f"{fine.id}/{ROW}")
    NotedLoad.objects.update(noted_at=meeting.started_at - timedelta(days=20))
    log = read_log(client_in.get(reverse("progress:log_json", args=[fine.id])).content)
    assert [bout.amount.reps for bout in log.bouts if bout.exercise == ROW] == [11]


def test_a_corrected_record_changes_what_follows(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    person = group.participants.first()
    save_record(client_in, meeting)
    assert "10 becomes 11" in progress(client_in, person)
    differ(client_in, meeting, person, item="a", effort="8", why="Told afterwards")
    assert "It took more effort than planned: once more" in progress(client_in, person)
    differ(client_in, meeting, person, item="a", lost_form="on", why="Seen on the film")
    assert "The form was lost. A fifth less." in progress(client_in, person)
    differ(client_in, meeting, person, item="a", skipped="on", why="Sat it out")
    assert "Seated row" not in progress(client_in, person)


def test_a_mark_while_teaching_counts(client_in, meeting, group) -> None:
    person = group.participants.first()
    noted = event("noted", 100, item="a", participant=str(person.id), text="Pain", mark="pain")
    report(client_in, meeting, noted)
    taught(client_in, meeting)
    assert "steps back" in progress(client_in, person)


def test_weeks_away_are_counted_from_the_classes_that_were_held(client_in, meeting, group, actor) -> None:
    taught(client_in, meeting)
    away = group.participants.last()
    Meeting.objects.filter(id=meeting.id).update(held_on=meeting.held_on - timedelta(weeks=6))
    meeting.refresh_from_db()
    for weeks in range(1, 5):
        held = Meeting.objects.get(id=meeting.id)
        held.pk, held.held_on = None, meeting.held_on + timedelta(weeks=weeks)
        held._state.adding = True
        held.save()
    assert "4 weeks missed: begin again near half, and ask the screening again." in progress(client_in, away)
    assert "ask the screening again" in next_class(client_in, group) or "Ask the screening again" in next_class(
        client_in, group
    )


def test_who_stays_away_is_told_at_the_group(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    assert "Not there" not in next_class(client_in, group)
    Meeting.objects.filter(id=meeting.id).update(held_on=meeting.held_on - timedelta(weeks=3))
    meeting.refresh_from_db()
    for weeks in (1, 2):
        held = Meeting.objects.get(id=meeting.id)
        held.pk, held.held_on = None, meeting.held_on + timedelta(weeks=weeks)
        held._state.adding = True
        held.save()
    shown = next_class(client_in, group)
    assert shown.count("<b>Not there</b> for 2 weeks running") == group.participants.count()


def test_another_school_is_looked_at_and_changes_nothing(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    person = group.participants.first()
    assert "on the way to 12" in progress(client_in, person, school="range")
    assert "whole dose" in progress(client_in, person, school="ladder")
    assert "by ten per cent a week" in progress(client_in, person, school="no-such")
    assert not NotedLoad.objects.exists()


def test_eight_weeks_are_tried_on_paper_with_weeks_away(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    path = reverse("progress:paper", args=[group.participants.first().id, ROW])
    shown = " ".join(client_in.get(path).content.decode().split())
    assert shown.count('class="way up"') >= 8
    assert "away</span>" not in shown
    away = " ".join(client_in.get(path, {"away": ["2", "3", "99", "x"]}).content.decode().split())
    assert away.count("away</span>") == 2 * 3
    assert "2 weeks missed: about a fifth less." in away
    assert client_in.get(reverse("progress:paper", args=[group.participants.first().id, "bridge"])).status_code == 404
    assert not NotedLoad.objects.exists()


def said_in(pdf: bytes) -> str:
    """The words of a page, as its stream has them."""
    streams = re.findall(rb"stream\r?\n(.*?)endstream", pdf, re.DOTALL)
    drawn = b"".join(zlib.decompress(base64.a85decode(one.strip(), adobe=False)) for one in map(_bare, streams) if one)
    return b" ".join(re.findall(rb"\((.*?)(?<!\\)\) Tj", drawn)).decode("latin-1").replace("  ", " ")


def _bare(stream: bytes) -> bytes:
    return stream.strip().removesuffix(b"~>")


def test_the_report_is_one_page_with_what_was_done_measured_and_changed(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    person = group.participants.first()
    for number in range(12):
        name = ("grip", "knee-to-wall", "one-leg-stand")[number % 3]
        path = reverse("measures:take", args=[person.id, name])
        client_in.post(
            path, {"left_1": str(8 + number), "right_1": str(9 + number), "day": f"2026-0{1 + number // 3}-10"}
        )
    data = client_in.get(reverse("progress:report_pdf", args=[person.id])).content
    assert len(re.findall(rb"/Type /Page\b", data)) == 1
    text = said_in(data)
    for said in (person.call_name, "came to 1 of", "Grip", "No published band", "Seated row", "names no illness"):
        assert said in text, said


def test_sets_a_week_are_counted_by_region(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    shown = progress(client_in, group.participants.first())
    assert "Sets a week, by region" in shown


def test_the_house_style_names_the_school(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    client_in.post("/plans/style/", {"question": "progress", "school": "ladder"})
    assert "by version ladder" in progress(client_in, group.participants.first())


def test_a_version_that_is_taken_is_their_own_rung_from_then_on(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    client_in.post("/plans/style/", {"question": "progress", "school": "ladder"})
    person = group.participants.first()
    assert "The whole dose with good form: the next version at" in progress(client_in, person)
    take(client_in, group, f"{person.id}/{ROW}")
    own_version = person.overrides.get(ended_at=None)
    ladder = [version.id for version in load_shelf().exercise(ROW).versions]
    assert ladder.index(own_version.version) == ladder.index(load_shelf().exercise(ROW).base) + 1
    assert "whole dose with good form" in own_version.reason
    shown = client_in.get(reverse("plans:bench", args=[meeting.plan_id]), {"person": person.id}).content.decode()
    assert "your decision" in shown
    assert "Taken already, 1" in next_class(client_in, group)


def test_nothing_is_proposed_for_whom_one_talks_to_first(client_in, meeting, group, actor) -> None:
    taught(client_in, meeting)
    person = group.participants.first()
    person.health_summary = {
        **person.health_summary,
        "screening": {"given": "2020-01-01", "reviewed": True, "wanted": ""},
    }
    Participant.objects.filter(id=person.id).update(health_summary=person.health_summary)
    shown = next_class(client_in, group)
    assert "Talk first" in shown
    assert f"{person.id}/{ROW}" not in shown
    take(client_in, group, f"{person.id}/{ROW}")
    assert own(person) == ()
    assert "Nothing is proposed before that" in progress(client_in, person)


def test_what_is_nobodys_or_no_longer_due_is_told_and_not_taken(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    answer = take(client_in, group, f"{group.id}/{ROW}", "nonsense")
    assert "0 steps taken" in answer.content.decode()
    assert "2 of those ticked were no longer due" in answer.content.decode()
    assert not NotedLoad.objects.exists()


def test_a_group_without_a_class_says_so(client_in, group) -> None:
    assert "has no class yet that ended" in next_class(client_in, group)
    assert "Nothing is known yet" in progress(client_in, group.participants.first())


def test_an_assistant_sees_none_of_it(client_in, meeting, group, actor) -> None:
    client = Client()
    client.force_login(UserFactory(practice=actor.practice, role=Role.ASSISTANT))
    for name, key in (("progress", group.participants.first().id), ("next_class", group.id)):
        assert client.get(reverse(f"progress:{name}", args=[key])).status_code == 403
    assert client.post(reverse("progress:take_steps", args=[group.id]), {"step": "x"}).status_code == 403


def test_the_log_is_a_file_that_the_command_line_reads(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    person = group.participants.first()
    differ(client_in, meeting, person, item="a", pain="2", pain_where="left elbow", effort="4")
    data = client_in.get(reverse("progress:log_json", args=[person.id])).content
    log = read_log(data)
    row = next(bout for bout in log.bouts if bout.exercise == ROW)
    assert (row.pain, row.pain_where, row.effort) == (2, "left elbow", 4)
    assert person.call_name not in json.dumps(json.loads(data))


@pytest.mark.parametrize("copies", [1, 12])
def test_the_pages_ask_the_database_as_little_however_many_classes(
    client_in, meeting, group, django_assert_max_num_queries, copies: int
) -> None:
    taught(client_in, meeting)
    rows = list(meeting.attendances.all())
    for number in range(copies):
        held = Meeting.objects.get(id=meeting.id)
        held.pk, held.held_on = None, meeting.held_on - timedelta(weeks=number + 2)
        held._state.adding = True
        held.save()
        for row in rows:
            row.pk, row.meeting = None, held
            row._state.adding = True
            row.save()
    for name, key in (("progress", group.participants.first().id), ("next_class", group.id)):
        client_in.get(reverse(f"progress:{name}", args=[key]))
        with django_assert_max_num_queries(17):
            assert client_in.get(reverse(f"progress:{name}", args=[key])).status_code == 200


def roll_forward(client, group, *steps: str):
    address = reverse("progress:take_steps", args=[group.id])
    return client.post(address, {"step": steps, "then": "plan"}, follow=True)


def test_rolling_forward_takes_what_is_ticked_and_makes_the_next_plan(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    fine, other = list(group.participants.all())[1:]
    shown = next_class(client_in, group)
    assert "Before and after" in shown
    assert "Roll forward" in shown
    before = Plan.objects.count()
    answer = roll_forward(client_in, group, f"{fine.id}/{ROW}")
    plan = Plan.objects.exclude(id=meeting.plan_id).get()
    assert Plan.objects.count() == before + 1
    assert answer.redirect_chain[-1][0] == reverse("plans:bench", args=[plan.id])
    assert "1 step taken" in answer.content.decode()
    assert own(fine)[0] == 11
    assert own(other) == ()
    assert plan.group == group
    day = max(timezone.localdate(), Meeting.objects.get(id=meeting.id).held_on + timedelta(days=7))
    assert plan.name.endswith(f", {day:%-d %b}")
    head = PlanRevision.objects.get(plan=plan, number=1).document
    assert head["blocks"] == meeting.plan_document["blocks"]


def test_a_plan_that_was_rolled_forward_is_rolled_forward_under_its_own_name(client_in, meeting, group) -> None:
    document = {**meeting.plan_document, "name": "Legs, arms, 3 Nov"}
    Meeting.objects.filter(id=meeting.id).update(plan_document=document)
    taught(client_in, meeting)
    roll_forward(client_in, group)
    name = Plan.objects.exclude(id=meeting.plan_id).get().name
    assert name.startswith("Legs, arms, ")
    assert "3 Nov" not in name


def test_without_a_class_nothing_is_rolled_forward(client_in, group) -> None:
    roll_forward(client_in, group)
    assert not Plan.objects.filter(name__contains=",").exists()


def test_too_easy_and_too_hard_are_one_tap_each_and_reach_the_log(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    first, second = list(group.participants.all())[:2]
    answer = differ(client_in, meeting, first, item="", tap="felt:hard", then="closed").content.decode()
    assert "record-form" not in answer
    assert 'aria-pressed="true">Too hard' in " ".join(answer.split())
    assert "It took more effort than planned: once more" in progress(client_in, first)
    differ(client_in, meeting, second, item="a", tap="felt:easy")
    log = read_log(client_in.get(reverse("progress:log_json", args=[second.id])).content)
    felt = {bout.exercise: bout.felt.value for bout in log.bouts}
    assert felt.pop(ROW) == "too easy"
    assert set(felt.values()) == {"as planned"}
    differ(client_in, meeting, first, item="", tap="felt:", then="closed")
    assert "It took more effort than planned" not in progress(client_in, first)


def test_the_day_after_is_asked_at_the_door_and_steps_back(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    save_record(client_in, meeting)
    person = group.participants.first()
    client_in.post(reverse("classes:open"), {"plan": meeting.plan_id})
    now = Meeting.objects.get(state="arrivals")
    at_the_door = client_in.get(reverse("classes:arrivals", args=[now.id])).content.decode()
    address = reverse("progress:day_after", args=[now.id, person.id])
    assert address in at_the_door
    shown = client_in.get(address).content.decode()
    assert "Seated row" in shown
    assert "Bridge" not in shown  # it was passed over
    answer = client_in.post(address, {"exercise": ROW, "felt": "yes"}).content.decode()
    assert 'aria-pressed="true">Seated row' in " ".join(answer.split())
    assert "It hurt on the day after. A fifth less." in progress(client_in, person)
    row = Difference.objects.get(meeting=meeting, participant=person, current=True, sore_after=True)
    assert row.why == "said at the next class"
    client_in.post(address, {"exercise": ROW, "felt": "no"})
    assert "It hurt on the day after" not in progress(client_in, person)
    refused = client_in.post(address, {"exercise": "bridge", "felt": "yes"})
    assert refused.status_code == 422
    assert "was not part of their last class" in refused.content.decode()


def test_who_was_at_no_class_is_asked_nothing(client_in, meeting, group) -> None:
    person = group.participants.first()
    address = reverse("progress:day_after", args=[meeting.id, person.id])
    assert "No class in the last five weeks" in client_in.get(address).content.decode()


def test_a_record_that_is_put_right_says_what_it_changed(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    person, other = list(group.participants.all())[:2]
    differ(client_in, meeting, person, item="a", effort="4")
    save_record(client_in, meeting)
    assert "put right" not in progress(client_in, person)
    differ(client_in, meeting, person, item="a", effort="4", pain="6", pain_where="left knee", why="Told afterwards")
    shown = progress(client_in, person)
    assert "Changed since records were put right" in shown
    was, now = re.search(r"</b> was (.*?); now (.*?)</span>", shown).groups()
    assert (was.split(",")[0], now.split(",")[0]) == ("more", "less")
    assert "put right" not in progress(client_in, other)
    # Put right once more, back to what it was: nothing is left that changed.
    differ(client_in, meeting, person, item="a", effort="4", pain="", pain_where="", why="Wrong person")
    assert "put right" not in progress(client_in, person)


def test_a_group_is_tried_on_paper_with_weeks_away(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    address = reverse("progress:group_paper", args=[group.id])
    shown = " ".join(client_in.get(address, {"exercise": ROW}).content.decode().split())
    assert "Seated row, eight weeks on paper" in shown
    assert shown.count('<td class="figures way up"') >= 3 * 4
    away = client_in.get(address, {"exercise": ROW, "away": ["1", "2", "99", "x"], "school": "range"}).content.decode()
    assert away.count(">away</td>") == 2 * group.participants.count()
    assert "By range, then load" in away
    assert "a fifth less" in away
    assert client_in.get(address, {"exercise": "nonsense"}).status_code == 200
    Meeting.objects.all().update(ended_at=None)
    assert "Nobody of this group has done anything yet" in client_in.get(address).content.decode()


def test_a_step_says_what_time_it_costs(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    assert re.search(r"\+10 %, \+0:\d\d of the class", next_class(client_in, group))


def test_the_story_of_an_exercise_has_its_lines_and_a_table(client_in, meeting, group) -> None:
    taught(client_in, meeting)
    person = group.participants.first()
    differ(client_in, meeting, person, item="a", pain="5", pain_where="left elbow", effort="6")
    shown = " ".join(client_in.get(reverse("progress:paper", args=[person.id, ROW])).content.decode().split())
    assert 'class="story-chart"' in shown
    assert "pain 5 of 10, left elbow; harder than planned" in shown
    assert "Every time, as a table" in shown


@pytest.mark.parametrize(("ending", "figure", "reached"), [("tired", 7, True), ("count", 7, False)])
def test_a_set_that_ends_when_somebody_is_tired_counts_as_far_as_they_came(
    client_in, meeting, group, ending, figure, reached
) -> None:
    row = load_shelf().exercise(ROW)
    dose = replace(row.version(row.base).dose, ending=Ending(ending))
    value = core_plan(meeting.plan_document)
    item = next(one for one in value.items() if one.id == "a")
    changed = change(value, replace(item, dose=dose))
    Meeting.objects.filter(id=meeting.id).update(plan_document=plan_document(changed))
    person = group.participants.first()
    stopped = event("noted", 150, item="a", participant=str(person.id), mark="stopped", number=7, seconds=21)
    whole = [{**one, "number": 30} if one.get("number") else one for one in whole_class()]
    report(client_in, meeting, *whole[:2], stopped, *whole[2:])
    Meeting.objects.filter(id=meeting.id).update(held_on=meeting.held_on - timedelta(days=7))
    log = read_log(client_in.get(reverse("progress:log_json", args=[person.id])).content)
    bout = next(one for one in log.bouts if one.exercise == ROW)
    assert (bout.amount.value == figure, bout.reached) == (reached, reached)
