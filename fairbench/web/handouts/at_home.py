"""Somebody at home, read from rows: what is there, what they did, what they want, and the sheet that is proposed."""

import datetime
from dataclasses import dataclass, replace
from functools import cached_property

from django.utils import timezone

from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.handouts_doc import load_home_rules, sheet_of
from fairbench.core.handouts.alone import Alone
from fairbench.core.handouts.choose import (
    USUAL_LINES,
    HomeProposal,
    LeftOut,
    Wanted,
    at_own_rung,
    in_day_order,
    leaflet,
    propose,
)
from fairbench.core.handouts.home import Home, HomeRules, Moment
from fairbench.core.handouts.moments import moments_for
from fairbench.core.handouts.plain_words import Hard, hard_to_read
from fairbench.core.handouts.sheet import FEWEST, MOST_LINES, NotForHomeError, Sheet, SheetError, SheetLine, line_of
from fairbench.core.people.person import Person
from fairbench.core.plan.plan import Plan
from fairbench.core.progress.amount import Amount
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.home_inputs import SheetInput
from fairbench.web.people.models import AtHome, HomeSheet, Participant
from fairbench.web.plans.adapter import shelf
from fairbench.web.progress.kept_logs import kept_logs
from fairbench.web.progress.log_rows import half_a_year

_ASKED = 2
"""So many reports of home are looked at."""


@dataclass(frozen=True, slots=True)
class Choice:
    """A line that stands on a sheet, or could: with the moments at which it can be done."""

    line: SheetLine
    on: bool
    moments: tuple[Moment, ...]
    exercise: Exercise
    version: Version


class AtHomePage:
    """Everything that the page of somebody's home sheet shows."""

    def __init__(self, participant: Participant, today: datetime.date | None = None) -> None:
        self.participant = participant
        self.today = today or timezone.localdate()
        self.person: Person = person_of(participant)
        self.facts = AtHome.objects.filter(participant=participant).first() or AtHome(participant=participant)
        self.rules: HomeRules = load_home_rules()

    @cached_property
    def home(self) -> Home:
        """Their home as the core has it."""
        things = {thing.prop: thing.instead for thing in self.participant.own_things.all()}
        return Home(self.facts.hold, bool(self.facts.up_alone), things)

    @cached_property
    def alone(self) -> Alone:
        """All that a line of a sheet follows from."""
        return Alone(self.person, self.home, self.rules, shelf(), load_conditions())

    @cached_property
    def bouts(self) -> tuple:
        """What they did in class."""
        people = {self.participant.id: self.person}
        return kept_logs(people, half_a_year())[self.participant.id].log.bouts

    @cached_property
    def wanted(self) -> Wanted:
        """What they want to be able to do, and how much is asked: little where nothing was done twice running."""
        goals = {
            name: goal.task for goal in self.participant.goals_kept.filter(ended_at=None) for name in goal.exercises
        }
        reports = list(self.participant.home_reports.all()[:_ASKED])
        never = len(reports) == _ASKED and all(one.how == "none" for one in reports)
        return Wanted(goals, FEWEST if never else USUAL_LINES, self.facts.minutes)

    @cached_property
    def proposal(self) -> HomeProposal:
        """What is proposed. Raises :class:`SheetError` for whom one talks to first."""
        found: HomeProposal = propose(self.alone, self.bouts, self.wanted, self.today)
        return found

    @cached_property
    def row(self) -> HomeSheet | None:
        """Their newest sheet."""
        return self.participant.home_sheets.first()

    @cached_property
    def sheet(self) -> Sheet | None:
        """Their newest sheet as it was made."""
        return sheet_of(self.row.document, self.rules) if self.row else None

    @cached_property
    def no_longer(self) -> tuple[str, ...]:
        """Exercises of their sheet that today's cautions or home do not allow any more, or that hurt or went wrong the
        last time in class."""
        if self.sheet is None or self.person.talk_first:
            return ()
        refused = {one.exercise.id for one in self.proposal.left_out}
        return tuple(line.name for line in self.sheet.lines if line.exercise in refused or not self._still(line))

    def _still(self, line: SheetLine) -> bool:
        exercise = shelf().exercises.get(line.exercise)
        version = next((one for one in exercise.versions if one.id == line.version), None) if exercise else None
        if exercise is None or version is None:
            return False
        try:
            line_of(exercise, version, line.dose, line.moment, self.alone)
        except NotForHomeError:
            return False
        return True

    @property
    def is_leaflet(self) -> bool:
        """Whether the sheet has what was never done in class: a whole plan, printed as it is."""
        offered = {line.exercise for line in (*self.proposal.lines, *self.proposal.others)}
        return self.sheet is not None and any(line.exercise not in offered for line in self.sheet.lines)

    def leaflet(self, plan: Plan, call: str, days: int) -> tuple[Sheet, tuple[LeftOut, ...]]:
        """A whole plan as a sheet, with what cannot be done at home left out. Raises :class:`SheetError` where nothing
        is left."""
        last = {bout.exercise: bout.amount for bout in sorted(self.bouts, key=lambda one: one.day)}
        made = leaflet(plan, self.alone, last)
        if not made.lines:
            raise SheetError("nothing of it can be done at home as far as it is known", "plan")
        return Sheet(made.lines, days, self.facts.size, call), made.left_out

    @cached_property
    def choices(self) -> tuple[Choice, ...]:
        """What stands on the sheet, else what is proposed for it, and what could stand there as well."""
        offered = {line.exercise: line for line in (*self.proposal.lines, *self.proposal.others)}
        chosen = self.sheet.lines if self.sheet else self.proposal.lines
        on = [replace(offered[line.exercise], moment=line.moment) for line in chosen if line.exercise in offered]
        others = [line for name, line in offered.items() if name not in {one.exercise for one in on}]
        return (
            *(self._choice(line, True) for line in on),
            *(self._choice(line, False) for line in others),
        )

    def _choice(self, line: SheetLine, on: bool) -> Choice:
        exercise = shelf().exercise(line.exercise)
        return Choice(line, on, self._moments(line), exercise, exercise.version(line.version))

    @property
    def things(self) -> str:
        """What is noted that they have, in words."""
        names = {prop.id: prop.single for prop in shelf().props.values()}
        return ", ".join(
            f"{names.get(prop, prop)} ({instead})" if instead else names.get(prop, prop)
            for prop, instead in self.home.things.items()
        )

    def _moments(self, line: SheetLine) -> tuple[Moment, ...]:
        version = shelf().exercise(line.exercise).version(line.version)
        return moments_for(version, self.rules, self.home.hold)

    @cached_property
    def hard(self) -> tuple[Hard, ...]:
        """What of the sheet is hard to read."""
        lines = self.sheet.lines if self.sheet else self.proposal.lines
        return hard_to_read((text for line in lines for text in line.texts), self.rules)

    def chosen(self, given: SheetInput, call: str) -> Sheet:
        """The sheet that was chosen in the form, worked out anew by what holds today. Raises :class:`SheetError`."""
        if not FEWEST <= len(given.exercises) <= MOST_LINES:
            raise SheetError(f"a sheet has {FEWEST} to {MOST_LINES} exercises, not {len(given.exercises)}", "exercises")
        last = {bout.exercise: bout.amount for bout in sorted(self.bouts, key=lambda one: one.day)}
        because = {line.exercise: line.because for line in (*self.proposal.lines, *self.proposal.others)}
        moments = dict(item.split("--", 1) for item in given.moments if "--" in item)
        lines = []
        for name in dict.fromkeys(given.exercises):
            if name not in because:
                raise SheetError("is not among what they can do at home", name)
            lines.append(self._line(name, last[name], because[name], moments.get(name, "")))
        return Sheet(in_day_order(lines, self.rules), given.days, self.facts.size, call)

    def _line(self, name: str, last: Amount, because: tuple[str, ...], moment_id: str) -> SheetLine:
        line = at_own_rung(shelf().exercise(name), last, self.alone)
        moment = next((one for one in self._moments(line) if one.id == moment_id), line.moment)
        return replace(line, moment=moment, because=because)


def whom_to_call(name: str, practice: str) -> str:
    """As it stands on a sheet."""
    return f"{name}, {practice}" if practice else name


def sheet_to_hand_out(page: AtHomePage) -> Sheet:
    """The newest sheet, where it may be handed out today. Raises :class:`SheetError` where somebody must be talked to
    first, there is none, or something on it is no longer for them."""
    if page.person.talk_first:
        raise SheetError(f"talk to {page.participant.call_name} first: {page.person.talk_first}", "sheet")
    if page.sheet is None:
        raise SheetError(f"{page.participant.call_name} has no sheet yet", "sheet")
    if page.no_longer:
        raise SheetError(
            f"{', '.join(page.no_longer)}: no longer for {page.participant.call_name} at home; save the sheet anew",
            "sheet",
        )
    return page.sheet
