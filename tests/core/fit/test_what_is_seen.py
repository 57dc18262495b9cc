"""What is seen of somebody after a stroke or another injury of the nerves picks the rung, with its side."""

import pytest

from fairbench.core.fit.fit import fit_item
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Person
from fairbench.core.sides import Side

from .everything import every_item

SHELF = load_shelf()
CONDITIONS = load_conditions()
ITEMS = {(time.exercise.id, time.version.id): time for time in every_item(SHELF)}


@pytest.mark.parametrize(
    ("declared", "item", "left", "right"),
    [
        (Declared("arm-pulls-in", Side.LEFT), ("bottle-curl", "light-weight"), "no-weight", "light-weight"),
        (Declared("knee-locks", Side.LEFT), ("stamp", "stamp-rail"), "stamp-seated", "stamp-seated"),
        (Declared("no-grip", Side.RIGHT), ("wrist-curl", "curl-bottle"), "curl-bottle", "curl-empty"),
        (Declared("cannot-stand"), ("stool-tap", "taps-rail"), "taps-seated", "taps-seated"),
        (Declared("drifts", Side.LEFT), ("stool-tap", "taps-no-hands"), "taps-rail", "taps-rail"),
    ],
    ids=lambda value: getattr(value, "condition", None),
)
def test_what_is_seen_picks_the_rung(declared, item, left, right) -> None:
    person = Person("p", "P", conditions=(declared,))
    verdict = fit_item(person, ITEMS[item], SHELF, CONDITIONS)
    assert (verdict.left.version.id, verdict.right.version.id) == (left, right)
    assert verdict.moved_by


def test_an_arm_that_moves_little_is_not_given_the_rung_with_arms() -> None:
    """Nearest must not add what the condition speaks to: the legs are shaken below, not the arms above."""
    person = Person("p", "P", conditions=(Declared("stroke", Side.LEFT, "arm moves little so far"),))
    for (_, version), time in ITEMS.items():
        verdict = fit_item(person, time, SHELF, CONDITIONS, frozenset({time.exercise.id}))
        if time.exercise.id == "seated-march" and version != "march-with-arms":
            assert verdict.version is None or verdict.version.id != "march-with-arms"
