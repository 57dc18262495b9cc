"""What the checks found, on the bench: the three that matter, mends that are tried and taken, what is put aside."""

import html
import json
import re
from dataclasses import replace

import pytest
from django.urls import reverse

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.web.accounts.models import AuditEntry
from fairbench.web.people.health_summary import keep_health_summary
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import core_plan as core
from fairbench.web.plans.models import Plan, PlanRevision, PutAside
from tests.factories import ListingFactory, ParticipantFactory, make_group
from tests.web.conftest import SHELF


def now(plan: Plan) -> CorePlan:
    plan.refresh_from_db()
    return core(PlanRevision.objects.get(plan=plan, number=plan.head).document)


def bench(client, plan: Plan) -> str:
    return " ".join(client.get(reverse("plans:bench", args=[plan.id])).content.decode().split())


def do(client, plan: Plan, verb: str, **fields: str):
    plan.refresh_from_db()
    return client.post(reverse("plans:do", args=[plan.id, verb]), {"seen": plan.head, **fields})


def titles(page: str) -> list[str]:
    return [html.unescape(title) for title in re.findall(r'<p class="finding-head"> <b>(.*?)</b>', page)]


def offered(client, plan: Plan, rule: str, key: str) -> list[dict[str, str]]:
    page = client.get(reverse("plans:fixes", args=[plan.id]), {"rule": rule, "key": key}).content.decode()
    return [json.loads(html.unescape(fields)) for fields in re.findall(r"do/fix/\"\s+hx-vals='([^']*)'", page)]


def asked_of(page: str, title: str) -> dict[str, str]:
    """What the button of a finding asks with."""
    found = re.search(rf"<b>{re.escape(title)}</b>.*?hx-vals='([^']*)'", page)
    return json.loads(html.unescape(found.group(1)))


def test_the_three_that_matter_stand_first_and_the_rest_behind_a_line(client_in, plan) -> None:
    page = bench(client_in, plan)
    found = titles(page)
    assert len(found) > 3
    assert f"<summary>{len(found) - 3} more</summary>" in page
    first, rest = page.split('id="more-findings"')
    assert len(titles(first)) == 3
    assert len(titles(rest)) == len(found) - 3
    assert "must" in first
    assert "not judged: nothing was ever counted" in page
    assert re.search(r"\d\d rules: time, order, load on one place, ", page)


def test_a_suggested_change_is_tried_offered_and_taken(client_in, plan) -> None:
    page = bench(client_in, plan)
    asked = asked_of(page, "No warm-up")
    assert asked["rule"] == "no-warm-up"
    fixes = offered(client_in, plan, **asked)
    assert fixes
    answer = do(client_in, plan, "fix", **fixes[0])
    assert answer.status_code == 200
    assert "warm-up</b>" not in " ".join(answer.content.decode().split())
    revision = PlanRevision.objects.get(plan=plan, number=now_head(plan))
    assert revision.summary == f"{fixes[0]['words']}."[:200]
    assert [item.id for item in now(plan).items() if item.id in "abc"] == ["a", "b", "c"]


def now_head(plan: Plan) -> int:
    plan.refresh_from_db()
    return plan.head


@pytest.mark.parametrize(
    "edits",
    ["", "nonsense", '[{"kind": "version", "item": "a", "version": "no-such"}]', '[{"kind": "move", "item": "z"}]'],
)
def test_edits_that_do_not_go_change_nothing_and_say_so(client_in, plan, edits: str) -> None:
    before = now(plan)
    answer = do(client_in, plan, "fix", edits=edits)
    assert answer.status_code == 422
    assert "refused" in answer.content.decode()
    assert now(plan) == before


def test_a_finding_that_is_settled_by_now_has_nothing_to_suggest(client_in, plan) -> None:
    assert offered(client_in, plan, "no-warm-up", "something else") == []
    assert offered(client_in, plan, "no-such-rule", "x") == []


def test_a_finding_is_put_aside_for_the_plan_with_a_reason_and_stays_aside(client_in, plan) -> None:
    key = asked_of(bench(client_in, plan), "No warm-up")["key"]
    do(client_in, plan, "put_aside", value=key, rule="no-warm-up", scope="plan", reason="They come from the walk.")
    page = bench(client_in, plan)
    assert "No warm-up" not in titles(page)
    assert "They come from the walk." in page
    assert now(plan).because == ((key, "They come from the walk."),)
    do(client_in, plan, "field", item="a", field="sets", value="3")
    assert "No warm-up" not in titles(bench(client_in, plan))
    do(client_in, plan, "show_all_again")
    assert "No warm-up" in titles(bench(client_in, plan))
    assert now(plan).because == ()


def test_a_rule_is_put_aside_for_a_group_or_always(client_in, actor, plan, group) -> None:
    other_plan = actions.create(actor, now(plan), make_group(actor.practice, 1), "Made for a test")
    asked = asked_of(bench(client_in, plan), "No warm-up")
    fields = {"value": asked["key"], "rule": "no-warm-up"}
    assert do(client_in, plan, "put_aside", **fields, scope="group").status_code == 422
    assert not PutAside.objects.exists()
    head = now_head(plan)
    assert do(client_in, plan, "put_aside", **fields, scope="group", reason="Warm from the pool.").status_code == 200
    assert now_head(plan) == head
    assert "No warm-up" not in titles(bench(client_in, plan))
    assert "this group" in bench(client_in, plan)
    assert "No warm-up" in titles(bench(client_in, other_plan))
    do(client_in, plan, "put_aside", **fields, scope="always", reason="Always warm.")
    assert "What was checked, 1 put aside" in bench(client_in, plan)
    assert "No warm-up" not in titles(bench(client_in, other_plan))
    for row in PutAside.objects.all():
        do(client_in, plan, "show_again", value=str(row.id))
    assert "No warm-up" in titles(bench(client_in, plan))
    verbs = list(AuditEntry.objects.filter(verb__startswith="rule.").values_list("verb", flat=True))
    assert sorted(verbs) == ["rule.put_aside"] * 2 + ["rule.tell_again"] * 2


def test_a_rule_that_is_not_there_or_a_plan_without_a_group_is_refused(client_in, actor) -> None:
    items = (Item("a", "band-row", SHELF.exercise("band-row").base),)
    alone = actions.create(actor, CorePlan("Alone", 45, (Block(BlockKind.STRENGTHEN, items),)), None, "Made for a test")
    for more in ({"rule": "no-such", "scope": "always"}, {"rule": "no-warm-up", "scope": "group"}):
        answer = do(client_in, alone, "put_aside", value="x", reason="Because.", **more)
        assert answer.status_code == 422


def test_what_is_grave_for_somebody_by_name_is_told_whatever_was_put_aside(client_in, actor, plan, group) -> None:
    PutAside.objects.create(practice=actor.practice, rule="talk-first", group=None, reason="We know.")
    new = ParticipantFactory(practice=actor.practice, screened=False)
    keep_health_summary(new)
    ListingFactory(practice=actor.practice, group=group, participant=new)
    assert any(title.endswith("talk first") for title in titles(bench(client_in, plan)))


def test_a_locked_item_is_no_part_of_any_suggestion(client_in, actor, plan) -> None:
    value = now(plan)
    locked = actions.edit(
        actor, plan.id, plan.head, lambda p: replace(p, blocks=tuple(_locked(b) for b in p.blocks)), "Locked."
    )
    for title in titles(bench(client_in, locked.plan)):
        page = bench(client_in, plan)
        if re.search(rf"<b>{re.escape(html.escape(title))}</b>(?:(?!</b>).)*What would settle it", page):
            for fix in offered(client_in, plan, **asked_of(page, html.escape(title))):
                touched = {one.get("item") for one in json.loads(fix["edits"]) if one["kind"] != "line"}
                assert not touched & {item.id for item in value.items()}


def _locked(block: Block) -> Block:
    return replace(block, items=tuple(replace(item, locked=True) for item in block.items))
