"""Held for every version, condition and option: a person is in one place, moved for a reason, and told what to do."""

import random

import pytest

from fairbench.core.exercises.exercise import Version
from fairbench.core.exercises.limbs import Limbs
from fairbench.core.fit.profile import profile_of
from fairbench.core.fit.rest_places import rest_places
from fairbench.core.fit.verdict import Verdict, VerdictKind
from fairbench.core.fit.ways import base_of_support, is_unsupported
from fairbench.core.fit.words import in_words
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.rules import Effect
from fairbench.core.positions import Level
from tests.every import every

from .everything import every_item, verdicts, ways_to_declare

SHELF = load_shelf()
CONDITIONS = load_conditions()
ALL = every_item(SHELF)
DECLARATIONS = [declared for condition in CONDITIONS for declared in ways_to_declare(condition)]
PAIRS = 40


def is_in_one_place(verdict: Verdict) -> None:
    done = [side.version for side in (verdict.left, verdict.right) if side.version is not None]
    if not done:
        return
    assert len({base_of_support(version) for version in done}) == 1
    if len(set(done)) > 1 or len(done) == 1:
        assert all(version.limbs is Limbs.ONE_AT_A_TIME for version in done)


def is_told(verdict: Verdict) -> None:
    """Whoever is eased or swapped is told what to do, and why; whoever is not has nothing to do otherwise."""
    words = in_words(verdict)
    if verdict.kind is VerdictKind.EASED:
        assert verdict.easings or verdict.version is not verdict.base or verdict.sides_differ
        assert words not in ("Eased.", "Eased: .")
        assert verdict.moved_by or verdict.easings
    if verdict.kind is VerdictKind.SWAPPED:
        assert verdict.moved_by
    if verdict.kind is VerdictKind.AS_PLANNED:
        assert verdict.left.version is verdict.right.version is verdict.base
        assert not verdict.easings
        assert all(hit.effect in (Effect.WATCH, Effect.FAVOUR) for hit in verdict.triggered)
    for hit in verdict.moved_by:
        assert hit.effect in (Effect.AVOID, Effect.EASE)


def is_not_let_go_of(verdict: Verdict) -> None:
    """Nobody who would hold on is moved to where there is nothing to hold."""
    if verdict.version is None or verdict.version is verdict.base:
        return
    if verdict.base.position.level is Level.STANDING and not is_unsupported(verdict.base):
        assert not is_unsupported(verdict.version)


def follows_what_applies(verdict: Verdict) -> None:
    """Nothing that must be avoided is done, and every rule that asks for less has its words."""
    for side in (verdict.left, verdict.right):
        assert all(hit.effect is not Effect.AVOID for hit in side.triggered)
        eases = [hit for hit in side.triggered if hit.effect is Effect.EASE]
        assert bool(eases) == bool(side.easings)


def has_two_places_to_rest(done: set[Version], declared: Declared) -> None:
    for version in done:
        offered = rest_places(version, (declared,), SHELF, CONDITIONS)
        assert len({place.words for place in offered}) == 2, version.id


@pytest.mark.sweep
@every("declared", DECLARATIONS, ids=lambda d: "-".join(filter(None, (d.condition, d.side, d.severity, d.stage))))
def test_one_condition(declared) -> None:
    found = verdicts((declared,), ALL, SHELF, CONDITIONS)
    for verdict in found:
        is_in_one_place(verdict)
        is_told(verdict)
        is_not_let_go_of(verdict)
        follows_what_applies(verdict)
    has_two_places_to_rest({verdict.version for verdict in found if verdict.version is not None}, declared)


@pytest.mark.sweep
@every("seed", range(PAIRS))
def test_pairs(seed) -> None:
    first, second = random.Random(seed).sample([d for d in DECLARATIONS if d.severity or d.stage or d.side], 2)
    if first.condition == second.condition or second.condition in CONDITIONS.condition(first.condition).excludes:
        second = DECLARATIONS[0]
    for verdict in verdicts((first, second), ALL, SHELF, CONDITIONS):
        is_in_one_place(verdict)
        is_told(verdict)
        is_not_let_go_of(verdict)
        follows_what_applies(verdict)


@every("condition", list(CONDITIONS), ids=lambda condition: condition.id)
def test_not_said_is_never_milder_than_any_option(condition) -> None:
    unsaid, *options = [declared for declared in ways_to_declare(condition) if declared.side is None]
    loosest = len(Effect)
    for version in (time.version for time in ALL):
        strictest = [
            min(
                (hit.effect.rank for made in profile_of((d,), CONDITIONS).both(version) for hit in made.against),
                default=loosest,
            )
            for d in (unsaid, *options)
        ]
        assert strictest[0] == min(strictest)


def test_every_word_of_an_easing_is_filled_in() -> None:
    """No empty places are left, whatever the side."""
    for declared in DECLARATIONS:
        for time in ALL:
            for made in profile_of((declared,), CONDITIONS).both(time.version):
                for words in made.easings:
                    assert "{" not in words
                    assert "  " not in words
                    assert words == words.strip()
