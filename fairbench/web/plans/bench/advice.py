"""What the checks found, as the bench shows it: the three that matter, the rest, and what was put aside."""

from collections.abc import Hashable, Iterable
from dataclasses import dataclass
from uuid import UUID

from django.db.models import Q

from fairbench.core.checks import Finding, SuggestedFix
from fairbench.core.checks.rules import Checked, Family, RuleCard
from fairbench.core.checks.tried_fixes import can_fix
from fairbench.core.formats.checks_doc import load_rule_cards
from fairbench.core.plan.plan import Plan as CorePlan

from ..models import Plan, PutAside

MATTER = 3
"""So many findings stand on the bench; the rest is behind a line."""
_PRESSED = "give"
"""What can be taken without being tried: it changes what one person does, not the plan."""


@dataclass(frozen=True, slots=True)
class Advice:
    """A finding with what is said of its rule, and whether there is anything to try."""

    finding: Finding
    card: RuleCard
    can_fix: bool

    @property
    def fixes(self) -> tuple[SuggestedFix, ...]:
        """What is taken at one press."""
        return tuple(fix for fix in self.finding.suggested_fixes if fix.verb == _PRESSED)

    @property
    def stays(self) -> Hashable:
        """What its words and buttons follow from: while it stays, they do."""
        one = self.finding
        fixes = tuple((fix.words, fix.verb, tuple(fix.fields.items())) for fix in self.fixes)
        return one.weight, one.title, one.detail, one.rule, one.item, one.person, one.about, one.short_of, fixes

    @property
    def planks(self) -> str:
        """The items that it is about, by their ids."""
        return " ".join(self.finding.about)


@dataclass(frozen=True, slots=True)
class Aside:
    """A finding, or a rule, that was put aside: what it is called, why, and for which plans. ``row`` is the id of what
    holds for more than this plan."""

    title: str
    reason: str
    scope: str
    row: UUID | None = None


@dataclass(frozen=True, slots=True)
class Advised:
    """What was found. ``not_judged`` are the rules that could not be, with why; ``judged`` is how many were."""

    matters: tuple[Advice, ...]
    rest: tuple[Advice, ...]
    aside: tuple[Aside, ...]
    not_judged: tuple[tuple[str, str], ...]
    judged: int
    families: tuple[str, ...]

    @property
    def findings(self) -> tuple[Finding, ...]:
        """All that is told, the gravest first."""
        return tuple(one.finding for one in (*self.matters, *self.rest))

    @property
    def rest_words(self) -> str:
        """``6 more``."""
        return f"{len(self.rest)} more"

    @property
    def checked_words(self) -> str:
        """``What was checked, 2 put aside``."""
        return "What was checked" + (f", {len(self.aside)} put aside" if self.aside else "")


def asides_of(plan: Plan) -> Iterable[PutAside]:
    """What was put aside for a plan's group, and for all plans."""
    return PutAside.objects.filter(Q(group=None) | Q(group=plan.group_id))


def advise(checked: Checked, plan: CorePlan, rows: Iterable[PutAside]) -> Advised:
    """What the rules found in a plan, without what was put aside. What is an alarm for somebody by name is always
    told."""
    cards = load_rule_cards()
    by_rule = {row.rule: row for row in rows}
    told: list[Advice] = []
    aside: list[Aside] = []
    because = dict(plan.because)
    for finding in checked.findings:
        row = by_rule.get(finding.rule)
        if finding.can_be_put_aside and finding.key in plan.put_aside:
            aside.append(Aside(finding.title, because.get(finding.key, ""), "this plan"))
        elif finding.can_be_put_aside and row is not None:
            aside.append(Aside(finding.title, row.reason, "this group" if row.group_id else "always", row.id))
        else:
            told.append(Advice(finding, cards[finding.rule], can_fix(finding)))
    kinds = {cards[name].family for name in checked.judged}
    return Advised(
        tuple(told[:MATTER]),
        tuple(told[MATTER:]),
        tuple(aside),
        tuple((cards[one.rule].name, one.why) for one in checked.not_judged),
        len(checked.judged),
        tuple(family.words for family in Family if family in kinds),
    )
