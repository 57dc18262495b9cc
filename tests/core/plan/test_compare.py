"""Two plans side by side: what is the same, what differs and how, what came, went and moved."""

from fairbench.core.people.person import Group
from fairbench.core.plan.compare import compare
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.plan import move, remove
from tests.core.checks.written import plan_of
from tests.core.strategies import SHELF

PLAN = plan_of("warm_up: shoulder-rolls; strengthen: band-row, ring-press, bottle-curl")


def timeline(plan):
    return compile_timeline(plan, Group(), SHELF)


def beside(before, after, of_one_plan: bool = True):
    return compare(timeline(before), timeline(after), of_one_plan)


def told(before, after) -> list[tuple[str, ...]]:
    return [pairing.differs for pairing in beside(before, after).pairings]


def test_a_plan_beside_itself_differs_in_nothing() -> None:
    both = beside(PLAN, PLAN)
    assert both.changed == 0
    assert all(pairing.same for pairing in both.pairings)


def test_another_dose_version_and_note_are_said() -> None:
    other = plan_of(
        "warm_up: shoulder-rolls; strengthen: band-row sets=3, ring-press/ball-at-chest, bottle-curl extra",
        notes={"i3": "Slowly."},
    )
    found = told(PLAN, other)
    assert found[0] == ()
    assert "3 sets" in found[1][0]
    assert "instead of" in found[2][0]
    assert set(found[3]) >= {"another note", "extra"}


def test_what_went_came_and_moved_is_said() -> None:
    assert ("no longer in it",) in told(PLAN, remove(PLAN, "i2"))
    assert ("new",) in told(remove(PLAN, "i2"), PLAN)
    moved = told(PLAN, move(PLAN, "i3", 1, 0))
    assert ("stands elsewhere now",) in moved
    assert ("stood elsewhere",) in moved


def test_two_plans_are_matched_by_their_exercises_whatever_their_ids_are() -> None:
    other = plan_of("strengthen: ring-press, heel-raise")
    pairings = beside(PLAN, other, of_one_plan=False).pairings
    names = [(one.before and one.before.exercise.id, one.after and one.after.exercise.id) for one in pairings]
    assert ("ring-press", "ring-press") in names
    assert (None, "heel-raise") in names
    assert ("band-row", None) in names


def test_an_empty_plan_is_beside_anything() -> None:
    both = beside(plan_of("strengthen:"), PLAN)
    assert both.changed == len(both.pairings) == 4
