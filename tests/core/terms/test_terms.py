"""Spread, balance, missed weeks and drafts of a term: what must hold for every term, and figures by hand."""

import datetime
from collections import Counter
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.formats.session_templates_doc import load_session_templates
from fairbench.core.formats.term_doc import read_term, term_document, term_value
from fairbench.core.people.person import Group, Person
from fairbench.core.terms.balance import balance, left_out_too_long
from fairbench.core.terms.curve import EASIER, effort
from fairbench.core.terms.days import days_of, rule_of, slots_of
from fairbench.core.terms.missed import How, miss
from fairbench.core.terms.spread import MOST_NEW, Wish, due_in, spread, wish_of
from fairbench.core.terms.term import MOST_NAMED, Mark, Slot, SlotState, Term, TermError
from fairbench.core.terms.week_draft import draft_of
from tests.core.terms.made import HARD, MONDAY, SHELF, term, terms, wishes

pytestmark = pytest.mark.dated


def week(days: int) -> datetime.date:
    return MONDAY + datetime.timedelta(weeks=days - 1)


@settings(max_examples=150, deadline=None)
@given(terms(), wishes())
def test_what_is_introduced_comes_back(made: Term, wanted: list[Wish]) -> None:
    found = spread(made, wanted)
    ahead = [slot for slot in found.term.slots if slot.state is SlotState.PLANNED]
    for slot in ahead:
        assert len(slot.new) <= MOST_NEW
        assert sum(name in HARD for name in slot.new) <= 1, "two hard new things in one class"
        assert len(slot.named) <= MOST_NAMED
        assert slot.day not in found.term.closed
    introduced = Counter(name for slot in found.term.slots for name in slot.new)
    assert all(times == 1 for times in introduced.values())
    for slot in ahead:
        for name in slot.new:
            later = [one for one in ahead if one.day >= slot.day + datetime.timedelta(weeks=1)]
            room = [one for one in later if len(one.named) < MOST_NAMED or name in one.practised]
            if room:
                assert any(name in one.practised for one in later), name
            assert not any(name in one.practised for one in found.term.held if one.day < slot.day)
    placed = {name for slot in found.term.slots for name in slot.named}
    for wish in wanted:
        if not wish.known:
            assert (wish.exercise in placed) != (wish.exercise in {one.exercise for one in found.not_placed})
    held = found.term.held
    assert found.term.slots[0].tests
    assert found.term.slots[-1].tests
    assert [slot.id for slot in held] == [slot.id for slot in made.held]
    for slot in made.slots:
        if slot.state is not SlotState.PLANNED:
            assert found.term.slot(slot.id) == slot, "what was taught is left as it is"


@settings(max_examples=150, deadline=None)
@given(terms(), wishes(), st.data())
def test_a_missed_class_does_no_harm_and_is_taken_back(made: Term, wanted: list[Wish], data: st.DataObject) -> None:
    before = spread(made, wanted).term
    ahead = [slot for slot in before.slots if slot.state is SlotState.PLANNED]
    slot = data.draw(st.sampled_from(ahead))
    how = data.draw(st.sampled_from(How))
    to = slot.day + datetime.timedelta(days=data.draw(st.integers(-10, 20)))
    try:
        missed = miss(before, slot.id, how, "snow", HARD, to)
    except TermError:
        return
    after = missed.after
    assert missed.before == before, "taken back, it is the term that it was"
    assert term_value(term_document(missed.before)) == before
    assert missed.says
    if how is How.MOVE:
        assert after.slot(slot.id).named == slot.named
        assert (after.slot(slot.id).day, after.slot(slot.id).was) == (to, slot.day)
        assert to not in after.closed
    else:
        assert after.slot(slot.id).state is SlotState.OFF
        held = after.held
        if slot.tests and any(one.state is SlotState.PLANNED for one in (held[0], held[-1])):
            assert held[0].tests or held[-1].tests
    named = Counter(name for one in after.held for name in one.new)
    assert all(times == 1 for times in named.values())
    for one in after.held:
        if one.state is SlotState.PLANNED:
            assert sum(name in HARD for name in one.new) <= 1
        for name in one.new:
            earlier = [other for other in after.held if other.day < one.day]
            if how is not How.MOVE:
                assert not any(name in other.practised for other in earlier), "practised before it is introduced"


@settings(max_examples=100, deadline=None)
@given(terms(), wishes())
def test_a_term_is_kept_as_it_is(made: Term, wanted: list[Wish]) -> None:
    filled = spread(made, wanted).term
    assert term_value(term_document(filled)) == filled


def test_returns_come_after_one_two_and_four_weeks() -> None:
    found = spread(term(), [wish_of(SHELF.exercise("band-row"))]).term
    assert [found.week(slot) for slot in found.held if "band-row" in slot.named] == [1, 2, 4, 8]
    assert found.slots[0].new == ("band-row",)
    assert found.slots[1].practised == ("band-row",)


@pytest.mark.parametrize("wanted", [False, True])
def test_what_is_dropped_does_not_come_back(wanted: bool) -> None:
    made = term()
    made = made.with_slot(replace(made.slots[4], dropped=("band-row",)))
    found = spread(made, [wish_of(SHELF.exercise("band-row"), wanted)]).term
    assert [found.week(slot) for slot in found.held if "band-row" in slot.named] == [1, 2, 4]
    assert found.slots[4].dropped == ("band-row",)


def test_what_is_wanted_is_in_every_second_class() -> None:
    found = spread(term(), [wish_of(SHELF.exercise("band-row"), wanted=True)]).term
    weeks = [found.week(slot) for slot in found.held if "band-row" in slot.named]
    assert weeks == [1, 2, 4, 6, 8, 10]


def test_a_return_that_falls_on_a_closed_day_comes_in_the_next_class() -> None:
    found = spread(term(closed=(week(2),)), [wish_of(SHELF.exercise("band-row"))]).term
    assert [found.week(slot) for slot in found.held if "band-row" in slot.named] == [1, 3, 5, 9]


def test_every_fourth_week_is_easier_but_the_last() -> None:
    made = term(8)
    assert [made.week(slot) for slot in made.slots if slot.easier] == [4]
    parts = [part for _, part in effort(made)]
    assert parts[0] == 0.8
    assert parts[3] == EASIER
    assert parts[-1] == 1.0
    rises = [part for slot, part in effort(made) if not slot.easier]
    assert rises == sorted(rises)


@pytest.mark.parametrize("weeks", [0, 1, 5, 15, 400, -3])
def test_a_term_of_no_length_says_so(weeks: int) -> None:
    with pytest.raises(TermError, match=f"a term has 6 to 14 weeks, not {weeks}"):
        days_of(MONDAY, weeks, "FREQ=WEEKLY")


@pytest.mark.parametrize(
    ("rule", "says"),
    [
        ("FREQ=SOMETIMES", "cannot be read"),
        ("nonsense", "cannot be read"),
        ("FREQ=DAILY", "at most 2 classes a week"),
        ("FREQ=YEARLY;BYMONTH=2", "has no day in the term"),
        ("FREQ=WEEKLY\nRDATE:20260101", "one line"),
    ],
)
def test_a_rule_that_cannot_be_used_says_so(rule: str, says: str) -> None:
    with pytest.raises(TermError, match=says):
        days_of(MONDAY, 10, rule)


def test_twice_a_week_and_every_other_week() -> None:
    assert len(slots_of(MONDAY, 10, rule_of((0, 3)))) == 20
    assert list(days_of(MONDAY, 6, "FREQ=WEEKLY;INTERVAL=2;BYDAY=TU")) == [
        week(number) + datetime.timedelta(days=1) for number in (1, 3, 5)
    ]


def test_two_classes_on_one_day_are_refused() -> None:
    slots = (Slot("1", MONDAY), Slot("2", MONDAY))
    with pytest.raises(TermError, match="two classes are on one day"):
        Term("Autumn", MONDAY, 6, slots)


def test_balance_counts_over_the_whole_term() -> None:
    made = term(6)
    made = made.with_slot(replace(made.slots[0], new=("wall-push", "sit-to-stand")))
    made = made.with_slot(replace(made.slots[2], practised=("wall-push",)))
    found = balance(made, SHELF)
    assert found.regions[SHELF.exercise("wall-push").aim.region] == (1, 0, 1, 0, 0, 0)
    assert "Nothing for neck." in found.gaps
    assert "Push 2 times, pull 0." in found.gaps


def test_what_is_left_out_too_long_is_named() -> None:
    made = term(10)
    made = made.with_slot(replace(made.slots[1], new=("wall-push",)))
    assert left_out_too_long(made) == ("wall-push",)
    assert due_in(made, made.slots[2]) == ("wall-push",)
    dropped = made.with_slot(replace(made.slots[3], dropped=("wall-push",)))
    assert left_out_too_long(dropped) == ()


def test_a_class_is_merged_into_the_next_without_two_hard_new_things() -> None:
    hard = sorted(HARD)[:3]
    made = term(8)
    made = made.with_slots(
        (replace(made.slots[1], new=(hard[0],)), replace(made.slots[2], new=(hard[1],), practised=(hard[0],)))
    )
    after = miss(made, "2", How.MERGE, "snow", HARD).after
    assert hard[0] not in after.slots[2].named
    assert after.slots[3].new == (hard[0],)
    assert after.slots[1].state is SlotState.OFF


def test_dropping_takes_the_returns_along() -> None:
    found = spread(term(), [wish_of(SHELF.exercise("band-row"))]).term
    missed = miss(found, found.slots[0].id, How.DROP, "ill")
    assert not any("band-row" in slot.named for slot in missed.after.held)
    assert missed.after.held[0].tests
    assert "1 new thing is not introduced this term." in missed.says


@pytest.mark.parametrize(
    ("to", "says"),
    [
        (week(3), "there is a class already"),
        (week(2) + datetime.timedelta(days=1), "is closed"),
        (week(40), "outside the term"),
        (None, "on which day instead"),
    ],
)
def test_a_class_moves_only_where_there_is_room(to: datetime.date | None, says: str) -> None:
    made = replace(term(), closed=frozenset({week(2) + datetime.timedelta(days=1)}))
    with pytest.raises(TermError, match=says):
        miss(made, "2", How.MOVE, "snow", to=to)


def test_a_class_that_was_taught_cannot_be_missed() -> None:
    made = term()
    made = made.with_slot(replace(made.slots[0], state=SlotState.TAUGHT))
    with pytest.raises(TermError, match="was taught already"):
        miss(made, "1", How.DROP, "snow")
    with pytest.raises(TermError, match="say why"):
        miss(made, "2", How.DROP, " ")


def test_a_week_is_drafted_with_what_it_wants() -> None:
    people = (Person("1", "Enid"),)
    known = dict.fromkeys(SHELF.exercises, 2)
    made = spread(term(), [wish_of(SHELF.exercise(name)) for name in ("band-row", "sit-to-stand", "calf-stretch")]).term
    template = load_session_templates()["all-seated"]
    numbers = iter(range(1, 200))
    plan = draft_of(made, made.slots[1], template, Group(people, known), SHELF, lambda: f"i{next(numbers)}")
    assert set(made.slots[1].named) <= plan.exercises()
    assert plan.length_min == made.minutes
    easier = draft_of(made, made.slots[3], template, Group(people, known), SHELF, lambda: f"i{next(numbers)}")
    sets = [
        (item.dose or SHELF.exercise(item.exercise).version(item.version).dose).sets
        for block in easier.blocks
        if block.kind is BlockKind.STRENGTHEN
        for item in block.items
    ]
    assert made.slots[3].easier
    assert max(sets) <= 2


def test_a_draft_brings_nothing_before_its_week() -> None:
    made = term()
    made = made.with_slot(replace(made.slots[5], new=("band-row",)))
    template = load_session_templates()["all-seated"]
    numbers = iter(range(1, 200))
    group = Group((Person("1", "Enid"),), dict.fromkeys(SHELF.exercises, 2))
    plan = draft_of(made, made.slots[0], template, group, SHELF, lambda: f"i{next(numbers)}")
    assert "band-row" not in plan.exercises()


def test_a_file_that_is_wrong_says_where() -> None:
    with pytest.raises(Exception, match=r"weeks"):
        read_term(b'{"format": "fairbench-term", "format_version": 1, "name": "A", "starts_on": "2026-09-07"}').value()
    with pytest.raises(TermError, match="a term has 6 to 14 weeks, not 400"):
        read_term(
            b'{"format": "fairbench-term", "format_version": 1, "name": "A", "starts_on": "2026-09-07", "weeks": 400}'
        ).value()


def test_marks_are_one_at_a_time() -> None:
    slot = Slot("1", MONDAY).with_mark("band-row", Mark.NEW).with_mark("band-row", Mark.PRACTISED)
    assert (slot.new, slot.practised) == ((), ("band-row",))
    assert slot.with_mark("band-row", None).named == ()
    with pytest.raises(TermError, match="once"):
        Slot("1", MONDAY, new=("a",), practised=("a",))
