"""The ladder of an exercise for one person: what their cautions allow of it, and the loads that there are for it."""

import datetime
from collections.abc import Iterable
from dataclasses import replace

from ..dose.load import Kilograms
from ..exercises.aim import Quality
from ..exercises.exercise import Exercise, Version
from ..fit.profile import profile_of
from ..loads.bottle import LoadError
from ..loads.units import read_mass
from ..people.conditions import Conditions
from ..people.person import Person
from ..rooms.store import Store
from .amount import Variable, amount_of
from .setting import Rung, Setting, rung_of

_WEIGHTS = ("hand-weight", "ankle-weight", "bottle")
_BANDS = ("band", "band-loop")
TRAINED = frozenset({Quality.STRENGTH, Quality.ENDURANCE, Quality.ACTIVATION, Quality.BALANCE, Quality.BONE_LOADING})
"""What becomes more from week to week; a stretch, moving a joint, breathing and resting keep their dose."""
_FILL = 0.05
"""A bottle is filled to 50 g."""


def ladder_of(exercise: Exercise, person: Person, conditions: Conditions) -> tuple[Rung, ...]:
    """Every version from easy to hard. One that is ruled out on either side is not allowed, and none is for somebody
    who must be talked to first."""
    profile = profile_of(person.conditions, conditions)
    rungs = []
    for version in exercise.versions:
        fine = not person.talk_first and all(made.avoid is None for made in profile.both(version))
        ends = next(
            ((one.low, one.high) for one in version.dose.ranges if one.path in ("reps", "breaths", "count", "seconds")),
            None,
        )
        banded = any(prop in _BANDS for prop in version.props)
        rungs.append(rung_of(amount_of(version.id, version.dose), fine, ends, banded))
    return tuple(rungs)


def setting_of(
    exercise: Exercise,
    version: str,
    person: Person,
    conditions: Conditions,
    store: Store | None = None,
    met: Iterable[datetime.date] = (),
    came: Iterable[datetime.date] = (),
    variable: Variable | None = None,
    *,
    loaded: bool = True,
) -> Setting:
    """What progression goes by for one person in one exercise, who does a ``version`` of it now. Without a store no
    heavier size is known, and of what is not ``loaded`` with weights none is looked for."""
    ladder = ladder_of(exercise, person, conditions)
    now = next((one for one in exercise.versions if one.id == version), exercise.version(exercise.base))
    sizes = loads_of(store, now) if loaded else ()
    fine = tuple(kg for kg in sizes if _may_hold(now, kg, person, conditions))
    most = max(fine, default=0.0) if len(fine) < len(sizes) else None
    bands = bands_of(store, now)
    trained = exercise.aim.quality in TRAINED
    return Setting(ladder, fine, bands, most, frozenset(met), frozenset(came), variable, trained)


def _may_hold(version: Version, kg: float, person: Person, conditions: Conditions) -> bool:
    dose = replace(version.dose, load=Kilograms(kg))
    return all(made.avoid is None for made in profile_of(person.conditions, conditions).both(version, dose))


def loads_of(store: Store | None, version: Version) -> tuple[float, ...]:
    """The weights that there are for a version, in kilograms; a bottle can be filled to any 50 g up to its own."""
    if store is None:
        return ()
    found: set[float] = set()
    for line in store.lines:
        if line.prop not in version.props or line.prop not in _WEIGHTS or not line.count:
            continue
        kg = line.kg if line.kg is not None else _said(line.size)
        if kg is None:
            continue
        fills = round(kg / _FILL) if line.prop == "bottle" else 0
        found |= {kg, *(round(number * _FILL, 2) for number in range(2, fills))}
    return tuple(sorted(found))


def _said(size: str) -> float | None:
    try:
        return read_mass(size) if size and not size[-1].isdigit() else None
    except LoadError:
        return None


def bands_of(store: Store | None, version: Version) -> tuple[str, ...]:
    """The bands that there are for a version, from light to strong by their force; those without one are not known."""
    if store is None:
        return ()
    lines = [
        line for line in store.lines if line.prop in version.props and line.prop in _BANDS and line.newtons is not None
    ]
    return tuple(dict.fromkeys(line.size for line in sorted(lines, key=lambda one: one.newtons or 0.0) if line.count))
