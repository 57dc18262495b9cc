"""Asks some rules about a plan, as the tests do."""

from fairbench.core.checks import Finding, Situation, check
from fairbench.core.fit.verdict import Fit
from fairbench.core.formats.checks_doc import load_rule_cards
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.plan import Plan
from tests.core.strategies import SHELF

CONDITIONS = load_conditions()
CARDS = load_rule_cards()
TIME = ("over-time", "time-to-spare", "no-warm-up", "no-close", "short-block", "long-block", "much-talk", "too-quick")
PEOPLE = ("queue", "talk-first", "moves-alone", "waits", "low-share")


def situation(plan: Plan, *people: Person, **more: object) -> Situation:
    """A plan for some people, on the shelf that ships."""
    return Situation(plan, Group(people), SHELF, CONDITIONS, **more)


def asked(now: Situation, *rules: str) -> tuple[Finding, ...]:
    """What some rules find, the gravest first."""
    return check(now, rules).findings


def of_fit(found: Fit, *rules: str, **more: object) -> tuple[Finding, ...]:
    """What some rules find in a plan that is fitted."""
    people = dict.fromkeys(verdict.person for verdict in found.verdicts.values())
    return asked(situation(found.timeline.plan, *people, **more), *rules)
