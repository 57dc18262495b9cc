"""The score that the teaching screen plays: whole, and every other version ready to swap in."""

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.sides import Side
from fairbench.web.classes.differences import Differing
from fairbench.web.classes.score import score
from tests.every import every

SHELF = load_shelf()


def scored(*items: tuple[str, str], lead: Side = Side.LEFT, people: tuple[Person, ...] = ()) -> dict:
    placed = tuple(Item(f"i{n}", *item) for n, item in enumerate(items))
    plan = Plan("P", 45, (Block(BlockKind.STRENGTHEN, placed),), lead)
    timeline = compile_timeline(plan, Group(), SHELF)
    return score(timeline, Group(), SHELF, Differing(timeline, people, SHELF, load_conditions()))


@every("exercise", SHELF, ids=lambda e: e.id)
def test_every_exercise_can_be_played_in_every_version(exercise) -> None:
    value = scored((exercise.id, exercise.base))
    item = value["items"][0]
    assert {v["id"] for v in item["others"]} | {item["version"]["id"]} == {v.id for v in exercise.versions}
    for steps in ([s for s in value["steps"] if s["item"]], *(v["steps"] for v in item["others"])):
        assert any(step["kind"] == "work" for step in steps)
        for step in steps:
            assert sum(beat["seconds"] for beat in step["beats"]) == (step["seconds"] if step["kind"] == "work" else 0)
    said = str(item)
    assert "{side}" not in said
    assert "{other}" not in said


def test_cues_are_said_for_each_side() -> None:
    version = scored(("band-row", "one-arm"))["items"][0]["version"]
    assert version["do"]["right"][0] == "Draw your right elbow back; keep the left arm still."
    assert version["do"]["left"][0] == "Draw your left elbow back; keep the right arm still."


def test_the_leading_side_is_kept_when_a_version_is_swapped_in() -> None:
    item = scored(("band-row", "band-round-feet"), lead=Side.RIGHT)["items"][0]
    one_arm = next(version for version in item["others"] if version["id"] == "one-arm")
    assert [step["side"] for step in one_arm["steps"] if step["kind"] == "work"] == ["right", "left", "right", "left"]


def test_taking_turns_is_in_the_beats() -> None:
    value = scored(("seated-march", "knee-lift"))
    beats = next(step["beats"] for step in value["steps"] if step["kind"] == "work")
    counts = {(beat["number"], beat["side"]) for beat in beats}
    assert {(1, "left"), (2, "right"), (19, "left"), (20, "right")} <= counts
    assert len(counts) == 20


def test_who_differs_is_said_largest_change_first() -> None:
    def somebody(name: str, *declared: Declared, talk: str = "") -> Person:
        return Person(name, name, 1.0, declared, talk)

    sore = Declared("shoulder-pain", Side.RIGHT, "marked")
    people = (
        somebody("A"),
        *(somebody(f"S{n}", sore) for n in range(4)),
        somebody("T", talk="Not screened."),
    )
    item = scored(("arm-sweep", "both-arms"), people=people)["items"][0]
    different = item["version"]["different"]
    names = [one["name"] for one in different]
    assert names == ["T", "S0", "S1", "S2", "S3"]
    assert [one["id"] for one in different] == names
    assert different[-1]["words"] == "to shoulder height"
    one_armed = scored(("wall-slide", "one-hand-wall"), people=people)["items"][0]["version"]["different"]
    assert one_armed[-1]["words"].startswith("right")
    assert "left" not in one_armed[-1]["words"]
    easiest = item["others"][0]["different"]
    assert len(easiest) <= 3
