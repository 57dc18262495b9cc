"""Findings about people and the fixes they suggest: a promise made is kept; what is kept is found anew."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.checks import Weight
from fairbench.core.checks.people import LEAST_SHARE, LONGEST_WAIT
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.fit.alternatives import alternatives_for, swap_for
from fairbench.core.fit.base_versions import best_bases, better_base, with_bases
from fairbench.core.fit.cautions import cautions, demand_set
from fairbench.core.fit.fit import alike, book_of, fit
from fairbench.core.fit.share import lowest, share_of, shares
from fairbench.core.fit.verdict import VerdictKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Group, Override, Person
from fairbench.core.people.rules import Effect
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.plan.plan import change as change_item
from fairbench.core.positions import Level
from fairbench.core.sides import Side
from tests.core.checks.asked import PEOPLE, of_fit

SHELF = load_shelf()
CONDITIONS = load_conditions()
NEW_KNEE = Declared("knee-replacement", Side.RIGHT, stage="early")
SORE = (Declared("shoulder-pain", Side.LEFT, "marked"), Declared("shoulder-pain", Side.RIGHT, "marked"))


def somebody(name: str, *declared: Declared, talk: str = "") -> Person:
    return Person(name, name, 1.0, declared, talk)


def plan_of(*exercises: str, sets: int = 1) -> Plan:
    items = []
    for number, name in enumerate(exercises):
        base = SHELF.exercise(name).version(SHELF.exercise(name).base)
        items.append(Item(f"i{number}", name, base.id, replace(base.dose, sets=sets)))
    return Plan("P", 45, (Block(BlockKind.STRENGTHEN, tuple(items)),))


def fitted(plan: Plan, *people: Person):
    return fit(compile_timeline(plan, Group(people), SHELF), people, SHELF, CONDITIONS)


def people_findings(plan: Plan, *people: Person):
    found = fitted(plan, *people)
    return of_fit(found, *PEOPLE)


def test_nobody_is_left_out_and_nothing_is_said() -> None:
    assert people_findings(plan_of("band-row", "heel-raise"), somebody("A"), somebody("B", Declared("stenosis"))) == ()


def test_an_empty_plan_leaves_nobody_out() -> None:
    assert people_findings(Plan("P", 45, (Block(BlockKind.STRENGTHEN),)), somebody("A", talk="Not screened.")) == ()


def test_who_is_to_be_talked_to_is_said_once_and_not_as_waiting() -> None:
    (finding,) = people_findings(plan_of("heel-drop", sets=5), somebody("T", talk="Not screened."))
    assert (finding.weight, finding.title, finding.detail) == (Weight.ALARM, "T: talk first", "Not screened.")
    assert (finding.person, finding.item, finding.suggested_fixes) == ("T", None, ())


def test_a_long_wait_names_the_item_the_reason_and_a_mend() -> None:
    plan = plan_of("band-row", "heel-drop", sets=5)
    knee = somebody("K", NEW_KNEE)
    share = share_of(fitted(plan, knee), knee)
    assert share.longest_wait > LONGEST_WAIT
    (finding,) = people_findings(plan, knee)
    assert finding.title.startswith("K waits ")
    assert finding.item == "i1"
    assert finding.detail == "No thuds yet. Nobody should wait over 3:00 at a stretch."
    for_all, for_one = finding.suggested_fixes
    assert for_all.verb == "swap"
    assert for_all.fields["item"] == "i1"
    assert for_one.verb == "give"
    assert (for_one.fields["person"], for_one.fields["exercise"]) == ("K", "heel-drop")


def test_a_short_wait_with_a_low_share_is_found_too() -> None:
    plan = plan_of("heel-drop")
    knee = somebody("K", NEW_KNEE)
    share = share_of(fitted(plan, knee), knee)
    assert share.longest_wait <= LONGEST_WAIT
    assert share.part == 0 < LEAST_SHARE
    (finding,) = people_findings(plan, knee)
    assert finding.title == "K has something to do for 0% of the work"
    assert finding.detail.endswith("three quarters of the working time at least.")


def test_a_swap_gives_what_it_promises_and_takes_from_nobody() -> None:
    plan = plan_of("band-row", "heel-drop", sets=4)
    people = (somebody("K", NEW_KNEE), somebody("S", *SORE), somebody("F", Declared("no-floor")))
    found = fitted(plan, *people)
    time = found.timeline.time_of("i1")
    swap = swap_for(people[0], time, found, people, SHELF, CONDITIONS)
    assert swap.exercise.block is time.exercise.block
    assert swap.version.position.level is time.version.position.level
    assert swap.exercise.id not in ("band-row", "heel-drop")
    item = replace(plan.item("i1"), exercise=swap.exercise.id, version=swap.version.id, dose=None)
    after = fitted(change_item(plan, item), *people)
    assert after.of("K", "i1").working == 1
    assert after.of("K", "i1").exercise is swap.exercise
    for person in people:
        assert after.of(person.id, "i1").working >= found.of(person.id, "i1").working


def test_one_person_is_given_what_the_words_promise() -> None:
    plan = plan_of("band-row", "heel-drop", sets=5)
    knee, other = somebody("K", NEW_KNEE), somebody("S", *SORE)
    (finding,) = people_findings(plan, knee, other)
    fields = finding.suggested_fixes[1].fields
    word = Override(fields["exercise"], fields["version"], "so that there is something to do", fields["instead"])
    given = replace(knee, overrides=(word,))
    after = fitted(plan, given, other)
    verdict = after.of("K", "i1")
    assert (verdict.kind, verdict.overridden) == (VerdictKind.SWAPPED, True)
    assert (verdict.exercise.id, verdict.version.id) == (fields["instead"], fields["version"])
    assert finding.suggested_fixes[1].words.endswith(f"then {share_of(after, given).part:.0%}")
    assert after.of("S", "i1") == fitted(plan, knee, other).of("S", "i1")
    assert people_findings(plan, given, other) == ()


def test_what_stands_in_suits_is_new_and_comes_nearest_first() -> None:
    plan = plan_of("band-row", "heel-drop")
    knee = somebody("K", NEW_KNEE)
    found = fitted(plan, knee)
    time = found.timeline.time_of("i1")
    offered = list(alternatives_for(knee, time, found, SHELF, CONDITIONS))
    assert len(offered) > 20
    ids = [one.exercise.id for one in offered]
    assert len(set(ids)) == len(ids)
    assert not {"band-row", "heel-drop"} & set(ids)
    nearness = [(one.exercise.block is time.exercise.block, alike(one.exercise, time.exercise)) for one in offered]
    assert nearness == sorted(nearness, reverse=True)
    for one in offered:
        assert one.version.position.level is not Level.FLOOR
        assert one.same_aim is (alike(one.exercise, time.exercise) > 0)
        assert one.share == 1
        hits = cautions([NEW_KNEE], CONDITIONS, demand_set(one.version, Side.RIGHT))
        assert Effect.AVOID not in {hit.effect for hit in hits}


def test_a_floor_exercise_may_be_stood_in_for_on_the_floor() -> None:
    plan = plan_of("bridge")
    person = somebody("A")
    found = fitted(plan, person)
    levels = {
        one.version.position.level
        for one in alternatives_for(person, found.timeline.time_of("i0"), found, SHELF, CONDITIONS)
    }
    assert Level.FLOOR in levels


@pytest.mark.parametrize(("sore", "said"), [(1, False), (2, True), (3, True)])
def test_a_base_that_is_wrong_for_over_a_third(sore: int, said: bool) -> None:
    people = tuple(somebody(f"P{n}", *(SORE if n < sore else ())) for n in range(4))
    found = fitted(plan_of("arm-sweep", "heel-raise"), *people)
    findings = of_fit(found, "wrong-base")
    assert bool(findings) is said
    for finding in findings:
        assert finding.item == "i0"
        assert finding.title == f"{sore} of 4 do Arm sweep otherwise"
        assert finding.suggested_fixes[0].fields == {"item": "i0", "version": "to-shoulder"}


def test_a_better_base_is_none_where_the_base_is_best() -> None:
    people = (somebody("A"), somebody("B"))
    timeline = compile_timeline(plan_of("arm-sweep"), Group(people), SHELF)
    assert better_base(people, SHELF, CONDITIONS, frozenset({"arm-sweep"}))(timeline.items[0]) is None
    sore = tuple(somebody(name, *SORE) for name in "AB")
    better = better_base(sore, SHELF, CONDITIONS, frozenset({"arm-sweep"}))(timeline.items[0])
    assert (better.before.id, better.differ_before, better.differ_after) == ("both-arms", 2, 0)


def test_who_is_to_be_talked_to_does_not_decide_the_bases() -> None:
    people = (*(somebody(f"S{n}", *SORE) for n in range(2)), somebody("T", talk="Not screened."))
    timeline = compile_timeline(plan_of("arm-sweep"), Group(people), SHELF)
    proposal = best_bases(timeline, people, SHELF, CONDITIONS)
    assert proposal.lowest_before == 1
    assert [change.after.id for change in proposal.changes] == ["to-shoulder"]


DECLARED = st.sampled_from(
    [
        NEW_KNEE,
        *SORE,
        Declared("no-floor"),
        Declared("stenosis"),
        Declared("unwell"),
        Declared("stroke", Side.LEFT, "arm moves little so far"),
        Declared("parkinsons"),
    ]
)
SOME_PEOPLE = st.lists(st.lists(DECLARED, max_size=3, unique_by=lambda one: one.condition), min_size=1, max_size=4)
EXERCISES = st.lists(st.sampled_from(sorted(SHELF.exercises)), min_size=1, max_size=5, unique=True)


@settings(max_examples=25)
@given(EXERCISES, SOME_PEOPLE)
def test_what_is_kept_is_what_would_be_found_anew(exercises, profiles) -> None:
    people = tuple(somebody(f"P{n}", *declared) for n, declared in enumerate(profiles))
    plan = plan_of(*exercises)
    kept = fitted(plan, *people)
    again = fitted(plan, *people)
    book_of.cache_clear()
    anew = fitted(plan, *people)
    for key, verdict in anew.verdicts.items():
        for other in (kept.verdicts[key], again.verdicts[key]):
            assert (other.kind, other.exercise, other.version) == (verdict.kind, verdict.exercise, verdict.version)
            assert other.item == key[1]


@settings(max_examples=25)
@given(EXERCISES, SOME_PEOPLE)
def test_shares_stay_within_bounds_and_add_up(exercises, profiles) -> None:
    people = tuple(somebody(f"P{n}", *declared) for n, declared in enumerate(profiles))
    found = fitted(plan_of(*exercises), *people)
    everyone = shares(found, people)
    assert lowest(everyone).part == min(share.part for share in everyone)
    for share in everyone:
        assert 0 <= share.part <= 1
        assert share.working == pytest.approx(sum(own for own, _ in share.by_quality.values()))
        assert share.of == pytest.approx(sum(planned for _, planned in share.by_quality.values()))
        assert share.swaps == sum(verdict.kind is VerdictKind.SWAPPED for verdict in found.of_person(share.person.id))
        waits = any(verdict.working == 0 or found.turn(verdict) < 1 for verdict in found.of_person(share.person.id))
        assert (share.longest_wait > 0) is waits


@settings(max_examples=15)
@given(EXERCISES, SOME_PEOPLE)
def test_fairer_bases_never_make_it_less_fair(exercises, profiles) -> None:
    people = tuple(somebody(f"P{n}", *declared) for n, declared in enumerate(profiles))
    plan = plan_of(*exercises)
    timeline = compile_timeline(plan, Group(people), SHELF)
    proposal = best_bases(timeline, people, SHELF, CONDITIONS)
    assert proposal.lowest_after >= proposal.lowest_before - 1e-9
    assert {item.id for item in with_bases(plan, proposal.changes, SHELF).items()} == {item.id for item in plan.items()}
    for change in proposal.changes:
        assert change.before is not change.after


def test_whoever_goes_up_and_down_alone_is_a_finding_and_it_comes_off_their_share() -> None:
    """Three mat items with standing stand-ins: up, down and up again while the others lie."""
    walker = replace(
        somebody("W"),
        overrides=tuple(
            Override(exercise, version, "Asked for it.", instead)
            for exercise, version, instead in (
                ("bridge", "at-the-rail", "heel-raise"),
                ("knee-hug", "at-wall", "push-up"),
            )
        ),
    )
    plan = plan_of("toe-dip", "bridge", "figure-four-lying", "knee-hug", "inner-thigh")
    found = fitted(plan, somebody("A"), walker)
    alone, others = share_of(found, walker), share_of(found, somebody("A"))
    assert others.part == 1
    assert alone.part < 0.8
    assert alone.working < others.working
    findings = of_fit(found, *PEOPLE)
    assert any(finding.title.startswith("W changes place") for finding in findings)
    assert not any(finding.person == "A" for finding in findings)


def test_a_base_that_most_are_new_to_is_said_so() -> None:
    people = tuple(Person(f"p{n}", f"P{n}", known=frozenset()) for n in range(3))
    found = fitted(plan_of("push-up"), *people)
    finding = of_fit(found, "wrong-base")[0]
    assert finding.title == "3 of 3 do Push up otherwise"
    assert "3 are new to it and start with at the wall" in finding.detail
    assert finding.suggested_fixes[0].fields["version"] == "at-wall"
    taught = tuple(replace(person, known=frozenset({"push-up"})) for person in people)
    assert not of_fit(fitted(plan_of("push-up"), *taught), "wrong-base")


def test_who_waits_for_a_turn_at_the_door_frame_has_only_their_part() -> None:
    people = tuple(somebody(f"P{n}") for n in range(4))
    found = fitted(plan_of("door-frame-chest"), *people)
    everyone = shares(found, people)
    assert {share.part for share in everyone} == {0.25}
    work = found.timeline.items[0].work
    assert {share.longest_wait for share in everyone} == {work * 0.75}
    findings = of_fit(found, *PEOPLE)
    assert findings[-1].title.startswith("4 take turns in ")
    assert all("wait their turn" in finding.detail for finding in findings[:-1])
    alone = fitted(plan_of("door-frame-chest"), people[0])
    assert shares(alone, people[:1])[0].part == 1


@pytest.mark.parametrize("number", [2, 4, 12])
def test_a_queue_of_any_length_is_told_and_breaks_nothing(number: int) -> None:
    people = tuple(somebody(f"P{n}") for n in range(number))
    for exercises in (("door-frame-chest",), ("doorway-press", "band-row", "ring-press", "heel-raise", "bridge")):
        findings = people_findings(plan_of(*exercises, sets=4), *people)
        told = {finding.person for finding in findings if finding.person}
        shares_of = shares(fitted(plan_of(*exercises, sets=4), *people), people)
        assert {one.person.id for one in shares_of if one.longest_wait > LONGEST_WAIT} <= told
