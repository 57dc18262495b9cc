"""``bin/fairbench check``: what an experienced colleague would say of a plan, and what settles it; ``shorten``: what to
do less of so that it ends in time."""

import argparse
import json
from typing import Any

from fairbench.core.checks import Checked, Situation, Weight, check
from fairbench.core.checks.ideas import IDEAS
from fairbench.core.checks.tried_fixes import fixes_of
from fairbench.core.clock import minutes_and_seconds
from fairbench.core.dose.words import short
from fairbench.core.errors import InputError
from fairbench.core.formats.checks_doc import load_rule_cards
from fairbench.core.plan.plan_edits import EditKind, dose_of
from fairbench.core.plan.scaled import scaled
from fairbench.core.plan.to_the_time import ToTime, fill, shorten

from .situation import situation_arguments, situation_of


def add(commands: Any) -> None:
    """The commands and their arguments."""
    command = commands.add_parser("check", help="what to look at in a plan; exit 1 while a must is open")
    situation_arguments(command)
    command.add_argument("--room", metavar="ROOM.json", help="a room file; without it, nothing of a room is judged")
    command.add_argument("--fixes", action="store_true", help="try what would settle each")
    command.add_argument("--rules", metavar="RULE,…", help="only these rules")
    command.add_argument("--json", action="store_true", help="as JSON")
    command.set_defaults(run=_check)
    command = commands.add_parser("rules", help="every rule of the checks, as Markdown")
    command.set_defaults(run=_rules)
    command = commands.add_parser("shorten", help="a plan brought to a time with the least lost")
    situation_arguments(command)
    command.add_argument("--to", metavar="MINUTES", type=float, help="how long; by itself, what it is booked for")
    command.set_defaults(run=_shorten)


def _check(asked: argparse.Namespace) -> tuple[str, int]:
    now, cards = situation_of(asked), load_rule_cards()
    only = [name.strip() for name in asked.rules.split(",")] if asked.rules else None
    for name in only or ():
        if name not in cards:
            raise InputError(f"there is no rule '{name}'; there are {', '.join(cards)}", "--rules")
    checked = check(now, only)
    shown = [one for one in checked.findings if not (one.can_be_put_aside and one.key in now.plan.put_aside)]
    document = {
        "findings": [
            {
                "rule": one.rule,
                "family": cards[one.rule].family.value,
                "sure": one.weight.sure,
                "says": one.title,
                "detail": one.detail,
                "reason": cards[one.rule].reason,
                "guidance": cards[one.rule].guidance.value,
                "items": list(one.about),
                "person": one.person,
                "place": one.place,
                "seconds": one.seconds,
                "suggested_fixes": [
                    {"says": fix.words, "seconds": fix.seconds}
                    for fix in (fixes_of(one, now, check(now)) if asked.fixes else ())
                ],
            }
            for one in shown
        ],
        "put_aside": len(checked.findings) - len(shown),
        "not_judged": [{"rule": one.rule, "why": one.why} for one in checked.not_judged],
        "judged": list(checked.judged),
    }
    code = int(any(one.weight is Weight.ALARM for one in shown))
    if asked.json:
        return json.dumps(document, indent=2, ensure_ascii=False) + "\n", code
    return _text(document, checked), code


def _rules(_asked: argparse.Namespace) -> str:
    lines = [
        "# The checks",
        "",
        "What an experienced colleague would say of a plan. Made by `bin/fairbench rules` from",
        "`fairbench/catalogue/checks.yaml`; a rule is a function in `fairbench/core/checks/` under the same name.",
        "",
        "| rule | family | what it finds | why | where it comes from | has a change to suggest |",
        "|---|---|---|---|---|---|",
    ]
    for card in load_rule_cards().values():
        fixed = "yes" if card.id in IDEAS else "by its own fixes, or by hand"
        cells = (f"`{card.id}`", card.family.words, card.name, card.reason, card.guidance.words, fixed)
        lines.append(f"| {' | '.join(cells)} |")
    return "\n".join(lines) + "\n"


def _text(document: dict[str, Any], checked: Checked) -> str:
    lines = []
    for one in document["findings"]:
        lines += [f"{one['sure']:<6} {one['says']}", f"       {one['detail']}"]
        lines += [f"       why: {one['reason']}"]
        lines += [f"       suggested change: {fix['says']}" for fix in one["suggested_fixes"]]
    if not lines:
        lines.append("Nothing to look at.")
    lines += ["", f"{len(checked.judged)} rules were checked."]
    lines += [f"Not judged: {one['rule']}, {one['why']}" for one in document["not_judged"]]
    return "\n".join(lines) + "\n"


def _shorten(asked: argparse.Namespace) -> str:
    now = situation_of(asked)
    minutes = now.plan.length_min if asked.to is None else asked.to
    if not 1 <= minutes <= 180:
        raise InputError(f"a class takes 1 to 180 minutes, not {minutes:g}", "--to")
    over = now.timeline.total > minutes * 60
    made = (shorten if over else fill)(now.plan, now.group, now.shelf, minutes)
    lines = [f"{minutes_and_seconds(made.before)} now, {minutes_and_seconds(made.after)} then, for {minutes:g} min"]
    lines += _changes(made, now)
    if over:
        by_scale = scaled(now.plan, now.group, now.shelf, minutes)
        lines += [
            f"Loses {made.loses:.0f} s of work by its worth.",
            f"Scaled down evenly it would lose {by_scale.loses:.0f} s and take {minutes_and_seconds(by_scale.after)}.",
        ]
    if not made.fits:
        lines.append("It is no shorter without the warm-up, the close or what is locked.")
    return "\n".join(lines) + "\n"


def _changes(made: ToTime, now: Situation) -> list[str]:
    names = {time.item.id: time.exercise.name for time in now.timeline.items}
    left = [f"  leave out {names[item]}" for item in made.left_out]
    changed = dict.fromkeys(edit.item for edit in made.edits if edit.kind is not EditKind.LEAVE_OUT)
    return left + [
        f"  {names[item]}: {short(dose_of(made.plan.item(item), now.shelf))} "
        f"instead of {short(dose_of(now.plan.item(item), now.shelf))}"
        for item in changed
    ]
