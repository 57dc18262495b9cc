"""``bin/fairbench next``: what somebody does next of each exercise, and why; ``measure``: what a test found."""

import argparse
import datetime
import json
from dataclasses import dataclass
from typing import Any

from fairbench.core.errors import InputError
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.log_doc import LogFile, read_log
from fairbench.core.formats.measures_doc import known_test, load_bands
from fairbench.core.measures.bands import Band, NoBand, band_for
from fairbench.core.measures.change import Changed, change_of
from fairbench.core.measures.clinician import word_due
from fairbench.core.measures.side_difference import apart
from fairbench.core.measures.test import Sex, Taken
from fairbench.core.people.person import Person
from fairbench.core.progress.ladder import setting_of
from fairbench.core.progress.log import Bout
from fairbench.core.progress.proposal import Proposal, carried_words
from fairbench.core.progress.schools import DEFAULT, SCHOOLS, School
from fairbench.core.progress.state import State, state_of
from fairbench.core.rooms.store import Stock, Store
from fairbench.core.sides import Side

from .reading import of_file, stock_argument, stock_of, today


def add(commands: Any) -> None:
    """The commands and their arguments."""
    command = commands.add_parser("next", help="what somebody does next of each exercise, and why")
    command.add_argument("log", metavar="LOG.json", help="a log file, or - for standard input")
    stock_argument(command)
    command.add_argument("--school", choices=SCHOOLS, default=DEFAULT.id, help=f"how to go on ({DEFAULT.name})")
    command.add_argument("--on", metavar="DAY", type=datetime.date.fromisoformat, help="the day of the next class")
    command.add_argument("--json", action="store_true", help="as JSON")
    command.set_defaults(run=_next)
    command = commands.add_parser(
        "measure", help="what a test found: the result, what is usual, and whether it changed"
    )
    command.add_argument("test", metavar="TEST", help="such as chair-rise-30s")
    command.add_argument("values", metavar="VALUE", type=float, nargs="+", help="the trials, in the unit of the test")
    command.add_argument("--right", metavar="VALUE", type=float, nargs="+", help="of a test of sides, the right ones")
    command.add_argument("--joint", default="", help="of the range of a joint, which")
    command.add_argument("--age", type=int)
    command.add_argument("--sex", choices=[sex.value for sex in Sex])
    command.add_argument("--before", metavar="RESULT", type=float, help="an earlier result, of the (left) figure")
    command.add_argument("--json", action="store_true", help="as JSON")
    command.set_defaults(run=_measure)


def _next(asked: argparse.Namespace) -> str:
    log, shelf = of_file(asked.log, read_log), stock_of(asked)
    conditions, school = load_conditions(), SCHOOLS[asked.school]
    day = asked.on or today()
    declared = tuple(one.value(day) for one in log.conditions)
    for one in declared:
        conditions.check(one)
    person = Person("1", "They", conditions=declared)
    told = []
    for name, bouts in _by_exercise(log, shelf).items():
        newest = max(bouts, key=lambda bout: bout.day)
        setting = setting_of(
            shelf.exercise(name), newest.amount.version, person, conditions, _store(log), log.met, log.came
        )
        state = state_of(bouts, setting, school.next)
        assert state is not None  # there is a line of it
        told.append((state, school.next(state, setting, day)))
    if asked.json:
        return json.dumps([_document(state, due, school) for state, due in told], indent=2, ensure_ascii=False)
    said = [f"By {school.name}, for {day:%-d %B %Y}:"]
    return "\n".join([*said, *(line for state, due in told for line in _lines_of(state, due, shelf))])


def _by_exercise(log: LogFile, shelf: Shelf) -> dict[str, list[Bout]]:
    """The lines of a log by exercise. Raises :class:`InputError` for what is not on the shelf."""
    found: dict[str, list[Bout]] = {}
    for number, bout in enumerate(log.bouts):
        exercise = shelf.exercises.get(bout.exercise)
        if exercise is None:
            raise InputError(f"there is no exercise '{bout.exercise}'", f"lines[{number}].exercise")
        if bout.amount.version not in {version.id for version in exercise.versions}:
            raise InputError(f"{bout.exercise} has no version '{bout.amount.version}'", f"lines[{number}].version")
        found.setdefault(bout.exercise, []).append(bout)
    return found


def _lines_of(state: State, due: Proposal, shelf: Shelf) -> list[str]:
    """What is done now of an exercise, what comes next, and why."""
    exercise = shelf.exercise(state.exercise)
    then = f"{exercise.version(due.amount.version).name}, " if due.new_version else ""
    step = f" ({due.step_words})" if due.step_words else ""
    asks = f"{'; ask first' if due.asks else ''}{'; ask the screening again' if due.screening else ''}"
    return [
        f"{exercise.name}, {exercise.version(state.amount.version).name}, {state.amount.words}",
        f"  {due.kind.words}: {then}{due.amount.words}{step}{asks}",
        f"  {due.because}",
    ]


def _store(log: LogFile) -> Store:
    """What the file says that there is, whichever of the weights an exercise takes."""
    weights = [
        Stock(prop, 1, f"{kg:g} kg", kg) for prop in ("hand-weight", "ankle-weight") for kg in dict.fromkeys(log.loads)
    ]
    bands = [
        Stock(prop, 1, label, newtons=float(number))
        for prop in ("band", "band-loop")
        for number, label in enumerate(dict.fromkeys(log.bands), 1)
    ]
    return Store((*weights, *bands))


def _document(state: State, due: Proposal, school: School) -> dict[str, Any]:
    return {
        "exercise": state.exercise,
        "school": school.id,
        "version": state.amount.version,
        "now": state.amount.words,
        "carried": carried_words(state.carried),
        "last": state.last.day.isoformat(),
        "next": {
            "way": due.kind.value,
            "version": due.amount.version,
            "amount": due.amount.words,
            "carried": carried_words(due.carried),
            "rises": due.variable.value if due.variable else "",
            "percent": round(float(due.part) * 100, 1),
            "ask_first": due.asks,
            "screening_again": due.screening,
            "because": due.because,
        },
    }


@dataclass(frozen=True, slots=True)
class _Measured:
    """What a test found, beside what is usual and an earlier result."""

    taken: Taken
    band: Band | NoBand
    apart: str
    change: Changed | None
    word: str

    @property
    def results(self) -> dict[str, float]:
        """By side; a test without sides has one, under nothing."""
        return {side.value if side else "": value for side, value in self.taken.results.items()}


def _measure(asked: argparse.Namespace) -> str:
    test, sex = known_test(asked.test), Sex(asked.sex) if asked.sex else None
    trials: dict[Side | None, tuple[float, ...]] = {Side.LEFT if test.sided else None: tuple(asked.values)}
    if asked.right:
        trials[Side.RIGHT] = tuple(asked.right)
    taken = Taken(test, trials, asked.joint)
    band = band_for(test, load_bands(), sex, asked.age)
    first, *more = taken.results.values()
    measured = _Measured(
        taken,
        band,
        apart(test, taken.results[Side.LEFT], taken.results[Side.RIGHT]).words if more else "",
        change_of(test, asked.before, first) if asked.before is not None else None,
        word_due(taken, band, sex),
    )
    if asked.json:
        return json.dumps(_measure_document(measured), indent=2, ensure_ascii=False)
    return "\n".join(_measure_lines(measured))


def _measure_document(measured: _Measured) -> dict[str, Any]:
    test, band, change = measured.taken.test, measured.band, measured.change
    return {
        "test": test.id,
        "unit": test.unit,
        "counts": test.counts.value,
        "results": measured.results,
        "usual": {"from": band.usual_from, "to": band.usual_to, "source": band.source}
        if isinstance(band, Band)
        else None,
        "no_usual": "" if isinstance(band, Band) else band.why,
        "sides": measured.apart,
        "change": change.change.value if change else None,
        "change_says": change.says if change else "",
        "clinician": measured.word,
    }


def _measure_lines(measured: _Measured) -> list[str]:
    taken, test, band = measured.taken, measured.taken.test, measured.band
    lines = []
    for side, value in measured.results.items():
        trials = taken.trials[Side(side) if side else None]
        named = f"{test.name}, {side}" if side else test.name
        lines.append(f"{named}: {value:g} {test.unit} ({test.counts.value} of {len(trials)})")
    if isinstance(band, Band):
        lines += [
            f"{standing.words.capitalize()} at {band.age_from} to {band.age_to}: "
            f"{band.usual_from:g} to {band.usual_to:g} {test.unit}. {band.source}."
            for standing in dict.fromkeys(band.standing(value, test.better) for value in measured.results.values())
        ]
    else:
        lines.append(band.why)
    apart_says = f"{measured.apart}." if measured.apart else ""
    change_says = measured.change.says if measured.change else ""
    return [*lines, *(said for said in (apart_says, change_says, measured.word) if said)]
