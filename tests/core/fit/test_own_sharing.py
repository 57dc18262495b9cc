"""How somebody shares the work between their sides otherwise than a plan says."""

from dataclasses import replace

import pytest

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.work import Repetitions
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.fit.fit import fit_item
from fairbench.core.fit.verdict import Verdict, VerdictKind
from fairbench.core.fit.words import what_is_done
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.own_sides import OwnSharing, OwnSide, Sharing, sharing_of
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.plan.timeline import ItemTime
from fairbench.core.sides import First, Side, Sides
from tests.every import every

SHELF = load_shelf()
CONDITIONS = load_conditions()
EACH = Dose(Repetitions(8), sides=Sides.EACH_SIDE, sets=2)
WEAKER_IS_LEFT = OwnSide(First.WEAKER, Side.LEFT)


def row_with(dose: Dose) -> ItemTime:
    block = Block(BlockKind.STRENGTHEN, (Item("i", "band-row", "one-arm", dose),))
    (time,) = compile_timeline(Plan("P", 45, (block,)), Group(), SHELF).items
    return time


def done(person: Person, dose: Dose = EACH) -> Verdict:
    return fit_item(person, row_with(dose), SHELF, CONDITIONS, frozenset({"band-row"}))


def told(own: OwnSharing, dose: Dose = EACH, *own_sides: OwnSide) -> str:
    verdict = done(Person("w", "Wren", own_sharing=(own,), own_sides=own_sides), dose)
    return what_is_done(verdict) if verdict.differs else ""


@pytest.mark.parametrize(
    ("own", "dose", "said"),
    [
        (OwnSharing(Sharing.MORE, First.RIGHT), EACH, "a set more on their right"),
        (OwnSharing(Sharing.MORE, First.WEAKER), EACH, "a set more on their left"),
        (OwnSharing(Sharing.MORE, First.WEAKER), replace(EACH, more=1, first=First.WEAKER), ""),
        (OwnSharing(Sharing.MORE, First.AFFECTED), EACH, "a set more on their affected side: ask which"),
        (OwnSharing(Sharing.FIRST, First.RIGHT), EACH, "their right first"),
        (OwnSharing(Sharing.FIRST, First.RIGHT), replace(EACH, first=First.RIGHT), ""),
        (OwnSharing(Sharing.FIRST, First.RIGHT), replace(EACH, sides=Sides.ONE_SIDE), ""),
        (OwnSharing(Sharing.SAME), EACH, ""),
        (OwnSharing(Sharing.SAME), replace(EACH, more=1), "no set more on either side"),
        (OwnSharing(Sharing.SAME), replace(EACH, sides=Sides.ONE_SIDE), "half of it on each side"),
        (OwnSharing(Sharing.ONLY, First.LEFT), EACH, "right rests"),
        (OwnSharing(Sharing.ONLY, First.LEFT), replace(EACH, sides=Sides.ALTERNATING), "right rests"),
        (OwnSharing(Sharing.ONLY, First.RIGHT), replace(EACH, sides=Sides.ONE_SIDE), "only their right"),
        (OwnSharing(Sharing.ONLY, First.AFFECTED), EACH, "only their affected side: ask which"),
    ],
)
def test_it_is_said_in_words_that_can_be_done(own: OwnSharing, dose: Dose, said: str) -> None:
    assert told(own, dose, WEAKER_IS_LEFT) == said


def test_what_is_noted_for_the_exercise_goes_before_what_is_noted_for_all() -> None:
    general, here = OwnSharing(Sharing.MORE, First.LEFT), OwnSharing(Sharing.FIRST, First.LEFT, "band-row")
    assert sharing_of("band-row", (general, here)) is here
    assert sharing_of("bridge", (general, here)) is general
    assert sharing_of("bridge", (here,)) is None
    assert (general.words, here.words) == ("a set more on the left", "left first")


def test_a_side_that_works_alone_halves_what_one_has_to_do() -> None:
    verdict = done(Person("w", "Wren", own_sharing=(OwnSharing(Sharing.ONLY, First.LEFT),)))
    assert (verdict.kind, verdict.working) == (VerdictKind.EASED, 0.5)
    assert verdict.left.version is not None
    assert verdict.right.version is None


def test_nothing_is_said_where_both_sides_work_at_once() -> None:
    block = Block(BlockKind.STRENGTHEN, (Item("i", "band-row", SHELF.exercise("band-row").base),))
    (time,) = compile_timeline(Plan("P", 45, (block,)), Group(), SHELF).items
    wren = Person("w", "Wren", own_sharing=(OwnSharing(Sharing.ONLY, First.LEFT),))
    assert not fit_item(wren, time, SHELF, CONDITIONS, frozenset({"band-row"})).differs


@every("condition", list(CONDITIONS), ids=lambda condition: condition.id)
def test_one_side_alone_never_gives_work_to_a_side_that_cautions_rest(condition) -> None:
    for side in Side if condition.sided else (None,):
        plain = Person("p", "P", conditions=(Declared(condition.id, side),))
        for first in (First.LEFT, First.RIGHT):
            own = replace(plain, own_sharing=(OwnSharing(Sharing.ONLY, first),))
            before, after = done(plain), done(own)
            for of_before, of_after in ((before.left, after.left), (before.right, after.right)):
                assert of_after.version in (of_before.version, None)
            assert (after.working > 0) == (before.working > 0)
