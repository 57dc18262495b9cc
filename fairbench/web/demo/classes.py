"""The demo practice: Kittiwake Hall in Brackwater. Made by code, the same every time but for today."""

import datetime
import random
import uuid
from dataclasses import replace

from django.db import transaction
from django.utils import timezone
from django_scopes import scope

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.work import Repetitions
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.formats.plan_doc import plan_document
from fairbench.core.formats.session_templates_doc import load_session_templates
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.people.person import Person
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.core.plan.session_templates import draft
from fairbench.core.plan.timeline import Timeline
from fairbench.core.teaching.planned import Work, planned_of
from fairbench.web.accounts.actor import Actor
from fairbench.web.accounts.models import Practice, Role, User
from fairbench.web.classes import actions, record_actions
from fairbench.web.classes.inputs import EventKind, ReportInput, TeachEventInput
from fairbench.web.classes.meeting import timeline_of
from fairbench.web.classes.models import Attendance, Meeting
from fairbench.web.classes.record_inputs import DifferenceInput
from fairbench.web.classes.reports import Report
from fairbench.web.demo import account as demo
from fairbench.web.demo.history import from_paper, tell_stories
from fairbench.web.demo.homes import sheets_taken_home
from fairbench.web.demo.measures import taken
from fairbench.web.demo.people import CHAIRS, MATS, Someone, has_left, put_down
from fairbench.web.demo.rooms import own_chairs_and_things, put_up
from fairbench.web.demo.terms import in_terms
from fairbench.web.demo.training import COURSES
from fairbench.web.people.models import Group, Listing, Participant
from fairbench.web.plans import actions as plan_actions
from fairbench.web.plans.adapter import shelf
from fairbench.web.plans.models import Plan
from fairbench.web.rooms.models import Room

SEED = 24
WEEKS, FROM_SCREEN = 12, 3
"""So many weeks back classes go, and so many of them were taught from the screen."""

IN_BOTH = "Nerys Quill"
NOTES = [
    "Warm hands today, slept well.",
    "Left shoulder felt freer after the rolls.",
    "Took the rail with both hands.",
    "Asked to do the row again next week.",
    "A little short of breath in the march; fine after a minute.",
]


@transaction.atomic
def load(today: datetime.date | None = None) -> None:
    """Fill an empty database with the demo practice as it stands on a day: classes and tests lie before it, terms and
    what runs out around it."""
    today = today or timezone.localdate()
    practice = Practice.objects.create(name="Kittiwake Hall")
    user = User.objects.create_user(demo.EMAIL, demo.PASSWORD, practice, "Orla Brandt", Role.OWNER)
    actor = Actor(user)
    with scope(practice=practice):
        chance = random.Random(SEED)
        hall, signal = put_up(actor)
        chairs = _group(actor, "Monday Chairs", "The Signal Room, Kittiwake Hall", CHAIRS, signal, today)
        mats = _group(actor, "Thursday Mats", "Long hall, Kittiwake Hall", MATS, hall, today)
        own_chairs_and_things(actor)
        both = Participant.objects.get(call_name=IN_BOTH)
        Listing.objects.create(practice=practice, group=mats, participant=both)
        has_left(actor, chairs, "Maud Ostler", today, since=560, until=210)
        seated = _plan(actor, chairs, "Open chest, strong legs", 45, "all-seated")
        mixed = _plan(actor, mats, "Up once, down once", 45, "chair-rail-mat")
        _plan(actor, chairs, "Short and steady", 20, "", _short_plan())
        _plan(actor, mats, "Bones and balance", 20, "", _bone_plan())
        from_paper(actor, *seated, _last(today, 0, WEEKS), WEEKS - FROM_SCREEN)
        from_paper(actor, *mixed, _last(today, 3, WEEKS), WEEKS - FROM_SCREEN)
        for weeks in range(FROM_SCREEN, 0, -1):
            _past_meeting(actor, chance, seated, _last(today, 0, weeks))
            _past_meeting(actor, chance, mixed, _last(today, 3, weeks))
        for group in (chairs, mats):
            tell_stories(actor, group, today)
        taken(actor, today)
        sheets_taken_home(actor, today)
        in_terms(actor, chairs, mats, today)


def _group(actor: Actor, name: str, place: str, people: tuple[Someone, ...], room: Room, today: datetime.date) -> Group:
    group = Group.objects.create(practice=actor.practice, name=name, place=place, room=room)
    put_down(actor, group, people, today)
    return group


def _plan(
    actor: Actor, group: Group, name: str, length: int, template: str, value: CorePlan | None = None
) -> tuple[Plan, CorePlan]:
    numbers = iter(range(1, 1000))
    if value is None:
        slowest = max(float(person.pace) for person in group.participants.all())
        # Drafted as for a group that knows the exercises, as it will after the past meetings.
        known = CoreGroup((Person("slowest", "", slowest),), dict.fromkeys(shelf().exercises, 3))
        blank = CorePlan(name, length)
        value = draft(load_session_templates()[template], blank, known, shelf(), lambda: f"item-{next(numbers)}")
    return plan_actions.create(actor, value, group, "Demo"), value


def _item(
    number: int, exercise: str, version: str = "", dose: Dose | None = None, note: str = "", extra: bool = False
) -> Item:
    return Item(f"item-{number}", exercise, version or shelf().exercise(exercise).base, dose, note=note, extra=extra)


def _bone_plan() -> CorePlan:
    """Twenty minutes of loading bones on one's feet. Somebody with a new knee is left waiting in it."""
    drop = shelf().exercise("heel-drop").version("drop-rail").dose
    return CorePlan(
        "Bones and balance",
        20,
        (
            Block(BlockKind.SETTLE, (_item(1, "side-rib-breathing"),)),
            Block(
                BlockKind.WARM_UP,
                (
                    _item(2, "seated-march"),
                    _item(3, "ankle-circles"),
                    _item(4, "shoulder-rolls"),
                    _item(5, "arm-sweep"),
                ),
            ),
            Block(
                BlockKind.STRENGTHEN,
                (
                    _item(6, "sit-to-stand"),
                    _item(7, "wall-push"),
                    _item(8, "heel-drop", dose=replace(drop, sets=4)),
                    _item(9, "stamp"),
                    _item(10, "quick-shift"),
                ),
            ),
            Block(BlockKind.STEADY, (_item(11, "one-leg-stand"), _item(12, "heel-to-toe"))),
            Block(BlockKind.STRETCH, (_item(13, "calf-stretch"), _item(14, "chest-opener"))),
            Block(BlockKind.CLOSE, (_item(15, "notice-and-thank"),)),
        ),
        water_every_min=0,
    )


def _short_plan() -> CorePlan:
    item = _item
    row = shelf().exercise("band-row").version("one-arm").dose
    march = shelf().exercise("seated-march").version("knee-lift").dose
    assert isinstance(march.work, Repetitions)
    longer_march = replace(march, work=replace(march.work, reps=20))
    return CorePlan(
        "Short and steady",
        20,
        (
            Block(BlockKind.SETTLE, (item(1, "side-rib-breathing"),)),
            Block(
                BlockKind.WARM_UP,
                (
                    item(2, "seated-march", dose=longer_march),
                    item(3, "ankle-circles", "heel-down"),
                    item(4, "arm-sweep"),
                    item(5, "shoulder-rolls"),
                ),
            ),
            Block(
                BlockKind.STRENGTHEN,
                (
                    item(6, "sit-to-stand"),
                    item(7, "band-row", "one-arm", row, "Swap bands at half time."),
                    item(8, "heel-raise"),
                ),
            ),
            Block(BlockKind.STEADY, (item(9, "one-leg-stand"),)),
            Block(BlockKind.STRETCH, (item(10, "calf-stretch", extra=True), item(11, "chest-opener"))),
            Block(BlockKind.CLOSE, (item(12, "notice-and-thank"),)),
        ),
        water_every_min=0,
    )


def _last(today: datetime.date, weekday: int, weeks: int) -> datetime.datetime:
    """Ten in the morning on that weekday, so many weeks back."""
    day = today - datetime.timedelta(days=(today.weekday() - weekday) % 7 or 7) - datetime.timedelta(weeks=weeks - 1)
    return timezone.make_aware(datetime.datetime.combine(day, datetime.time(10, 0)))


def _past_meeting(
    actor: Actor, chance: random.Random, planned: tuple[Plan, CorePlan], start: datetime.datetime
) -> None:
    plan, value = planned
    group = plan.group
    assert group is not None
    meeting = Meeting.objects.create(
        practice=actor.practice,
        group=group,
        plan=plan,
        plan_document=plan_document(value),
        teacher=actor.user,
        held_on=start.date(),
    )
    people = [person for person in group.participants.all() if chance.random() < 0.85]
    for person in people:
        Attendance.objects.create(practice=actor.practice, meeting=meeting, participant=person)
    actions.begin_teaching(actor, meeting.id)
    Meeting.objects.filter(id=meeting.id).update(started_at=start)
    meeting.refresh_from_db()
    timeline = timeline_of(meeting)
    events = _events(chance, timeline, start, people)
    actions.record_events(actor, meeting.id, Report(ReportInput(events=[]), tuple(enumerate(events)), ()))
    _differences(actor, chance, meeting, timeline, people)
    record_actions.record(actor, meeting.id)


def _events(
    chance: random.Random, timeline: Timeline, start: datetime.datetime, people: list[Participant]
) -> list[TeachEventInput]:
    """A class as its device would have told it: a little slower in the middle, one item left out
    when it runs late."""
    now = start
    work_of = {item.id: item.work for item in planned_of(timeline).items}
    reported = [_reported(chance, "began", "", now)]
    late = 0.0
    for item in timeline.items:
        reported.append(_reported(chance, "item", item.item.id, now))
        if late > 90 and item.kind is BlockKind.STRETCH:
            reported.append(_reported(chance, "skipped", item.item.id, now))
            now += datetime.timedelta(seconds=4)
            late -= item.total
            continue
        took = round(item.total * chance.uniform(0.94, 1.13))
        late += took - item.total
        for part, work in enumerate(work_of[item.item.id], 1):
            reported.append(_worked(chance, item.item.id, work, now + datetime.timedelta(seconds=took * part / 5)))
        now += datetime.timedelta(seconds=took)
    noted = TeachEventInput(
        id=_uuid(chance),
        kind="noted",
        item=chance.choice(timeline.items).item.id,
        at=start + datetime.timedelta(minutes=chance.randint(8, 35)),
        participant=chance.choice(people).id,
        text=chance.choice(NOTES),
    )
    return [*reported, noted, _reported(chance, "ended", "", now)]


def _worked(chance: random.Random, item: str, work: Work, at: datetime.datetime) -> TeachEventInput:
    return TeachEventInput(
        id=_uuid(chance), kind="worked", item=item, at=at, number=work.count, side=work.side, seconds=work.seconds
    )


def _reported(chance: random.Random, kind: EventKind, item: str, at: datetime.datetime) -> TeachEventInput:
    return TeachEventInput(id=_uuid(chance), kind=kind, item=item, at=at)


def _uuid(chance: random.Random) -> uuid.UUID:
    return uuid.UUID(int=chance.getrandbits(128), version=4)


def _differences(
    actor: Actor, chance: random.Random, meeting: Meeting, timeline: Timeline, people: list[Participant]
) -> None:
    for person in chance.sample(people, k=min(len(people), 4)):
        built_up = COURSES[person.call_name].exercises if person.call_name in COURSES else ()
        others = (one for one in timeline.items if one.exercise.id not in built_up)
        item = chance.choice([one for one in others if one.kind is BlockKind.STRENGTHEN])
        rung = item.exercise.rung(item.version.id)
        if rung:
            easier = item.exercise.versions[rung - 1].id
            differed = DifferenceInput(
                participant=person.id, item=item.item.id, version=easier, effort=chance.randint(4, 6)
            )
        else:
            differed = DifferenceInput(
                participant=person.id, item=item.item.id, done=max(1, item.count - chance.randint(2, 5))
            )
        record_actions.differ(actor, meeting.id, differed)
    sore = chance.choice(people)
    where = chance.choice(["left knee", "right shoulder", "low back"])
    record_actions.differ(
        actor, meeting.id, DifferenceInput(participant=sore.id, effort=5, pain=chance.randint(1, 3), pain_where=where)
    )
