"""Terms and wishes for tests: of the shelf that ships, and of any length there is."""

import datetime
from dataclasses import replace

from hypothesis import strategies as st

from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.terms.curve import with_curve
from fairbench.core.terms.days import rule_of, slots_of
from fairbench.core.terms.spread import Wish, wish_of
from fairbench.core.terms.term import Term

SHELF = load_shelf()
MONDAY = datetime.date(2026, 9, 7)
HARD = frozenset(exercise.id for exercise in SHELF if wish_of(exercise).hard)


def term(weeks: int = 10, rule: str = "FREQ=WEEKLY;BYDAY=MO", closed: tuple[datetime.date, ...] = ()) -> Term:
    """A term with nothing in it yet."""
    slots = slots_of(MONDAY, weeks, rule, closed)
    return with_curve(Term("Autumn", MONDAY, weeks, slots, rule=rule, closed=frozenset(closed)))


@st.composite
def terms(draw: st.DrawFn) -> Term:
    weeks = draw(st.integers(6, 14))
    rule = rule_of(draw(st.lists(st.integers(0, 6), min_size=1, max_size=2, unique=True)))
    days = [slot.day for slot in slots_of(MONDAY, weeks, rule)]
    closed = draw(st.lists(st.sampled_from(days), max_size=3, unique=True))
    if len(days) - len(closed) < 4:
        closed = []
    made = term(weeks, rule, tuple(closed))
    if draw(st.booleans()):  # some of it was taught already
        number = draw(st.integers(0, len(made.slots) // 2))
        from fairbench.core.terms.term import SlotState

        made = made.with_slots(replace(slot, state=SlotState.TAUGHT) for slot in made.slots[:number])
    return made


@st.composite
def wishes(draw: st.DrawFn) -> list[Wish]:
    names = draw(st.lists(st.sampled_from(sorted(SHELF.exercises)), max_size=24, unique=True))
    return [wish_of(SHELF.exercise(name), draw(st.booleans()), draw(st.booleans())) for name in names]
