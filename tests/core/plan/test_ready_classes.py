"""The ready classes: each comes to what it should, in the timeline as it is taught."""

from collections.abc import Iterable
from dataclasses import replace

from fairbench.core.dose.work import Calls, ContractRelax, Hold
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.plan_doc import plan_document, plan_value
from fairbench.core.formats.ready_classes_doc import ReadyClass, load_ready_classes
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.plan import Plan, remove
from fairbench.core.plan.points import fit_points, pick_points
from fairbench.core.plan.timeline import ItemTime, StepKind, Timeline
from fairbench.core.sides import Side, Sides
from fairbench.core.teaching.score import beats_of
from tests.every import every

SHELF = load_shelf()
CLASSES = load_ready_classes()
every_class = every("ready", CLASSES.values(), ids=lambda ready: ready.id)


def timeline(name: str, share: float | None = None) -> Timeline:
    plan = CLASSES[name].plan
    return compile_timeline(plan if share is None else pick_points(plan, share), Group(), SHELF)


def items(value: Timeline, *names: str) -> list[ItemTime]:
    return [time for time in value.items if time.item.id in names]


def work(times: Iterable[ItemTime]) -> float:
    return sum(time.work for time in times)


def ends(name: str, *names: str) -> tuple[float, float]:
    """Seconds of work at the least and at the most of the ranges."""
    return work(items(timeline(name, 0.0), *names)), work(items(timeline(name, 1.0), *names))


def test_there_are_twenty_one() -> None:
    assert len(CLASSES) == 21


@every_class
def test_every_movement_has_an_exercise_of_its_own_words(ready: ReadyClass) -> None:
    """None is missing or left to a note: two movements share a version only where the dose tells them apart."""
    items = {item.id: item for item in ready.plan.items()}
    done = [tuple((items[one].exercise, items[one].version) for one in of) for _, of in ready.movements]
    assert all(SHELF.exercise(exercise).version(version) for of in done for exercise, version in of)
    doses = [(of, tuple(items[one].dose for one in ids)) for of, (_, ids) in zip(done, ready.movements, strict=True)]
    assert len(set(map(str, doses))) == len(doses)


@every_class
def test_it_comes_back_from_its_document(ready: ReadyClass) -> None:
    assert plan_value(plan_document(ready.plan), SHELF) == ready.plan


@every_class
def test_it_can_be_played_to_its_end(ready: ReadyClass) -> None:
    value = compile_timeline(ready.plan, Group(), SHELF)
    times = {time.item.id: time for time in value.items}
    assert {time.item.id for time in value.items} == {item.id for item in ready.plan.items()}
    for step in value.steps:
        time = times.get(step.item)
        beats = beats_of(step, time.lead(ready.plan.lead) if time else Side.LEFT)
        assert sum(beat.seconds for beat in beats) == (step.seconds if step.kind is StepKind.WORK else 0)


@every_class
def test_it_fits_its_booked_time(ready: ReadyClass) -> None:
    assert compile_timeline(fit_points(ready.plan, Group(), SHELF), Group(), SHELF).over <= 0


def test_contract_and_let_go() -> None:
    for share, each in ((0.0, 45), (1.0, 60)):
        doses = [time.dose for time in items(timeline("contract-and-let-go", share), "calf", "front", "back")]
        pressed = [
            dose.work.rounds * (dose.work.contract + dose.work.stretch)
            for dose in doses
            if isinstance(dose.work, ContractRelax)
        ]
        assert pressed == [each] * 3
        assert sum(pressed) * 2 == {45: 270, 60: 360}[each]


def test_reaches_to_music_for_each_side() -> None:
    for share, reaches in ((0.0, 64), (1.0, 128)):
        value = timeline("reaches-to-music", share)
        directions = [time for time in value.items if time.dose.ranges]
        assert len(directions) == 8
        assert sum(time.count for time in directions) == reaches
        assert all(time.lead(value.plan.lead) is Side.RIGHT for time in directions)


def test_chair_sets() -> None:
    assert ends("chair-sets", "neck") == (60, 450)
    curl = items(timeline("chair-sets"), "curl")[0]
    assert (curl.work, curl.dose.sets - 1) == (120, 2)
    assert items(timeline("chair-sets"), "ankles")[0].count == 40


def test_chair_sets_fit_forty_five_minutes_and_thirty_without_the_extras() -> None:
    plan = CLASSES["chair-sets"].plan
    assert compile_timeline(fit_points(plan, Group(), SHELF), Group(), SHELF).over <= 0
    short = without_extras(plan, 30)
    fitted = fit_points(short, Group(), SHELF)
    value = compile_timeline(fitted, Group(), SHELF)
    assert value.over <= 0
    assert items(value, "pedals")[0].work >= 60


def without_extras(plan: Plan, length: int) -> Plan:
    for item in tuple(plan.items()):
        plan = remove(plan, item.id) if item.extra else plan
    return replace(plan, length_min=length)


def test_home_standing_and_seated() -> None:
    holds = ("leg-up", "leg-out", "chest", "arm")
    assert ends("home-standing-and-seated", *holds) == (105, 140)
    low, high = timeline("home-standing-and-seated", 0.0), timeline("home-standing-and-seated", 1.0)
    drink = low.seconds_of(StepKind.WATER)
    (arm_back,) = items(high, "arm-back")
    offered = arm_back.dose.offered * arm_back.work
    assert work(low.items) + drink == 614
    assert work(high.items) + drink + offered == 805
    assert (
        sum(time.dose.sides.passes * time.dose.sets for time in items(low, *holds) if isinstance(time.dose.work, Hold))
        == 7
    )


def test_ramped_at_the_wall() -> None:
    (ramp,) = items(timeline("ramped-at-the-wall"), "ramp")
    assert ramp.dose.time.per_pass == 115
    assert ramp.work == 230


def test_sticks_band_wall() -> None:
    value = timeline("sticks-band-wall")
    holds = [run for time in items(value, "stick-turns") for run in time.dose.runs() if run.calls is Calls.HOLD]
    assert sum(run.seconds for run in holds) * 4 == 240
    assert work(items(value, "draw")) == 145
    first = next(step for step in value.steps if step.item == "half-kneel-turns" and step.kind is StepKind.WORK)
    assert (first.side, first.turn) == (None, "weaker side")


def test_band_arm_by_arm() -> None:
    value = timeline("band-arm-by-arm")
    counted = items(value, "apart", "turned-out", "side-raise", "circles", "over-down", "bent-turn")
    assert sum(time.count for time in counted) == 124
    turns = [(step.item, step.turn) for step in value.steps if step.kind is StepKind.WORK and step.turn]
    half = len(turns) // 2
    assert {turn for _, turn in turns[:half]} == {"weaker side"}
    assert {turn for _, turn in turns[half:]} == {"other side"}
    assert [item for item, _ in turns[:half]] == [item for item, _ in turns[half:]]


def test_arm_backward_is_on_the_affected_side_only_or_more_on_it() -> None:
    value = timeline("arm-backward")
    sides = [(time.dose.sides, time.dose.more) for time in value.items if time.dose.first == "affected"]
    assert len(sides) == 8
    assert all(side is Sides.ONE_SIDE or more == 1 for side, more in sides)


def test_home_with_support() -> None:
    stretches = items(timeline("home-with-support"), "calf", "thigh-back", "hip", "thigh-front")
    assert work(stretches) == 200


def test_joint_round_rolls_over_once() -> None:
    value = timeline("joint-round")
    rolled = [step for step in value.steps if step.item in ("rib-pull", "arm-arc") and step.kind is StepKind.SWITCH]
    sides = [step.side for step in value.steps if step.item in ("rib-pull", "arm-arc") and step.kind is StepKind.WORK]
    assert sides == [Side.LEFT, Side.LEFT, Side.RIGHT, Side.RIGHT]
    assert len(rolled) == 1
