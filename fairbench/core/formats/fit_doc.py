"""Verdicts as files out."""

from typing import Any

from ..fit.cautions import TriggeredRule
from ..fit.share import Share, lowest, shares
from ..fit.verdict import Fit, Verdict
from ..fit.words import what_is_done
from ..people.conditions import Conditions


def met_document(hit: TriggeredRule, conditions: Conditions) -> dict[str, Any]:
    """A caution with what met it."""
    return {
        "rule": hit.rule.id,
        "condition": hit.declared.condition,
        "words": conditions.words(hit.declared),
        "effect": hit.effect.value,
        "because": hit.rule.because,
        "kind": hit.rule.kind,
        "when": hit.rule.when_words,
        "side": hit.side,
        "demand": hit.demand.id if hit.demand else None,
        "value": hit.demand.value if hit.demand else None,
        "pose": hit.demand.pose if hit.demand else None,
        "joint": hit.demand.joint if hit.demand else None,
    }


def fit_document(found: Fit, conditions: Conditions) -> dict[str, Any]:
    """Every verdict with its trace, everybody's share, and the lowest."""
    people = tuple({verdict.person.id: verdict.person for verdict in found.verdicts.values()}.values())
    everyone = shares(found, people)
    least = lowest(everyone)
    return {
        "verdicts": [verdict_document(verdict, conditions) for verdict in found.verdicts.values()],
        "shares": [_share(share) for share in everyone],
        "lowest": {"person": least.person.id, "share": round(least.part, 4)} if least else None,
    }


def verdict_document(verdict: Verdict, conditions: Conditions) -> dict[str, Any]:
    """A verdict as JSON, with the rules behind it."""
    return {
        "person": verdict.person.id,
        "item": verdict.item,
        "verdict": verdict.kind.value,
        "exercise": verdict.exercise.id if verdict.version else None,
        "version": verdict.version.id if verdict.version else None,
        "base": verdict.base.id,
        "left": verdict.left.version.id if verdict.left.version else None,
        "right": verdict.right.version.id if verdict.right.version else None,
        "reason": verdict.reason,
        "does": what_is_done(verdict),
        "overridden": verdict.overridden,
        "moved_by": [met_document(hit, conditions) for hit in verdict.moved_by],
        "applies": [met_document(hit, conditions) for hit in verdict.triggered],
        "left_out": [
            {"version": rejected.version.id, **met_document(rejected.triggered_by, conditions)}
            for rejected in verdict.rejected
        ],
    }


def _share(share: Share) -> dict[str, Any]:
    return {
        "person": share.person.id,
        "share": round(share.part, 4),
        "working": share.working,
        "of": share.of,
        "swaps": share.swaps,
        "longest_wait": share.longest_wait,
        "by_quality": {quality.value: list(seconds) for quality, seconds in share.by_quality.items()},
    }
