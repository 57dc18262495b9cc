"""How much somebody does at home: as much as they last did in class, or less."""

from dataclasses import replace

from ..dose.dose import Dose, Ending, Rest
from ..dose.load import Band, Kilograms
from ..dose.ranges import with_figure
from ..dose.work import Breaths, ContractRelax, Hold, Pulses, RampedIsometric, Repetitions, Sequence, Timed, Work
from ..errors import DoseError
from ..exercises.exercise import Version
from ..progress.amount import Amount, amount_of

MOST_SETS = 2
"""At home; a third set is for class. Our own assumption."""
_PATHS = {
    Repetitions: "reps",
    Breaths: "breaths",
    Pulses: "count",
    ContractRelax: "rounds",
    RampedIsometric: "rounds",
    Hold: "seconds",
    Timed: "seconds",
}


def dose_at_home(version: Version, last: Amount, planned: Dose | None = None) -> Dose:
    """The dose of a version for somebody whose last amount in class is known: their own figures in their own version,
    of another one the usual dose, in neither case more than they did. Without ranges, effort and offers, which are
    for class. ``planned`` is the dose of their own version where a plan has another than is usual."""
    usual = planned if planned is not None and version.id == last.version else version.dose
    same = version.id == last.version
    asked = amount_of(version.id, usual)
    sets = min(last.sets if same else usual.sets, last.sets, MOST_SETS)
    plain = replace(
        usual,
        sets=sets,
        ranges=(),
        effort=None,
        offered=0,
        more=usual.more if same else 0,
        load=_load(usual, last) if same else None,
        rest_how=Rest.TIME if usual.rest_how is Rest.IN_PLACE else usual.rest_how,
        ending=usual.ending if usual.ending is Ending.STEADY else Ending.COUNT,
    )
    path = _path(plain.work)
    if path is None or last.counted is not asked.counted:
        return plain
    value = last.value if same else min(last.value, asked.value)
    return replace(plain, work=_with_at_most(plain.work, path, value, asked.value))


def _path(work: Work) -> str | None:
    """Where the figure stands that an amount counts; of a sequence that of its first part."""
    if isinstance(work, Sequence):
        first = _PATHS.get(type(work.parts[0]))
        return f"parts.0.{first}" if first else None
    return _PATHS.get(type(work))


def _with_at_most(work: Work, path: str, value: float, usual: float) -> Work:
    """The work with a figure. Where it is under the least that there is, with the least; where it is over the most, as
    is usual."""
    tried = value
    while tried <= max(value, usual):
        try:
            return with_figure(work, path, tried)
        except DoseError:
            tried += 1
    return work


def _load(usual: Dose, last: Amount) -> Band | Kilograms | None:
    """Their own weight. Of a band the stand-in at home is no band with a label."""
    return Kilograms(last.kg) if last.kg is not None and isinstance(usual.load, Kilograms | None) else None
