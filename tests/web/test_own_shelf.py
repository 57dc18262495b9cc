"""The shelf as somebody has made it their own: names, favourites, what was used, what suits a group; two compared."""

import datetime

import pytest
from django.test import Client
from django.utils import timezone
from django_scopes import scope

from fairbench.core.errors import InputError
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.plan_doc import plan_document
from fairbench.web.accounts.models import AuditEntry, Role
from fairbench.web.classes.models import Meeting
from fairbench.web.exercises import actions
from fairbench.web.exercises.models import Favourite
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import DeclareInput
from fairbench.web.plans import actions as plan_actions
from tests.factories import UserFactory

from .conftest import core_plan

pytestmark = pytest.mark.django_db


def taught(actor, group, plan, days_ago: int, *exercises: str) -> Meeting:
    group.taught = {**group.taught, **dict.fromkeys(exercises, 1)}
    group.save(update_fields=["taught"])
    return Meeting.objects.create(
        practice=actor.practice,
        group=group,
        plan=plan,
        plan_document=plan_document(core_plan(*exercises, name="Of that day")),
        exercises=list(exercises),
        held_on=timezone.localdate() - datetime.timedelta(days=days_ago),
        state="recorded",
    )


def names(page: str) -> list[str]:
    return [
        part.split("</b>")[0] for part in page.split('class="figure-row-words">')[1:] for part in [part.split("<b>")[1]]
    ]


def test_an_own_name_stands_everywhere_and_both_names_find_it(client_in, actor, plan) -> None:
    answer = client_in.post("/shelf/band-row/name/", {"own_name": " Hauling  the nets "})
    assert answer["Location"] == "/shelf/band-row/"
    for path in ("/shelf/?q=hauling", "/shelf/?q=seated+row", f"/plans/{plan.id}/", f"/plans/{plan.id}/cue-sheet/"):
        page = client_in.get(path).content.decode()
        assert "Hauling the nets" in page
        assert "<b>Seated row" not in page
    page = client_in.get("/shelf/band-row/").content.decode()
    assert "The name it came with is Seated row." in page
    told = AuditEntry.objects.get(verb="exercise.name")
    assert (told.old["name"], told.new["name"]) == ("Seated row", "Hauling the nets")
    client_in.post("/shelf/band-row/name/", {"own_name": ""})
    assert practice_shelf().exercise("band-row").name == "Seated row"


def test_two_exercises_are_never_called_the_same(client_in, actor) -> None:
    refused = client_in.post("/shelf/band-row/name/", {"own_name": "bridge"})
    assert refused.status_code == 422
    page = refused.content.decode()
    assert "another exercise is called Bridge already" in page
    assert 'value="bridge"' in page
    assert client_in.post("/shelf/band-row/name/", {"own_name": "x" * 61}).status_code == 422
    assert client_in.post("/shelf/no-such/name/", {"own_name": "A"}).status_code == 404
    with pytest.raises(InputError):
        actions.name_exercise(actor, "band-row", load_shelf().exercise("bridge").name)


def test_names_and_favourites_stay_where_they_belong(client_in, actor, user) -> None:
    client_in.post("/shelf/band-row/name/", {"own_name": "Hauling the nets"})
    client_in.post("/shelf/bridge/favourite/", {"at_hand": "yes"})
    assert names(client_in.get("/shelf/?show=favourites").content.decode()) == ["Bridge"]
    colleague = Client()
    colleague.force_login(UserFactory(practice=user.practice, role=Role.ASSISTANT))
    assert "Hauling the nets" in colleague.get("/shelf/band-row/").content.decode()
    assert names(colleague.get("/shelf/?show=favourites").content.decode()) == []
    assert colleague.post("/shelf/band-row/name/", {"own_name": "Else"}).status_code == 403
    stranger = UserFactory()
    other = Client()
    other.force_login(stranger)
    assert "Seated row" in other.get("/shelf/band-row/").content.decode()
    with scope(practice=stranger.practice):
        assert not Favourite.objects.exists()
    client_in.post("/shelf/bridge/favourite/", {"at_hand": "no"})
    assert names(client_in.get("/shelf/?show=favourites").content.decode()) == []
    assert client_in.post("/shelf/no-such/favourite/", {"at_hand": "yes"}).status_code == 404


def test_what_was_used_last_comes_first(client_in, actor, plan) -> None:
    plan_actions.create(actor, core_plan("calf-stretch", name="Newer"), None, "Made for a test")
    page = client_in.get("/shelf/?show=recent").content.decode()
    assert names(page)[0] == practice_shelf().exercise("calf-stretch").name
    assert "Used last first" in page
    assert len(names(page)) == 4


def test_what_a_group_has_not_done_for_four_weeks(client_in, actor, group, plan) -> None:
    taught(actor, group, plan, 40, "band-row", "bridge")
    taught(actor, group, plan, 27, "bridge")
    page = client_in.get(f"/shelf/?show=rested&group={group.id}").content.decode()
    assert names(page) == ["Seated row"]
    alone = client_in.get("/shelf/?show=rested").content.decode()
    assert "Choose a group first for “not done for four weeks”" in alone
    assert "There is no part" in client_in.get("/shelf/?show=glow").content.decode()


def test_what_fits_a_group_best_comes_first_and_each_says_for_how_many(client_in, actor, group) -> None:
    person = group.participants.all()[0]
    health_actions.declare(actor, person.id, DeclareInput(condition="no-floor"))
    page = client_in.get(f"/shelf/?group={group.id}&level=floor").content.decode()
    assert "2 of 3 as it stands" in page
    fits = client_in.get(f"/shelf/?group={group.id}&show=fits").content.decode()
    assert "Best fit first" in fits
    assert "3 of 3 as it stands" in fits
    assert "Bridge" not in names(fits)
    narrowed = client_in.get(f"/shelf/?group={group.id}&show=fits&q=row").content.decode()
    assert set(names(narrowed)) < set(names(fits))


def test_the_shelf_of_a_group_asks_the_database_little(client_in, actor, group, django_assert_max_num_queries) -> None:
    client_in.get(f"/shelf/?group={group.id}&show=fits")
    for show, most in (("fits", 6), ("rested", 6), ("favourites", 6), ("recent", 7)):
        with django_assert_max_num_queries(most):
            client_in.get(f"/shelf/?group={group.id}&show={show}")


def test_two_versions_stand_side_by_side(client_in) -> None:
    page = client_in.get("/shelf/compare/?first=push-up/at-worktop&second=push-up/on-toes").content.decode()
    assert page.count('<img class="figure large"') == 2
    assert "The hands carry" in page
    assert "→" in page
    alone = client_in.get("/shelf/compare/?first=push-up/at-worktop").content.decode()
    assert alone.count('<img class="figure large"') == 2
    changed = client_in.get(
        "/shelf/compare/?first=bridge&first_version=at-worktop&second=push-up&second_version=on-toes"
    )
    assert "Bridge" in changed.content.decode()
    assert client_in.get("/shelf/compare/?first=no-such").status_code == 404
    same = client_in.get("/shelf/compare/?first=bridge/full-bridge&second=bridge/full-bridge").content.decode()
    assert "What the poses ask is alike" in same


def test_a_plan_starts_from_a_past_class_of_the_group(client_in, actor, group, plan) -> None:
    meeting = taught(actor, group, plan, 6, "band-row", "bridge")
    page = client_in.get(f"/plans/new/?group={group.id}").content.decode()
    assert f'value="class:{meeting.id}"' in page
    shares = client_in.get(f"/plans/new/for/{group.id}/").content.decode()
    assert shares.count("% as it stands; ") == 21
    part = client_in.get(f"/plans/new/?group={group.id}", headers={"HX-Request": "true"}).content.decode()
    assert part.lstrip().startswith('<div class="stack" id="past-classes">')
    assert part.count('name="template"') == 1
    given = {"name": "Again", "length": "40", "group": str(group.id), "template": f"class:{meeting.id}"}
    answer = client_in.post("/plans/new/", given)
    again = client_in.get(answer["Location"]).content.decode()
    assert "Seated row" in again
    assert "Bridge" in again
    for group_id, start in (
        ("", given["template"]),
        (str(group.id), "class:none"),
        (str(group.id), f"class:{plan.id}"),
    ):
        refused = client_in.post("/plans/new/", {**given, "group": group_id, "template": start})
        assert refused.status_code == 422
        assert "that class is not one of this group" in refused.content.decode()


def test_the_figures_look_as_the_practice_has_chosen(client_in, actor, user) -> None:
    given = {"build": "broad", "skin": "dark", "glasses": "on", "aid": "stick"}
    assert client_in.post("/members/figures/", given).status_code == 302
    actor.practice.refresh_from_db()
    assert actor.practice.looks == "broad-dark-glasses-stick"
    for path in ("/shelf/", "/shelf/band-row/", "/shelf/compare/"):
        assert "looks=broad-dark-glasses-stick" in client_in.get(path).content.decode()
    assert '<option value="broad" selected>' in client_in.get("/members/").content.decode()
    figure = "/shelf/figures/band-row/one-arm.svg"
    assert client_in.get(f"{figure}?looks=broad-dark-glasses-stick").content != client_in.get(figure).content
    assert client_in.get(f"{figure}?looks=green").status_code == 404
    assert AuditEntry.objects.get(verb="practice.looks").new == {"looks": "broad-dark-glasses-stick"}

    other = Client()
    other.force_login(UserFactory())
    assert "looks=" not in other.get("/shelf/").content.decode()
    assert client_in.post("/members/figures/", {**given, "build": "huge"}).status_code == 400
    assistant = Client()
    assistant.force_login(UserFactory(practice=user.practice, role=Role.ASSISTANT))
    assert assistant.post("/members/figures/", given).status_code == 403
    client_in.post("/members/figures/", {"build": "medium", "skin": "tan"})
    assert "looks=" not in client_in.get("/shelf/").content.decode()
