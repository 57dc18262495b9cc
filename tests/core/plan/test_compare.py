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


def told(before, after) -> list[tuple[str, ...]]:
    return [pairing.differs for pairing in compare(timeline(before), timeline(after)).pairings]


def test_a_plan_beside_itself_differs_in_nothing() -> None:
    both = compare(timeline(PLAN), timeline(PLAN))
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
    assert found[2][0] == "ball at chest height instead of ring at chest height" or "instead of" in found[2][0]
    assert set(found[3]) >= {"another note", "extra"}


def test_what_went_came_and_moved_is_said() -> None:
    assert ("no longer in it",) in told(PLAN, remove(PLAN, "i2"))
    assert ("new",) in told(remove(PLAN, "i2"), PLAN)
    moved = told(PLAN, move(PLAN, "i3", 1, 0))
    assert ("stands elsewhere now",) in moved
    assert ("stood elsewhere",) in moved


def test_two_plans_are_matched_by_their_exercises() -> None:
    other = plan_of("strengthen: ring-press, heel-raise")
    renamed = compare(timeline(PLAN), timeline(other))
    names = [(p.before and p.before.exercise.id, p.after and p.after.exercise.id) for p in renamed.pairings]
    assert ("heel-raise" in {after for _, after in names}) is True
    assert any(before == after == "ring-press" for before, after in names) or renamed.changed


def test_an_empty_plan_is_beside_anything() -> None:
    both = compare(timeline(plan_of("strengthen:")), timeline(PLAN))
    assert both.changed == len(both.pairings) == 4
