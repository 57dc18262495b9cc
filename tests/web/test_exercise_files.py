"""Own exercises out to files and in again; where one differs from ours, somebody is asked and nothing is changed."""

import json

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django_scopes import scope

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.exercises_doc import exercise_document, read_exercises, write_yaml
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.web.accounts.models import Role
from fairbench.web.exercises import actions
from fairbench.web.exercises.models import OwnExercise, OwnExerciseRevision
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.plans import actions as plan_actions
from fairbench.web.plans.models import Plan as PlanRow
from tests.factories import UserFactory
from tests.own_exercises import LIFTED, document, draft

pytestmark = pytest.mark.django_db


@pytest.fixture
def own(actor) -> OwnExercise:
    return actions.make_exercise(actor, document(draft("standing", *LIFTED)))


def sent(client, data: bytes | str, **more: str):
    file = SimpleUploadedFile("exercises.yaml", data if isinstance(data, bytes) else data.encode())
    return client.post("/shelf/import/", {"file": file, **more})


def changed(own: OwnExercise) -> dict:
    return {**own.document, "purpose": "Reaching for the bell rope."}


@pytest.mark.parametrize("kind", ["yaml", "json"])
def test_one_and_all_go_out_and_come_back_the_same(client_in, own, kind: str) -> None:
    for path in (f"/shelf/{own.slug}/exercise.{kind}", f"/shelf/own.{kind}"):
        answer = client_in.get(path)
        assert "attachment" in answer["Content-Disposition"]
        assert list(read_exercises(answer.content, load_shelf()).values()) == [own.document]
        assert sent(client_in, answer.content).status_code == 302
    assert OwnExercise.objects.count() == 1
    assert client_in.get(f"/shelf/no-such/exercise.{kind}").status_code == 404


def test_a_file_for_another_practice_becomes_its_own(client_in, own) -> None:
    data = client_in.get(f"/shelf/{own.slug}/exercise.yaml").content
    stranger = UserFactory()
    other = Client()
    other.force_login(stranger)
    assert other.get(f"/shelf/{own.slug}/exercise.yaml").status_code == 404
    assert "Harbour reach" in other.get(sent(other, data)["Location"]).content.decode()
    with scope(practice=stranger.practice):
        assert OwnExercise.objects.get().slug != own.slug


@pytest.mark.parametrize(
    ("answer", "purpose", "count"), [("ours", "mooring", 1), ("theirs", "bell", 1), ("both", "mooring", 2)]
)
def test_where_one_differs_somebody_is_asked(client_in, own, answer: str, purpose: str, count: int) -> None:
    data = write_yaml([changed(own)])
    asked = sent(client_in, data)
    assert asked.status_code == 409
    page = asked.content.decode()
    assert "Nothing is imported yet" in page
    assert f'name="answer-{own.slug}"' in page
    own.refresh_from_db()
    assert "mooring" in own.document["purpose"]
    assert sent(client_in, data, **{f"answer-{own.slug}": "glow"}).status_code == 409
    done = client_in.post("/shelf/import/", {"carried": data, f"answer-{own.slug}": answer})
    assert done.status_code == 302
    own.refresh_from_db()
    assert purpose in own.document["purpose"]
    assert OwnExercise.objects.count() == count
    assert OwnExerciseRevision.objects.filter(exercise=own).count() == (2 if answer == "theirs" else 1)


def test_what_is_wrong_is_said_and_nothing_is_kept(client_in, own) -> None:
    for data in (b"", b"[1]", write_yaml([{**changed(own), "base": "none"}])):
        refused = sent(client_in, data)
        assert refused.status_code == 422
        assert "Nothing was changed" in refused.content.decode()
    assert client_in.post("/shelf/import/").status_code == 422
    assert OwnExercise.objects.count() == 1
    assistant = Client()
    assistant.force_login(UserFactory(practice=own.practice, role=Role.ASSISTANT))
    assert sent(assistant, write_yaml([changed(own)])).status_code == 403


def plan_file(client_in, actor, own, version: str = "standing-reach") -> dict:
    value = Plan("With our own", 30, (Block(BlockKind.STRENGTHEN, (Item("a", own.slug, version),)),))
    plan = plan_actions.create(actor, value, None, "Test")
    return json.loads(client_in.get(f"/plans/{plan.id}/plan.json").content)


@pytest.mark.parametrize(("answer", "count"), [("ours", 1), ("theirs", 1), ("both", 2)])
def test_a_plan_that_brings_another_state_of_ours_asks_too(client_in, actor, own, answer: str, count: int) -> None:
    file = plan_file(client_in, actor, own)
    file["exercises"] = [changed(own)]
    data = json.dumps(file)
    before = PlanRow.objects.count()
    asked = client_in.post("/plans/import/", {"file": SimpleUploadedFile("plan.json", data.encode())})
    assert asked.status_code == 409
    assert PlanRow.objects.count() == before
    done = client_in.post("/plans/import/", {"carried": data, f"answer-{own.slug}": answer})
    assert done.status_code == 302
    assert OwnExercise.objects.count() == count
    actor.practice.refresh_from_db()
    newest = PlanRow.objects.order_by("-changed_at")[0]
    page = client_in.get(f"/plans/{newest.id}/").content.decode()
    assert "Harbour reach" in page


def test_nothing_that_plans_hold_goes_with_a_replacement(client_in, actor, own) -> None:
    theirs = json.loads(json.dumps(own.document))
    theirs["versions"][0]["id"] = theirs["base"] = "higher-reach"
    refused = sent(client_in, write_yaml([theirs]), **{f"answer-{own.slug}": "theirs"})
    assert refused.status_code == 422
    assert "has no version &#x27;standing-reach&#x27;, which ours has" in refused.content.decode()
    own.refresh_from_db()
    assert own.document["base"] == "standing-reach"


def test_what_was_archived_is_offered_again_when_a_file_brings_it(client_in, own) -> None:
    data = client_in.get(f"/shelf/{own.slug}/exercise.yaml").content
    client_in.post(f"/shelf/{own.slug}/archive/", {"away": "yes"})
    assert sent(client_in, data).status_code == 302
    own.refresh_from_db()
    assert not own.archived


def test_ours_without_the_version_that_is_planned_is_no_answer(client_in, actor, own) -> None:
    file = plan_file(client_in, actor, own)
    theirs = json.loads(json.dumps(own.document))
    theirs["versions"][0]["id"] = theirs["base"] = "higher-reach"
    file["exercises"] = [theirs]
    file["blocks"][0]["items"][0]["version"] = "higher-reach"
    given = {"carried": json.dumps(file), f"answer-{own.slug}": "ours"}
    refused = client_in.post("/plans/import/", given)
    assert refused.status_code == 422
    assert "has no version &#x27;higher-reach&#x27;" in refused.content.decode()


def test_a_ladder_is_copied_whole_and_put_in_another_order(client_in, actor) -> None:
    answer = client_in.post("/shelf/push-up/copy/")
    row = OwnExercise.objects.get()
    assert answer["Location"] == f"/shelf/{row.slug}/"
    shipped = load_shelf().exercise("push-up")
    assert [version["id"] for version in row.document["versions"]] == [version.id for version in shipped.versions]
    assert row.document["versions"] == exercise_document(shipped)["versions"]
    lowest, second, *_ = row.document["versions"]
    client_in.post(f"/shelf/{row.slug}/move/", {"version": lowest["id"], "up": "1"})
    actor.practice.refresh_from_db()
    order = [version.id for version in practice_shelf().exercise(row.slug).versions]
    assert order[:2] == [second["id"], lowest["id"]]
    client_in.post(f"/shelf/{row.slug}/move/", {"version": order[0], "up": "0"})
    actor.practice.refresh_from_db()
    assert [version.id for version in practice_shelf().exercise(row.slug).versions] == order
    assert client_in.post(f"/shelf/{row.slug}/move/", {"version": "none", "up": "0"}).status_code == 404
    assert client_in.post("/shelf/no-such/copy/").status_code == 404
