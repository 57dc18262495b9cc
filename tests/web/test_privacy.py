"""Who may see what: nothing without signing in, nothing of another practice, no data in logs."""

import logging
from pathlib import Path

import pytest
from django.test import Client
from django_scopes import scope, scopes_disabled
from django_scopes.exceptions import ScopeError

from fairbench.web.accounts.actor import Actor
from fairbench.web.accounts.models import AuditEntry, Role
from fairbench.web.classes import actions as class_actions
from fairbench.web.classes.inputs import HereInput
from fairbench.web.people.models import Participant
from fairbench.web.plans.adapter import core_plan as stored
from fairbench.web.plans.models import Plan, PlanRevision
from tests.factories import UserFactory

from .every_address import OPEN_TO_ALL

WEB = Path(__file__).resolve().parents[2] / "fairbench/web"

pytestmark = pytest.mark.django_db

OWNERS_ONLY = {
    "erase",
    "members",
    "role",
    "end_access",
    "restore_access",
    "incidents",
    "incident",
    "incident_seen",
    "counting",
    "looks",
    "units",
}
OWNERS_SEE = ("members", "erase", "incidents", "incident")
OF_NO_PRACTICE = OPEN_TO_ALL | {
    "covering",
    "range_figures",
    "device_reading",
    "sign_out",
    "members",
    "password",
    "shelf",
    "sheet",
    "exercise",
    "figure",
    "film",
    "workshop",
    "workshop_change",
    "workshop_save",
    "workshop_keep",
    "import_exercises",
    "own_yaml",
    "own_json",
    "yaml",
    "json",
    "compare",
    "copy",
    "style",
    "style_file",
    "import_style",
    "move_version",
    "own_name",
    "favourite",
    "archive",
    "today",
    "groups",
    "list",
    "new",
    "hand_back",
    "handed",
    "on_this_device",
    "help",
    "incidents",
    "counting",
    "looks",
    "units",
    "calls",
    "new_room",
    "cupboard",
    "add_to_cupboard",
    "import_cupboard",
    "export_cupboard",
    "loads",
    "bottle",
    "band",
    "lever",
    "calibration",
    "reading",
    "save_calibration",
    "letters",
    "pack_day",
    "pack_tick",
    "past",
    "past_items",
    "past_exercises",
    "to_send",
    "all_terms",
    "new_term",
    "working_day",
    "calendar",
    "calendar_file",
    "feed_address",
    "close_days",
}


@pytest.fixture
def meeting(actor, plan, group):
    value = stored(PlanRevision.objects.get(plan=plan, number=1).document)
    opened = class_actions.open_meeting(actor, group, plan, value)
    person = group.participants.first()
    class_actions.set_here(actor, opened.id, HereInput(participant=person.id, here="yes"))
    return opened


def test_nothing_without_signing_in(addresses) -> None:
    client = Client()
    for address, name, _ in addresses:
        if name not in OPEN_TO_ALL:
            for answer in (client.get(address), client.post(address)):
                assert answer.status_code == 302, address
                assert answer["Location"].startswith("/sign-in/"), address


def test_another_practice_finds_nothing_at_any_address(addresses, plan, group) -> None:
    stranger = Client()
    stranger.force_login(UserFactory())
    walked = 0
    for address, name, has_id in addresses:
        if not has_id:
            assert name in OF_NO_PRACTICE | {"new_group", "new_participant", "import", "open"}, name
            continue
        walked += 1
        body = {
            "participant": str(group.participants.first().id),
            "here": "yes",
            "seen": "1",
            "item": "a",
            "role": "owner",
        }
        statuses = {stranger.get(address).status_code, stranger.post(address, body).status_code}
        assert statuses <= {404, 405}, (address, statuses)
        assert 404 in statuses, address
    assert walked >= 15
    assert stranger.post("/classes/open/", {"plan": str(plan.id)}).status_code == 404
    assert stranger.get(f"/people/new/?group={group.id}").status_code == 404
    listing = "".join(stranger.get(path).content.decode() for path in ("/", "/people/", "/plans/", "/classes/"))
    assert plan.name not in listing
    assert group.name not in listing
    plan.refresh_from_db()
    assert plan.head == 1


def test_ids_of_another_practice_in_forms_are_not_taken(client_in, plan, group, meeting) -> None:
    other = UserFactory()
    with scope(practice=other.practice):
        foreign = Participant.objects.create(practice=other.practice, call_name="Somebody Else")
    for address, field in (
        (f"/people/groups/{group.id}/list/", "participant"),
        (f"/people/groups/{group.id}/take-off/", "participant"),
        (f"/classes/{meeting.id}/here/", "participant"),
    ):
        for value in (str(foreign.id), "not-an-id", ""):
            assert client_in.post(address, {field: value}).status_code == 404


def test_models_refuse_to_be_read_outside_a_practice(plan) -> None:
    with scope(practice=UserFactory().practice):
        assert Plan.objects.count() == 0
    with scopes_disabled():
        assert Plan.objects.count() == 1


def test_without_a_scope_there_is_no_way_in(db) -> None:
    with pytest.raises(ScopeError):
        Plan.objects.count()


@pytest.mark.parametrize(
    ("role", "verb_status", "begin_status"),
    [(Role.OWNER, 200, 302), (Role.INSTRUCTOR, 200, 302), (Role.ASSISTANT, 403, 302)],
)
def test_an_assistant_teaches_but_changes_no_plan(user, plan, meeting, role, verb_status, begin_status) -> None:
    client = Client()
    client.force_login(UserFactory(practice=user.practice, role=role))
    answer = client.post(f"/plans/{plan.id}/do/remove/", {"seen": 1, "item": "a"})
    assert answer.status_code == verb_status
    if role == Role.ASSISTANT:
        assert "may look at this but not change it" in answer.content.decode()
        assert client.post("/people/new/", {"call_name": "X", "pace": 1}).status_code == 403
    assert client.post(f"/classes/{meeting.id}/begin/").status_code == begin_status


# What an assistant may not even look at, and what they may change; all else they may look at.
CLOSED_TO_ASSISTANTS = {
    "new_participant",
    "edit_participant",
    "history",
    "options",
    "ask",
    "asked",
    "review",
    "export_csv",
    "import_csv",
    "person_file",
    "export",
    "workshop",
    "import_exercises",
    "new_room",
    "edit_room",
    "import_store",
    "import_cupboard",
    "letters",
    "letter",
    "letter_eml",
    "measures",
    "take",
    "measures_csv",
    "measures_json",
    "test_round",
    "progress",
    "feelings",
    "log_json",
    "next_class",
    "group_paper",
    "paper",
    "report_pdf",
    "at_home",
    "sheet_pdf",
    "sheet_json",
    "sheet_pages",
    "group_sheets",
    "group_pdf",
    "to_send",
    "letter_to_send",
    "letter_paper",
    "new_term",
    "cover",
}
ASSISTANTS_CHANGE = {
    "how_was_home",
    "feed_address",
    "day_after",
    "pack_tick",
    "here",
    "news",
    "begin",
    "events",
    "lead",
    "discard",
    "end",
    "record_person",
    "record_save",
    "record_stay",
    "record_here",
    "record_item",
    "past",
    "import",
    "open",
    "sign_in",
    "sign_out",
    "password",
}


@pytest.mark.parametrize("role", [Role.OWNER, Role.INSTRUCTOR, Role.ASSISTANT])
def test_every_address_for_every_role(user, addresses, meeting, role) -> None:
    """Owners and instructors are refused nothing; an assistant sees no screening and changes classes only. What a
    cover teacher sees has tests of its own."""
    client = Client()
    client.force_login(UserFactory(practice=user.practice, role=role))
    walked = set()
    for address, name, _ in addresses:
        key = name
        if key == "sign_out":
            continue
        seen = client.get(address).status_code
        closed = CLOSED_TO_ASSISTANTS if role == Role.ASSISTANT else set()
        assert (seen == 403) == (key in closed or (role != Role.OWNER and key in OWNERS_SEE)), (address, seen)
        walked.add(key)
    assert walked >= CLOSED_TO_ASSISTANTS


def whole_body(group) -> dict[str, str]:
    """Fields enough for any form of the site."""
    person = str(group.participants.first().id)
    return {
        "participant": person,
        "person": person,
        "exercise": "bridge",
        "version": "full-bridge",
        "reason": "x",
        "call_name": "X",
        "name": "X",
        "pace": "1",
        "seen": "1",
        "item": "a",
        "kind": "fell",
        "condition": "stenosis",
        "answer": "yes",
        "length_min": "45",
        "row": person,
        "who": "x",
        "said": "x",
        "text": "Name\nX",
        "go": "yes",
        "column-0": "call_name",
        "role": "owner",
        "email": "somebody@practice.example",
        "number": "1",
        "device": "6f2b1c1e-0000-4000-8000-000000000001",
    }


@pytest.mark.parametrize("role", [Role.OWNER, Role.INSTRUCTOR])
def test_owners_and_instructors_are_refused_no_action(user, addresses, group, role) -> None:
    client = Client()
    client.force_login(UserFactory(practice=user.practice, role=role))
    body = whole_body(group)
    for address, name, _ in addresses:
        if name != "sign_out":
            status = client.post(address, body).status_code
            assert (status in (401, 403)) == (role != Role.OWNER and name in OWNERS_ONLY), address
            assert status < 500, address


def test_an_assistant_changes_nothing_but_classes(user, addresses, group, plan, meeting) -> None:
    client = Client()
    client.force_login(UserFactory(practice=user.practice, role=Role.ASSISTANT))
    body = whole_body(group)
    for address, name, _ in addresses:
        if name in ASSISTANTS_CHANGE:
            continue
        answer = client.post(address, body)
        changed = AuditEntry.objects.filter(user=client.session["_auth_user_id"]).exclude(
            verb__in=["participant.view", "plan.export", "stock.export_csv"]
        )
        assert not changed.exists(), (address, answer.status_code)


def test_what_is_done_is_written_down(actor, client_in, plan) -> None:
    client_in.post(f"/plans/{plan.id}/do/remove/", {"seen": 1, "item": "a"})
    entries = AuditEntry.objects.filter(object_id=plan.id).order_by("at")
    assert [(entry.verb, entry.user) for entry in entries] == [("plan.create", actor.user), ("plan.edit", actor.user)]


def test_logs_hold_routes_and_no_data(client_in, group, caplog) -> None:
    caplog.set_level(logging.INFO, "fairbench")
    logging.getLogger("fairbench").addHandler(caplog.handler)
    person = group.participants.first()
    client_in.get(f"/people/{person.id}/")
    client_in.post("/people/new/", {"call_name": "Amparo Teal", "pace": 1, "private_note": "knee"})
    client_in.get("/shelf/?q=secretword")
    lines = [str(record.__dict__) for record in caplog.records if record.name == "fairbench.request"]
    assert any("people:participant" in line for line in lines)
    for word in ("Amparo", "knee", "secretword", str(person.id)):
        assert not any(word in line for line in lines), word


def test_headers_are_strict(client_in) -> None:
    answer = client_in.get("/")
    policy = answer["Content-Security-Policy"]
    assert "default-src 'none'" in policy
    assert "script-src 'self'" in policy
    assert "unsafe" not in policy
    assert answer["X-Frame-Options"] == "DENY"
    assert answer["X-Content-Type-Options"] == "nosniff"
    assert answer["Referrer-Policy"] == "same-origin"


def test_a_post_needs_its_token(user, plan) -> None:
    client = Client(enforce_csrf_checks=True)
    client.force_login(user)
    assert client.post(f"/plans/{plan.id}/do/remove/", {"seen": 1, "item": "a"}).status_code == 403


def test_signing_in(db) -> None:
    user = UserFactory()
    user.set_password("harbour-bench-24")
    user.save()
    assert user.password.startswith("argon2")
    client = Client()
    wrong = client.post("/sign-in/", {"username": user.email, "password": "nothing"})
    assert "do not go together" in wrong.content.decode()
    right = client.post("/sign-in/", {"username": user.email, "password": "harbour-bench-24"})
    assert right["Location"] == "/"
    assert client.get("/").status_code == 200


def test_no_view_leaves_the_scope() -> None:
    views = list(WEB.rglob("*.py"))
    assert len(views) > 50
    for path in views:
        if "management" not in path.parts:
            assert "scopes_disabled" not in path.read_text(encoding="utf-8"), path


def test_actor_may() -> None:
    assistant = Actor(UserFactory.build(role=Role.ASSISTANT, practice=None))
    assert assistant.may("classes")
    assert not assistant.may("plans")
