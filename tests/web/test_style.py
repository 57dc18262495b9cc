"""House style on screen: a practice's answers, a plan's own, and where they show."""

import json

from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse

from fairbench.core.formats.styles_doc import load_questions
from fairbench.web.accounts.models import AuditEntry
from fairbench.web.people.models import Participant
from fairbench.web.plans.adapter import core_plan
from fairbench.web.plans.models import PlanRevision
from tests.web.test_bench import do, now

STYLE = "/plans/style/"


def answer(client, question: str, school: str, path: str = STYLE):
    return client.post(path, {"question": question, "school": school})


def bench(client, plan, **query: str) -> str:
    return " ".join(client.get(reverse("plans:bench", args=[plan.id]), query).content.decode().split())


def test_every_question_stands_with_its_schools_and_our_reason(client_in) -> None:
    page = client_in.get(STYLE).content.decode()
    for question in load_questions().all.values():
        assert f'id="{question.id}"' in page
    assert page.count('aria-pressed="true"') == len(load_questions().all)
    assert "Back to our default" not in page


def test_an_answer_is_kept_shown_taken_back_and_on_record(client_in, actor) -> None:
    assert answer(client_in, "eyes", "ahead").url == f"{STYLE}#eyes"
    actor.practice.refresh_from_db()
    assert actor.practice.style == {"eyes": "ahead"}
    assert "Back to our default" in client_in.get(STYLE).content.decode()
    answer(client_in, "eyes", "")
    actor.practice.refresh_from_db()
    assert actor.practice.style == {}
    assert AuditEntry.objects.filter(verb="practice.style").count() == 2


def test_an_unknown_answer_is_refused_and_nothing_is_kept(client_in, actor) -> None:
    for question, school in (("no-such", "x"), ("eyes", "shut"), ("", "")):
        assert answer(client_in, question, school).status_code == 422
    actor.practice.refresh_from_db()
    assert actor.practice.style == {}


def test_a_style_proposes_the_dose_of_what_is_put_on_the_bench_and_leaves_the_rest(client_in, plan) -> None:
    before = now(plan).item("a")
    answer(client_in, "passes", "three")
    assert now(plan).item("a") == before
    Participant.objects.update(taught={"ring-press": 3})
    do(client_in, plan, "add", exercise="ring-press", chosen="a")
    added = next(item for item in now(plan).items() if item.exercise == "ring-press")
    assert added.dose.sets == 3
    page = bench(client_in, plan, chosen=added.id)
    assert "From your style: " in page
    assert "3 sets" in page


def test_what_most_have_not_done_yet_is_put_on_the_bench_with_one_set_and_why(client_in, plan) -> None:
    answer(client_in, "passes", "three")
    page = do(client_in, plan, "add", exercise="ring-press", chosen="a").content.decode()
    added = next(item for item in now(plan).items() if item.exercise == "ring-press")
    assert added.dose.sets == 1
    people = plan.group.participants.count()
    assert f"The dose is one set, as {people} of {people} have not done it yet." in page


def test_a_style_says_its_words_on_the_bench_the_cue_sheet_and_not_in_exports(client_in, plan) -> None:
    answer(client_in, "breath-load", "just")
    assert "Just keep breathing." in bench(client_in, plan, chosen="a")
    assert "Just keep breathing." in client_in.get(reverse("plans:cue_sheet", args=[plan.id])).content.decode()
    shelf = client_in.get("/exercises/band-row/").content.decode()
    assert "Just keep breathing." not in shelf
    assert "Just keep breathing." not in client_in.get(reverse("plans:json", args=[plan.id])).content.decode()


def test_a_plan_answers_otherwise_and_the_change_can_be_undone(client_in, plan) -> None:
    path = reverse("plans:plan_style", args=[plan.id])
    answer(client_in, "breath-load", "just")
    answer(client_in, "breath-load", "in", path)
    assert now(plan).style == (("breath-load", "in"),)
    assert "Breathe in on the effort" in bench(client_in, plan, chosen="a")
    assert "1 answered otherwise" in bench(client_in, plan)
    assert "As the practice has it" in client_in.get(path).content.decode()
    assert answer(client_in, "eyes", "shut", path).status_code == 422
    do(client_in, plan, "undo")
    assert now(plan).style == ()


def test_a_rule_that_the_style_leaves_out_is_told_as_not_judged(client_in, plan) -> None:
    assert "loads a cold" in bench(client_in, plan)
    answer(client_in, "order", "by-limb")
    page = bench(client_in, plan)
    assert "loads a cold" not in page
    assert "not judged: left out by your style: by limb" in page


def test_a_style_goes_out_to_a_file_and_in_again(client_in, actor) -> None:
    answer(client_in, "talk", "first")
    data = client_in.get(reverse("plans:style_file")).content
    assert json.loads(data)["answers"] == {"talk": "first"}
    answer(client_in, "talk", "")
    upload = SimpleUploadedFile("style.json", data, "application/json")
    assert client_in.post(reverse("plans:import_style"), {"file": upload}).status_code == 302
    actor.practice.refresh_from_db()
    assert actor.practice.style == {"talk": "first"}
    bad = SimpleUploadedFile("style.json", b"{}", "application/json")
    assert client_in.post(reverse("plans:import_style"), {"file": bad}).status_code == 422
    actor.practice.refresh_from_db()
    assert actor.practice.style == {"talk": "first"}


def test_a_stored_answer_of_an_earlier_edition_is_told(client_in, actor) -> None:
    actor.practice.style = {"eyes": "shut"}
    actor.practice.save(update_fields=["style"])
    assert "is no longer there; our default holds" in client_in.get(STYLE).content.decode()


def test_a_plan_with_an_answer_that_is_gone_still_opens(client_in, plan) -> None:
    revision = PlanRevision.objects.get(plan=plan, number=plan.head)
    revision.document = {**revision.document, "style": {"eyes": "shut"}}
    revision.save()
    assert core_plan(revision.document).style == (("eyes", "shut"),)
    assert client_in.get(reverse("plans:bench", args=[plan.id])).status_code == 200
