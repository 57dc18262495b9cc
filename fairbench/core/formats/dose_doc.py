"""A dose as it stands in files. A figure left out is assumed, and stays left out when written."""

from copy import deepcopy
from dataclasses import fields
from functools import reduce
from operator import or_
from typing import TYPE_CHECKING, Annotated, Any, Literal, get_args

from pydantic import BaseModel, ConfigDict, Field, model_validator

from ..dose.dose import Dose, Ending, Rest, Share
from ..dose.effort import read_effort
from ..dose.load import read_load
from ..dose.ranges import Range, range_of, read_range
from ..dose.stages import LONGEST_TEXT, read_stages, stages_words
from ..dose.tempo import Tempo
from ..dose.work import (
    KINDS,
    Breaths,
    ContractRelax,
    Hold,
    Pulses,
    RampedIsometric,
    Sequence,
    StagedIsometric,
    Work,
    fields_of,
    kind_of,
)
from ..errors import DoseError, InputError
from ..sides import First, Sides


class Doc(BaseModel):
    """Strict: no unknown fields, no numbers in quotes, none that is not finite."""

    model_config = ConfigDict(extra="forbid", strict=True, allow_inf_nan=False)


_TEMPO_NOW = {"lift": "work", "lower": "return"}
"""Phases that were called otherwise when a file was written."""


class TempoDoc(Doc):
    """Seconds of the four phases: the way out, a hold there, the way back, a pause."""

    work: float = 2.0
    hold: float = 0.0
    back: float = Field(default=2.0, alias="return")
    pause: float = 0.0

    @model_validator(mode="before")
    @classmethod
    def _as_it_is_called_now(cls, given: Any) -> Any:
        """Files of before speak of lift and lower, also where nothing was lifted."""
        if not isinstance(given, dict):
            return given
        return {_TEMPO_NOW.get(name, name) if isinstance(name, str) else name: value for name, value in given.items()}

    def value(self) -> Tempo:
        """The tempo it describes."""
        return Tempo(self.work, self.hold, self.back, self.pause)


class MusicDoc(Doc):
    """A beat that sets the tempo."""

    beats_per_minute: int
    counts: int

    def value(self) -> Tempo:
        """The tempo it describes."""
        return Tempo.to_music(self.beats_per_minute, self.counts)


class _Work(Doc):
    """The figures of one kind of work, by the names they have in the core."""

    kind: str

    def work(self) -> Any:
        kind = KINDS[self.kind]
        return kind(**{field.name: self.figure(field.name) for field in fields(kind)})

    def figure(self, name: str) -> Any:
        """The core's value of a figure."""
        return getattr(self, name)


# Defaults stand once, in the core; these are where they are read from.
_HOLD, _BREATHS, _PULSES = Hold(20), Breaths(4), Pulses(8)
_CONTRACT_RELAX, _RAMPED, _DOSE = ContractRelax(), RampedIsometric(), Dose(_PULSES)


class _Frame(Doc):
    """What every kind of dose has besides its work."""

    sides: Sides = Field(default=Sides.TOGETHER, strict=False)
    sets: int = _DOSE.sets
    rest: float = _DOSE.rest
    switch: float = _DOSE.switch
    ends: Ending = Field(default=Ending.COUNT, strict=False)
    share: Share = Field(
        default=Share.IN_ALL,
        strict=False,
        description="Where sides alternate: whether breaths and seconds by the clock are for each side, or in all.",
    )
    load: str = Field(
        default="",
        max_length=80,
        description="Such as 1.5 kg; light band, short, grip 15 cm, doubled; step 3; 40 % of body weight.",
    )
    effort: str = Field(default="", max_length=60, description="Such as 4 of 10; 50 %; 100, 50, 25, 25 %.")
    first: First = Field(
        default=First.PLAN,
        strict=False,
        description="Which side goes first, or is the only one: the plan's, left, right, or each person's own.",
    )
    more: int = Field(default=0, description="Sets of the first side alone, on top.")
    offered: int = Field(default=0, description="Sets that may follow for who wants them; they are not counted.")
    rest_how: Rest = Field(default=Rest.TIME, strict=False)
    ranges: dict[str, str] = Field(
        default_factory=dict,
        description="Figures that are picked within two ends, by their path: 4-8, or 10 building to 20. Where the"
        " figure itself is left out, the middle is picked, rounded down, or the low end where it builds.",
    )

    @model_validator(mode="before")
    @classmethod
    def _picked(cls, given: Any) -> Any:
        """A figure that has a range and no point yet gets its first one."""
        ranges = given.get("ranges") if isinstance(given, dict) else None
        if not isinstance(ranges, dict):
            return given
        filled = deepcopy(given)
        for path, text in ranges.items():
            found = read_range(path, text) if isinstance(path, str) and isinstance(text, str) else None
            if found is not None and found.low < found.high:
                _fill(filled, path.split("."), found.first_point())
        return filled


def _fill(at: Any, path: list[str], point: float) -> None:
    """Set a figure that is not there yet; a path that leads nowhere is told later, with the range."""
    for name in path[:-1]:
        if isinstance(at, list) and name.isdigit() and int(name) < len(at):
            at = at[int(name)]
        elif isinstance(at, dict):
            at = at.get(name)
    if isinstance(at, dict) and path[-1] not in at:
        at[path[-1]] = int(point) if point == int(point) else point


class _Repetitions(_Work):
    """A number of repetitions at a tempo."""

    kind: Literal["repetitions"]
    reps: int
    tempo: TempoDoc | MusicDoc = TempoDoc()

    def figure(self, name: str) -> Any:
        return _at("tempo", self.tempo.value) if name == "tempo" else super().figure(name)


class _Hold(_Work):
    """One hold or several."""

    kind: Literal["hold"]
    seconds: float
    repeats: int = _HOLD.repeats
    gap: float = _HOLD.gap


class _Breaths(_Work):
    """A number of breaths."""

    kind: Literal["breaths"]
    breaths: int
    seconds: float = _BREATHS.seconds


class _Timed(_Work):
    """Movement by the clock."""

    kind: Literal["timed"]
    seconds: float


class _Pulses(_Work):
    """Small pulses at the end of the range."""

    kind: Literal["pulses"]
    count: int
    seconds: float = _PULSES.seconds


class _ContractRelax(_Work):
    """Rounds of press, let go and stretch."""

    kind: Literal["contract_relax"]
    rounds: int = _CONTRACT_RELAX.rounds
    entry: float = _CONTRACT_RELAX.entry
    contract: float = _CONTRACT_RELAX.contract
    release: float = _CONTRACT_RELAX.release
    stretch: float = _CONTRACT_RELAX.stretch


class _RampedIsometric(_Work):
    """A stretch with effort that builds toward it and then away."""

    kind: Literal["ramped_isometric"]
    settle: float = _RAMPED.settle
    build: float = _RAMPED.build
    hold: float = _RAMPED.hold
    ease_off: float = _RAMPED.ease_off
    from_percent: int = _RAMPED.from_percent
    to_percent: int = _RAMPED.to_percent
    rounds: int = _RAMPED.rounds


class _StagedIsometric(_Work):
    """Stages of effort, each with its seconds and its percent."""

    kind: Literal["staged_isometric"]
    stages: str = Field(
        max_length=LONGEST_TEXT,
        description="Such as settle 30 s; build to 50 % 10 s; brace 5 s; hold 5 s; lighten to 0 % 5 s; ease off 5 s.",
    )

    def work(self) -> StagedIsometric:
        return StagedIsometric(read_stages(self.stages))


PartDoc = Annotated[
    _Repetitions | _Hold | _Breaths | _Timed | _Pulses | _ContractRelax | _RampedIsometric, Field(discriminator="kind")
]


class _Sequence(_Work):
    """Parts one straight after another."""

    kind: Literal["sequence"]
    parts: list[PartDoc]

    def work(self) -> Sequence:
        return Sequence(tuple(_at(f"parts[{number}]", part.work) for number, part in enumerate(self.parts)))


def _framed(work: type[_Work]) -> type[_Work]:
    """A dose of this work: with its sides and sets."""
    return type(f"{work.__name__.lstrip('_')}Doc", (_Frame, work), {"__doc__": work.__doc__, "__module__": __name__})


if TYPE_CHECKING:

    class DoseDoc(_Frame, _Work):
        """Any kind of dose, as the type checker sees it."""

else:
    _kinds = [*get_args(get_args(PartDoc)[0]), _StagedIsometric, _Sequence]
    DoseDoc = Annotated[reduce(or_, (_framed(work) for work in _kinds)), Field(discriminator="kind")]

_NEVER_ASSUMED = {
    "kind",
    "sides",
    "sets",
    "ends",
    "reps",
    "breaths",
    "count",
    "parts",
    "share",
    "load",
    "effort",
    "stages",
    "first",
    "more",
    "offered",
    "rest_how",
    "ranges",
}


def dose_value(doc: Any) -> Dose:
    """The dose that a checked document describes. Raises :class:`DoseError` for its bounds."""
    return Dose(
        work=doc.work(),
        sides=doc.sides,
        sets=doc.sets,
        rest=doc.rest,
        switch=doc.switch,
        ending=doc.ends,
        share=doc.share,
        load=read_load(doc.load),
        effort=read_effort(doc.effort),
        first=doc.first,
        more=doc.more,
        offered=doc.offered,
        rest_how=doc.rest_how,
        ranges=_ranges(doc.ranges),
        assumed=frozenset(type(doc).model_fields) - doc.model_fields_set - _NEVER_ASSUMED,
    )


def _ranges(given: dict[str, str]) -> tuple[Range, ...]:
    try:
        return tuple(range_of(path, text) for path, text in given.items())
    except DoseError as error:
        raise error.within("ranges") from None


def dose_document(dose: Dose) -> dict[str, Any]:
    """The dose as plain JSON values, assumed figures left out."""
    document = _work_document(dose.work)
    document["sides"] = dose.sides.value
    document["sets"] = dose.sets
    document["rest"] = dose.rest
    document["switch"] = dose.switch
    document["ends"] = dose.ending.value
    if dose.share is not Share.IN_ALL:
        document["share"] = dose.share.value
    if dose.load is not None:
        document["load"] = dose.load.words
    if dose.effort is not None:
        document["effort"] = dose.effort.words
    document.update(_apart(dose))
    return {name: value for name, value in document.items() if name not in dose.assumed}


def _apart(dose: Dose) -> dict[str, Any]:
    """What most doses do not say."""
    said: dict[str, Any] = {}
    if dose.first is not First.PLAN:
        said["first"] = dose.first.value
    if dose.more:
        said["more"] = dose.more
    if dose.offered:
        said["offered"] = dose.offered
    if dose.rest_how is not Rest.TIME:
        said["rest_how"] = dose.rest_how.value
    if dose.ranges:
        said["ranges"] = {one.path: one.words for one in dose.ranges}
    return said


def _work_document(work: Work) -> dict[str, Any]:
    document: dict[str, Any] = {"kind": kind_of(work)}
    if isinstance(work, StagedIsometric):
        return {**document, "stages": stages_words(work.stages)}
    for name, value in fields_of(work).items():
        if isinstance(value, Tempo):
            document[name] = _tempo_document(value)
        elif isinstance(value, tuple):
            document[name] = [_work_document(part) for part in value]
        else:
            document[name] = value
    return document


def _tempo_document(tempo: Tempo) -> dict[str, Any]:
    if tempo.music:
        return {"beats_per_minute": tempo.music.beats_per_minute, "counts": tempo.music.counts}
    return {"work": tempo.work, "hold": tempo.hold, "return": tempo.back, "pause": tempo.pause}


def _at(place: str, make: Any) -> Any:
    try:
        return make()
    except InputError as error:
        raise (error if error.place == place else error.within(place)) from None
