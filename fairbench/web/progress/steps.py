"""What is due next for people, from their logs: by the practice's school, within their cautions and what there is."""

import datetime
from collections import defaultdict
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass
from uuid import UUID

from fairbench.core.clock import minutes_and_seconds
from fairbench.core.dose.load import Band, Kilograms
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.person import Person
from fairbench.core.progress.amount import Amount, Variable, cost_of
from fairbench.core.progress.ladder import TRAINED, setting_of
from fairbench.core.progress.log import Bout
from fairbench.core.progress.look_at import is_stuck
from fairbench.core.progress.proposal import Kind, Proposal, carried_words
from fairbench.core.progress.schools import DEFAULT, SCHOOLS, School
from fairbench.core.progress.state import State, state_of
from fairbench.core.rooms.store import Store
from fairbench.web.people.models import NotedLoad
from fairbench.web.plans.adapter import shelf
from fairbench.web.plans.house_style import style_now

from .log_rows import PersonLog

_SCHOOL_OF = {"ten-per-cent": "ten", "range-then-load": "range", "ladder": "ladder"}
"""The schools by what the house style calls them."""


@dataclass(frozen=True, slots=True)
class Step:
    """One exercise of one person: where they stand, what is due, and the times before, the oldest first."""

    person: UUID
    name: str
    exercise: Exercise
    version: Version
    state: State
    due: Proposal
    before: tuple[Bout, ...]
    own: NotedLoad | None = None

    @property
    def taken(self) -> bool:
        """Whether it was taken already, since the last time: it is what is noted as their own."""
        if self.own is None or self.own.noted_at.date() < self.state.last.day:
            return False
        amount = self.due.amount
        counted = amount.counted is Variable.REPETITIONS
        figure = self.own.reps if counted else self.own.seconds
        return figure == round(amount.value) and self.own.load == load_words(amount)

    @property
    def stuck(self) -> bool:
        """Whether the last times brought no more of what is trained."""
        return self.trained and is_stuck(self.before)

    @property
    def trained(self) -> bool:
        """Whether it becomes more from week to week at all."""
        return self.exercise.aim.quality in TRAINED

    @property
    def key(self) -> str:
        """Which step it is, in a form."""
        return f"{self.person}/{self.exercise.id}"

    @property
    def next_version(self) -> Version | None:
        """The version that is due; None where it is no longer there."""
        return next((one for one in self.exercise.versions if one.id == self.due.amount.version), None)

    @property
    def changes(self) -> bool:
        """Whether anything of it changes that was not taken already."""
        return self.due.amount != self.state.amount and not self.taken

    @property
    def takes(self) -> bool:
        """Whether there is anything to take."""
        return self.changes and self.due.kind is not Kind.NONE

    @property
    def due_words(self) -> str:
        """``10 with 1.5 kg``, with the version where it is another."""
        version = self.next_version
        return f"{version.name}, {self.due.amount.words}" if self.due.new_version and version else self.due.amount.words

    @property
    def step_words(self) -> str:
        """``+10 %, +0:20 of the class``: by how much it rises, and what that costs of the time."""
        cost = self._cost
        return ", ".join(filter(None, (self.due.step_words, f"{cost} of the class" if cost else "")))

    @property
    def _cost(self) -> str:
        version = self.next_version
        if version is None or self.due.new_version:
            return ""
        seconds = round(cost_of(self.state.amount, self.due.amount, version.dose))
        return f"{'+' if seconds > 0 else '−'}{minutes_and_seconds(abs(seconds))}" if seconds else ""

    @property
    def carried(self) -> str:
        """The exact number behind it."""
        return carried_words(self.due.carried)

    @property
    def ticked(self) -> bool:
        """Whether it is taken unless somebody unticks it: what is asked about first is not."""
        return self.changes and not self.due.asks


def school_now() -> School:
    """The school that the practice's style names."""
    chosen = dict(style_now().chosen).get("progress", "")
    return SCHOOLS[_SCHOOL_OF[chosen]] if chosen in _SCHOOL_OF else DEFAULT


def school_of(own: str, group: str = "") -> School:
    """Somebody's own school, else their group's, else the practice's."""
    named = own or group
    return SCHOOLS[named] if named in SCHOOLS else school_now()


def steps_of(
    people: Mapping[UUID, Person],
    logs: Mapping[UUID, PersonLog],
    day: datetime.date,
    store: Store | None = None,
    school: School | None = None,
    only: Collection[str] | None = None,
) -> list[Step]:
    """What is due for each of some people, the steps back first, then what rises; nothing for those whom one talks to
    first. With ``only``, of these exercises alone."""
    way, stock = school or school_now(), shelf()
    found = []
    for person_id, person in people.items():
        if person.talk_first:
            continue
        log = logs[person_id]
        by_exercise: dict[str, list[Bout]] = defaultdict(list)
        for bout in log.bouts:
            if only is not None and bout.exercise not in only:
                continue
            by_exercise[bout.exercise].append(bout)
        for name, bouts in by_exercise.items():
            step = _step(person_id, person, stock, name, bouts, log, way, day, store)
            if step is not None:
                found.append(step)
    return in_order(found)


def in_order(steps: Iterable[Step]) -> list[Step]:
    """The steps back first, then what rises, then what stays; each by name."""
    return sorted(steps, key=_order)


_RANK = {Kind.NONE: 0, Kind.AGAIN: 1, Kind.BACK: 2, Kind.UP: 3, Kind.SAME: 5}


def _order(step: Step) -> tuple[int, str, str]:
    return _RANK[step.due.kind] if step.changes or step.due.kind is Kind.NONE else 4, step.name, step.exercise.name


def _step(
    person_id: UUID,
    person: Person,
    stock: Shelf,
    name: str,
    bouts: Sequence[Bout],
    log: PersonLog,
    way: School,
    day: datetime.date,
    store: Store | None,
) -> Step | None:
    exercise = stock.exercises.get(name)
    if exercise is None:
        return None
    newest = bouts[-1].amount.version
    version = next((one for one in exercise.versions if one.id == newest), exercise.version(exercise.base))
    setting = setting_of(
        exercise, newest, person, load_conditions(), store, log.met, log.came, loaded=bouts[-1].amount.kg is not None
    )
    state = state_of(bouts, setting, way.next)
    if state is None:
        return None
    return Step(
        person_id, person.name, exercise, version, state, way.next(state, setting, day), tuple(bouts), log.own.get(name)
    )


@dataclass(frozen=True, slots=True)
class Alike:
    """The same change of one exercise for several people."""

    steps: tuple[Step, ...]

    @property
    def first(self) -> Step:
        """What all of them have in common."""
        return self.steps[0]


def alike(steps: Sequence[Step]) -> list[Alike]:
    """Steps of the same change put together, in their order."""
    found: dict[tuple[object, ...], list[Step]] = defaultdict(list)
    for step in steps:
        found[step.exercise.id, step.state.amount, step.due.amount, step.due.kind, step.due.because].append(step)
    return [Alike(tuple(group)) for group in found.values()]


def load_words(amount: Amount) -> str:
    """What is worked against, as one writes it."""
    if amount.kg is not None:
        return Kilograms(amount.kg).words
    return Band(amount.band, grip_cm=amount.grip_cm).words if amount.band else ""
