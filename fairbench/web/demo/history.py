"""The weeks before the demo's classes were taught from the screen, from paper; and what each was built up in since."""

import datetime
import random
from collections.abc import Sequence
from uuid import UUID

from django.utils import timezone

from fairbench.core.formats.class_doc import planned_document
from fairbench.core.formats.plan_doc import plan_document
from fairbench.core.people.person import Person
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.core.plan.timeline import ItemTime
from fairbench.core.progress.amount import Variable
from fairbench.core.rooms.store import Store
from fairbench.core.teaching.planned import planned_of
from fairbench.web.accounts.actor import Actor
from fairbench.web.classes.meeting import timeline_of
from fairbench.web.classes.models import Attendance, Difference, Feeling, ItemTold, Meeting
from fairbench.web.classes.own_ways import keep_own_ways
from fairbench.web.classes.remembered import keep_remembered
from fairbench.web.classes.taught import keep_taught, keep_taught_each
from fairbench.web.people.health_summary import keep_health_summary, person_of
from fairbench.web.people.models import Goal, Group, Milestone, NotedLoad, Override, Participant
from fairbench.web.plans.models import Plan
from fairbench.web.rooms.adapter import at_hand

from .training import COURSES, MILESTONES, Done, course_of

_COMES = 0.9
_ASKED = 3
"""Of so many classes it was asked how everybody felt."""
_A_DAY = datetime.timedelta(days=1)
_HOLDS = datetime.timedelta(weeks=8)


def from_paper(actor: Actor, plan: Plan, value: CorePlan, first: datetime.datetime, weeks: int) -> None:
    """The same class week by week, before there was a screen to teach from."""
    assert plan.group is not None
    group = plan.group
    people = [person for person in group.participants.order_by("call_name") if person.call_name in COURSES]
    meetings = _meetings(actor, plan, value, first, weeks, max(float(person.pace) for person in people))
    rows = _came(actor, meetings, people)
    keep_taught(group)
    keep_taught_each(people)
    # By now they know the exercises, and what was theirs was so in every week.
    of_each = {row.participant_id: row for row in rows}
    keep_own_ways(meetings[-1], list(of_each.values()))
    for row in rows:
        row.ways = of_each[row.participant_id].ways
    Attendance.objects.bulk_update(rows, ["ways"])


def tell_stories(actor: Actor, group: Group, today: datetime.date) -> None:
    """What each was built up in over all classes of their group."""
    people = [person for person in group.participants.order_by("call_name") if person.call_name in COURSES]
    meetings = list(Meeting.objects.filter(group=group).order_by("held_on"))
    times = {time.exercise.id: time for time in timeline_of(meetings[-1]).items}
    store = at_hand(group.room, len(people))
    rows = {(row.meeting_id, row.participant_id): row for row in Attendance.objects.filter(meeting__in=meetings)}
    for participant in people:
        _Story(actor, participant, meetings, rows, times, store, today).write()
    _feelings(actor, meetings[-_ASKED:])
    for meeting in meetings:
        Difference.objects.filter(meeting=meeting).update(at=meeting.ended_at)
        keep_remembered(meeting)


def _meetings(
    actor: Actor, plan: Plan, value: CorePlan, first: datetime.datetime, weeks: int, pace: float
) -> list[Meeting]:
    """Recorded classes of a plan, the oldest first."""
    exercises = list(dict.fromkeys(item.exercise for item in value.items()))
    found = [
        Meeting(
            practice=actor.practice,
            group=plan.group,
            plan=plan,
            plan_document=plan_document(value),
            exercises=exercises,
            taught_before=dict.fromkeys(exercises, 3),
            pace=pace,
            teacher=actor.user,
            source=Meeting.Source.PAPER,
            state=Meeting.State.RECORDED,
            held_on=(first + datetime.timedelta(weeks=week)).date(),
            started_at=first + datetime.timedelta(weeks=week),
            ended_at=first + datetime.timedelta(weeks=week, minutes=value.length_min),
        )
        for week in range(weeks)
    ]
    planned = planned_document(planned_of(timeline_of(found[0])))
    for meeting in found:
        meeting.planned = planned
    Meeting.objects.bulk_create(found)
    ItemTold.objects.bulk_create(
        ItemTold(practice=actor.practice, meeting=meeting, item=item.id, done=True, user=actor.user)
        for meeting in found
        for item in value.items()
    )
    return found


def _came(actor: Actor, meetings: Sequence[Meeting], people: Sequence[Participant]) -> list[Attendance]:
    """Who came: nine times of ten, but for the weeks in which they were away."""
    rows = []
    for person in people:
        chance = random.Random(f"{person.call_name} came")
        for week, meeting in enumerate(meetings):
            if week not in COURSES[person.call_name].away and (chance.random() < _COMES or week == 0):
                rows.append(
                    Attendance(
                        practice=actor.practice, meeting=meeting, participant=person, exercises=meeting.exercises
                    )
                )
    return Attendance.objects.bulk_create(rows)


def _feelings(actor: Actor, meetings: Sequence[Meeting]) -> None:
    """How everybody felt before and after the last classes: most a little better, as they said."""
    chance = random.Random(f"{meetings[0].held_on:%W} felt")
    rows = []
    for meeting in meetings:
        for came in meeting.attendances.order_by("participant__call_name"):
            feel, breath = chance.randint(4, 7), chance.randint(5, 8)
            gained = chance.choice((0, 1, 1, 2))
            for moment, more in (("before", 0), ("after", gained)):
                rows.append(
                    Feeling(
                        practice=actor.practice,
                        meeting=meeting,
                        participant_id=came.participant_id,
                        moment=moment,
                        feel=feel + more,
                        breath=breath + min(more, 1),
                        word="" if moment == "before" else "better" if gained else "same",
                        user=actor.user,
                    )
                )
    Feeling.objects.bulk_create(rows)


class _Story:
    """One person over twelve weeks."""

    def __init__(
        self,
        actor: Actor,
        participant: Participant,
        meetings: Sequence[Meeting],
        rows: dict[tuple[UUID, UUID], Attendance],
        times: dict[str, ItemTime],
        store: Store | None,
        today: datetime.date,
    ) -> None:
        self.actor, self.participant, self.meetings = actor, participant, meetings
        self.came = [rows.get((meeting.id, participant.id)) for meeting in meetings]
        self.person: Person = person_of(participant)
        self.times, self.store, self.today, self.minute = times, store, today, 0

    def write(self) -> None:
        """What they did, what was noted as theirs, and which version was decided for them."""
        for number, name in enumerate(COURSES[self.participant.call_name].exercises):
            self.minute = number  # one thing after the other
            time = self.times.get(name)
            version = self._version(time) if time else None
            if time is None or version is None:
                continue
            days = [meeting.held_on if row else None for meeting, row in zip(self.meetings, self.came, strict=True)]
            done = course_of(self.participant.call_name, time, version, days, self.person, self.store)
            self._differences(time, done)
            self._own_figures(time, done)
            self._decisions(time, done)
        self._goal()
        keep_health_summary(self.participant)

    def _goal(self) -> None:
        """What they want to be able to do, since the first class, with what serves it and what is reached."""
        course = COURSES[self.participant.call_name]
        milestones = MILESTONES.get(self.participant.call_name, {})
        if not milestones:
            return
        goal = Goal.objects.create(
            practice=self.actor.practice,
            participant=self.participant,
            noted_by=self.actor.user,
            task=self.participant.goals.rstrip("."),
            exercises=[name for name in course.exercises if name in self.times],
        )
        began = self.meetings[0]
        Goal.objects.filter(id=goal.id).update(noted_at=began.started_at)
        for words, week in milestones.items():
            reached = None if week is None else self.meetings[week].held_on
            Milestone.objects.create(practice=self.actor.practice, goal=goal, words=words, reached_on=reached)

    def _version(self, time: ItemTime) -> str | None:
        ways = next((row.ways for row in reversed(self.came) if row and row.ways), None)
        exercise, _, version = (ways or {}).get(time.item.id, "").partition("/")
        return version if exercise == time.exercise.id else None

    def _differences(self, time: ItemTime, done: Sequence[Done]) -> None:
        passes = sum(time.dose.passes)
        Difference.objects.bulk_create(
            Difference(
                practice=self.actor.practice,
                meeting=self.meetings[one.week],
                participant=self.participant,
                item=time.item.id,
                effort=one.bout.effort,
                done=None if one.bout.reached else one.bout.amount.reps * passes,
                pain=one.bout.pain,
                pain_where=one.bout.pain_where,
                lost_form=one.bout.lost_form,
                teach_again=one.bout.teach_again,
                user=self.actor.user,
            )
            for one in done
        )

    def _own_figures(self, time: ItemTime, done: Sequence[Done]) -> None:
        """From the day before the class in which it was done for the first time."""
        changed = [one for one in done if one.because]
        for number, one in enumerate(changed):
            noted = self._noon_before(one)
            following = changed[number + 1] if number + 1 < len(changed) else None
            counted = one.asked.counted is Variable.REPETITIONS
            row = NotedLoad.objects.create(
                practice=self.actor.practice,
                participant=self.participant,
                noted_by=self.actor.user,
                exercise=time.exercise.id,
                reps=one.asked.reps if counted else None,
                seconds=None if counted else round(one.asked.hold),
                ended_at=self._noon_before(following) if following else None,
                ended_by=self.actor.user if following else None,
            )
            NotedLoad.objects.filter(id=row.id).update(noted_at=noted)

    def _decisions(self, time: ItemTime, done: Sequence[Done]) -> None:
        """An easier version from the week in which it stepped back to one."""
        before = done[0].asked.version
        for one in done:
            if one.asked.version == before:
                continue
            noted, before = self._noon_before(one), one.asked.version
            row = Override.objects.create(
                practice=self.actor.practice,
                participant=self.participant,
                noted_by=self.actor.user,
                exercise=time.exercise.id,
                version=before,
                reason=one.because,
                until=self.today + _HOLDS,
            )
            Override.objects.filter(id=row.id).update(noted_at=noted)
            for attendance in self.came[one.week :]:
                if attendance is not None:
                    attendance.ways = {**(attendance.ways or {}), time.item.id: f"{time.exercise.id}/{before}"}
                    attendance.save(update_fields=["ways"])

    def _noon_before(self, one: Done) -> datetime.datetime:
        day = self.meetings[one.week].held_on - _A_DAY
        return timezone.make_aware(datetime.datetime.combine(day, datetime.time(12, self.minute)))
