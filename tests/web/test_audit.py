"""What is on record of who did what: every change says what was before and is now, and an erased person is in none."""

import ast
from collections.abc import Iterator
from pathlib import Path

from fairbench.web.accounts.models import AuditEntry
from fairbench.web.classes import actions, erasure
from fairbench.web.classes.inputs import HereInput

from .conftest import core_plan

WEB = Path(__file__).resolve().parents[2] / "fairbench/web"
CHANGES_NOTHING = {
    "participant.view",
    "screening.view",
    "measure.view",
    "measure.export",
    "progress.view",
    "plan.export",
    "participant.erase",
}
"""Somebody looked or took a copy; or somebody is erased, and nothing of them is to stay on record."""


def audits() -> Iterator[tuple[str, ast.Call]]:
    for path in sorted(WEB.rglob("*.py")):
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if isinstance(node, ast.Call) and getattr(node.func, "attr", "") == "audit":
                yield f"{path.relative_to(WEB)}:{node.lineno}", node


def test_every_change_says_what_was_before_or_is_now() -> None:
    found = list(audits())
    assert len(found) > 90
    silent = [
        where
        for where, call in found
        if len(call.args) < 3
        and not any(keyword.arg in ("old", "new") for keyword in call.keywords)
        and not any(isinstance(one, ast.Starred) for one in call.args)
        and ast.literal_eval(call.args[0]) not in CHANGES_NOTHING
    ]
    assert silent == []


def test_who_is_here_is_on_record_once_and_goes_with_the_person(actor, plan, group) -> None:
    person = group.participants.first()
    meeting = actions.open_meeting(actor, group, plan, core_plan("band-row"))
    for here in ("yes", "yes", "no"):
        actions.set_here(actor, meeting.id, HereInput(participant=person.id, here=here))
    rows = AuditEntry.objects.filter(object_id=meeting.id, verb__in=("meeting.here", "meeting.not_here")).order_by("at")
    assert [(row.old["here"], row.new["here"]) for row in rows] == [(False, True), (True, False)]
    erasure.erase(actor, person, person.call_name)
    assert not any(str(person.id) in f"{row.old}{row.new}" for row in AuditEntry.objects.all())
