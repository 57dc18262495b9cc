"""Bands: the law, calibration, the grip, and how far a pose stretches them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.body.bands import band_runs, run_cm
from fairbench.core.body.movement import solved
from fairbench.core.exercises.aim import Quality
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.loads.band import EASIER, MORE, ElasticBand, calibrated, lengths, pulls
from fairbench.core.loads.bottle import LoadError
from tests.every import every

SHELF = load_shelf()
BANDED = [
    (exercise.id, version)
    for exercise in SHELF
    for version in exercise.versions
    if any(item.prop in ("band", "band-loop") for item in version.movement.held)
]


def test_at_double_length_it_pulls_k_and_loose_it_pulls_nothing() -> None:
    band = ElasticBand(24, 100)
    assert band.newtons(200) == 24
    assert band.newtons(150) == 12
    assert band.newtons(100) == band.newtons(60) == 0


def test_ten_per_cent_more_is_a_grip_3_cm_nearer() -> None:
    nearer = ElasticBand(24, 100).grip_nearer_cm(150)
    assert nearer == pytest.approx(100 - 150 / 1.55)
    assert nearer == pytest.approx(3.226, abs=0.001)
    assert ElasticBand(24, 100).grip_nearer_cm(150, EASIER) == pytest.approx(-3.448, abs=0.001)


@given(st.floats(1, 200), st.floats(20, 200), st.floats(1.05, 1.9), st.sampled_from([MORE, EASIER]))
def test_the_grip_gives_what_was_asked(k: float, free: float, stretch: float, times: float) -> None:
    band, at = ElasticBand(k, free), free * stretch
    nearer = band.grip_nearer_cm(at, times)
    assert ElasticBand(k, free - nearer).newtons(at) == pytest.approx(times * band.newtons(at))


def test_a_band_is_known_by_the_middle_of_what_the_scale_showed() -> None:
    assert calibrated(80, (2.4, 2.5, 9.0)).k == pytest.approx(2.5 * 9.81)
    with pytest.raises(LoadError, match="at least 3 readings, not 2"):
        calibrated(80, (2.4, 2.5))
    with pytest.raises(LoadError) as refused:
        calibrated(80, (2.4, 0.0, 2.5))
    assert refused.value.place == "readings[1]"


@pytest.mark.parametrize(("k", "free", "field"), [(0, 100, "k"), (24, 0, "free_cm"), (24, -3, "free_cm")])
def test_a_band_that_cannot_be_is_refused_by_its_field(k: float, free: float, field: str) -> None:
    with pytest.raises(LoadError) as refused:
        ElasticBand(k, free)
    assert refused.value.place == field


def test_a_band_is_not_stretched_until_it_tears_and_a_loose_one_has_no_grip_to_change() -> None:
    with pytest.raises(LoadError, match="take more of it"):
        ElasticBand(24, 50).newtons(151)
    with pytest.raises(LoadError, match="hangs loose"):
        ElasticBand(24, 100).grip_nearer_cm(90)


@every(("name", "version"), BANDED, ids=lambda part: part if isinstance(part, str) else part.id)
def test_every_band_of_the_shelf_is_stretched_as_it_is_drawn(name: str, version) -> None:
    movement = version.movement
    where = next(item.where for item in movement.held if item.prop in ("band", "band-loop"))
    longest = max(cm for _, cm in lengths(movement))
    assert 4 < longest < 300
    found = pulls(movement, ElasticBand(20, longest / 2))
    assert [pull.pose for pull in found] == [pose for pose, _ in movement.poses]
    assert max(pull.newtons for pull in found) == pytest.approx(20)
    for pull, (_, pose) in zip(found, solved(movement), strict=True):
        assert any(pull.cm == pytest.approx(run_cm(run)) for run in band_runs(pose, where))


@every(("name", "version"), BANDED, ids=lambda part: part if isinstance(part, str) else part.id)
def test_a_band_is_tighter_where_the_work_is(name: str, version) -> None:
    """Nobody pulls a band that goes slack. A strap that only holds, and a stretch, keep their length or give it."""
    found = [cm for _, cm in lengths(version.movement)]
    if SHELF.exercise(name).aim.quality is Quality.STRENGTH and "hold" not in version.id:
        assert max(found[1:]) > found[0] + 5


def test_of_one_arm_it_is_the_arm_that_works() -> None:
    (_, start), (_, end) = lengths(SHELF.exercise("band-row").version("one-arm").movement)
    assert abs(start - end) > 10


def test_a_row_pulls_more_at_its_end() -> None:
    row = SHELF.exercise("band-row").version("band-round-feet").movement
    start, end = pulls(row, ElasticBand(20, 60))
    assert (start.pose, end.pose) == ("start", "end")
    assert end.newtons > start.newtons
    tall = pulls(row, ElasticBand(20, 60), stature_m=1.8)
    assert tall[0].cm == pytest.approx(start.cm * 1.8 / 1.65)


def test_without_a_band_there_is_nothing_to_pull() -> None:
    with pytest.raises(LoadError, match="no band in it"):
        pulls(SHELF.exercise("bridge").version("full-bridge").movement, ElasticBand(20, 60))
