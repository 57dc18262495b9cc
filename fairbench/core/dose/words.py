"""A dose in plain words, never ambiguous: "10 each arm · 3 sets · 60 in all"."""

from ..clock import spoken_seconds
from ..counted import how_many
from ..kept import kept
from ..sides import First, Sides
from .dose import Dose, Ending, Rest, Share
from .work import (
    Breaths,
    ContractRelax,
    Hold,
    Pulses,
    RampedIsometric,
    Repetitions,
    Sequence,
    StagedIsometric,
    Timed,
    Work,
    parts_of,
)

_KEPT = 4096
_TIMES = {1: "", 2: "twice"}
ENDING_WORDS = {
    Ending.COUNT: "",
    Ending.STEADY: "while steady",
    Ending.CONTACT: "until a contact is lost",
    Ending.TIRED: "until tired",
}
"""What ends a set, as it stands in the words of a dose."""


def times(count: int) -> str:
    """``twice``, ``3 times``; nothing for one."""
    return _TIMES.get(count, f"{count} times")


@kept(_KEPT)
def summary(dose: Dose, limb: str = "side") -> str:
    """The dose as a person reads it. ``limb`` is what one side is called: arm, leg, side."""
    each = _each(dose, limb)
    said = _alternating(dose, limb) if dose.sides is Sides.ALTERNATING else _joined(dose.work, each)
    parts = [said] if dose.ending is Ending.COUNT else [f"up to {said}", ENDING_WORDS[dose.ending]]
    if dose.sets > 1:
        parts.append(f"{dose.sets} sets")
    if dose.more:
        parts.append(f"{_sets_more(dose.more)} {_on_first(dose.first, limb)}")
    if _is_counted(dose.work) and (len(dose.passes) > 1 or each):
        parts.append(f"{dose.time.count} in all")
    if dose.offered:
        parts.append("one more set offered" if dose.offered == 1 else f"{dose.offered} more sets offered")
    if len(dose.passes) > 1 and dose.rest_how is not Rest.TIME:
        parts.append(rest_words(dose))
    if dose.ranges:
        parts.append(f"picked within {', '.join(one.said for one in dose.ranges)}")
    if dose.load is not None:
        parts.append(dose.load.words)
    if dose.effort is not None:
        parts.append(f"effort {dose.effort.words}")
    return " · ".join(parts)


def rest_words(dose: Dose) -> str:
    """How one rests between sets, where that is not simply for some seconds."""
    return {
        Rest.TIME: f"rest {spoken_seconds(dose.rest)}",
        Rest.OTHER_SIDE: "one side rests while the other works",
        Rest.AS_NEEDED: f"rest as needed, up to {spoken_seconds(dose.rest)}",
        Rest.IN_PLACE: f"rest {spoken_seconds(dose.rest)} in a place to rest",
    }[dose.rest_how]


def _sets_more(number: int) -> str:
    return "1 set more" if number == 1 else f"{number} sets more"


def _on_first(first: First, limb: str) -> str:
    return f"on the {'first' if first is First.PLAN else first.value} {limb}"


@kept(_KEPT)
def short(dose: Dose) -> str:
    """The dose for a plank: ``3×10``, ``2×(8+8)``, ``20 s ×2``."""
    figure = _short_work(dose.work)
    if dose.shares and dose.share is Share.IN_ALL:
        return figure if dose.sets == 1 else f"{dose.sets}×{figure}"
    if dose.sides is Sides.ONE_SIDE:
        figure = f"{figure} one side"
    elif dose.sides is not Sides.TOGETHER and isinstance(dose.work, Repetitions | Pulses):
        figure = f"{figure}+{figure}"
    elif dose.sides is not Sides.TOGETHER:
        figure = f"{figure} each"
    if dose.sets == 1:
        return figure
    return f"{dose.sets}×({figure})" if "+" in figure else f"{dose.sets}×{figure}"


def _alternating(dose: Dose, limb: str) -> str:
    """What is for each side and what is shared in all, part by part."""
    parts = parts_of(dose.work)
    shared = dose.share is Share.IN_ALL
    words = [
        _joined(part, "in all" if shared and isinstance(part, Breaths | Timed) else f"each {limb}") for part in parts
    ]
    begins = "" if dose.first is First.PLAN else f", {dose.first.value} first"
    return f"{', then '.join(words)}, alternating{begins}"


def _each(dose: Dose, limb: str) -> str:
    if dose.sides is Sides.ONE_SIDE:
        return f"on one {limb} only" if dose.first is First.PLAN else f"on the {dose.first.value} {limb} only"
    begins = "" if dose.first is First.PLAN else f", {dose.first.value} first"
    return {
        Sides.TOGETHER: "",
        Sides.ALTERNATING: f"each {limb}, alternating",
        Sides.EACH_SIDE: f"each {limb}{begins}",
        Sides.EACH_DIRECTION: "each direction",
        Sides.EACH_SIDE_AND_DIRECTION: f"each direction, each {limb}{begins}",
    }[dose.sides]


def _is_counted(work: Work) -> bool:
    return isinstance(work, Repetitions | Pulses)


def _joined(work: Work, each: str) -> str:
    match work:
        case Repetitions():
            return f"{work.reps} {each or ('repetitions' if work.reps > 1 else 'repetition')}"
        case Hold():
            head = f"{spoken_seconds(work.seconds)} {each or 'hold'}"
            return head + (f", {times(work.repeats)}" if work.repeats > 1 else "")
        case Breaths():
            return _with(f"{how_many(work.breaths, 'breath')}", each)
        case Timed():
            return _with(spoken_seconds(work.seconds), each)
        case Pulses():
            return _with(f"{work.count} pulses", each)
        case ContractRelax():
            rounds = f"{how_many(work.rounds, 'round')}"
            return _with(
                f"{spoken_seconds(work.contract)} press, {spoken_seconds(work.stretch)} stretch, {rounds}", each
            )
        case RampedIsometric():
            effort = f"build from {work.from_percent} % to {work.to_percent} % over {spoken_seconds(work.build)}"
            more = f", {times(work.rounds)}" if work.rounds > 1 else ""
            return _with(f"{effort}, hold {spoken_seconds(work.hold)}, toward then away{more}", each)
        case StagedIsometric():
            return _with(", ".join(stage.words for stage in work.stages) + ("," if each else ""), each)
        case Sequence():
            return _with(", then ".join(_joined(part, "") for part in work.parts) + ("," if each else ""), each)


def _with(head: str, each: str) -> str:
    return f"{head} {each}" if each else head


def _short_work(work: Work) -> str:
    match work:
        case Repetitions():
            return str(work.reps)
        case Hold():
            return f"{work.seconds:g} s" + (f" ×{work.repeats}" if work.repeats > 1 else "")
        case Breaths():
            return f"{work.breaths} br"
        case Timed():
            return spoken_seconds(work.seconds)
        case Pulses():
            return f"{work.count}p"
        case ContractRelax():
            return f"{work.rounds} rounds"
        case RampedIsometric():
            return "ramped"
        case StagedIsometric():
            return f"{len(work.stages)} stages"
        case Sequence():
            return " + ".join(_short_work(part) for part in work.parts)
