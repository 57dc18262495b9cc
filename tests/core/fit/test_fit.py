"""Which version each person does, how fair that is, and what would make it fairer."""

import json
from dataclasses import replace
from itertools import product
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.cli.__main__ import main
from fairbench.core.exercises.aim import BlockKind, Quality
from fairbench.core.fit.base_versions import best_bases, with_bases
from fairbench.core.fit.fit import fit, fit_item
from fairbench.core.fit.profile import profile_of
from fairbench.core.fit.share import lowest, share_of, shares
from fairbench.core.fit.verdict import VerdictKind
from fairbench.core.fit.ways import candidates
from fairbench.core.fit.words import in_words
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.plan_doc import write_plan
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Group, Override, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.sides import Side
from tests.every import every

from .everything import every_item

SHELF = load_shelf()
CONDITIONS = load_conditions()
ITEMS = [time for time in every_item(SHELF) if time.exercise.newcomer]


def person(*declared: Declared, name: str = "Ifeoma", **more) -> Person:
    return Person(name.lower(), name, conditions=declared, **more)


def plan_of(*items: str) -> Plan:
    placed = []
    for number, name in enumerate(items):
        exercise, _, version = name.partition("/")
        placed.append(Item(f"i{number}", exercise, version or SHELF.exercise(exercise).base))
    return Plan("P", 45, (Block(BlockKind.STRENGTHEN, tuple(placed)),))


def fitted(plan: Plan, *people: Person):
    return fit(compile_timeline(plan, Group(people), SHELF), people, SHELF, CONDITIONS)


def one(name: str, who: Person):
    return fitted(plan_of(name), who).of(who.id, "i0")


def test_nothing_declared_is_as_planned() -> None:
    verdict = one("push-up/on-toes", person())
    assert verdict.kind is VerdictKind.AS_PLANNED
    assert verdict.working == 1.0
    assert not verdict.triggered


def test_the_nearest_safe_rung_is_taken() -> None:
    """A wrist that should not be bent under weight goes up to where it is not."""
    verdict = one("push-up/on-knees", person(Declared("wrist-pain", Side.LEFT)))
    assert verdict.kind is VerdictKind.EASED
    assert verdict.version.id in ("at-wall", "at-worktop")
    assert "on-toes" in {drop.version.id for drop in verdict.rejected}
    assert all(drop.triggered_by.rule.because for drop in verdict.rejected)


def test_a_side_changes_that_side_only() -> None:
    verdict = one("wall-slide/one-hand-wall", person(Declared("shoulder-pain", Side.LEFT, "marked")))
    assert verdict.right.version.id == "one-hand-wall"
    assert verdict.left.version is not verdict.right.version or verdict.left.version is None
    assert verdict.kind is VerdictKind.EASED
    other = one("wall-slide/one-hand-wall", person(Declared("shoulder-pain", Side.RIGHT, "marked")))
    assert other.left.version.id == "one-hand-wall"


def test_a_hand_that_may_not_squeeze_takes_the_soft_roll_while_the_other_works_as_planned() -> None:
    verdict = one("ball-grip", person(Declared("wrist-fracture", Side.LEFT, stage="recent")))
    assert verdict.kind is VerdictKind.EASED
    assert (verdict.left.version.id, verdict.right.version.id) == ("grip-towel", "grip-ball")
    assert verdict.working == 1.0


def test_no_floor_means_the_chair_version() -> None:
    verdict = one("thread-through/thread-quadruped", person(Declared("no-floor")))
    assert verdict.kind is VerdictKind.EASED
    assert verdict.version.position.level != "floor"


def test_nobody_goes_to_the_floor_alone() -> None:
    """Where the group sits, no one is sent down to a version on the mat."""
    for condition in CONDITIONS:
        who = person(Declared(condition.id))
        for name in ("push-up/at-worktop", "seated-cat", "toe-dip/dip-seated"):
            verdict = one(name, who)
            assert verdict.version is None or verdict.version.position.level != "floor"


def test_a_swap_keeps_the_aim_and_is_not_on_the_plan_already() -> None:
    who = person(Declared("no-floor"))
    found = fitted(plan_of("bridge", "one-leg-bridge", "back-leg"), who)
    verdict = found.of(who.id, "i0")
    assert verdict.kind is VerdictKind.SWAPPED
    assert verdict.exercise.aim.region == "hip"
    assert verdict.exercise.aim.quality == "strength"
    assert verdict.exercise.id not in ("bridge", "one-leg-bridge", "back-leg")
    assert verdict.version.position.level != "floor"


def test_whoever_can_do_none_of_it_waits_and_is_told_why() -> None:
    who = person(Declared("unwell"), Declared("neck-unstable"))
    every = [one(exercise.id, who) for exercise in SHELF]
    waits = [verdict for verdict in every if verdict.kind is VerdictKind.WAITS]
    assert all(verdict.reason and verdict.working == 0 for verdict in waits)


def test_talk_first_beats_all() -> None:
    who = person(Declared("thin-bones"), talk_first="No screening yet.")
    verdict = one("heel-raise", who)
    assert verdict.kind is VerdictKind.TALK_FIRST
    assert verdict.reason == "No screening yet."


def test_the_instructor_can_overrule_and_it_is_said() -> None:
    word = Override("push-up", "on-knees", "Cleared by her hand therapist.")
    who = person(Declared("wrist-pain", Side.LEFT), overrides=(word,))
    verdict = one("push-up/on-knees", who)
    assert verdict.kind is VerdictKind.AS_PLANNED
    assert verdict.overridden
    assert verdict.reason == word.reason
    assert verdict.triggered


def test_opposite_pulls_end_at_the_safer_common_version() -> None:
    """Bends badly and arches badly: neither rounding nor arching is left in what is done."""
    who = person(Declared("back-bending"), Declared("back-arching"))
    for exercise in SHELF:
        verdict = one(exercise.id, who)
        if verdict.version is not None:
            assert not any(hit.effect == "avoid" for hit in verdict.triggered), exercise.id


@given(st.lists(st.sampled_from([c.id for c in CONDITIONS]), max_size=4, unique=True), st.sampled_from(list(SHELF)))
@settings(max_examples=120, deadline=None)
def test_nothing_that_must_be_avoided_is_ever_done(ids: list[str], exercise) -> None:
    who = person(*(Declared(one) for one in ids))
    verdict = one(exercise.id, who)
    for side in (verdict.left, verdict.right):
        assert not any(hit.effect == "avoid" for hit in side.triggered)
    assert (verdict.version is None) == (verdict.kind in (VerdictKind.WAITS, VerdictKind.TALK_FIRST))


def test_shares_add_up_by_hand() -> None:
    """Two items of 40 s and 60 s of work, one of them not for somebody: 60 % of the time."""
    plan = plan_of("band-row", "knee-straighten")
    timeline = compile_timeline(plan, Group(), SHELF)
    who = person(name="Nerys")
    found = fit(timeline, (who,), SHELF, CONDITIONS)
    assert share_of(found, who).part == 1.0
    first, second = timeline.items
    waiting = replace(found.of(who.id, "i0"), kind=VerdictKind.WAITS, version=None)
    half = fit(timeline, (who,), SHELF, CONDITIONS)
    mixed = replace(half, verdicts={**half.verdicts, (who.id, "i0"): waiting})
    share = share_of(mixed, who)
    assert share.part == pytest.approx(second.work / (first.work + second.work))
    assert share.longest_wait == first.total
    assert share.by_quality[Quality.STRENGTH] == (second.work, first.work + second.work)
    assert lowest(shares(mixed, (who,))).person is who
    assert lowest(()) is None


def test_best_bases_are_the_best_there_are() -> None:
    """Against every combination of bases of a small plan, tried one by one."""
    people = (
        person(Declared("no-floor"), name="Dilwyn"),
        person(Declared("wrist-pain"), name="Solveig"),
        person(Declared("knee-arthritis", None, "marked"), name="Halvard"),
    )
    plan = plan_of("thread-through/thread-quadruped", "bridge", "push-up/on-knees")
    timeline = compile_timeline(plan, Group(people), SHELF)
    proposal = best_bases(timeline, people, SHELF, CONDITIONS)
    ladders = [SHELF.exercise(item.exercise).versions for item in plan.items()]
    best = 0.0
    for way in product(*ladders):
        tried = plan_of(*(f"{item.exercise}/{v.id}" for item, v in zip(plan.items(), way, strict=True)))
        found = fitted(tried, *people)
        # Shares are of the same work, so that bases are compared and not doses.
        works = [time.work for time in timeline.items]
        part = min(
            sum(work * found.of(p.id, f"i{n}").working for n, work in enumerate(works)) / sum(works) for p in people
        )
        best = max(best, part)
    assert proposal.lowest_after == pytest.approx(best)
    assert proposal.lowest_after >= proposal.lowest_before
    assert proposal.differ_after <= proposal.differ_before
    better = with_bases(plan, proposal.changes, SHELF)
    again = fitted(better, *people)
    assert sum(verdict.differs for verdict in again.verdicts.values()) == proposal.differ_after


def test_with_nobody_to_ease_nothing_is_proposed() -> None:
    plan = plan_of("push-up/on-toes", "bridge")
    people = (person(),)
    proposal = best_bases(compile_timeline(plan, Group(people), SHELF), people, SHELF, CONDITIONS)
    assert proposal.changes == ()
    assert proposal.lowest_before == 1.0


def test_fit_on_the_command_line(tmp_path, capsys) -> None:
    plan_file, people_file = tmp_path / "plan.json", tmp_path / "people.json"
    plan_file.write_text(write_plan(plan_of("bridge", "heel-raise")), encoding="utf-8")
    people = [{"id": "d", "name": "Dilwyn Farrow", "conditions": [{"condition": "no-floor"}]}, {"id": "n"}]
    people_file.write_text(json.dumps(people), encoding="utf-8")
    assert main(["fit", str(plan_file), str(people_file), "--json"]) == 0
    out = json.loads(capsys.readouterr().out)
    by = {(v["person"], v["item"]): v for v in out["verdicts"]}
    assert by["d", "i0"]["verdict"] == "swapped"
    assert by["d", "i0"]["left_out"][0]["because"]
    assert by["n", "i0"]["verdict"] == "as_planned"
    assert out["lowest"]["share"] == 1.0
    assert main(["fit", str(plan_file), str(people_file)]) == 0
    assert "Dilwyn Farrow" in capsys.readouterr().out


def test_the_published_examples_work_as_documented(capsys) -> None:
    folder = Path(__file__).parents[3] / "docs/formats"
    assert main(["fit", str(folder / "example-plan.json"), str(folder / "example-people.json")]) == 0
    said = capsys.readouterr().out
    for name in ("Bronwen Sayle", "Dilwyn Farrow", "Cosmo Idris"):
        assert name in said
    assert "No screening yet" in said
    assert main(["judge", str(folder / "example-case.json"), "--json"]) == 0
    assert json.loads(capsys.readouterr().out)["verdict"] == "ease"


@pytest.mark.parametrize("conditions", [(), (Declared("thin-bones", severity="mild"),)])
def test_somebody_new_to_it_starts_where_newcomers_start(conditions) -> None:
    exercise = SHELF.exercise("push-up")
    time = next(one for one in every_item(SHELF) if one.exercise is exercise and one.version.id == "at-worktop")
    new, taught, unknown = (
        Person("p", "P", conditions=conditions, known=known) for known in (frozenset(), frozenset({"push-up"}), None)
    )
    found = fit_item(new, time, SHELF, CONDITIONS)
    assert (found.kind, found.version.id) == (VerdictKind.EASED, "at-wall")
    assert found.reason == "New to this exercise."
    assert in_words(found).endswith(found.reason)
    for person in (taught, unknown):
        assert fit_item(person, time, SHELF, CONDITIONS).version.id == "at-worktop"


def test_where_newcomers_start_is_never_harder_than_what_is_planned() -> None:
    """And it never sends anybody to the floor alone, nor off the rail."""
    marked = 0
    for time in every_item(SHELF):
        marked += bool(time.exercise.newcomer)
        start = time.exercise.for_newcomer(time.version)
        assert time.exercise.rung(start.id) <= time.exercise.rung(time.version.id)
        done = fit_item(Person("p", "P", known=frozenset()), time, SHELF, CONDITIONS).version
        assert done in (time.version, start)
        assert done in candidates(time.exercise, time.version)
    assert marked > 100


@pytest.mark.sweep
@every("condition", list(CONDITIONS), ids=lambda condition: condition.id)
def test_a_newcomer_with_a_condition_stays_within_what_suits_meanwhile(condition) -> None:
    """Nobody goes to the floor alone or off the rail, and nothing is done that is to be avoided."""
    declared = (Declared(condition.id),)
    profile = profile_of(declared, CONDITIONS)
    person = Person("p", "P", conditions=declared, known=frozenset())
    for time in ITEMS:
        found = fit_item(person, time, SHELF, CONDITIONS)
        if found.exercise is not time.exercise or found.version is None:
            continue
        for side, done in ((Side.LEFT, found.left), (Side.RIGHT, found.right)):
            if done.version is not None:
                assert done.version in candidates(time.exercise, time.version), time.version.id
                assert profile.on(done.version, side).avoid is None, time.version.id
