"""What a difference between left and right is, over the whole shelf."""

from fairbench.core.exercises.aim import Quality
from fairbench.core.exercises.limbs import Limbs
from fairbench.core.exercises.side_difference import SideDifference, side_difference
from fairbench.core.formats.catalogue_doc import load_shelf
from tests.every import every

SHELF = load_shelf()


@every("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_every_version_says_which(exercise) -> None:
    for version in exercise.versions:
        found = side_difference(exercise, version)
        assert (found is None) == (version.limbs is Limbs.WITHOUT_SIDES)
        assert (found is SideDifference.FAULT) == (version.limbs is Limbs.TOGETHER)
        if found is SideDifference.TARGET:
            assert exercise.aim.quality not in (Quality.STRETCH, Quality.BALANCE, Quality.MOBILITY, Quality.BREATH)


def test_known_ones() -> None:
    row = SHELF.exercise("band-row")
    assert side_difference(row, row.version("one-arm")) is SideDifference.TARGET
    stretch = SHELF.exercise("calf-stretch")
    one_leg = next(version for version in stretch.versions if version.limbs is Limbs.ONE_AT_A_TIME)
    assert side_difference(stretch, one_leg) is SideDifference.FINDING
