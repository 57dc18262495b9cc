"""Dates decide stages, figures decide bounds, and a limit of a clinician is followed or ruled out."""

import datetime

import pytest

from fairbench.core.fit.cautions import demand_set
from fairbench.core.fit.fit import fit_item
from fairbench.core.fit.profile import profile_of
from fairbench.core.fit.verdict import VerdictKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import ConditionError, Declared
from fairbench.core.people.person import Group, Person
from fairbench.core.people.rules import Effect
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.sides import Side
from tests.every import every

CONDITIONS, SHELF = load_conditions(), load_shelf()
DAY = datetime.date(2026, 11, 26)


def weeks_ago(weeks: float) -> datetime.date:
    return DAY - datetime.timedelta(days=round(weeks * 7))


@pytest.mark.parametrize(
    ("condition", "weeks", "stage"),
    [
        ("hip-replacement", 0, "early"),
        ("hip-replacement", 11.9, "early"),
        ("hip-replacement", 12, "settled"),
        ("pregnancy", 13.9, "first three months"),
        ("pregnancy", 14, "middle three months"),
        ("pregnancy", 28, "last three months"),
        ("after-birth", 5.9, "first six weeks"),
        ("after-birth", 6, "later"),
        ("spine-fracture", 25.9, "recent"),
        ("pacemaker", 6, "settled"),
    ],
)
def test_the_day_decides_the_stage(condition: str, weeks: float, stage: str) -> None:
    said = Declared(condition, since=weeks_ago(weeks))
    assert CONDITIONS.as_of(said, DAY).stage == stage


def test_a_day_to_come_and_a_day_where_none_counts_are_refused() -> None:
    with pytest.raises(ConditionError, match="27 Nov 2026 is still to come"):
        CONDITIONS.as_of(Declared("hip-replacement", since=DAY + datetime.timedelta(days=1)), DAY)
    with pytest.raises(ConditionError, match="narrowed spinal canal counts from no day"):
        CONDITIONS.as_of(Declared("stenosis", since=DAY), DAY)


def test_clearance_falls_away_when_the_weeks_are_over() -> None:
    for weeks, asks in ((5, True), (12, False)):
        said = CONDITIONS.as_of(Declared("knee-replacement", Side.LEFT, since=weeks_ago(weeks)), DAY)
        assert bool(CONDITIONS.wants_clearance(said)) is asks


def test_the_day_is_told_in_weeks_and_a_pregnancy_by_its_due_day() -> None:
    assert CONDITIONS.counted(Declared("hip-replacement", since=weeks_ago(7)), DAY) == "7 weeks since 8 Oct 2026"
    assert CONDITIONS.counted(Declared("hip-replacement"), DAY) == ""
    assert CONDITIONS.counted(Declared("pregnancy", since=weeks_ago(30)), DAY) == "week 30, due 4 Feb 2027"


@pytest.mark.parametrize("value", [44, 131])
def test_a_figure_that_cannot_be_is_refused(value: float) -> None:
    with pytest.raises(ConditionError, match=r"is from 45° to 130°"):
        CONDITIONS.check(Declared("limit-hip-bend", measure=value))
    with pytest.raises(ConditionError, match="has no figure"):
        CONDITIONS.check(Declared("stenosis", measure=value))


def test_a_figure_not_said_is_the_least() -> None:
    unsaid, least = (Declared("limit-lift", measure=said) for said in (None, 0.5))
    assert [r.when for r in CONDITIONS.rules_for(unsaid)] == [r.when for r in CONDITIONS.rules_for(least)]
    assert CONDITIONS.not_said(unsaid) == "Not said the heaviest load: taken as 0.5 kg."
    assert CONDITIONS.words(Declared("limit-hip-bend", Side.LEFT, measure=90)) == "limit on bending the hip, left, 90°"


@pytest.mark.sweep
@every("condition", [c for c in CONDITIONS if c.measure], ids=lambda c: c.id)
def test_a_lower_figure_is_never_milder(condition) -> None:
    """Over the whole shelf: whatever a higher limit speaks against, a lower one does too."""
    figures = [condition.measure.most, (condition.measure.least + condition.measure.most) / 2, condition.measure.least]
    profiles = [profile_of((Declared(condition.id, measure=figure),), CONDITIONS) for figure in figures]
    seen = 0
    for exercise in SHELF:
        for version in exercise.versions:
            for side in Side:
                against = [bool(profile.on(version, side).against) for profile in profiles]
                assert against == sorted(against), (version.id, side)
                seen += against[-1]
    assert seen


def verdict(exercise: str, version: str, *declared: Declared):
    plan = Plan("One", 45, (Block(SHELF.exercise(exercise).block, (Item("i", exercise, version),)),))
    time = compile_timeline(plan, Group(), SHELF).items[0]
    return fit_item(Person("p", "P", conditions=declared), time, SHELF, CONDITIONS, frozenset({exercise}))


def test_a_limit_in_degrees_says_how_far() -> None:
    """A knee lift asks more than a right angle of the hip; up to the limit it can be done."""
    lift, said = SHELF.exercise("seated-march").version("knee-lift"), Declared("limit-hip-bend", Side.LEFT, measure=95)
    found = profile_of((said,), CONDITIONS).on(lift, Side.LEFT)
    assert found.avoid is None
    assert found.easings == ("bend less at the left hip, to 95° at most",)
    assert verdict("seated-march", "knee-lift", said).kind is VerdictKind.EASED
    assert not verdict("seated-march", "knee-lift", Declared("limit-hip-bend", Side.LEFT, measure=130)).differs


def test_a_load_over_the_limit_says_how_heavy() -> None:
    found = verdict("overhead-press", "press-bottle", Declared("limit-lift", measure=0.5))
    heavy = [hit for made in (found.left, found.right) for hit in made.triggered if hit.effect is Effect.EASE]
    assert found.kind is not VerdictKind.AS_PLANNED
    assert not heavy or any("0.5 kg at most" in words for words in found.easings)


def test_no_weight_on_a_foot_leaves_nobody_standing() -> None:
    profile = profile_of((Declared("no-weight-foot", Side.LEFT),), CONDITIONS)
    for exercise in SHELF:
        for version in exercise.versions:
            if "standing" in demand_set(version, Side.LEFT).values:
                assert any(made.avoid for made in profile.both(version)), f"{exercise.id}/{version.id}"


def test_the_approach_decides_what_an_early_hip_spares() -> None:
    front, back = (Declared("hip-replacement", Side.LEFT, f"{way} approach", "early") for way in ("front", "back"))
    bends = SHELF.exercise("seated-march").version("knee-lift")
    behind = SHELF.exercise("hip-front").version("hip-step")
    assert [bool(profile_of((way,), CONDITIONS).on(bends, Side.LEFT).against) for way in (front, back)] == [False, True]
    assert [bool(profile_of((way,), CONDITIONS).on(behind, Side.LEFT).against) for way in (front, back)] == [
        True,
        False,
    ]
