"""What people did, read from the rows of their ended classes: the same rows give the same log."""

import datetime
import json
from collections import defaultdict
from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from uuid import UUID

from django.utils import timezone

from fairbench.core.dose.dose import Ending
from fairbench.core.dose.load import Band, Kilograms, read_load
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.fit import fitter
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.kept import kept
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.people.person import Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.timeline import ItemTime
from fairbench.core.progress.amount import Amount, Variable, amount_of
from fairbench.core.progress.at_home import with_what_was_said
from fairbench.core.progress.log import MODERATE, Bout, Felt
from fairbench.web.classes.models import Attendance, Difference, Meeting, TeachEvent
from fairbench.web.people.models import Listing, NotedLoad
from fairbench.web.plans.adapter import core_plan, shelf

from .said_at_home import said_at_home

WEEKS = 26
"""So far back the log goes."""


def half_a_year() -> datetime.date:
    """The first day that counts today."""
    return timezone.localdate() - datetime.timedelta(weeks=WEEKS)


@dataclass(frozen=True, slots=True)
class PersonLog:
    """One person's log, with the days on which their groups met and those on which they came, and what is noted of them
    as their own now, by exercise."""

    bouts: tuple[Bout, ...]
    met: frozenset[datetime.date]
    came: frozenset[datetime.date]
    own: Mapping[str, NotedLoad]


def logs_of(
    people: Mapping[UUID, Person], since: datetime.date, instead: Mapping["_Key", Difference | None] | None = None
) -> dict[UUID, PersonLog]:
    """The logs of some people, from a day on, in nine queries however many they are. ``instead`` has, by class, person
    and item, what is read instead of what stands in the record now; None for nothing."""
    rows = list(
        Attendance.objects.filter(
            participant__in=people, meeting__ended_at__isnull=False, meeting__held_on__gte=since
        ).only("participant_id", "meeting_id", "exercises", "ways")
    )
    ids = {row.meeting_id for row in rows}
    member: dict[UUID, set[UUID]] = defaultdict(set)
    listed = Listing.objects.filter(participant__in=people).values_list("participant_id", "group_id")
    for person_id, group_id in listed:
        member[person_id].add(group_id)
    groups = {group_id for of_person in member.values() for group_id in of_person}
    ended = Meeting.objects.filter(group__in=groups, ended_at__isnull=False, held_on__gte=since)
    met: dict[UUID, set[datetime.date]] = defaultdict(set)
    for group_id, day in ended.values_list("group_id", "held_on"):
        met[group_id].add(day)
    meetings = {meeting.id: meeting for meeting in Meeting.objects.filter(id__in=ids)}
    items = {
        key: _items(json.dumps(meeting.plan_document, sort_keys=True), shelf(), meeting.pace)
        for key, meeting in meetings.items()
    }
    differences = dict(_by_item(Difference.objects.filter(meeting__in=ids, participant__in=people, current=True)))
    for key, stood in (instead or {}).items():
        differences.pop(key, None)
        if stood is not None:
            differences[key] = stood
    events = list(TeachEvent.objects.filter(meeting__in=ids, participant__in=people).exclude(mark=""))
    marks, stops = _marks(events), _stops(events)
    noted = _noted(NotedLoad.objects.filter(participant__in=people).order_by("noted_at"))
    found: dict[UUID, list[Bout]] = defaultdict(list)
    came: dict[UUID, set[datetime.date]] = defaultdict(set)
    for row in rows:
        meeting, person = meetings[row.meeting_id], people[row.participant_id]
        came[row.participant_id].add(meeting.held_on)
        did = set(meeting.exercises if row.exercises is None else row.exercises)
        reader = _Reader(meeting, items[meeting.id], person, row, did, differences, marks, stops, noted)
        found[row.participant_id] += reader.bouts()
    said = said_at_home(people, since)
    return {
        key: PersonLog(
            with_what_was_said(sorted(found[key], key=lambda bout: bout.day), said.get(key, ())),
            frozenset(day for group in member[key] for day in met[group]) | frozenset(came[key]),
            frozenset(came[key]),
            {exercise: rows[-1] for (of, exercise), rows in noted.items() if of == key and rows[-1].ended_at is None},
        )
        for key in people
    }


_Key = tuple[UUID, UUID, str]


def _by_item(rows: Iterable[Difference]) -> Mapping[_Key, Difference]:
    return {(row.meeting_id, row.participant_id, row.item): row for row in rows}


def _marks(events: Iterable[TeachEvent]) -> Mapping[_Key, frozenset[str]]:
    found: dict[_Key, set[str]] = defaultdict(set)
    for event in events:
        if event.participant_id is not None:
            found[event.meeting_id, event.participant_id, event.item].add(event.mark)
    return {key: frozenset(marks) for key, marks in found.items()}


def _stops(events: Iterable[TeachEvent]) -> Mapping[_Key, tuple[int, float]]:
    """How far somebody who stopped had come in an item: repetitions and seconds, the most of its sets."""
    found: dict[_Key, tuple[int, float]] = {}
    for event in events:
        if event.participant_id is not None and event.mark == TeachEvent.Mark.STOPPED:
            key = event.meeting_id, event.participant_id, event.item
            number, seconds = found.get(key, (0, 0.0))
            found[key] = max(number, event.number or 0), max(seconds, event.seconds or 0.0)
    return found


def _noted(rows: Iterable[NotedLoad]) -> Mapping[tuple[UUID, str], list[NotedLoad]]:
    found: dict[tuple[UUID, str], list[NotedLoad]] = defaultdict(list)
    for row in rows:
        found[row.participant_id, row.exercise].append(row)
    return found


@kept(512)
def _items(document: str, stock: Shelf, pace: float) -> tuple[ItemTime, ...]:
    """The items of a class as planned; the plan of a class that ended stays as it was."""
    plan = core_plan(json.loads(document))
    return compile_timeline(plan, CoreGroup((Person("slowest", "", pace),)), stock).items


class _Reader:
    """One person in one class."""

    def __init__(
        self,
        meeting: Meeting,
        times: tuple[ItemTime, ...],
        person: Person,
        came: Attendance,
        did: set[str],
        differences: Mapping[_Key, Difference],
        marks: Mapping[_Key, frozenset[str]],
        stops: Mapping[_Key, tuple[int, float]],
        noted: Mapping[tuple[UUID, str], list[NotedLoad]],
    ) -> None:
        self.meeting, self.person, self.person_id, self.did = meeting, person, came.participant_id, did
        self.ways = came.ways
        self.differences, self.marks, self.stops, self.noted = differences, marks, stops, noted
        self.times = times

    def bouts(self) -> list[Bout]:
        """What they did, each exercise once: of one that stood twice in the plan, the last."""
        found: dict[str, Bout] = {}
        for time, exercise, version in self._ways():
            bout = self._bout(time, exercise, version)
            if bout is not None:
                found[bout.exercise] = bout
        return list(found.values())

    def _ways(self) -> Iterator[tuple[ItemTime, Exercise, Version]]:
        """What was theirs of each item: as it was kept when the class ended. A class of before that was kept is read by
        their cautions of today, without what the instructor decided since."""
        stock = shelf()
        if self.ways is None:
            person = replace(self.person, talk_first="", overrides=())
            planned = frozenset(time.exercise.id for time in self.times)
            fits = fitter(person, stock, load_conditions(), planned)
            for time in self.times:
                verdict = fits(time)
                if verdict.version is not None:
                    yield time, verdict.exercise, verdict.version
            return
        for time in self.times:
            name, _, way = self.ways.get(time.item.id, "").partition("/")
            exercise = stock.exercises.get(name)
            version = next((one for one in exercise.versions if one.id == way), None) if exercise else None
            if exercise is not None and version is not None:
                yield time, exercise, version

    def _bout(self, time: ItemTime, exercise: Exercise, version: Version) -> Bout | None:
        key = (self.meeting.id, self.person_id, time.item.id)
        row = self.differences.get(key)
        whole = self.differences.get((self.meeting.id, self.person_id, ""))
        marks = self.marks.get(key, frozenset())
        if time.exercise.id not in self.did or (row and row.skipped) or (whole and whole.skipped):
            return None
        if row and row.version and row.version in {one.id for one in time.exercise.versions}:
            exercise, version = time.exercise, time.exercise.version(row.version)
        amount, reached = self._reached(time, version, self._amount(time, exercise, version, row), row)
        if TeachEvent.Mark.STOPPED in marks:
            amount, stopped_early = self._stopped(time, amount, key)
            reached = reached and not stopped_early
        pain, where = _pain(row, marks)
        return Bout(
            self.meeting.held_on,
            exercise.id,
            amount,
            row.effort if row else None,
            _planned_effort(time),
            pain,
            where,
            reached=reached,
            lost_form=bool(row and row.lost_form) or TeachEvent.Mark.LOST_FORM in marks,
            teach_again=bool(row and row.teach_again),
            sore_after=bool(row and row.sore_after),
            felt=_felt(marks, row, whole),
        )

    @staticmethod
    def _reached(time: ItemTime, version: Version, amount: Amount, row: Difference | None) -> tuple[Amount, bool]:
        """How much was counted, where somebody said, and whether it was all."""
        told = _told(row)
        if told is None:
            return amount, True
        passes = sum((time.dose if version is time.version else version.dose).passes)
        reached = told >= amount.reps * passes
        if amount.counted is Variable.REPETITIONS:
            amount = replace(amount, reps=max(1, told // max(1, passes)))
        return amount, reached

    def _stopped(self, time: ItemTime, amount: Amount, key: tuple[UUID, UUID, str]) -> tuple[Amount, bool]:
        """How much it was until they stopped, and whether that was early: a set that ends when somebody is tired, or no
        longer steady, ended as it should, and there they had come."""
        if time.dose.ending is Ending.COUNT:
            return amount, True
        number, seconds = self.stops.get(key, (0, 0.0))
        figure = number if amount.counted is Variable.REPETITIONS else int(seconds)
        return (amount.with_value(figure) if figure else amount), False

    def _amount(self, time: ItemTime, exercise: Exercise, version: Version, row: Difference | None) -> Amount:
        """As planned for who does what was planned, else the usual dose of what they do; their own figure and load
        where these were noted before the class."""
        amount = amount_of(version.id, time.dose if version is time.version else version.dose)
        own = self._own(exercise.id)
        if own is not None:
            load = read_load(own.load) if own.load else None
            if isinstance(load, Kilograms):
                amount = replace(amount, kg=load.kilograms)
            elif isinstance(load, Band):
                amount = replace(amount, band=load.label, grip_cm=load.grip_cm)
            figure = own.reps if amount.counted is Variable.REPETITIONS else own.seconds
            amount = amount.with_value(figure) if figure else amount
        return replace(amount, kg=row.load) if row and row.load else amount

    def _own(self, exercise: str) -> NotedLoad | None:
        """What was noted of them by the day of the class."""
        rows: Sequence[NotedLoad] = self.noted.get((self.person_id, exercise), ())
        day = self.meeting.held_on
        known = [
            row for row in rows if row.noted_at.date() <= day and (row.ended_at is None or row.ended_at.date() > day)
        ]
        return known[-1] if known else None


def _pain(row: Difference | None, marks: Collection[str]) -> tuple[int | None, str]:
    """How much it hurt, and where; more than is worked with where tingling was noted, or pain without a figure."""
    pain = row.pain if row else None
    where = (row.pain_where if row else "") or ("not said" if pain else "")
    if TeachEvent.Mark.TINGLING in marks or (row and row.tingling):
        return 10, where or "tingling or spreading pain"
    if TeachEvent.Mark.PAIN in marks and pain is None:
        return 4, "noted in class"
    return pain, where


def _told(row: Difference | None) -> int | None:
    """How many were counted in all, where somebody said."""
    if row is None:
        return None
    sides = [count for count in (row.done_left, row.done_right) if count is not None]
    return sum(sides) if sides else row.done


def _planned_effort(time: ItemTime) -> int:
    effort = time.dose.effort
    if effort is None:
        return MODERATE
    most = max(effort.steps)
    return most if effort.scale.most == 10 else round(most / 10)


_SAID = {"easy": Felt.TOO_EASY, "hard": Felt.TOO_HARD}


def _felt(marks: frozenset[str], *rows: Difference | None) -> Felt:
    """As it was said of the item, of the whole class, or marked while teaching, in that order."""
    said = next((row.felt for row in rows if row and row.felt), "")
    if said:
        return _SAID[said]
    if TeachEvent.Mark.EASIER in marks:
        return Felt.TOO_HARD
    return Felt.TOO_EASY if TeachEvent.Mark.HARDER in marks else Felt.AS_PLANNED
