"""A log as a file: what one person did of each exercise, on which day, with what was said of it."""

import datetime
from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import Field, TypeAdapter, model_validator

from ..errors import InputError
from ..progress.amount import Amount, Variable
from ..progress.log import MODERATE, AtHome, Bout, Felt
from .dose_doc import Doc
from .measures_doc import Figure
from .people_doc import DeclaredDoc, validated

MOST_LINES = 20_000
Day = Annotated[datetime.date, Field(strict=False)]


class LineDoc(Doc):
    """One exercise once. Repetitions and seconds are those of one set; what is left out was as planned."""

    day: datetime.date = Field(strict=False)
    exercise: str
    version: str
    reps: int | None = Field(default=None, ge=1, le=200)
    hold: float | None = Field(default=None, gt=0, le=900, strict=False, description="Seconds held, or by the clock.")
    sets: int = Field(default=1, ge=1, le=20)
    kg: float | None = Field(default=None, gt=0, le=50, strict=False)
    band: str = Field(default="", max_length=24)
    grip_cm: int | None = Field(default=None, ge=5, le=200)
    effort: int | None = Field(default=None, description="From 0 to 10.")
    planned_effort: int = MODERATE
    pain: int | None = Field(default=None, description="From 0 to 10; over 0 it needs a place.")
    pain_where: str = Field(default="", max_length=80)
    sore_after: bool = Field(default=False, description="Pain on the day after that named this exercise.")
    reached: bool = True
    lost_form: bool = False
    teach_again: bool = False
    felt: Felt = Field(default=Felt.AS_PLANNED, strict=False)
    at_home: AtHome = Field(
        default=AtHome.NOTHING, strict=False, description="What was said of doing it at home since."
    )

    @model_validator(mode="after")
    def _has_a_figure(self) -> "LineDoc":
        if self.reps is None and self.hold is None:
            raise ValueError("needs reps or hold")
        return self

    def value(self) -> Bout:
        """As the core has it. Raises :class:`InputError`."""
        counted = Variable.REPETITIONS if self.reps is not None else Variable.HOLD
        amount = Amount(
            self.version,
            self.reps or 1,
            self.sets,
            self.hold or 0.0,
            self.kg,
            self.band,
            self.grip_cm,
            counted=counted,
        )
        return Bout(
            self.day,
            self.exercise,
            amount,
            self.effort,
            self.planned_effort,
            self.pain,
            self.pain_where,
            self.sore_after,
            self.reached,
            self.lost_form,
            self.teach_again,
            self.felt,
            self.at_home,
        )


class LogDoc(Doc):
    """A person's log. ``met`` are the days on which their group met, ``came`` those on which they were there; left out,
    the days of the lines."""

    format: Literal["fairbench-log"]
    format_version: Literal[1]
    conditions: list[DeclaredDoc] = Field(default_factory=list)
    loads: list[Figure] = Field(default_factory=list, description="Sizes that there are, in kilograms.")
    bands: list[str] = Field(default_factory=list, description="Labels of bands, from light to strong.")
    met: list[Day] = Field(default_factory=list)
    came: list[Day] = Field(default_factory=list)
    lines: list[LineDoc] = Field(max_length=MOST_LINES)


_LOG = TypeAdapter(LogDoc)


@dataclass(frozen=True, slots=True)
class LogFile:
    """A log as it was read."""

    bouts: tuple[Bout, ...]
    conditions: tuple[DeclaredDoc, ...]
    loads: tuple[float, ...]
    bands: tuple[str, ...]
    met: frozenset[datetime.date]
    came: frozenset[datetime.date]


def read_log(data: bytes) -> LogFile:
    """A log file. Raises :class:`InputError` with the place in it."""
    doc: LogDoc = validated(_LOG, data)
    bouts = []
    for number, line in enumerate(doc.lines):
        try:
            bouts.append(line.value())
        except InputError as error:
            raise error.within(f"lines[{number}]") from None
    days = frozenset(bout.day for bout in bouts)
    came = frozenset(doc.came) | days
    return LogFile(
        tuple(bouts), tuple(doc.conditions), tuple(doc.loads), tuple(doc.bands), frozenset(doc.met) | came, came
    )


def log_document(bouts: tuple[Bout, ...], met: frozenset[datetime.date], came: frozenset[datetime.date]) -> Any:
    """A log as it is written; what is as planned is left out."""
    return {
        "format": "fairbench-log",
        "format_version": 1,
        "met": [day.isoformat() for day in sorted(met)],
        "came": [day.isoformat() for day in sorted(came)],
        "lines": [_line(bout) for bout in bouts],
    }


def _line(bout: Bout) -> dict[str, Any]:
    amount = bout.amount
    repetitions = amount.counted is Variable.REPETITIONS
    everything: dict[str, Any] = {
        "day": bout.day.isoformat(),
        "exercise": bout.exercise,
        "version": amount.version,
        "reps": amount.reps if repetitions or amount.reps > 1 else None,
        "hold": amount.hold or None,
        "sets": amount.sets if amount.sets > 1 else None,
        "kg": amount.kg,
        "band": amount.band,
        "grip_cm": amount.grip_cm,
        "effort": bout.effort,
        "planned_effort": None if bout.planned_effort == MODERATE else bout.planned_effort,
        "pain": bout.pain,
        "pain_where": bout.pain_where,
        "sore_after": bout.sore_after,
        "reached": None if bout.reached else False,
        "lost_form": bout.lost_form,
        "teach_again": bout.teach_again,
        "felt": bout.felt.value if bout.felt is not Felt.AS_PLANNED else None,
        "at_home": bout.at_home.value,
    }
    return {
        name: value
        for name, value in everything.items()
        if value not in (None, "") and (value is not False or name == "reached")
    }


def log_schema() -> dict[str, Any]:
    """The JSON Schema of a log."""
    schema = LogDoc.model_json_schema()
    schema["title"] = "Fair Bench log, format version 1"
    return schema
