"""The fit in a room: what it lacks is left out for everybody with the reason, and the change back restores it."""

from dataclasses import replace

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.fit.fit import fit
from fairbench.core.fit.in_room import ROOM, conditions_in, shelf_in
from fairbench.core.fit.verdict import VerdictKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.positions import Level
from fairbench.core.rooms.room import Room
from tests.every import every

SHELF = load_shelf()
CONDITIONS = load_conditions()
HALL = Room("Long hall", 12, 7, smooth_wall=6, rail=6, door_frames=2, tables=3, bars=2)
SMALL = Room("Signal Room", 5, 4, rough_wall=4, door_frames=0)
PEOPLE = (Person("ada", "Ada"), Person("bo", "Bo", conditions=(Declared("thin-bones"),)))


def fitted(items: list[tuple[str, str]], room: Room | None, people: tuple[Person, ...] = PEOPLE):
    plan = Plan("Test", 60, (Block(BlockKind.STRENGTHEN, tuple(Item(f"i{n}", *one) for n, one in enumerate(items))),))
    shelf = shelf_in(SHELF, room) if room else SHELF
    conditions = conditions_in(CONDITIONS, room) if room else CONDITIONS
    return fit(compile_timeline(plan, Group(people), shelf), people, shelf, conditions)


LACKS = {"rail", "door-frame", "table", "bar"}


@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_nobody_is_given_what_a_room_lacks(exercise) -> None:
    """Over every version: in the small room nobody holds a rail, goes to a door frame, or slides on the rough wall."""
    for version in exercise.versions:
        found = fitted([(exercise.id, version.id)], SMALL)
        for verdict in found.of_item("i0"):
            if verdict.version is not None:
                assert not LACKS & set(verdict.version.props), (version.id, verdict.version.id)
            if LACKS & set(version.props):
                assert verdict.kind is not VerdictKind.AS_PLANNED
                reasons = {hit.rule.because for hit in verdict.moved_by} | {verdict.reason}
                assert any("here" in because for because in reasons), (version.id, reasons)


@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_in_a_room_that_has_everything_nothing_changes(exercise) -> None:
    for version in exercise.versions:
        plain, there = fitted([(exercise.id, version.id)], None), fitted([(exercise.id, version.id)], HALL)
        for one in PEOPLE:
            a, b = plain.of(one.id, "i0"), there.of(one.id, "i0")
            assert (a.kind, a.version, a.easings) == (b.kind, b.version, b.easings)


def test_the_reason_names_the_room_like_any_caution() -> None:
    found = fitted([("rail-squat", "squat-small")], SMALL)
    (hit, *_) = found.of("ada", "i0").moved_by
    assert hit.declared.condition == ROOM
    assert hit.rule.because == "There is no rail or worktop here."
    assert hit.rule.when_words == "needs the rail"
    assert conditions_in(CONDITIONS, SMALL).words(hit.declared) == "Signal Room"


def test_a_rough_wall_bears_but_nobody_slides_on_it() -> None:
    pushed = fitted([("wall-push", "arms-length")], SMALL)
    assert pushed.of("ada", "i0").kind is VerdictKind.AS_PLANNED
    slid = fitted([("wall-slide", "facing-wall")], SMALL).of("ada", "i0")
    assert slid.kind is not VerdictKind.AS_PLANNED
    assert {hit.rule.because for hit in slid.moved_by} == {"The wall here is too rough to slide on."}


def test_where_nobody_can_lie_down_nobody_does() -> None:
    tiled = replace(HALL, floor_is_fit=False)
    found = fitted([("bridge", "full-bridge"), ("pelvic-tilt", "tilt-on-back")], tiled)
    for verdict in found.verdicts.values():
        assert verdict.version is None or verdict.version.position.level is not Level.FLOOR


def test_another_room_changes_the_fit_and_the_change_back_restores_it() -> None:
    items = [("rail-squat", "squat-small"), ("wall-slide", "facing-wall"), ("band-row", "one-arm")]
    before, moved, back = fitted(items, HALL), fitted(items, SMALL), fitted(items, HALL)
    kinds = [{key: (one.kind, one.version) for key, one in found.verdicts.items()} for found in (before, moved, back)]
    assert kinds[0] == kinds[2] != kinds[1]


def test_one_rail_of_27_metres_serves_three_and_the_others_wait_their_turn() -> None:
    four = tuple(Person(name, name.title()) for name in ("ada", "bo", "cy", "di"))
    short = fitted([("rail-squat", "squat-small")], replace(HALL, rail=2.7), four)
    assert short.turn(short.of("ada", "i0")) == 3 / 4
    long = fitted([("rail-squat", "squat-small")], replace(HALL, rail=3.6), four)
    assert long.turn(long.of("ada", "i0")) == 1
