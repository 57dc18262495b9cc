"""What somebody wants to be able to do, beside how what serves it goes."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from uuid import UUID

from fairbench.core.progress.log import Bout
from fairbench.web.people.models import Goal, Milestone
from fairbench.web.plans.adapter import shelf

from .steps import Step


@dataclass(frozen=True, slots=True)
class Serving:
    """An exercise that serves a goal: how it went since the goal was set, in words."""

    name: str
    words: str
    moves: str


@dataclass(frozen=True, slots=True)
class ShownGoal:
    """A goal with what serves it, and its milestones."""

    goal: Goal
    serving: tuple[Serving, ...]
    milestones: tuple[Milestone, ...]

    @property
    def reached(self) -> int:
        """How many of its milestones are reached."""
        return sum(one.reached_on is not None for one in self.milestones)

    @property
    def moves(self) -> str:
        """Whether it moves: up where anything that serves it does."""
        ways = {one.moves for one in self.serving}
        return next((way for way in ("up", "back", "same") if way in ways), "")


def goals_of(people: Collection[UUID], steps: Sequence[Step]) -> list[ShownGoal]:
    """The goals that some people have now, the oldest first, in two queries."""
    by_exercise = {(step.person, step.exercise.id): step for step in steps}
    stock = shelf()
    found = []
    rows = Goal.objects.filter(participant__in=people, ended_at=None)
    for goal in rows.select_related("participant").prefetch_related("milestones"):
        known = [name for name in goal.exercises if name in stock.exercises]
        serving = tuple(
            _serving(stock.exercise(name).name, by_exercise.get((goal.participant_id, name)), goal) for name in known
        )
        found.append(ShownGoal(goal, serving, tuple(goal.milestones.all())))
    return found


def _serving(name: str, step: Step | None, goal: Goal) -> Serving:
    if step is None:
        return Serving(name, "not done yet", "")
    since = [bout for bout in step.before if bout.day >= goal.noted_at.date()] or list(step.before[-1:])
    before = [bout for bout in step.before if bout.day < goal.noted_at.date()]
    first, last = (before[-1] if before else since[0]), since[-1]
    moved = _moved(step, first, last)
    if first.amount == last.amount:
        return Serving(name, last.amount.words, moved)
    return Serving(name, f"{first.amount.words} → {last.amount.words}", moved)


def _moved(step: Step, first: Bout, last: Bout) -> str:
    """Up where the version is harder, or of the same version the work more."""
    ladder = [version.id for version in step.exercise.versions]
    at = [ladder.index(one.amount.version) if one.amount.version in ladder else -1 for one in (first, last)]
    if at[0] != at[1]:
        return "up" if at[1] > at[0] else "back"
    if first.amount.work == last.amount.work:
        return "same"
    return "up" if last.amount.work > first.amount.work else "back"
