"""Lying on the back: who lies, lies on the trunk."""

from fairbench.core.body.movement import solved
from fairbench.core.body.statics.statics import statics
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.positions import Position
from tests.every import every

SHELF = load_shelf()
TRUNK = {"hips", "low", "waist", "mid", "high", "chest", "pelvis", "back"}
SHOULDERS = {"high", "chest"}


@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_nobody_lies_on_the_head_alone(exercise) -> None:
    for version in exercise.versions:
        for name, pose in solved(version.movement):
            if pose.pose.position is Position.SUPINE:
                assert TRUNK & {contact.part for contact in pose.contacts if contact.bears}, (version.id, name)


def test_a_bridge_stands_on_shoulders_and_feet_and_the_neck_bears_nothing() -> None:
    end = dict(solved(SHELF.exercise("bridge").version("full-bridge").movement))["end"]
    assert {contact.part for contact in end.contacts if contact.bears} >= {"chest", "left_foot", "right_foot"}
    shares = statics(end, {}).shares
    assert shares["feet"] + shares["trunk"] > 0.99


def test_pressing_the_low_back_down_lifts_neither_head_nor_shoulders() -> None:
    for name, pose in solved(SHELF.exercise("pelvic-tilt").version("tilt-on-back").movement):
        bearing = {contact.part for contact in pose.contacts if contact.bears}
        assert (SHOULDERS | {"head"}) & bearing, name
        assert pose.points["head"][2] < 0.1, name


def test_a_curl_lifts_them() -> None:
    start, end = (pose for _, pose in solved(SHELF.exercise("head-lift").version("lift-hands-thighs").movement))
    assert "head" in {contact.part for contact in start.contacts}
    assert end.points["head"][2] > start.points["head"][2] + 0.1
