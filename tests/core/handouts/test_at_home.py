"""What somebody takes home, over the whole catalogue: nobody is told to do alone what they should not, or cannot."""

import datetime
import re
from dataclasses import replace
from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.dose.words import summary
from fairbench.core.dose.work import Repetitions
from fairbench.core.errors import InputError
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.fit.cautions import demand_set
from fairbench.core.fit.profile import profile_of
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.handouts_doc import load_home_rules, sheet_document, sheet_of
from fairbench.core.formats.ready_classes_doc import load_ready_classes
from fairbench.core.handouts.allowed import why_not
from fairbench.core.handouts.alone import Alone
from fairbench.core.handouts.amount_words import amount_at_home
from fairbench.core.handouts.choose import Wanted, at_own_rung, leaflet, propose
from fairbench.core.handouts.count import GET_READY, counted
from fairbench.core.handouts.dose_at_home import dose_at_home
from fairbench.core.handouts.home import Home, Source
from fairbench.core.handouts.moments import moment_for, moments_for, place_of
from fairbench.core.handouts.plain_words import easier, hard_to_read, sentences
from fairbench.core.handouts.sheet import NotForHomeError, Sheet, SheetError, SheetLine, line_of
from fairbench.core.people.conditions import Declared
from fairbench.core.people.own_sides import OwnSide
from fairbench.core.people.person import Person
from fairbench.core.people.rules import Effect
from fairbench.core.positions import Level
from fairbench.core.progress.amount import amount_of
from fairbench.core.progress.log import Bout
from fairbench.core.sides import First, Side
from tests.every import every

RULES, SHELF, CONDITIONS = load_home_rules(), load_shelf(), load_conditions()
VERSIONS = [(exercise, version) for exercise in SHELF for version in exercise.versions]
TODAY = datetime.date(2026, 11, 27)
HOMES = (
    Home(),
    Home("the worktop"),
    Home("the worktop", up_alone=True),
    Home("the window sill", True, dict.fromkeys(SHELF.props, "")),
)
SIDED = (OwnSide(First.WEAKER, Side.LEFT), OwnSide(First.AFFECTED, Side.LEFT))


def declared() -> "st.SearchStrategy[tuple[Declared, ...]]":
    """Up to three conditions, each with an option of its own."""

    def one(condition_id: str) -> "st.SearchStrategy[Declared]":
        condition = CONDITIONS.by_id[condition_id]
        return st.builds(
            Declared,
            st.just(condition_id),
            st.sampled_from((Side.LEFT, Side.RIGHT)) if condition.sided else st.none(),
            st.sampled_from(condition.severities or ("",)),
            st.sampled_from(condition.stages or ("",)),
        )

    ids = st.sampled_from(sorted(CONDITIONS.by_id))
    return st.lists(ids, max_size=3, unique=True).flatmap(lambda found: st.tuples(*(one(name) for name in found)))


def alone(person: Person, home: Home) -> Alone:
    return Alone(person, home, RULES, SHELF, CONDITIONS)


def asked(version: Version, name: str) -> bool:
    return any(value > 0 for side in Side for value, _, _ in demand_set(version, side).of(name))


def line(exercise: Exercise, version: Version, person: Person, home: Home) -> SheetLine:
    amount = amount_of(version.id, version.dose)
    dose = dose_at_home(version, amount)
    moment = moment_for(version, RULES, home.hold)
    return line_of(exercise, version, dose, moment, alone(person, home))


@pytest.mark.sweep
@settings(max_examples=250, deadline=None)
@given(st.sampled_from(VERSIONS), declared(), st.sampled_from(HOMES))
def test_nobody_does_alone_what_they_should_not(
    pair: tuple[Exercise, Version], has: tuple[Declared, ...], home: Home
) -> None:
    exercise, version = pair
    person = Person("1", "Enid", conditions=has, own_sides=SIDED)
    names = {one.condition for one in has}
    try:
        made = line(exercise, version, person, home)
    except NotForHomeError:
        return
    if version.position.level is Level.FLOOR:
        assert home.up_alone
        assert not names & RULES.not_to_the_floor
    if asked(version, "unsupported"):
        assert not names & RULES.unsteady
        for never in ("single_leg", "narrow_base", "turning", "impact", "eyes_closed"):
            assert not asked(version, never), never
    if asked(version, "single_leg") or "rail" in version.props:
        assert home.hold
    if ("stroke", "arm moves little so far") in {(one.condition, one.severity) for one in has}:
        assert not any(item.where == "hands" for item in version.movement.held)
    for found in profile_of(has, CONDITIONS).both(version):
        assert found.avoid is None
        assert not any(hit.effect is Effect.EASE for hit in found.triggered)
    assert [taken.prop for taken in made.things] == list(version.props)
    for taken in made.things:
        assert taken.prop in home.things or RULES.things[taken.prop].source in (
            Source.FOUND,
            Source.INSTEAD,
            Source.HOLD,
        )


@every(("exercise", "version"), VERSIONS, ids=lambda one: one.id)
def test_every_line_can_be_read_by_one_who_is_alone(exercise: Exercise, version: Version) -> None:
    person = Person("1", "Enid", own_sides=SIDED)
    try:
        made = line(exercise, version, person, HOMES[2])
    except NotForHomeError:
        return
    for text in (*made.texts, made.amount, made.moment.say):
        assert "{" not in text
        assert not re.search(r"\b(instructor|teacher|working (arm|leg|hand|foot|side))\b", text, re.IGNORECASE), text
        assert "rail" not in text.replace("stair rail", ""), text
        assert "step" not in version.props or "worktop" not in text, text  # out of reach at the stairs
    assert made.amount
    assert set(re.findall(r"\d+(?:\.\d+)?", made.amount)) <= set(_figures(made)) | {"1"}
    assert place_of(version) in made.moment.where or made.moment.id == "kettle"
    assert made.moment in moments_for(version, RULES, "the worktop")


def _figures(made: SheetLine) -> list[str]:
    return [*re.findall(r"\d+(?:\.\d+)?", summary(made.dose, "side")), str(made.dose.time.count)]


@settings(max_examples=150, deadline=None)
@given(st.sampled_from(VERSIONS), st.integers(1, 30), st.integers(1, 4))
def test_at_home_is_never_more_than_in_class(pair: tuple[Exercise, Version], reps: int, sets: int) -> None:
    _, version = pair
    usual = amount_of(version.id, version.dose)
    last = replace(usual.with_value(reps), sets=sets)
    then = amount_of(version.id, dose_at_home(version, last))
    assert then.sets <= min(2, sets)
    assert then.value <= max(last.value, 5)  # a dose has its least
    assert then.kg is None or (last.kg is not None and then.kg <= last.kg)


@pytest.mark.parametrize("reps", [5, 8, 12, 17])
def test_at_home_it_is_as_much_as_the_last_time(reps: int) -> None:
    version = SHELF.exercise("band-row").version("band-round-feet")
    last = replace(amount_of(version.id, version.dose).with_value(reps), sets=2)
    made = dose_at_home(version, last)
    assert (amount_of(version.id, made).value, made.sets) == (reps, 2)
    assert amount_at_home(made, "arm").startswith(f"{reps} times, rest, and all of it again")


def test_one_who_is_talked_to_first_gets_no_sheet() -> None:
    person = Person("1", "Enid", talk_first="The screening ran out.")
    with pytest.raises(SheetError, match="talk to Enid first"):
        propose(alone(person, HOMES[2]), (), Wanted({}), TODAY)
    for exercise, version in VERSIONS[:20]:
        assert why_not(version, alone(person, HOMES[2]))
        assert exercise


def bouts(*names: str, times: int = 3, **said: object) -> tuple[Bout, ...]:
    found = []
    for name in names:
        exercise = SHELF.exercise(name)
        version = exercise.version(exercise.base)
        for week in range(times):
            day = TODAY - datetime.timedelta(weeks=times - week)
            last = said if week == times - 1 else {}
            found.append(Bout(day, name, amount_of(version.id, version.dose), **last))
    return tuple(found)


SIX = ("sit-to-stand", "heel-raise", "band-row", "calf-stretch", "seated-turn", "shoulder-rolls", "knee-straighten")


def test_a_sheet_is_of_what_was_done_well_and_what_is_wanted() -> None:
    known = tuple(name for name in SIX if name in SHELF.exercises)
    person, goals = Person("1", "Enid"), {"band-row": "open the door"}
    found = propose(alone(person, HOMES[1]), bouts(*known), Wanted(goals), TODAY)
    assert 3 <= len(found.lines) <= 5
    assert "band-row" in {one.exercise for one in found.lines}
    row = next(one for one in found.lines if one.exercise == "band-row")
    assert row.because[0] == "For: open the door"
    assert {one.moment.id for one in found.lines} == set({one.moment.id: one for one in found.lines})
    sheet = Sheet(found.lines, call="the hall")
    assert sheet_of(sheet_document(sheet), RULES) == sheet
    assert sheet.minutes_a_week == 5 * sheet.minutes_a_day


@pytest.mark.parametrize(
    ("said", "why"),
    [
        ({"pain": 4, "pain_where": "knee"}, "It hurt the last time."),
        ({"sore_after": True}, "It hurt the last time."),
        ({"lost_form": True}, "The form was lost the last time."),
        ({"teach_again": True}, "It needs teaching again first."),
        ({"effort": 8}, "It was too hard the last time."),
    ],
)
def test_what_did_not_go_well_stays_in_class(said: dict[str, object], why: str) -> None:
    log = (*bouts("sit-to-stand", "calf-stretch"), *bouts("heel-raise", **said))
    found = propose(alone(Person("1", "Enid"), HOMES[1]), log, Wanted({}), TODAY)
    assert "heel-raise" not in {one.exercise for one in (*found.lines, *found.others)}
    assert why in {one.why for one in found.left_out if one.exercise.id == "heel-raise"}


@pytest.mark.parametrize("hold", ["nothing", "none", "my husband", "a walking stick"])
def test_only_what_does_not_move_is_something_to_hold(hold: str) -> None:
    with pytest.raises(InputError, match="or empty, not"):
        Home(hold)


def test_without_something_to_hold_one_sits() -> None:
    exercise = SHELF.exercise("heel-raise")
    last = amount_of("at-the-rail", exercise.version("at-the-rail").dose)
    person = Person("1", "Enid")
    seated = at_own_rung(exercise, last, alone(person, HOMES[0]))
    held = at_own_rung(exercise, last, alone(person, HOMES[1]))
    assert (seated.version, held.version) == ("seated", "at-the-rail")
    assert "Easier than in class: seated." in seated.because
    assert held.start == ("Stand tall, both hands on the worktop, feet hip-width.",)
    assert held.things[0].say == "the worktop"


def test_an_arm_that_does_not_move_holds_nothing_in_both_hands() -> None:
    weak = Person("1", "Enid", conditions=(Declared("stroke", Side.LEFT, severity="arm moves little so far"),))
    tried = 0
    for exercise, version in VERSIONS:
        if any(item.where == "hands" for item in version.movement.held):
            tried += 1
            assert why_not(version, alone(weak, HOMES[3])), (exercise.id, version.id)
    assert tried > 30
    ball = SHELF.exercise("ring-press").version("ball-at-chest")
    assert why_not(ball, alone(weak, HOMES[3])) == "is held in both hands"
    assert not why_not(ball, alone(Person("1", "Enid"), HOMES[3]))


def test_one_does_not_hold_the_window_sill_while_the_kettle_boils() -> None:
    """Each exercise is done in one place."""
    exercise = SHELF.exercise("heel-raise")
    last = amount_of("at-the-rail", exercise.version("at-the-rail").dose)
    for home, moment in ((HOMES[1], "kettle"), (HOMES[3], "meal")):
        made = at_own_rung(exercise, last, alone(Person("1", "Enid"), home))
        assert (made.version, made.moment.id) == ("at-the-rail", moment)


def test_a_weight_at_home_is_never_heavier() -> None:
    exercise = SHELF.exercise("bottle-curl")
    version = next(one for one in exercise.versions if "hand-weight" in one.props or "bottle" in one.props)
    for kg, words in ((0.5, "500 g"), (0.75, "500 g"), (1.5, "1 kg"), (0.45, "400 g")):
        last = replace(amount_of(version.id, version.dose), kg=kg)
        made = at_own_rung(exercise, last, alone(Person("1", "Enid"), HOMES[1]))
        if made.version == version.id:
            assert any(words in taken.say for taken in made.things), (kg, made.things)


def test_the_side_is_named_and_not_guessed() -> None:
    for exercise, version in VERSIONS:
        if version.dose.first.is_personal and version.dose.sides.value == "one_side":
            with pytest.raises(NotForHomeError, match="which that is was not noted"):
                line(exercise, version, Person("1", "Enid"), HOMES[3])
            made = line(exercise, version, Person("1", "Enid", own_sides=SIDED), HOMES[3])
            assert made.side is Side.LEFT
            assert any("left" in text for text in made.do)
            return
    raise AssertionError("the shelf has work for one side alone")


def test_leaflets_print_the_whole_class() -> None:
    """The two ready classes that are taken home: each exercise is on the sheet, or it is said why not."""
    for ready_id in ("home-standing-and-seated", "home-with-support"):
        plan = load_ready_classes()[ready_id].plan
        made = leaflet(plan, alone(Person("1", "Enid", own_sides=SIDED), HOMES[3]), {})
        assert len(made.lines) + len(made.left_out) == len(list(plan.items()))
        assert len(made.lines) >= 0.8 * len(list(plan.items())), [(o.exercise.id, o.why) for o in made.left_out]


def test_hard_words_get_easier_ones() -> None:
    long = "Sit tall at the front of the chair with both feet on the floor, then lift one knee slowly and put it down."
    found = hard_to_read(["Maintain the pose.", long, "The arm is held by nobody.", "Sit tall."], RULES)
    assert [one.why.split(";")[0] for one in found] == [
        "“maintain” is a hard word",
        "23 words in one sentence",
        "“is held”: say who does it",
    ]
    assert found[0].better == "Keep the pose."
    assert all(len(one.split()) <= 15 for one in sentences(easier(long, RULES)))


@settings(max_examples=200, deadline=None)
@given(st.sampled_from(VERSIONS))
def test_a_telephone_counts_what_the_dose_says(pair: tuple[Exercise, Version]) -> None:
    exercise, version = pair
    dose = dose_at_home(version, amount_of(version.id, version.dose))
    said = counted(dose, Side.RIGHT, exercise.limb)
    assert said[0].says == "Get ready."
    assert said[-1].shows == "Done"
    for one, then in pairwise(said):
        assert then.at == pytest.approx(one.at + one.seconds, abs=0.05)
    assert said[-1].at >= GET_READY + dose.time.work
    worked = [one for one in said if one.moves and one.shows.isdigit()]
    if isinstance(dose.work, Repetitions):
        assert len(worked) == dose.time.count
