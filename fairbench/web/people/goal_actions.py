"""What somebody wants to be able to do, and how they go on: one verb each."""

from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.exercises.shelf import practice_shelf

from .goal_inputs import GoalInput, MilestoneInput, SchoolInput
from .models import Goal, Milestone, Participant

MOST_GOALS, MOST_MILESTONES, MOST_EXERCISES = 8, 8, 6


def _person(actor: Actor, participant_id: UUID) -> Participant:
    actor.require(Permission.HEALTH)
    return Participant.objects.select_for_update().get(id=participant_id, erased_at=None)


@transaction.atomic
def set_school(actor: Actor, participant_id: UUID, given: SchoolInput) -> Participant:
    """How they go on from week to week, from now on; empty as their group or the house style has it."""
    person = _person(actor, participant_id)
    old, person.school = person.school, given.school
    person.save(update_fields=["school"])
    actor.audit("participant.school", person.id, {"school": old}, {"school": person.school})
    return person


@transaction.atomic
def add_goal(actor: Actor, participant_id: UUID, given: GoalInput) -> Goal:
    """A task, with what serves it. Raises :class:`InputError` for an exercise that is not on the shelf, and for more
    than can be kept in mind."""
    person = _person(actor, participant_id)
    stock = practice_shelf()
    for exercise in given.exercises:
        stock.exercise(exercise)
    if len(given.exercises) > MOST_EXERCISES:
        raise InputError(f"at most {MOST_EXERCISES} exercises serve one goal", "exercises")
    if person.goals_kept.filter(ended_at=None).count() >= MOST_GOALS:
        raise InputError(f"more than {MOST_GOALS} goals at once help nobody; end one first", "task")
    goal = Goal.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        task=given.task,
        exercises=list(dict.fromkeys(given.exercises)),
    )
    actor.audit("goal.add", person.id, None, {"goal": goal.id, "task": goal.task, "exercises": goal.exercises})
    return goal


@transaction.atomic
def end_goal(actor: Actor, participant_id: UUID, goal_id: UUID) -> None:
    """A goal is reached or given up. It stays in what is kept of them."""
    goal = _goal(actor, participant_id, goal_id)
    goal.ended_at, goal.ended_by = timezone.now(), actor.user
    goal.save(update_fields=["ended_at", "ended_by"])
    actor.audit("goal.end", participant_id, {"goal": goal.id, "task": goal.task}, None)


@transaction.atomic
def add_milestone(actor: Actor, participant_id: UUID, goal_id: UUID, given: MilestoneInput) -> Milestone:
    """A yes or no on the way. Raises :class:`InputError` for too many."""
    goal = _goal(actor, participant_id, goal_id)
    if goal.milestones.count() >= MOST_MILESTONES:
        raise InputError(f"at most {MOST_MILESTONES} milestones for one goal", "words")
    milestone = Milestone.objects.create(practice=actor.practice, goal=goal, words=given.words)
    actor.audit("goal.milestone", participant_id, None, {"goal": goal.id, "milestone": milestone.words})
    return milestone


@transaction.atomic
def reach(actor: Actor, participant_id: UUID, milestone_id: UUID, reached: bool) -> None:
    """It is so since today, or it is not so after all."""
    person = _person(actor, participant_id)
    milestone = Milestone.objects.select_for_update().get(id=milestone_id, goal__participant=person)
    if reached == (milestone.reached_on is not None):
        return
    before, milestone.reached_on = milestone.reached_on, timezone.localdate() if reached else None
    milestone.save(update_fields=["reached_on"])
    was, now = ({"milestone": milestone.words, "reached_on": day} for day in (before, milestone.reached_on))
    actor.audit("goal.reach" if reached else "goal.not_reached", person.id, was, now)


def _goal(actor: Actor, participant_id: UUID, goal_id: UUID) -> Goal:
    person = _person(actor, participant_id)
    return Goal.objects.select_for_update().get(id=goal_id, participant=person, ended_at=None)
