"""Music: counts that are safe and near, sets that end with a phrase, a block as long as its track."""

import pytest

from fairbench.core.dose.tempo import PHRASE_COUNTS
from fairbench.core.dose.work import Repetitions
from fairbench.core.errors import DoseError, PlanError
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.plan_edits import dose_of
from fairbench.core.plan.to_music import block_to_music, block_to_track, ends_on_phrase, to_beat
from fairbench.core.sides import Sides
from tests.core.checks.written import plan_of
from tests.core.strategies import SHELF
from tests.every import every

PLAN = plan_of("warm_up: shoulder-rolls, seated-march; strengthen: band-row sets=2, ring-press, calf-stretch locked")
VERSIONS = [
    (exercise, version)
    for exercise in SHELF
    for version in exercise.versions
    if isinstance(version.dose.work, Repetitions)
]


def test_a_block_goes_to_a_beat_and_its_sets_end_on_the_phrase() -> None:
    made = block_to_music(PLAN, 1, 120, SHELF, on_phrase=True)
    for name in ("i2", "i3"):
        work = dose_of(made.item(name), SHELF).work
        assert work.tempo.music.beats_per_minute == 120
        assert work.reps * work.tempo.music.counts % PHRASE_COUNTS == 0
    assert made.item("i0") == PLAN.item("i0")
    assert made.item("i4") == PLAN.item("i4")


@every(("exercise", "version"), VERSIONS, ids=[f"{e.id}-{v.id}" for e, v in VERSIONS])
def test_no_beat_is_quicker_than_is_safe_and_every_phrase_is_whole(exercise, version) -> None:
    for beats in (60, 100, 128):
        dose = to_beat(version.dose, version, beats)
        work = dose.work
        if version.safe_seconds and work.tempo.music.counts < PHRASE_COUNTS:
            assert work.tempo.seconds >= version.safe_seconds, exercise.id
        ended = ends_on_phrase(dose).work
        sides = 2 if dose.sides is Sides.ALTERNATING else 1
        assert ended.reps * sides * work.tempo.music.counts % PHRASE_COUNTS == 0


def test_a_block_is_as_long_as_its_track() -> None:
    def seconds(plan, block: int) -> float:
        return compile_timeline(plan, Group(), SHELF).block_seconds()[block]

    now = seconds(PLAN, 1)
    shorter = block_to_track(PLAN, 1, now - 40, Group(), SHELF)
    assert now - 80 <= seconds(shorter.plan, 1) <= now - 40
    longer = block_to_track(PLAN, 0, seconds(PLAN, 0) + 60, Group(), SHELF)
    assert seconds(PLAN, 0) < seconds(longer.plan, 0) <= seconds(PLAN, 0) + 60
    assert longer.plan.blocks[1] == PLAN.blocks[1]


def test_what_cannot_go_to_music_says_so() -> None:
    with pytest.raises(PlanError, match="no block 9"):
        block_to_music(PLAN, 9, 120, SHELF, on_phrase=False)
    with pytest.raises(PlanError, match="counts repetitions"):
        block_to_music(plan_of("stretch: calf-stretch"), 0, 120, SHELF, on_phrase=False)
    with pytest.raises(DoseError):
        block_to_music(PLAN, 1, 500, SHELF, on_phrase=False)
    with pytest.raises(PlanError, match="nothing in that block"):
        block_to_track(plan_of("strengthen:"), 0, 60, Group(), SHELF)
    held = SHELF.exercise("calf-stretch")
    with pytest.raises(DoseError):
        to_beat(held.version(held.base).dose, held.version(held.base), 100)
    with pytest.raises(DoseError):
        ends_on_phrase(SHELF.exercise("band-row").versions[0].dose)
