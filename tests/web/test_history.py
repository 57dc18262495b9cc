"""What happened is never worked out again from a catalogue that changed since; one bad row takes no list down."""

import json

import pytest
from django.core.management import call_command
from django.urls import reverse
from django.utils import timezone

from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.plan_doc import plan_document
from fairbench.web.accounts.models import Practice
from fairbench.web.classes import actions, record_actions
from fairbench.web.classes.inputs import HereInput
from fairbench.web.classes.models import Meeting
from fairbench.web.exercises import shelf as shelves
from fairbench.web.exercises.actions import make_exercise
from fairbench.web.exercises.models import OwnExercise
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import OverrideInput
from fairbench.web.plans import actions as plan_actions
from fairbench.web.plans.models import PlanRevision
from tests.own_exercises import LIFTED, document, draft
from tests.reading import words

from .conftest import SHELF, core_plan

pytestmark = pytest.mark.django_db


@pytest.fixture
def taught(actor, plan, group):
    """A class that has been taught and recorded."""
    meeting = actions.open_meeting(actor, group, plan, core_plan("band-row", "bridge", "heel-raise"))
    for person in group.participants.all():
        actions.set_here(actor, meeting.id, HereInput(participant=person.id, here="yes"))
    actions.begin_teaching(actor, meeting.id)
    actions.end_teaching(actor, meeting.id)
    return record_actions.record(actor, meeting.id)


@pytest.fixture
def without_bridge(monkeypatch):
    """From now on the catalogue has no bridge and nothing in its place."""
    left = Shelf({key: value for key, value in SHELF.exercises.items() if key != "bridge"}, SHELF.props)
    monkeypatch.setattr(shelves, "load_shelf", lambda: left)


def page_of(client, address: str) -> str:
    answer = client.get(address)
    assert answer.status_code == 200, address
    return words(answer.content.decode())


def test_a_taught_class_shows_the_same_after_the_catalogue_has_changed(client_in, taught, request) -> None:
    addresses = [reverse(f"classes:{name}", args=[taught.id]) for name in ("meeting", "record")]
    before = [page_of(client_in, address) for address in addresses]
    assert "Bridge" in before[0]
    request.getfixturevalue("without_bridge")
    assert [page_of(client_in, address) for address in addresses] == before


def test_a_class_taught_before_plans_were_kept_gets_its_own(client_in, taught) -> None:
    kept = taught.planned
    Meeting.objects.update(planned=None)
    call_command("keep_planned")
    taught.refresh_from_db()
    assert taught.planned == kept


def test_a_removed_exercise_takes_no_page_down_and_is_told(client_in, plan, taught, without_bridge) -> None:
    for address in ("/", "/plans/", "/classes/", "/shelf/", f"/plans/{plan.id}/cue-sheet/"):
        page_of(client_in, address)
    bench = page_of(client_in, f"/plans/{plan.id}/")
    assert "“bridge, full-bridge” is not known here and is left out" in bench
    assert "2 items" in bench


def test_a_plan_that_cannot_be_read_takes_no_list_down(client_in, plan) -> None:
    PlanRevision.objects.update(document={"format": "something else"}, picture=None)
    for address in ("/", "/plans/"):
        assert "cannot be read" in page_of(client_in, address)
    answer = client_in.get(f"/plans/{plan.id}/")
    assert answer.status_code == 400
    assert "could not be used" in answer.content.decode()


def test_a_decision_about_what_is_gone_no_longer_holds(client_in, actor, plan, group, monkeypatch) -> None:
    person = group.participants.first()
    given = OverrideInput(exercise="heel-raise", version="both", instead="", reason="x", until=timezone.localdate())
    version = SHELF.exercise("heel-raise").versions[0].id
    health_actions.override(actor, person.id, given.model_copy(update={"version": version}))
    left = dict(SHELF.exercises)
    left["heel-raise"] = SHELF.exercise("bridge")
    page_of(client_in, f"/plans/{plan.id}/")
    monkeypatch.setattr(shelves, "load_shelf", lambda: Shelf(left, SHELF.props))
    page_of(client_in, f"/people/{person.id}/")


def test_nobody_decides_for_what_does_not_exist(client_in, group) -> None:
    person = group.participants.first()
    for exercise, version in (("no-such", "x"), ("bridge", "no-such")):
        given = {"exercise": exercise, "version": version, "reason": "x", "until": timezone.localdate().isoformat()}
        answer = client_in.post(f"/people/{person.id}/health/override/", given)
        assert answer.status_code in (400, 404, 422)
    assert person.overrides.count() == 0


def test_an_own_exercise_that_a_new_rule_refuses_is_set_aside_with_a_word(client_in, actor) -> None:
    row = make_exercise(actor, document(draft("standing", *LIFTED)))
    plan = plan_actions.create(actor, core_plan("bridge"), None, "Made for a test")
    broken = {**row.document, "versions": [{**row.document["versions"][0], "breath": ""}], "block": "no-such-block"}
    OwnExercise.objects.update(document=broken)
    Practice.objects.update(shelf_edition=99)
    shown = page_of(client_in, "/shelf/")
    assert "is set aside" in shown
    page_of(client_in, f"/plans/{plan.id}/")
    assert OwnExercise.objects.get().document == json.loads(json.dumps(broken))


def test_an_own_exercise_of_an_older_form_is_brought_up(client_in, actor, monkeypatch) -> None:
    row = make_exercise(actor, document(draft("standing", *LIFTED)))
    OwnExercise.objects.update(document_version=0, document={**row.document, "name": None, "title": "Harbour reach"})
    Practice.objects.update(shelf_edition=98)

    def named(old):
        return {**{key: value for key, value in old.items() if key != "title"}, "name": old["title"]}

    monkeypatch.setattr(shelves, "BRING_UP", {0: named})
    assert "Harbour reach" in page_of(client_in, "/shelf/")


def test_a_stored_plan_of_an_earlier_demo_opens(client_in, actor, plan) -> None:
    value = plan_document(core_plan("band-row"))
    value["blocks"][1]["items"][0]["version"] = "long-sit-band"
    PlanRevision.objects.update(document=value, picture=None)
    page_of(client_in, "/")
    assert "1 item " in page_of(client_in, f"/plans/{plan.id}/")
