"""The shelf that ships: counted, whole, safe, and every ladder really climbing."""

import re

import pytest

from fairbench.core.body.demands import DECLARED, WORDS
from fairbench.core.body.movement import demands, solved
from fairbench.core.body.pose.joints import beyond
from fairbench.core.body.things import things_of
from fairbench.core.body.words import told
from fairbench.core.errors import InputError
from fairbench.core.exercises.aim import Family, Quality, Region
from fairbench.core.exercises.ladder import steps_of
from fairbench.core.exercises.search import Wanted, find, wanted
from fairbench.core.exercises.spread import spread
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.positions import Level, Position
from fairbench.core.sides import Side
from tests.every import every

SHELF = load_shelf()
VERSIONS = [(exercise, version) for exercise in SHELF for version in exercise.versions]
IDS = [f"{exercise.id}/{version.id}" for exercise, version in VERSIONS]
each_exercise = every("exercise", list(SHELF), ids=lambda e: e.id)
each_version = every(("exercise", "version"), VERSIONS, ids=IDS)


def test_there_is_enough_of_everything() -> None:
    counted = spread(SHELF)
    assert counted.total.exercises >= 130
    assert counted.total.versions >= 420
    least = {
        Family.SETTLE: 10,
        Family.MOBILITY: 34,
        Family.STRENGTH: 44,
        Family.STEADINESS: 12,
        Family.ENDURANCE: 8,
        Family.BONE_LOADING: 4,
        Family.STRETCH: 22,
        Family.CLOSING: 6,
    }
    assert {family: n for family, n in least.items() if counted.families[family].exercises < n} == {}
    places = {"seated": 60, "standing": 30, "mat": 45, "wall": 12}
    assert {place: n for place, n in places.items() if counted.places[place].exercises < n} == {}
    groups = {"band": 10, "roller": 5, "ring or ball": 8, "stick": 6, "weights": 8}
    assert {group: n for group, n in groups.items() if counted.groups[group].exercises < n} == {}
    assert [prop for prop, count in counted.props.items() if count.versions < 2] == []
    assert all(count.versions for count in counted.positions.values())


def test_every_kind_of_stretch_is_there() -> None:
    kinds = {type(v.dose.work).__name__ for e in SHELF if e.family is Family.STRETCH for v in e.versions}
    assert {"Hold", "Breaths", "ContractRelax", "RampedIsometric"} <= kinds


@each_exercise
def test_every_exercise_is_whole(exercise) -> None:
    assert 2 <= len(exercise.versions) <= 6
    assert exercise.purpose.endswith(".")
    assert len({version.name for version in exercise.versions}) == len(exercise.versions)


@each_version
def test_every_version_is_whole(exercise, version) -> None:
    assert version.change.endswith(".")
    assert version.breath
    assert all(version.cues.set_up + version.cues.do + version.cues.watch)
    assert version.cues.stop
    assert 20 <= version.dose.time.total <= 480
    if version.safe_seconds and hasattr(version.dose.work, "tempo"):
        assert version.dose.work.tempo.seconds >= version.safe_seconds
    said = " ".join((*version.cues.set_up, *version.cues.do, *version.cues.watch, version.cues.stop, version.change))
    assert not re.search(r"\b(left|right) (arm|leg|hand|foot|knee|elbow|side)\b", said), "sides are tokens"


@each_version
def test_what_is_shown_is_also_fetched(exercise, version) -> None:
    """A prop in the picture is on the pack list; a mat is under whoever goes to the floor."""
    missing = set(things_of(version.movement)) - set(version.props)
    assert missing <= {"door-frame"}, missing
    if version.position.level is Level.FLOOR:
        assert "mat" in version.props


@each_version
def test_every_pose_is_within_what_an_adult_can_do(exercise, version) -> None:
    for side in Side:
        for name, pose in solved(version.movement, side):
            assert list(beyond(pose.pose.angles)) == [], name


@each_version
def test_what_is_declared_never_contradicts_what_is_computed(exercise, version) -> None:
    """Only what no pose shows is declared, each once; what a pose shows is computed from it."""
    asked = demands(version.movement)
    keys = [(demand.id, demand.side) for demand in asked]
    assert len(set(keys)) == len(keys)
    assert all(demand.id in WORDS for demand in asked)
    for demand in asked:
        assert (demand.id in DECLARED) == (not demand.pose)
    by = {demand.id: demand.value for demand in asked}
    assert ("floor" in by) == any(spec.position.level is Level.FLOOR for _, spec in version.movement.poses)
    assert not ("single_leg" in by and version.position.level is Level.SEATED and "sit" not in exercise.id)
    if by.get("impact", 0) > 1:
        assert version.position.level is Level.STANDING


@each_exercise
def test_every_ladder_really_climbs(exercise) -> None:
    """Each rung asks something more than the one below, by its poses or for a reason that is given."""
    assert [step.harder.id for step in steps_of(exercise) if not step.climbs] == []


@each_exercise
def test_the_base_has_an_easier_version(exercise) -> None:
    """Unless it is the easiest there is, seated or lying."""
    base = exercise.version(exercise.base)
    assert exercise.rung(exercise.base) > 0 or base.position.level is not Level.STANDING


@each_version
def test_another_position_has_its_own_set_up(exercise, version) -> None:
    base = exercise.version(exercise.base)
    if version.position.level is not base.position.level:
        assert version.cues.set_up != base.cues.set_up


def test_names_stand_once() -> None:
    for names in ([e.name for e in SHELF], [e.short for e in SHELF], [e.purpose for e in SHELF]):
        assert sorted({name for name in names if names.count(name) > 1}) == []


@each_version
def test_every_figure_is_told_in_words(exercise, version) -> None:
    said = told(version.movement)
    assert said.endswith(".")
    assert "seen from" in said or "seen turned" in said
    assert not re.search(r"_|None|\d\.\d", said)


def test_a_figure_says_what_moves() -> None:
    sit_to_stand = SHELF.exercise("sit-to-stand").version("arms-crossed")
    assert "then comes to standing" in told(sit_to_stand.movement)
    assert "the hips rise" in told(sit_to_stand.movement)
    row = SHELF.exercise("band-row").version("one-arm")
    assert told(row.movement).startswith("Sitting on a chair, seen from the side; with band.")
    assert "The right elbow bends." in told(row.movement)
    assert "The left elbow bends." in told(row.movement, side=Side.LEFT)


@pytest.mark.parametrize(
    ("given", "has", "has_not"),
    [
        ({"q": "ROW band"}, "band-row", "bridge"),
        ({"q": "stairs climbing"}, "knee-straighten", "band-row"),
        ({"q": "rail", "quality": "strength"}, "heel-raise", "calf-stretch"),
        ({"region": "neck"}, "neck-turn", "band-row"),
        ({"position": "supine", "prop": "roller"}, "one-leg-bridge", "bridge"),
        ({"level": "floor", "quality": "stretch"}, "knee-hug", "door-frame-chest"),
        ({"family": "bone_loading"}, "stamp", "seated-march"),
    ],
)
def test_the_shelf_is_found_by_words_and_filters(given: dict[str, str], has: str, has_not: str) -> None:
    found = {one.exercise.id: one for one in find(SHELF, wanted(given, SHELF))}
    assert has in found
    assert has_not not in found
    if "position" in given:
        assert {version.position for version in found[has].versions} == {Position.SUPINE}


def test_finding_nothing_and_everything() -> None:
    assert find(SHELF, Wanted("zeppelin")) == ()
    assert len(find(SHELF, Wanted("  "))) == len(SHELF)
    assert sum(len(find(SHELF, Wanted(family=family))) for family in Family) == len(SHELF)
    assert all(find(SHELF, Wanted(region=region)) for region in Region)
    assert all(find(SHELF, Wanted(quality=quality)) for quality in Quality)


@pytest.mark.parametrize(("name", "value"), [("position", "hanging"), ("prop", "kite"), ("quality", "glow")])
def test_a_filter_that_names_nothing_is_said(name: str, value: str) -> None:
    with pytest.raises(InputError, match=f"{name}: there is no {name} '{value}'"):
        wanted({name: value}, SHELF)
