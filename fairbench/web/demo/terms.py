"""The demo's terms: one of ten weeks that is in its sixth, with a Monday missed for snow; and one that is being
built."""

import datetime
from dataclasses import replace

from fairbench.core.formats.term_doc import term_document
from fairbench.core.terms.curve import with_curve
from fairbench.core.terms.days import rule_of, slots_of
from fairbench.core.terms.missed import How, miss
from fairbench.core.terms.spread import spread, wish_of
from fairbench.core.terms.term import Slot, SlotState, Term
from fairbench.web.accounts.actor import Actor
from fairbench.web.classes.models import Meeting
from fairbench.web.people import waiting_actions
from fairbench.web.people.models import Goal, Group, Participant
from fairbench.web.plans.adapter import shelf
from fairbench.web.plans.models import Plan
from fairbench.web.terms import actions
from fairbench.web.terms import models as rows
from fairbench.web.terms.inputs import ClosedDayInput, TermInput

WEEKS, NOW = 10, 6
LATER = datetime.timedelta(days=2)
_NEW = (
    "step-up",
    "one-leg-stand",
    "line-walk",
    "wall-push",
    "bottle-curl",
    "overhead-press",
    "stamp",
    "look-round",
    "hip-front",
    "ball-grip",
)
_TO_COME = ("bridge", "all-fours-point", "side-leg", "open-book", "calf-stretch", "push-up")
_THEMES = {
    1: "Where we are",
    3: "Up from low chairs",
    5: "Carrying",
    6: "Stairs",
    8: "Both hands",
    10: "Where we are now",
}


def in_terms(actor: Actor, chairs: Group, mats: Group, today: datetime.date) -> None:
    """Both terms, closed days, places and who waits for one. On a Monday the class of the day is still to come."""
    monday = today - datetime.timedelta(days=today.weekday() or 7)
    begins = monday - datetime.timedelta(weeks=NOW - 1)
    for weeks, name in ((WEEKS + 1, "The hall is let"), (WEEKS + 4, "Winter break")):
        actions.close_day(actor, ClosedDayInput(day=begins + datetime.timedelta(weeks=weeks), name=name))
    _in_week_six(actor, chairs, begins)
    thursday = monday + datetime.timedelta(weeks=2, days=3)
    given = TermInput(
        name="New year, up from the floor",
        group=mats.id,
        starts_on=thursday,
        weeks=8,
        at=datetime.time(10, 0),
        aim="Getting down and up again",
        template="chair-rail-mat",
        exercises=tuple(name for name in _TO_COME if name in shelf().exercises),
    )
    actions.build(actor, given)
    waiting_actions.set_places(actor, chairs.id, 10)
    for name in ("Yelena Marsh", "Amparo Teal"):
        waiting_actions.wait(actor, chairs.id, Participant.objects.get(call_name=name).id)


def _in_week_six(actor: Actor, group: Group, begins: datetime.date) -> None:
    """Built before its first class; on the Monday of the third week it snowed, and they met on the Wednesday."""
    stock = shelf()
    plan = Plan.objects.get(group=group, name="Open chest, strong legs")
    value = with_curve(
        Term(
            "Autumn, out of the chair",
            begins,
            WEEKS,
            slots_of(begins, WEEKS, rule_of((0,))),
            "Getting up, carrying, stairs",
            rule_of((0,)),
            datetime.time(10, 0),
            45,
        )
    )
    goals = Goal.objects.filter(participant__groups=group).values_list("exercises", flat=True)
    wanted = {name for names in goals for name in names}
    known = sorted(name for name in group.taught if name in stock.exercises)
    wishes = [wish_of(stock.exercise(name), name in wanted, True) for name in known[:8]]
    wishes += [wish_of(stock.exercise(name)) for name in _NEW if name in stock.exercises and name not in known]
    made = spread(value, wishes).term
    made = made.with_slots(replace(slot, theme=_THEMES.get(made.week(slot), "")) for slot in made.slots)
    snow = made.slots[2].day
    missed = miss(made, made.slots[2].id, How.MOVE, "snow", to=snow + LATER)
    after = missed.after.with_slots(_with_plan(slot, plan, begins) for slot in missed.after.slots)
    for meeting in Meeting.objects.filter(group=group, held_on=snow):
        meeting.held_on += LATER
        meeting.started_at, meeting.ended_at = _later(meeting.started_at), _later(meeting.ended_at)
        meeting.save(update_fields=["held_on", "started_at", "ended_at"])
    term = rows.Term.objects.create(
        practice=actor.practice,
        group=group,
        name=made.name,
        teacher=actor.user,
        template="all-seated",
        starts_on=begins,
        ends_on=made.slots[-1].day,
        head=2,
        newest=2,
    )
    for number, document, summary in (
        (1, term_document(made), "Built: 10 classes"),
        (2, term_document(after), " ".join(missed.says)),
    ):
        rows.TermRevision.objects.create(
            practice=actor.practice,
            term=term,
            number=number,
            parent=number - 1 or None,
            document=document,
            summary=summary,
            user=actor.user,
        )


def _later(moment: datetime.datetime | None) -> datetime.datetime | None:
    return moment + LATER if moment else None


def _with_plan(slot: Slot, plan: Plan, begins: datetime.date) -> Slot:
    """The class that comes next has the plan that the group was taught before."""
    following = begins + datetime.timedelta(weeks=NOW)
    return replace(slot, plan=str(plan.id)) if slot.day == following and slot.state is SlotState.PLANNED else slot
