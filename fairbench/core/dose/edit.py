"""Changing one figure of a dose at a time, as the inspector does."""

from collections.abc import Callable
from dataclasses import dataclass, fields, replace
from typing import Any

from ..errors import DoseError
from ..limits import SECONDS, WHOLE
from ..sides import First, Sides
from .dose import Dose, Ending, Rest, Share, figure_in
from .effort import read_effort
from .load import read_load
from .ranges import Range, RangeStart, ends_of, range_of
from .stages import read_stages
from .tempo import Tempo
from .work import (
    Breaths,
    ContractRelax,
    Hold,
    Part,
    Pulses,
    RampedIsometric,
    Repetitions,
    Sequence,
    StagedIsometric,
    Timed,
    Work,
    fields_of,
    kind_of,
)


@dataclass(frozen=True, slots=True)
class DoseField:
    """A figure that can be set: its path in the dose, its bounds, and what one step is."""

    path: str
    value: float | int
    words: str
    unit: str
    low: float
    high: float
    step: float
    assumed: bool = False
    range: str = ""
    """The ends within which it is picked, as they are written; nothing where it has no range."""


STARTING_WORK: dict[str, Work] = {
    "repetitions": Repetitions(8),
    "hold": Hold(20),
    "breaths": Breaths(4),
    "timed": Timed(60),
    "contract_relax": ContractRelax(),
    "ramped_isometric": RampedIsometric(),
    "pulses": Pulses(8),
    "staged_isometric": StagedIsometric(
        read_stages("settle 30 s; build to 50 % 10 s; hold 5 s; lighten to 0 % 5 s; hold 5 s; ease off 5 s")
    ),
    "sequence": Sequence((Repetitions(8), Pulses(8))),
}

KIND_WORDS = {
    "repetitions": "repetitions",
    "hold": "hold",
    "breaths": "breaths",
    "timed": "by the clock",
    "contract_relax": "press and let go",
    "ramped_isometric": "ramped press",
    "pulses": "pulses",
    "staged_isometric": "press in stages",
    "sequence": "a sequence of parts",
}

_WORDS = {
    "reps": "Repetitions",
    "repeats": "Times",
    "breaths": "Breaths",
    "count": "Pulses",
    "rounds": "Rounds",
    "gap": "Between holds",
    "entry": "Ease in",
    "contract": "Press",
    "release": "Let go",
    "stretch": "Stretch",
    "settle": "Settle",
    "build": "Build over",
    "ease_off": "Ease off",
    "from_percent": "Effort from",
    "to_percent": "Effort to",
    "work": "Work",
    "hold": "Hold",
    "back": "Return",
    "pause": "Pause",
    "beats_per_minute": "Beats a minute",
    "counts": "Counts each",
    "sets": "Sets",
    "more": "Sets more, first side",
    "offered": "Sets offered",
    "rest": "Rest between sets",
    "switch": "Switch",
}

_SECONDS_WORDS = {Hold: "Hold for", Breaths: "Seconds a breath", Timed: "For", Pulses: "Seconds a pulse"}

_SECONDS_BOUNDS: dict[tuple[type, str], tuple[str, float]] = {
    (Hold, "seconds"): ("hold", 5),
    (Hold, "gap"): ("gap", 1),
    (Breaths, "seconds"): ("breath", 0.5),
    (Timed, "seconds"): ("timed", 15),
    (Pulses, "seconds"): ("pulse", 0.25),
}


def work_fields(dose: Dose) -> tuple[DoseField, ...]:
    """The figures of the work in the order a person sets them, the main one first."""
    return tuple(_ranged(dose, field) for field in _fields(dose.work, "", dose.assumed))


def frame_fields(dose: Dose) -> tuple[DoseField, ...]:
    """Sets, rest and switch, as far as they count for this dose."""
    figures = [_ranged(dose, _whole("sets", dose.sets, "sets", dose.assumed))]
    if dose.has_two_sides:
        figures.append(_whole("more", dose.more, "more", dose.assumed))
    figures.append(_whole("offered", dose.offered, "offered", dose.assumed))
    if len(dose.passes) > 1 and dose.rest_how is not Rest.OTHER_SIDE:
        figures.append(_seconds("rest", dose.rest, "rest", 5, dose.assumed))
    if dose.sides.passes > 1:
        figures.append(_seconds("switch", dose.switch, "switch", 1, dose.assumed))
    return tuple(figures)


def _ranged(dose: Dose, field: DoseField) -> DoseField:
    """A figure with its range: the ends are its bounds."""
    one = dose.range_of(field.path)
    return field if one is None else replace(field, low=one.low, high=one.high, range=one.words)


def set_field(dose: Dose, path: str, value: float | int) -> Dose:
    """The dose with one figure set; it is no longer assumed. Raises :class:`DoseError`, also for a figure outside of
    the range that it is picked in."""
    one = dose.range_of(path)
    if one is not None and not one.low <= value <= one.high:
        raise DoseError(f"it is picked within {one.words}; for another range write it, such as 4–10", path)
    changed = _with_field(dose, path, value)
    return replace(changed, assumed=dose.assumed - {path.split(".")[0]})


def set_range(dose: Dose, path: str, text: str, start: RangeStart = RangeStart.MIDDLE) -> Dose:
    """The dose with a figure that is picked within two ends, as somebody wrote them; the figure stays where it is if
    that is between them and nobody has other ends of ranges picked first. Both ends the same make it a figure without a
    range. Raises :class:`DoseError`."""
    others = tuple(one for one in dose.ranges if one.path != path)
    now = figure_in(dose, path)
    low, high = ends_of(path, text)
    if low == high:
        return set_field(replace(dose, ranges=others), path, int(low) if isinstance(now, int) else low)
    one = range_of(path, text)
    kept = start is RangeStart.MIDDLE and one.low <= now <= one.high
    point = now if kept else one.first_point(start)
    picked = _with_field(replace(dose, ranges=others), path, int(point) if isinstance(now, int) else point)
    return replace(picked, ranges=(*others, one), assumed=dose.assumed - {path.split(".")[0]})


def at_share(dose: Dose, share: float) -> Dose:
    """The dose with every figure that has a range picked at a share of the way between its ends: 0 the least, 1 the
    most. What two sides share evenly stays even."""
    return _picked(dose, lambda one: one.point(share))


def at_start(dose: Dose, start: RangeStart) -> Dose:
    """The dose with every figure that has a range where it is picked first."""
    return _picked(dose, lambda one: one.first_point(start))


def _picked(dose: Dose, pick: Callable[[Range], float]) -> Dose:
    for one in dose.ranges:
        point = pick(one)
        while True:
            try:
                dose = _with_field(dose, one.path, int(point) if one.is_whole else point)
                break
            except DoseError:
                point -= 1
                if point < one.low:
                    break
    return dose


def _with_field(dose: Dose, path: str, value: float | int) -> Dose:
    if path in ("sets", "rest", "switch", "more", "offered"):
        return replace(dose, **_only(path, value))
    return replace(dose, work=_set_in_work(dose.work, path.split("."), value))


def take_kind(dose: Dose, kind: str) -> Dose:
    """The dose with another kind of work at its starting figures; sides and sets stay."""
    if kind not in STARTING_WORK:
        raise DoseError(f"there is no kind of dose '{kind}'", "kind")
    ranges = tuple(one for one in dose.ranges if one.path == "sets")
    return replace(dose, work=STARTING_WORK[kind], assumed=dose.assumed & {"rest", "switch"}, ranges=ranges)


def take_sides(dose: Dose, sides: str) -> Dose:
    """The dose shared otherwise between sides."""
    if sides not in list(Sides):
        raise DoseError(f"there is no way of sharing called '{sides}'", "sides")
    return dose.shared(Sides(sides))


def take_ending(dose: Dose, ending: str) -> Dose:
    """The dose ended in another way. Raises :class:`DoseError` for an unknown one."""
    if ending not in list(Ending):
        raise DoseError(f"there is no ending called '{ending}'", "ends")
    return replace(dose, ending=Ending(ending))


def take_first(dose: Dose, first: str) -> Dose:
    """Which side begins, or is the only one. Raises :class:`DoseError`."""
    if first not in list(First):
        raise DoseError(f"there is no side called '{first}'", "first")
    return replace(dose, first=First(first))


def take_rest_how(dose: Dose, how: str) -> Dose:
    """How one rests between sets. Raises :class:`DoseError`."""
    if how not in list(Rest):
        raise DoseError(f"there is no rest called '{how}'", "rest_how")
    return replace(dose, rest_how=Rest(how))


def add_part(dose: Dose, kind: str) -> Dose:
    """A further part at the end, at its starting figures; a single piece of work becomes a sequence. Raises
    :class:`DoseError`."""
    part = STARTING_WORK.get(kind)
    if part is None or isinstance(part, Sequence | StagedIsometric) or isinstance(dose.work, StagedIsometric):
        raise DoseError(f"a sequence has no part '{kind}'", "part")
    if isinstance(dose.work, Sequence):
        return replace(dose, work=Sequence((*dose.work.parts, part)))
    ranges = tuple(one if one.path == "sets" else replace(one, path=f"parts.0.{one.path}") for one in dose.ranges)
    return replace(dose, work=Sequence((dose.work, part)), ranges=ranges)


def remove_part(dose: Dose, number: int) -> Dose:
    """Without a part; where one is left, that is the work. Raises :class:`DoseError`."""
    return _in_order(dose, [place for place in range(len(_parts(dose, number))) if place != number])


def part_earlier(dose: Dose, number: int) -> Dose:
    """A part changes places with the one before it; the first stays. Raises :class:`DoseError`."""
    order = list(range(len(_parts(dose, number))))
    if number:
        order[number - 1], order[number] = order[number], order[number - 1]
    return _in_order(dose, order)


def _in_order(dose: Dose, order: list[int]) -> Dose:
    """The parts of a sequence in another order or fewer of them, each with its ranges."""
    parts = [_parts(dose, 0)[place] for place in order]
    ranges = []
    for one in dose.ranges:
        if not one.path.startswith("parts."):
            ranges.append(one)
            continue
        _, number, rest = one.path.split(".", 2)
        if int(number) in order:
            path = f"parts.{order.index(int(number))}.{rest}" if len(parts) > 1 else rest
            ranges.append(replace(one, path=path))
    return replace(dose, work=Sequence(tuple(parts)) if len(parts) > 1 else parts[0], ranges=tuple(ranges))


def _parts(dose: Dose, number: int) -> tuple[Part, ...]:
    if not isinstance(dose.work, Sequence) or not 0 <= number < len(dose.work.parts):
        raise DoseError(f"there is no part {number + 1}", "part")
    return dose.work.parts


def part_fields(dose: Dose) -> tuple[tuple[str, tuple[DoseField, ...]], ...]:
    """The parts of a sequence, each with the name of its kind and its figures; none for other work."""
    if not isinstance(dose.work, Sequence):
        return ()
    return tuple(
        (
            KIND_WORDS[kind_of(part)],
            tuple(_ranged(dose, field) for field in _fields(part, f"parts.{number}.", frozenset())),
        )
        for number, part in enumerate(dose.work.parts)
    )


def take_share(dose: Dose, share: str) -> Dose:
    """Breaths and the clock for each side, or in all, where sides alternate. Raises :class:`DoseError`."""
    if share not in list(Share):
        raise DoseError(f"there is no '{share}': it is for each side, or in all", "share")
    return replace(dose, share=Share(share))


def take_stages(dose: Dose, text: str) -> Dose:
    """The stages of a press, as somebody wrote them. Raises :class:`DoseError`."""
    if not isinstance(dose.work, StagedIsometric):
        raise DoseError("this dose has no stages", "stages")
    return replace(dose, work=StagedIsometric(read_stages(text)))


def take_load(dose: Dose, text: str) -> Dose:
    """What is worked against, as somebody wrote it; nothing for the version's usual. Raises :class:`DoseError`."""
    return replace(dose, load=read_load(text))


def take_effort(dose: Dose, text: str) -> Dose:
    """How hard, as somebody wrote it; nothing where it is not said. Raises :class:`DoseError`."""
    return replace(dose, effort=read_effort(text))


def to_music(dose: Dose, on: bool) -> Dose:
    """Let a beat lead the repetitions (120 a minute, as many counts as come nearest), or stop it."""
    if not isinstance(dose.work, Repetitions):
        raise DoseError("only repetitions go to music", "tempo")
    if on:
        counts = max(1, min(32, round(dose.work.tempo.seconds * 2)))
        tempo = Tempo.to_music(120, counts)
    else:
        tempo = Tempo()
    ranges = tuple(one for one in dose.ranges if not one.path.startswith("tempo."))
    return replace(dose, work=replace(dose.work, tempo=tempo), assumed=dose.assumed - {"tempo"}, ranges=ranges)


def nudge(dose: Dose, steps: int) -> Dose:
    """The main figure some steps up or down, kept within its bounds."""
    if isinstance(dose.work, StagedIsometric):
        return dose
    main = work_fields(dose)[0]
    low, high, step = main.low, main.high, main.step
    if main.path.endswith("breaths") and dose.shares and dose.share is Share.IN_ALL:
        # Two sides share them, so one step is a breath for each.
        low, high, step = 2 * ((low + 1) // 2), 2 * (high // 2), 2
    value = min(high, max(low, main.value + steps * step))
    return set_field(dose, main.path, type(main.value)(value))


def _fields(work: Work, prefix: str, assumed: frozenset[str]) -> list[DoseField]:
    figures: list[DoseField] = []
    if isinstance(work, StagedIsometric):
        return figures
    for name, value in fields_of(work).items():
        path = prefix + name
        if isinstance(value, Tempo):
            figures += _tempo_fields(value, path, assumed)
        elif isinstance(value, tuple):
            for number, part in enumerate(value):
                figures += _fields(part, f"{path}.{number}.", frozenset())
        elif isinstance(work, Breaths | Hold | Timed | Pulses) and (type(work), name) in _SECONDS_BOUNDS:
            bounds, step = _SECONDS_BOUNDS[type(work), name]
            figures.append(_seconds(path, value, bounds, step, assumed, _SECONDS_WORDS.get(type(work), "")))
        elif name in WHOLE:
            figures.append(_whole(path, value, name, assumed))
        else:
            figures.append(_seconds(path, value, "part", 1, assumed))
    return figures


def _tempo_fields(tempo: Tempo, path: str, assumed: frozenset[str]) -> list[DoseField]:
    if tempo.music:
        return [
            _whole(f"{path}.beats_per_minute", tempo.music.beats_per_minute, "beats_per_minute", assumed, 2),
            _whole(f"{path}.counts", tempo.music.counts, "counts", assumed),
        ]
    return [
        _seconds(f"{path}.{name}", getattr(tempo, name), "phase", 0.5, assumed)
        for name in ("work", "hold", "back", "pause")
    ]


def _whole(path: str, value: object, limit: str, assumed: frozenset[str], step: float = 1) -> DoseField:
    low, high, _ = WHOLE[limit]
    unit = "%" if limit.endswith("percent") else ""
    assert isinstance(value, int)
    return DoseField(path, value, _WORDS[limit], unit, low, high, step, path.split(".")[0] in assumed)


def _seconds(path: str, value: object, bounds: str, step: float, assumed: frozenset[str], words: str = "") -> DoseField:
    low, high = SECONDS[bounds]
    name = path.split(".")[-1]
    assert isinstance(value, int | float)
    shown = words if name == "seconds" else _WORDS[name]
    return DoseField(path, value, shown, "s", low, high, step, path.split(".")[0] in assumed)


def _set_in_work(work: Work, path: list[str], value: float | int) -> Work:
    name, *rest = path
    if name not in {field.name for field in fields(work)}:
        raise DoseError(f"this dose has no figure '{name}'", name)
    if not rest:
        if isinstance(getattr(work, name), Tempo | tuple):
            raise DoseError(f"'{name}' is set by its parts", name)
        return replace(work, **_only(name, value))
    inner = getattr(work, name)
    if isinstance(inner, Tempo) and isinstance(work, Repetitions) and len(rest) == 1:
        return replace(work, tempo=_set_in_tempo(inner, rest[0], value))
    if isinstance(work, Sequence) and len(rest) > 1 and rest[0].isdigit() and int(rest[0]) < len(work.parts):
        number = int(rest[0])
        part = _set_in_work(work.parts[number], rest[1:], value)
        parts = (*work.parts[:number], part, *work.parts[number + 1 :])
        return replace(work, **_only("parts", parts))
    raise DoseError(f"this dose has no figure '{'.'.join(path)}'", name)


def _set_in_tempo(tempo: Tempo, name: str, value: float | int) -> Tempo:
    if tempo.music and name in ("beats_per_minute", "counts"):
        music = replace(tempo.music, **_only(name, value))
        return Tempo.to_music(music.beats_per_minute, music.counts)
    if not tempo.music and name in ("work", "hold", "back", "pause"):
        return replace(tempo, **_only(name, value))
    raise DoseError(f"the tempo has no figure '{name}'", f"tempo.{name}")


def _only(name: str, value: object) -> dict[str, Any]:
    """One field by name, for ``replace``; what it holds is checked when the value is made."""
    return {name: value}
