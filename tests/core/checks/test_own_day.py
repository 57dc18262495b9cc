"""What a day's classes ask of whoever shows them."""

from fairbench.core.checks.bearing import Place
from fairbench.core.checks.own_day import ENOUGH, own_day
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline
from tests.core.checks.written import plan_of
from tests.core.strategies import SHELF


def timeline(text: str):
    return compile_timeline(plan_of(text), Group(), SHELF)


def test_the_first_set_of_everything_is_counted() -> None:
    one = own_day([("A", timeline("strengthen: ring-press sets=3 reps=10"))])
    assert one.repetitions == 10
    work = timeline("strengthen: ring-press sets=3 reps=10").items[0].work
    assert one.seconds == work / 3
    twice = own_day(
        [("A", timeline("strengthen: ring-press sets=3 reps=10")), ("B", timeline("strengthen: ring-press"))]
    )
    assert twice.repetitions > one.repetitions


def test_what_is_too_much_for_a_place_is_named_with_what_could_be_shown_otherwise() -> None:
    heavy = timeline("strengthen: wall-push sets=1 reps=30, push-up sets=1 reps=20")
    day = own_day([("Morning", heavy), ("Noon", heavy)])
    assert Place.HANDS in dict(day.too_much)
    assert {one.place for one in day.otherwise} == {Place.HANDS}
    left = dict(day.places)[Place.HANDS] - sum(one.seconds for one in day.otherwise)
    assert left <= ENOUGH[Place.HANDS]
    assert {one.plan for one in day.otherwise} <= {"Morning", "Noon"}


def test_a_light_day_and_no_day_at_all() -> None:
    assert own_day([]).otherwise == ()
    light = own_day([("A", timeline("warm_up: shoulder-rolls"))])
    assert light.too_much == light.otherwise == ()
