"""A dose as it stands in files. A figure left out is assumed, and stays left out when written."""

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from ..dose import (
    Breaths,
    ContractRelax,
    Dose,
    Ending,
    Hold,
    Part,
    Pulses,
    RampedIsometric,
    Repetitions,
    Sequence,
    Timed,
    Work,
    figures_of,
    kind_of,
)
from ..errors import InputError
from ..sides import Sides
from ..tempo import Tempo


class Doc(BaseModel):
    """Strict: no unknown fields, no numbers in quotes."""

    model_config = ConfigDict(extra="forbid", strict=True)


class TempoDoc(Doc):
    """Seconds of the four phases."""

    lift: float = 2.0
    hold: float = 0.0
    lower: float = 2.0
    pause: float = 0.0

    def value(self) -> Tempo:
        return Tempo(self.lift, self.hold, self.lower, self.pause)


class MusicDoc(Doc):
    """A beat that sets the tempo."""

    beats_per_minute: int
    counts: int

    def value(self) -> Tempo:
        return Tempo.to_music(self.beats_per_minute, self.counts)


class _Frame(Doc):
    """What every kind of dose has besides its work."""

    sides: Sides = Field(default=Sides.TOGETHER, strict=False)
    sets: int = 1
    rest: float = 30.0
    switch: float = 5.0
    ends: Ending = Field(default=Ending.COUNT, strict=False)


class _Repetitions(Doc):
    kind: Literal["repetitions"]
    reps: int
    tempo: TempoDoc | MusicDoc = TempoDoc()

    def work(self) -> Repetitions:
        return Repetitions(self.reps, _at("tempo", self.tempo.value))


class _Hold(Doc):
    kind: Literal["hold"]
    seconds: float
    repeats: int = 1
    gap: float = 5.0

    def work(self) -> Hold:
        return Hold(self.seconds, self.repeats, self.gap)


class _Breaths(Doc):
    kind: Literal["breaths"]
    breaths: int
    seconds: float = 6.0

    def work(self) -> Breaths:
        return Breaths(self.breaths, self.seconds)


class _Timed(Doc):
    kind: Literal["timed"]
    seconds: float

    def work(self) -> Timed:
        return Timed(self.seconds)


class _Pulses(Doc):
    kind: Literal["pulses"]
    count: int
    seconds: float = 1.0

    def work(self) -> Pulses:
        return Pulses(self.count, self.seconds)


class _ContractRelax(Doc):
    kind: Literal["contract_relax"]
    rounds: int = 3
    entry: float = 15.0
    contract: float = 5.0
    release: float = 2.0
    stretch: float = 10.0

    def work(self) -> ContractRelax:
        return ContractRelax(self.rounds, self.entry, self.contract, self.release, self.stretch)


class _RampedIsometric(Doc):
    kind: Literal["ramped_isometric"]
    settle: float = 30.0
    build: float = 10.0
    hold: float = 10.0
    ease_off: float = 5.0
    from_percent: int = 50
    to_percent: int = 80
    rounds: int = 1

    def work(self) -> RampedIsometric:
        return RampedIsometric(
            self.settle, self.build, self.hold, self.ease_off, self.from_percent, self.to_percent, self.rounds
        )


PartDoc = Annotated[_Repetitions | _Hold | _Breaths | _Timed | _Pulses, Field(discriminator="kind")]


class _Sequence(Doc):
    kind: Literal["sequence"]
    parts: list[PartDoc]

    def work(self) -> Sequence:
        parts: list[Part] = [_at(f"parts[{n}]", part.work) for n, part in enumerate(self.parts)]
        return Sequence(tuple(parts))


class RepetitionsDoc(_Frame, _Repetitions):
    """A number of repetitions at a tempo."""


class HoldDoc(_Frame, _Hold):
    """One hold or several."""


class BreathsDoc(_Frame, _Breaths):
    """A number of breaths."""


class TimedDoc(_Frame, _Timed):
    """Movement by the clock."""


class PulsesDoc(_Frame, _Pulses):
    """Small pulses at the end of the range."""


class ContractRelaxDoc(_Frame, _ContractRelax):
    """Rounds of press, let go and stretch."""


class RampedIsometricDoc(_Frame, _RampedIsometric):
    """A stretch with effort that builds toward it and then away."""


class SequenceDoc(_Frame, _Sequence):
    """Parts one straight after another."""


DoseDoc = Annotated[
    RepetitionsDoc | HoldDoc | BreathsDoc | TimedDoc | PulsesDoc | ContractRelaxDoc | RampedIsometricDoc | SequenceDoc,
    Field(discriminator="kind"),
]

_NEVER_ASSUMED = {"kind", "sides", "sets", "ends", "reps", "breaths", "count", "parts"}


def dose_value(doc: Any) -> Dose:
    """The dose that a checked document describes. Raises :class:`DoseError` for its bounds."""
    return Dose(
        work=doc.work(),
        sides=doc.sides,
        sets=doc.sets,
        rest=doc.rest,
        switch=doc.switch,
        ending=doc.ends,
        assumed=frozenset(type(doc).model_fields) - doc.model_fields_set - _NEVER_ASSUMED,
    )


def dose_document(dose: Dose) -> dict[str, Any]:
    """The dose as plain JSON values, assumed figures left out."""
    document = _work_document(dose.work)
    document["sides"] = dose.sides.value
    document["sets"] = dose.sets
    document["rest"] = dose.rest
    document["switch"] = dose.switch
    document["ends"] = dose.ending.value
    return {name: value for name, value in document.items() if name not in dose.assumed}


def _work_document(work: Work) -> dict[str, Any]:
    document: dict[str, Any] = {"kind": kind_of(work)}
    for name, value in figures_of(work).items():
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
    return {"lift": tempo.lift, "hold": tempo.hold, "lower": tempo.lower, "pause": tempo.pause}


def _at(place: str, make: Any) -> Any:
    try:
        return make()
    except InputError as error:
        raise (error if error.place == place else error.within(place)) from None
