"""The fit on the bench: shapes in rows, reasons, one person's session, suggested fixes, fairer bases, overruling."""

import datetime
import html
import json
import re

import pytest
from django.urls import reverse
from django.utils import timezone

from fairbench.web.accounts.models import Role
from fairbench.web.people.health_summary import keep_health_summary, person_of
from fairbench.web.people.models import Condition, Override, Participant
from fairbench.web.plans import actions
from fairbench.web.plans.bench.labels import name_for, width_of
from tests.factories import ListingFactory, ParticipantFactory, UserFactory, make_group
from tests.reading import words
from tests.web.test_bench import do, now

from .conftest import SHELF, core_plan

pytestmark = pytest.mark.django_db


def has(condition: str, side: str = "", severity: str = "", stage: str = "") -> dict[str, str]:
    return {"condition": condition, "side": side, "severity": severity, "stage": stage}


def add_to(group, name: str, *conditions: dict[str, str]) -> Participant:
    person = ParticipantFactory(practice=group.practice, call_name=name)
    for row in conditions:
        Condition.objects.create(practice=group.practice, participant=person, **row)
    keep_health_summary(person)
    ListingFactory(practice=group.practice, group=group, participant=person)
    return person


def look(client, plan, **query: str) -> str:
    return client.get(reverse("plans:bench", args=[plan.id]), query).content.decode()


def lowest(page: str) -> int:
    """What the least included has, in per cent."""
    found = re.search(r"Least included: [^,]+, (\d+)%|Everyone (?:else )?is (included) all the time", page)
    return 100 if found.group(2) else int(found.group(1))


def test_each_shape_stands_in_its_row_and_opens_to_its_reason(client_in, plan, group) -> None:
    old = add_to(group, "Dilwyn Farrow", has("no-floor"))
    page = look(client_in, plan)
    cell = re.search(rf'<a class="cell (\w+)" id="cell-{old.id}-b"[^>]*aria-label="([^"]*)"', page)
    assert cell.group(1) in ("eased", "swapped")
    assert cell.group(2).startswith("Dilwyn Farrow, 2. Bridge: ")
    reason = look(client_in, plan, chosen="b", person=str(old.id))
    assert "Why not the others" in reason
    assert "Cannot get to the floor" in reason
    assert "not a diagnosis" in reason
    assert "Nothing known speaks against it" in look(client_in, plan, chosen="a", person=str(old.id))


def test_the_lowest_share_leaves_out_who_is_to_be_talked_to_and_says_so(client_in, plan, group) -> None:
    add_to(group, "Dilwyn Farrow", has("no-floor"))
    before = look(client_in, plan)
    assert "to talk to first" not in before
    newcomer = ParticipantFactory(practice=group.practice, call_name="Cosmo Idris", screened=False)
    ListingFactory(practice=group.practice, group=group, participant=newcomer)
    after = look(client_in, plan)
    assert "1 to talk to first" in after
    assert lowest(after) == lowest(before)


def test_an_assistant_looks_at_the_bench_and_is_offered_nothing_to_change(client_in, actor) -> None:
    group = make_group(actor.practice, 1)
    person = add_to(group, "Aurelio Finch", has("rheumatoid", stage="flare"))
    plan = actions.create(actor, core_plan("heel-drop", "band-row"), group, "Made for a test")
    offered = {'class="button fix"', 'id="open-shelf"', 'id="override"', "<fieldset"}
    looks = ({}, {"chosen": "a"}, {"chosen": "a", "person": str(person.id)})
    mine = [look(client_in, plan, **query) for query in looks]
    assert offered == {mark for mark in offered if any(mark in page for page in mine)}
    client_in.force_login(UserFactory(practice=actor.practice, role=Role.ASSISTANT))
    for page in (theirs := [look(client_in, plan, **query) for query in looks]):
        assert not any(mark in page for mark in offered - {"<fieldset"})
        assert page.count("<fieldset") == page.count(" disabled aria-label=")
    assert all("Your role may look at a plan" in page for page in theirs[:2])
    assert not any("Your role" in page for page in mine)
    assert "Different for" in theirs[1]


def test_one_person_is_looked_at_alone(client_in, plan, group) -> None:
    old = add_to(group, "Dilwyn Farrow", has("no-floor"))
    page = look(client_in, plan, person=str(old.id))
    assert page.count('<a class="session-line"') == 3
    assert "of the working time" in page
    assert "session-line" not in look(client_in, plan, person="nobody")


def test_the_inspector_says_for_whom_it_is_different(client_in, plan, group) -> None:
    add_to(group, "Dilwyn Farrow", has("no-floor"))
    assert re.search(r"Different for</h3>\s*<ul.*Dilwyn Farrow", look(client_in, plan, chosen="b"), re.S)
    assert "Everyone does it as planned" in look(client_in, plan, chosen="a")


def test_talk_first_is_a_peg_in_every_item_and_a_finding(client_in, plan, group) -> None:
    new = add_to(group, "Cosmo Idris")
    Participant.objects.filter(id=new.id).update(health_summary={})
    page = look(client_in, plan)
    assert page.count('<a class="cell talk_first"') == 3
    assert "Cosmo Idris: talk first" in page
    assert lowest(page) == 100


def test_a_suggested_change_lifts_the_share(client_in, actor) -> None:
    group = make_group(actor.practice, 1)
    person = add_to(group, "Aurelio Finch", has("rheumatoid", stage="flare"))
    plan = actions.create(actor, core_plan("heel-drop", "band-row"), group, "Made for a test")
    page = look(client_in, plan)
    before = lowest(page)
    assert before < 75
    assert f'id="cell-{person.id}-a"' in page
    asked = next(
        json.loads(html.unescape(fields))
        for fields in re.findall(r"plans/[^/]+/fixes/\"\s+hx-vals='([^']*)'", page)
        if str(person.id) in fields
    )
    fixes = client_in.get(reverse("plans:fixes", args=[plan.id]), asked).content.decode()
    fix = re.search(r"do/fix/\"\s+hx-vals='([^']*)'(.*?)</button>", fixes, re.S)
    fields = json.loads(html.unescape(fix.group(1)))
    promised = int(re.search(r"(\d+)%", fix.group(2)).group(1))
    answer = do(client_in, plan, "fix", **fields)
    assert answer.status_code == 200
    assert lowest(answer.content.decode()) == pytest.approx(promised, abs=1)
    assert promised > before
    assert now(plan).item("a").exercise != "heel-drop"


def test_fairer_bases_are_proposed_and_taken_and_undone(client_in, actor) -> None:
    group = make_group(actor.practice, 1)
    for number in range(3):
        add_to(group, f"Sore {number}", has("shoulder-pain", "right", "marked"), has("shoulder-pain", "left", "marked"))
    plan = actions.create(actor, core_plan("arm-sweep", "heel-raise"), group, "Made for a test")
    page = look(client_in, plan)
    assert "3 of 4 do Arm sweep otherwise" in page
    proposal = look(client_in, plan, bases="1")
    assert "Take all 1" in proposal
    answer = do(client_in, plan, "bases")
    assert answer.status_code == 200
    assert now(plan).item("a").version != "both-arms"
    assert now(plan).item("b").version == core_plan("heel-raise").item("a").version
    assert "do Arm sweep otherwise" not in answer.content.decode()
    do(client_in, plan, "undo")
    assert now(plan).item("a").version == "both-arms"


def overridden(client, plan, person, **fields):
    body = {
        "person": str(person.id),
        "exercise": "bridge",
        "version": "full-bridge",
        "chosen": "b",
        "seen": "1",
        **fields,
    }
    return client.post(reverse("plans:override", args=[plan.id]), body)


def test_overruled_with_a_reason_until_a_day(client_in, plan, group) -> None:
    old = add_to(group, "Dilwyn Farrow", has("no-floor"))
    assert overridden(client_in, plan, old, reason=" ").status_code == 422
    assert overridden(client_in, plan, old, reason="x", until="2020-01-01").status_code == 422
    assert overridden(client_in, plan, old, reason="x", version="on-the-roof").status_code == 422
    assert overridden(client_in, plan, old, reason="x", exercise="moon-walk").status_code == 422
    assert overridden(client_in, plan, old, reason="x", until="soon").status_code == 422
    until = timezone.localdate() + datetime.timedelta(days=7)
    answer = overridden(client_in, plan, old, reason="Has a plinth at hand.", until=until.isoformat())
    assert "by your decision: Has a plinth at hand." in answer.content.decode()
    warned = re.findall(r'<option value="([\w-]+)"[^>]*>[^<]*\s\(a caution says avoid\)', answer.content.decode())
    assert "full-bridge" in warned
    old.refresh_from_db()
    assert person_of(old, today=until).overrides
    assert not person_of(old, today=until + datetime.timedelta(days=1)).overrides
    back = client_in.post(
        reverse("plans:end_override", args=[plan.id]), {"person": str(old.id), "exercise": "bridge", "chosen": "b"}
    )
    assert "by your decision" not in back.content.decode()
    assert Override.objects.get(participant=old).ended_at is not None


def test_one_person_is_given_something_else_and_the_plan_stays(client_in, actor) -> None:
    group = make_group(actor.practice, 1)
    person = add_to(group, "Aurelio Finch", has("rheumatoid", stage="flare"))
    plan = actions.create(actor, core_plan("heel-drop", "band-row"), group, "Made for a test")
    fix = re.search(r"do/give/\" hx-vals='([^']*)'>(.*?)</button>", look(client_in, plan), re.S)
    assert words(fix.group(2)).startswith("Suggested change: Give Aurelio Finch ")
    fields = dict(re.findall(r"(\w+)&quot;: &quot;([^&]*)&quot;", fix.group(1)))
    promised = int(re.search(r"then (\d+)%", fix.group(2)).group(1))
    answer = do(client_in, plan, "give", **fields)
    page = answer.content.decode()
    assert lowest(page) == promised == 100
    assert f'<a class="cell overridden" id="cell-{person.id}-a"' in page
    assert now(plan) == core_plan("heel-drop", "band-row")
    word = Override.objects.get(participant=person)
    assert (word.exercise, word.instead) == ("heel-drop", fields["instead"])
    assert word.until == timezone.localdate() + datetime.timedelta(days=7)
    reason = look(client_in, plan, chosen="a", person=str(person.id))
    assert "by your decision: nothing of Heel drops suits just now" in reason
    assert SHELF.exercise(word.instead).name in client_in.get(f"/people/{person.id}/").content.decode()


@pytest.mark.parametrize(
    ("fields", "status"),
    [
        ({"instead": "moon-walk"}, 422),
        ({"version": "on-the-roof"}, 422),
        ({"exercise": ""}, 422),
        ({"person": "00000000-0000-4000-8000-000000000000"}, 404),
        ({"person": "nobody"}, 422),
    ],
)
def test_what_cannot_be_given_is_refused(client_in, plan, group, fields, status) -> None:
    person = add_to(group, "Dilwyn Farrow")
    given = {"person": str(person.id), "exercise": "bridge", "instead": "band-row", "version": "one-arm"} | fields
    assert do(client_in, plan, "give", **given).status_code == status
    assert not Override.objects.exists()


def test_something_else_can_be_decided_for_one_person(client_in, plan, group) -> None:
    old = add_to(group, "Dilwyn Farrow", has("no-floor"))
    reason = look(client_in, plan, chosen="b", person=str(old.id))
    offered = re.findall(r'<option value="([\w-]+)/([\w-]+)"', reason)
    assert len(offered) == 6
    assert not {"band-row", "bridge", "heel-raise"} & {exercise for exercise, _ in offered}
    answer = overridden(client_in, plan, old, reason="Likes it better.", version="/".join(offered[0]))
    name = SHELF.exercise(offered[0][0]).name
    assert f"{name}, " in answer.content.decode()
    assert "by your decision: Likes it better." in answer.content.decode()
    assert overridden(client_in, plan, old, reason="x", version="moon/walk").status_code == 422
    assert Override.objects.filter(ended_at=None).count() == 1


def test_what_the_fit_swapped_for_stands_first_among_what_else_could_be_done(client_in, actor) -> None:
    group = make_group(actor.practice, 1)
    person = add_to(group, "Aurelio Finch", has("rheumatoid", stage="flare"))
    plan = actions.create(actor, core_plan("stamp", "band-row"), group, "Made for a test")
    reason = look(client_in, plan, chosen="a", person=str(person.id))
    done = re.search(r"Now: ([^,]+), ", words(reason)).group(1)
    options = re.findall(r'<option value="[\w-]+/[\w-]+"\s*(selected)?\s*>\s*([^,]+), ', reason)
    assert options[0] == ("selected", done)
    assert [selected for selected, _ in options[1:]] == [""] * 5


def test_names_are_shortened_by_words() -> None:
    assert name_for("Solveig Penhale", 200) == "Solveig Penhale"
    assert name_for("Solveig Penhale of Brackwater", 104) == "Solveig Penhale"
    long = name_for("Wolfeschlegelsteinhausenberger", 60)
    assert long.endswith("…")
    assert width_of(long) <= 60


def test_on_paper_stands_who_does_what_otherwise_and_with_what(client_in, plan, group) -> None:
    add_to(group, "Dilwyn Farrow", has("cannot-stand"), has("no-floor"))
    ParticipantFactory(practice=group.practice, call_name="Cosmo Idris", screened=False)
    cosmo = Participant.objects.get(call_name="Cosmo Idris")
    ListingFactory(practice=group.practice, group=group, participant=cosmo)
    sheet = words(client_in.get(reverse("plans:cue_sheet", args=[plan.id])).content.decode())
    assert "Talk first: Cosmo Idris" in sheet
    assert sheet.count("Cosmo Idris") == 1
    assert sheet.count("Dilwyn Farrow") == 2
    assert re.search(r"Dilwyn Farrow\s*: seated\s*\(chair\)", sheet)
    packed = words(client_in.get(reverse("plans:pack_list", args=[plan.id])).content.decode())
    assert re.search(r"6\s*resistance band", packed)
    assert re.search(r"5\s*mat", packed)
