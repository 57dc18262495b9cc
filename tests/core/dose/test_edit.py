"""Setting one figure at a time, as the inspector does."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.dose import edit as dose_edit
from fairbench.core.dose.dose import Dose
from fairbench.core.dose.tempo import Tempo
from fairbench.core.dose.words import summary
from fairbench.core.dose.work import Hold, Pulses, Repetitions, Sequence, kind_of
from fairbench.core.errors import DoseError
from fairbench.core.sides import Sides
from tests.core import strategies


def test_a_figure_that_is_set_is_no_longer_assumed() -> None:
    dose = Dose(Repetitions(8), assumed=frozenset({"tempo", "rest"}))
    changed = dose_edit.set_field(dose, "tempo.work", 3)
    assert isinstance(changed.work, Repetitions)
    assert changed.work.tempo.work == 3
    assert changed.assumed == {"rest"}


def test_a_part_of_a_sequence_can_be_set() -> None:
    dose = Dose(Sequence((Repetitions(8), Pulses(8))))
    changed = dose_edit.set_field(dose, "parts.1.count", 12)
    assert changed.work == Sequence((Repetitions(8), Pulses(12)))


def test_music_leads_and_stops_leading() -> None:
    dose = dose_edit.to_music(Dose(Repetitions(8, Tempo(2, 0, 2, 0))), True)
    assert [figure.path for figure in dose_edit.work_fields(dose)][1:] == ["tempo.beats_per_minute", "tempo.counts"]
    assert dose.time.total == 32
    slower = dose_edit.set_field(dose, "tempo.beats_per_minute", 60)
    assert slower.time.total == 64
    assert dose_edit.to_music(slower, False).work == Repetitions(8, Tempo())


def test_only_figures_that_count_are_offered() -> None:
    assert [f.path for f in dose_edit.frame_fields(Dose(Repetitions(8)))] == ["sets", "offered"]
    each = Dose(Repetitions(8), Sides.EACH_SIDE, sets=2)
    assert [f.path for f in dose_edit.frame_fields(each)] == ["sets", "more", "offered", "rest", "switch"]


@pytest.mark.parametrize("path", ["nothing", "tempo", "tempo.nothing", "parts.0.reps", "reps.more", ""])
def test_a_figure_that_is_not_there_is_named(path: str) -> None:
    with pytest.raises(DoseError):
        dose_edit.set_field(Dose(Repetitions(8)), path, 3)


@pytest.mark.parametrize("change", [dose_edit.take_kind, dose_edit.take_sides, dose_edit.take_ending])
def test_unknown_words_are_refused(change) -> None:
    with pytest.raises(DoseError):
        change(Dose(Hold(20)), "sideways")


@pytest.mark.parametrize("kind", dose_edit.STARTING_WORK)
def test_every_kind_can_be_taken_and_its_figures_set(kind: str) -> None:
    dose = dose_edit.take_kind(Dose(Repetitions(8), Sides.EACH_SIDE, sets=2), kind)
    assert kind_of(dose.work) == kind
    for figure in (*dose_edit.work_fields(dose), *dose_edit.frame_fields(dose)):
        assert figure.low <= figure.value <= figure.high
        assert dose_edit.set_field(dose, figure.path, figure.value).time == dose.time


@given(strategies.doses, st.integers(-10, 10))
def test_a_nudge_stays_within_bounds(dose: Dose, steps: int) -> None:
    if not dose_edit.work_fields(dose):  # stages have no main figure
        assert dose_edit.nudge(dose, steps) == dose
        return
    before = dose_edit.work_fields(dose)[0]
    after = dose_edit.work_fields(dose_edit.nudge(dose, steps))[0]
    assert before.low <= after.value <= before.high
    assert (after.value - before.value) * steps >= 0


def test_a_sequence_is_built_of_any_parts_in_any_order() -> None:
    """Two lifts, a hold, eight pulses; then a press before them, and back to one piece."""
    dose = Dose(Repetitions(2), Sides.EACH_SIDE)
    for kind in ("hold", "pulses", "contract_relax"):
        dose = dose_edit.add_part(dose, kind)
    assert [kind for kind, _ in dose_edit.part_fields(dose)] == ["repetitions", "hold", "pulses", "press and let go"]
    assert summary(dose, "arm") == (
        "2 repetitions, then 20 s hold, then 8 pulses, then 5 s press, 10 s stretch, 3 rounds, each arm"
    )
    dose = dose_edit.part_earlier(dose_edit.part_earlier(dose, 3), 2)
    assert [kind for kind, _ in dose_edit.part_fields(dose)] == ["repetitions", "press and let go", "hold", "pulses"]
    dose = dose_edit.set_field(dose, "parts.2.seconds", 12)
    assert dose.work.parts[2] == Hold(12)
    assert dose_edit.part_earlier(dose, 0) == dose
    for _ in range(3):
        dose = dose_edit.remove_part(dose, 1)
    assert dose.work == Repetitions(2)
    assert dose_edit.part_fields(dose) == ()


def test_a_sequence_has_its_bounds() -> None:
    dose = Dose(Repetitions(2))
    with pytest.raises(DoseError, match="no part 'sequence'"):
        dose_edit.add_part(dose, "sequence")
    with pytest.raises(DoseError, match="no part 2"):
        dose_edit.remove_part(dose, 1)
    for _ in range(5):
        dose = dose_edit.add_part(dose, "pulses")
    with pytest.raises(DoseError, match="2 to 6 parts"):
        dose_edit.add_part(dose, "pulses")
    with pytest.raises(DoseError, match="stays on one side"):
        dose_edit.add_part(Dose(Repetitions(2), Sides.ALTERNATING), "ramped_isometric")
