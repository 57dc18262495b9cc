"""Which exercises somebody takes home, and why: from what they did well in class, what they want to be able to do, and
what lacks practice; at their own rung and dose, or easier."""

import datetime
from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from ..dose.dose import Dose
from ..exercises.aim import BlockKind, Quality, Region
from ..exercises.exercise import Exercise, Version
from ..people.person import Person
from ..plan.plan import Plan
from ..positions import Level
from ..progress.amount import Amount, amount_of
from ..progress.log import Bout
from .alone import Alone
from .dose_at_home import dose_at_home
from .home import HomeRules
from .moments import moment_for
from .sheet import FEWEST, MOST_LINES, NotForHomeError, SheetError, SheetLine, line_of, minutes_of

USUAL_LINES = 5
MOST_MINUTES = 15
"""Of a day, where nobody says otherwise. Our own assumption."""
RECENT = datetime.timedelta(weeks=10)
_GOAL, _WELL, _LACKS, _KEEPS, _STANDS = 3.0, 1.0, 1.5, 1.0, 1.0
"""What an exercise is worth for what reason. Our own assumptions."""
_SAME_REGION, _SAME_QUALITY = 1.5, 0.75
_MOST_COUNTED = 4
_TAKEN_HOME = frozenset({BlockKind.WARM_UP, BlockKind.STRENGTHEN, BlockKind.STEADY, BlockKind.STRETCH})
_KEEPS_UPRIGHT = frozenset({Quality.BALANCE, Quality.STRENGTH})


@dataclass(frozen=True, slots=True)
class LeftOut:
    """An exercise that is not on the sheet, and why."""

    exercise: Exercise
    why: str


@dataclass(frozen=True, slots=True)
class HomeProposal:
    """Lines of a sheet that are proposed, those that could stand there as well, the best first, and what is left
    out."""

    lines: tuple[SheetLine, ...]
    others: tuple[SheetLine, ...]
    left_out: tuple[LeftOut, ...]


@dataclass(frozen=True, slots=True)
class Wanted:
    """What is known besides the log: the exercises that serve somebody's goals with the goal they serve, and
    how many lines and minutes a day are wanted."""

    goals: Mapping[str, str]
    lines: int = USUAL_LINES
    minutes: int = MOST_MINUTES

    def __post_init__(self) -> None:
        if not FEWEST <= self.lines <= MOST_LINES:
            raise SheetError(f"a sheet has {FEWEST} to {MOST_LINES} exercises, not {self.lines}", "lines")


def propose(alone: Alone, bouts: Sequence[Bout], wanted: Wanted, day: datetime.date) -> HomeProposal:
    """The lines of a sheet for somebody, from their log. Raises :class:`SheetError` for whom one talks to first."""
    _check_may(alone.person)
    candidates, left_out = _candidates(alone, bouts, wanted, day)
    chosen: list[_Candidate] = []
    while candidates and len(chosen) < wanted.lines:
        best = max(candidates, key=lambda one: (one.worth(chosen), one.exercise.id))
        candidates.remove(best)
        lines = [one.line for one in (*chosen, best)]
        if len(chosen) >= FEWEST and minutes_of(lines) > wanted.minutes:
            continue
        chosen.append(best)
    sheet = in_day_order(_with_moments([one.line for one in chosen], alone), alone.rules)
    rest = sorted(candidates, key=lambda one: (-one.worth(chosen), one.exercise.name))
    return HomeProposal(sheet, tuple(one.line for one in rest), tuple(left_out))


@dataclass(frozen=True, slots=True)
class _Candidate:
    exercise: Exercise
    line: SheetLine
    base: float

    def worth(self, chosen: Iterable["_Candidate"]) -> float:
        """How much it adds to what is chosen: less where the same region, or the same quality, is there already."""
        less = 0.0
        for other in chosen:
            less += _SAME_REGION * (other.exercise.aim.region is self.exercise.aim.region)
            less += _SAME_QUALITY * (other.exercise.aim.quality is self.exercise.aim.quality)
        return self.base - less


def _candidates(
    alone: Alone, bouts: Sequence[Bout], wanted: Wanted, day: datetime.date
) -> tuple[list[_Candidate], list[LeftOut]]:
    lately = _lately(bouts, alone, day)
    lacking = _lacking(lately)
    found: list[_Candidate] = []
    left_out: list[LeftOut] = []
    for exercise, done in lately:
        if exercise.block not in _TAKEN_HOME:
            continue
        refused = _not_well(done)
        if refused:
            left_out.append(LeftOut(exercise, refused))
            continue
        base, reasons = _reasons(exercise, done, wanted, exercise.aim.region in lacking)
        try:
            line = at_own_rung(exercise, done[-1].amount, alone, reasons)
        except NotForHomeError as error:
            left_out.append(LeftOut(exercise, f"It {error.message}."))
            continue
        if exercise.version(line.version).position.level is Level.STANDING:
            base += _STANDS  # what is done standing is what keeps somebody walking
        found.append(_Candidate(exercise, line, base))
    return found, left_out


def _lately(bouts: Iterable[Bout], alone: Alone, day: datetime.date) -> list[tuple[Exercise, list[Bout]]]:
    """What was done in the last weeks and is on the shelf, exercise by exercise, the newest last."""
    found: dict[str, list[Bout]] = {}
    for bout in sorted(bouts, key=lambda one: one.day):
        if day - bout.day <= RECENT and bout.exercise in alone.shelf.exercises:
            found.setdefault(bout.exercise, []).append(bout)
    return [(alone.shelf.exercise(name), done) for name, done in found.items()]


def _lacking(lately: Iterable[tuple[Exercise, list[Bout]]]) -> frozenset[Region]:
    """Regions that were worked less than half as often as is usual."""
    often: Counter[Region] = Counter()
    for exercise, done in lately:
        often[exercise.aim.region] += len(done)
    usual = often.total() / len(often) if often else 0.0
    return frozenset(region for region, times in often.items() if times < usual / 2)


def _reasons(exercise: Exercise, done: Sequence[Bout], wanted: Wanted, lacks: bool) -> tuple[float, tuple[str, ...]]:
    """What speaks for an exercise, and what that is worth."""
    well = sum(bout.went_well for bout in done)
    reasons = [f"Done well {well} times in class." if well > 1 else "Done well once in class."]
    worth = _WELL * min(well, _MOST_COUNTED) / _MOST_COUNTED
    if exercise.id in wanted.goals:
        reasons.insert(0, f"For: {wanted.goals[exercise.id]}")
        worth += _GOAL
    if lacks:
        reasons.append(f"Little of the {exercise.aim.region.words} lately.")
        worth += _LACKS
    if exercise.aim.quality in _KEEPS_UPRIGHT:
        worth += _KEEPS
    return worth, tuple(reasons)


def _check_may(person: Person) -> None:
    if person.talk_first:
        raise SheetError(f"talk to {person.name} first: {person.talk_first}", "person")


def _not_well(done: Sequence[Bout]) -> str:
    """Why what was done is not for home; "" where the last time went well."""
    last = done[-1]
    if last.hurt:
        return "It hurt the last time."
    if last.lost_form:
        return "The form was lost the last time."
    if last.teach_again:
        return "It needs teaching again first."
    if last.too_hard:
        return "It was too hard the last time."
    if not any(bout.went_well for bout in done):
        return "It was never done in full."
    return ""


def at_own_rung(
    exercise: Exercise,
    last: Amount,
    alone: Alone,
    because: tuple[str, ...] = (),
    planned: Dose | None = None,
) -> SheetLine:
    """An exercise at somebody's own rung, or at the hardest easier one that can be done at home. Raises
    :class:`NotForHomeError` with what speaks against their own."""
    versions = {version.id: version for version in exercise.versions}
    own = versions.get(last.version)
    if own is None:
        raise NotForHomeError("was done in a version that is no longer there", exercise.name)
    first: NotForHomeError | None = None
    for version in reversed(exercise.versions[: exercise.rung(own.id) + 1]):
        if not _may_stand_in(version, own):
            continue
        eased = () if version is own else (f"Easier than in class: {version.name}.",)
        try:
            return line_of(
                exercise,
                version,
                dose_at_home(version, last, planned),
                moment_for(version, alone.rules, alone.home.hold),
                alone,
                (*because, *eased),
            )
        except NotForHomeError as error:
            first = first or error
    assert first is not None  # their own version was tried
    raise first


def _may_stand_in(version: Version, own: Version) -> bool:
    """An easier version is one that they were in reach of: on the same level, or nearer to a chair."""
    order = {"seated": 0, "standing": 1, "floor": 2}
    return order[version.position.level.value] <= order[own.position.level.value]


def leaflet(plan: Plan, alone: Alone, last: Mapping[str, Amount]) -> HomeProposal:
    """A whole plan as it can be taken home, in its order: each exercise at their own rung where they did it, else as
    planned or easier; ``last`` is what they last did. What cannot be done at home is left out, with why."""
    _check_may(alone.person)
    lines: list[SheetLine] = []
    left_out: list[LeftOut] = []
    for item in plan.items():
        exercise = alone.shelf.exercise(item.exercise)
        version = exercise.version(item.version)
        dose = item.dose or version.dose
        own = last.get(exercise.id)
        planned = amount_of(version.id, dose)
        try:
            lines.append(
                at_own_rung(
                    exercise,
                    own or planned,
                    alone,
                    ("In the plan.",),
                    None if own else dose,
                )
            )
        except NotForHomeError as error:
            left_out.append(LeftOut(exercise, f"It {error.message}."))
    return HomeProposal(tuple(_with_moments(lines, alone)), (), tuple(left_out))


def _with_moments(lines: Sequence[SheetLine], alone: Alone) -> list[SheetLine]:
    """Each at a moment of its own, as far as there are enough."""
    taken: list[str] = []
    given = []
    for line in lines:
        version = alone.shelf.exercise(line.exercise).version(line.version)
        moment = moment_for(version, alone.rules, alone.home.hold, taken)
        taken.append(moment.id)
        given.append(line.at(moment))
    return given


def in_day_order(lines: Iterable[SheetLine], rules: HomeRules) -> tuple[SheetLine, ...]:
    """By the moment of the day, as the catalogue has them."""
    order = {moment.id: number for number, moment in enumerate(rules.moments)}
    return tuple(sorted(lines, key=lambda line: order.get(line.moment.id, len(order))))
