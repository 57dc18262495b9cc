"""The ladder of the real shelf for real cautions: over every exercise, nothing that a caution rules out is proposed."""

import datetime

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.fit.profile import profile_of
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Person
from fairbench.core.progress.amount import amount_of
from fairbench.core.progress.ladder import bands_of, ladder_of, loads_of, setting_of
from fairbench.core.progress.log import Bout
from fairbench.core.progress.proposal import Kind
from fairbench.core.progress.schools import SCHOOLS
from fairbench.core.progress.state import state_of
from fairbench.core.rooms.store import Stock, Store
from tests.core.strategies import SHELF

CONDITIONS = load_conditions()

STORE = Store(
    (
        Stock("hand-weight", 9, "0.5 kg", 0.5),
        Stock("hand-weight", 9, "1 kg"),
        Stock("hand-weight", 9, "2 kg", 2.0),
        Stock("bottle", 9, "full", 0.5),
        Stock("band", 4, "strong", newtons=40.0),
        Stock("band", 4, "light", newtons=15.0),
        Stock("band", 4, "unknown"),
    )
)
DAY = datetime.date(2026, 11, 2)
VERSIONS = [(exercise.id, version.id) for exercise in SHELF.exercises.values() for version in exercise.versions]
CONDITION = st.sampled_from([Declared(one.id) for one in CONDITIONS])


def test_sizes_come_from_the_store_and_bottles_are_filled_between() -> None:
    weighted = next(v for e in SHELF.exercises.values() for v in e.versions if "hand-weight" in v.props)
    assert loads_of(STORE, weighted)[:3] == (0.5, 1.0, 2.0)
    bottled = next(
        v for e in SHELF.exercises.values() for v in e.versions if "bottle" in v.props and "hand-weight" not in v.props
    )
    assert loads_of(STORE, bottled) == (0.1, 0.15, 0.2, 0.25, 0.3, 0.35, 0.4, 0.45, 0.5)
    banded = next(v for e in SHELF.exercises.values() for v in e.versions if "band" in v.props)
    assert bands_of(STORE, banded) == ("light", "strong")
    assert loads_of(None, weighted) == bands_of(None, banded) == ()


def test_nobody_who_must_be_talked_to_first_has_a_rung() -> None:
    rungs = ladder_of(SHELF.exercise("band-row"), Person("a", "A", talk_first="Not screened."), CONDITIONS)
    assert not any(rung.allowed for rung in rungs)


@pytest.mark.parametrize("school", SCHOOLS)
@given(st.sampled_from(VERSIONS), st.lists(CONDITION, max_size=2, unique=True), st.integers(1, 60), st.integers(0, 9))
@settings(max_examples=60, deadline=None)
def test_over_the_whole_shelf_what_is_proposed_can_be_done(
    school: str, which: tuple[str, str], declared: list[Declared], days: int, times: int
) -> None:
    exercise, person = SHELF.exercise(which[0]), Person("a", "A", conditions=tuple(declared))
    version = exercise.version(which[1])
    setting = setting_of(exercise, version.id, person, CONDITIONS, STORE)
    amount = amount_of(version.id, version.dose)
    log = [Bout(DAY + datetime.timedelta(days=7 * number), exercise.id, amount) for number in range(times + 1)]
    way = SCHOOLS[school]
    state = state_of(log, setting, way.next)
    assert state is not None
    due = way.next(state, setting, log[-1].day + datetime.timedelta(days=days))
    if due.kind is Kind.NONE:
        return
    then = exercise.version(due.amount.version)
    if due.amount != state.amount:
        both = profile_of(person.conditions, CONDITIONS).both(then)
        assert all(made.avoid is None for made in both)
    if due.new_version and any(prop in ("band", "band-loop") for prop in then.props) and setting.bands:
        assert due.amount.band == setting.bands[0]
    if due.kind is Kind.UP and due.new_version:
        assert exercise.versions.index(then) == exercise.versions.index(version) + 1
