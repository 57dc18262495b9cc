"""What a stop or watch text warns of, a rule knows; what an aim says, the demands show."""

import pytest

from fairbench.core.body.movement import demands
from fairbench.core.exercises.aim import Action, Quality, Region
from fairbench.core.fit.profile import profile_of
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.rules import Effect
from fairbench.core.sides import Side

SHELF = load_shelf()
CONDITIONS = load_conditions()
NAMED = {
    "thin bones": Declared("thin-bones"),
    "old spine fracture": Declared("spine-fracture", stage="old"),
    "parted belly": Declared("parted-belly"),
    "new hip": Declared("hip-replacement", stage="early"),
    "new knee": Declared("knee-replacement", stage="early"),
    "numb feet": Declared("neuropathy"),
    "high eye pressure": Declared("eye-pressure"),
    "with dizziness": Declared("dizziness"),
    "or dizziness; ask": Declared("dizziness"),
    "recent fracture": Declared("spine-fracture", stage="recent"),
    "recent wrist fracture": Declared("wrist-fracture", stage="recent"),
    "sore thumbs": Declared("thumb-arthritis"),
    "no weight with a sore shoulder": Declared("shoulder-pain", severity="marked"),
}
"""What stop and watch texts call somebody's condition."""


def named() -> list[tuple[str, str, Declared]]:
    """Each exercise, a condition that one of its texts names, and the condition as it is declared."""
    found = {}
    for exercise in SHELF:
        for version in exercise.versions:
            text = " ".join((version.cues.stop, *version.cues.watch)).lower()
            for words, declared in NAMED.items():
                if words in text:
                    found[exercise.id, words] = declared
    return [(exercise, words, declared) for (exercise, words), declared in found.items()]


def test_the_texts_do_name_conditions() -> None:
    assert len(named()) > 12


@pytest.mark.parametrize(("exercise", "words", "declared"), named(), ids=lambda value: str(value)[:30])
def test_what_a_text_names_reaches_a_rule(exercise, words, declared) -> None:
    profile = profile_of((declared,), CONDITIONS)
    versions = [v for v in SHELF.exercise(exercise).versions if words in " ".join((v.cues.stop, *v.cues.watch)).lower()]
    hits = [hit.effect for version in versions for made in profile.both(version) for hit in made.triggered]
    assert {Effect.AVOID, Effect.EASE, Effect.WATCH} & set(hits)


TRAINS_GRIP = (Region.HAND, Quality.STRENGTH, Action.GRIP)
SQUEEZED = [e for e in SHELF if (e.aim.region, e.aim.quality, e.aim.action) == TRAINS_GRIP]


@pytest.mark.parametrize("exercise", SQUEEZED, ids=lambda exercise: exercise.id)
def test_what_trains_the_grip_asks_for_grip(exercise) -> None:
    for version in exercise.versions[1:]:
        assert "grip" in {demand.id for demand in demands(version.movement, Side.RIGHT)}, version.id


def test_weight_on_a_flat_hand_loads_the_wrist() -> None:
    """On what lies level a hand that carries a tenth of the body is bent back at least 70 degrees under it."""
    seen = 0
    for exercise in SHELF:
        for version in exercise.versions:
            found = {(d.id, d.side): d.value for d in demands(version.movement, Side.RIGHT)}
            hands = {word for _, spec in version.movement.poses for word in spec.arms}
            for side in Side:
                share = found.get(("hand_share", side), 0.0)
                if (
                    share > 10
                    and hands <= {"", "floor", "worktop", "chair-seat"}
                    and version.position.value == "quadruped"
                ):
                    seen += 1
                    assert found.get(("wrist_load", side), 0.0) >= 0.6 * share, version.id
    assert seen > 5
