"""Meetings: who came, what happened, and what each person did that was not as planned."""

import datetime
from typing import Any

from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models
from django.db.models import Count, OuterRef, QuerySet, Subquery
from django.db.models.fields.json import KT
from django.db.models.functions import Coalesce
from django.urls import reverse

from fairbench.core.formats.stop_signs_doc import load_stop_signs
from fairbench.web.site.practice_model import PracticeModel

FIRST_MOMENT = datetime.datetime(2000, 1, 1, tzinfo=datetime.UTC)
END_OF_TIME = datetime.datetime(2200, 1, 1, tzinfo=datetime.UTC)
"""Moments that are kept lie between these, so that every one of them can be read again in any zone."""


def _readable(field: str, name: str) -> models.CheckConstraint:
    within = models.Q(**{f"{field}__gte": FIRST_MOMENT, f"{field}__lt": END_OF_TIME})
    return models.CheckConstraint(condition=within | models.Q(**{f"{field}__isnull": True}), name=name)


def _from_0_to_10(field: str, name: str) -> models.CheckConstraint:
    within = models.Q(**{f"{field}__lte": 10})
    return models.CheckConstraint(condition=within | models.Q(**{f"{field}__isnull": True}), name=name)


class Meeting(PracticeModel):
    """One class taught. It keeps the plan as it was on the day; ``exercises`` are those that were
    really taught, known once it has ended; ``planned`` what was planned, with the names, versions, doses and times of
    that day, kept when teaching begins. ``pace`` (of the slowest who was here) and
    ``taught_before`` (meetings by exercise) fix its timeline as it was when teaching began. ``remembered`` is whom to
    ask what the next time, kept anew by every action that changes it (:mod:`.remembered`). ``player`` is where the
    counting screen of the leading device was at ``player_at``. One from ``paper`` was not taught from the screen;
    ``cover`` is who taught it in the place of a member."""

    class State(models.TextChoices):
        ARRIVALS = "arrivals"
        TEACHING = "teaching"
        TAUGHT = "taught"
        RECORDED = "recorded"

    class Source(models.TextChoices):
        SCREEN = "screen"
        PAPER = "paper"

    group = models.ForeignKey("people.Group", on_delete=models.PROTECT, related_name="meetings")
    plan = models.ForeignKey("plans.Plan", null=True, on_delete=models.SET_NULL, related_name="meetings")
    room = models.ForeignKey("rooms.Room", null=True, on_delete=models.SET_NULL, related_name="meetings")
    plan_document = models.JSONField()
    exercises = models.JSONField(default=list)
    planned = models.JSONField(null=True, editable=False)
    pace = models.FloatField(default=1)
    taught_before = models.JSONField(default=dict)
    remembered = models.JSONField(default=list, editable=False)
    player = models.JSONField(null=True, editable=False)
    player_at = models.DateTimeField(null=True, editable=False)
    state = models.CharField(max_length=10, choices=State.choices, default=State.ARRIVALS)
    source = models.CharField(max_length=6, choices=Source.choices, default=Source.SCREEN)
    cover = models.CharField(max_length=80, blank=True)
    teacher = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    held_on = models.DateField()
    started_at = models.DateTimeField(null=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("-held_on", "-started_at")
        constraints = (
            _readable("started_at", "meeting_started_in_our_years"),
            _readable("ended_at", "meeting_ended_in_our_years"),
            models.CheckConstraint(
                condition=models.Q(state__in=("arrivals", "teaching", "taught", "recorded")), name="a_state_there_is"
            ),
            models.CheckConstraint(condition=models.Q(source__in=("screen", "paper")), name="a_source_there_is"),
        )

    @classmethod
    def for_list(cls, rows: "QuerySet[Meeting]") -> "QuerySet[Meeting]":
        """``rows`` as a list shows them, the newest first: with the plan's name instead of the plan, with how many
        came and for how many something differed."""
        return (
            rows.select_related("group")
            .defer("plan_document")
            .annotate(
                plan_name=KT("plan_document__name"),
                came=_number_of(Attendance.objects.all()),
                differed=_number_of(Difference.objects.filter(current=True)),
            )
            .order_by("-held_on", "-started_at")
        )

    @property
    def state_words(self) -> str:
        """Where the class is; how many came once it is recorded, for a row of :meth:`for_list`."""
        if self.state == self.State.RECORDED:
            return f"{getattr(self, 'came', 0)} came · {getattr(self, 'differed', 0)} differed"
        return _STATE_WORDS[self.State(self.state)]

    @property
    def next_address(self) -> str:
        """Where it is gone on with."""
        return reverse(f"classes:{_NEXT[self.State(self.state)]}", args=[self.id])


def _number_of(rows: "QuerySet[Any]") -> Coalesce:
    """How many of ``rows`` a meeting has; worked out only for the meetings that are shown."""
    counted = rows.filter(meeting=OuterRef("pk")).order_by().values("meeting").annotate(number=Count("pk"))
    return Coalesce(Subquery(counted.values("number")), 0)


_STATE_WORDS = {
    Meeting.State.ARRIVALS: "people are arriving",
    Meeting.State.TEACHING: "being taught",
    Meeting.State.TAUGHT: "waits to be recorded",
}
_NEXT = {
    Meeting.State.ARRIVALS: "arrivals",
    Meeting.State.TEACHING: "teach",
    Meeting.State.TAUGHT: "record",
    Meeting.State.RECORDED: "meeting",
}


class Attendance(PracticeModel):
    """Someone came: from ``joined_at`` where they came late, until ``left_at`` where they left early. ``exercises`` are
    those of which they did something, known once the class has ended, ``ways`` which version of each item was theirs
    (:mod:`.own_ways`); None where that was not kept."""

    meeting = models.ForeignKey(Meeting, on_delete=models.PROTECT, related_name="attendances")
    participant = models.ForeignKey("people.Participant", on_delete=models.PROTECT, related_name="attendances")
    joined_at = models.DateTimeField(null=True)
    left_at = models.DateTimeField(null=True)
    exercises = models.JSONField(null=True, editable=False)
    ways = models.JSONField(null=True, editable=False)

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["meeting", "participant"], name="came_once"),
            _readable("joined_at", "joined_in_our_years"),
            _readable("left_at", "left_in_our_years"),
        )


class TeachEvent(PracticeModel):
    """Something that happened while teaching, as the device saw it. The device makes the id, so the same event sent
    twice is stored once. ``number``, ``side`` and ``seconds`` say how much of an item was done, or put on top; ``mark``
    what was seen of somebody, where it was chosen and not written."""

    class Mark(models.TextChoices):
        TIRED = "tired", "Tired"
        WOBBLY = "wobbly", "Wobbly"
        PAIN = "pain", "Pain"
        EASIER = "easier", "Took it easier"
        HARDER = "harder", "Could do more"
        STOPPED = "stopped", "Stopped"
        LOST_FORM = "lost_form", "Lost form"
        WELL_DONE = "well_done", "Well done"
        TINGLING = "tingling", "Tingling or spreading pain"

    meeting = models.ForeignKey(Meeting, on_delete=models.PROTECT, related_name="events")
    kind = models.CharField(max_length=20)
    item = models.CharField(max_length=64, blank=True)
    at = models.DateTimeField()
    participant = models.ForeignKey("people.Participant", null=True, on_delete=models.PROTECT, related_name="+")
    text = models.TextField(blank=True, max_length=2000)
    number = models.IntegerField(null=True)
    side = models.CharField(max_length=5, blank=True)
    seconds = models.FloatField(null=True)
    mark = models.CharField(max_length=10, choices=Mark.choices, blank=True)

    class Meta:
        ordering = ("at",)
        constraints = (
            _readable("at", "event_in_our_years"),
            models.CheckConstraint(condition=models.Q(side__in=("", "left", "right")), name="event_side_there_is"),
            models.CheckConstraint(
                condition=models.Q(
                    mark__in=(
                        "",
                        "tired",
                        "wobbly",
                        "pain",
                        "easier",
                        "harder",
                        "stopped",
                        "lost_form",
                        "well_done",
                        "tingling",
                    )
                ),
                name="event_mark_there_is",
            ),
        )


class TeachingDevice(PracticeModel):
    """A device that shows a class being taught, by the key that it made for itself: ``waiting`` events were still on it
    when it was ``last_seen``. One of them leads: its buttons count."""

    meeting = models.ForeignKey(Meeting, on_delete=models.PROTECT, related_name="devices")
    key = models.UUIDField()
    waiting = models.PositiveIntegerField(default=0)
    leads = models.BooleanField(default=False)
    last_seen = models.DateTimeField()

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["meeting", "key"], name="one_row_a_device"),
            models.UniqueConstraint(fields=["meeting"], condition=models.Q(leads=True), name="one_device_leads"),
        )


class Difference(PracticeModel):
    """What one person did otherwise, in one item or (item "") in the whole class.

    ``done`` is a count, or ``done_left`` and ``done_right`` where sides are worked one at a time; ``load`` what was in
    the hand, in kilograms. ``tingling`` is tingling or spreading pain: the item ended for them, and it is talked over
    before they join in again, by the ``event`` on their health record. ``felt`` is "easy" or "hard" where it was too
    much so; ``sore_after`` that it was felt on the day after, as said at the next class. A correction is a further row
    with the next ``edition``, which says ``why`` once the class is recorded; earlier ones stay.
    """

    meeting = models.ForeignKey(Meeting, on_delete=models.PROTECT, related_name="differences")
    participant = models.ForeignKey("people.Participant", on_delete=models.PROTECT, related_name="differences")
    item = models.CharField(max_length=64, blank=True)
    edition = models.PositiveSmallIntegerField(default=1)
    current = models.BooleanField(default=True)
    version = models.CharField(max_length=64, blank=True)
    done = models.PositiveSmallIntegerField(null=True, blank=True)
    done_left = models.PositiveSmallIntegerField(null=True, blank=True)
    done_right = models.PositiveSmallIntegerField(null=True, blank=True)
    load = models.FloatField(null=True, blank=True)
    lost_form = models.BooleanField(default=False)
    teach_again = models.BooleanField(default=False)
    tingling = models.BooleanField(default=False)
    felt = models.CharField(max_length=4, blank=True)
    sore_after = models.BooleanField(default=False)
    sides_differ = models.CharField(max_length=8, blank=True)
    skipped = models.BooleanField(default=False)
    effort = models.PositiveSmallIntegerField(
        null=True, blank=True, validators=[MinValueValidator(0), MaxValueValidator(10)]
    )
    pain = models.PositiveSmallIntegerField(
        null=True, blank=True, validators=[MinValueValidator(0), MaxValueValidator(10)]
    )
    pain_where = models.CharField(max_length=80, blank=True)
    note = models.TextField(blank=True, max_length=2000)
    why = models.CharField(max_length=200, blank=True)
    event = models.ForeignKey("people.HealthEvent", null=True, on_delete=models.SET_NULL, related_name="+")
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (
            models.UniqueConstraint(
                fields=["meeting", "participant", "item", "edition"], name="one_difference_an_edition"
            ),
            models.UniqueConstraint(
                fields=["meeting", "participant", "item"],
                condition=models.Q(current=True),
                name="one_current_difference",
            ),
            models.CheckConstraint(
                condition=models.Q(sides_differ__in=("", "finding", "target", "fault")),
                name="a_side_difference_there_is",
            ),
            models.CheckConstraint(condition=models.Q(felt__in=("", "easy", "hard")), name="a_feeling_there_is"),
            _from_0_to_10("effort", "effort_from_0_to_10"),
            _from_0_to_10("pain", "pain_from_0_to_10"),
        )


class Feeling(PracticeModel):
    """How somebody felt before or after a class, as they said: ``feel`` from 0 to 10 (better is more), ``breath`` how
    easily they breathe, ``reach`` how far they reach, ``sides`` whether the sides feel different, ``word`` in a
    word. What was not asked is empty."""

    class Moment(models.TextChoices):
        BEFORE = "before"
        AFTER = "after"

    meeting = models.ForeignKey(Meeting, on_delete=models.PROTECT, related_name="feelings")
    participant = models.ForeignKey("people.Participant", on_delete=models.PROTECT, related_name="feelings")
    moment = models.CharField(max_length=6, choices=Moment.choices)
    feel = models.PositiveSmallIntegerField(null=True)
    breath = models.PositiveSmallIntegerField(null=True)
    reach = models.PositiveSmallIntegerField(null=True)
    sides = models.CharField(max_length=9, blank=True)
    word = models.CharField(max_length=6, blank=True)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["meeting", "participant", "moment"], name="felt_once_each_time"),
            models.CheckConstraint(condition=models.Q(moment__in=("before", "after")), name="before_or_after"),
            models.CheckConstraint(
                condition=models.Q(sides__in=("", "the same", "different")), name="sides_feel_so_or_so"
            ),
            models.CheckConstraint(condition=models.Q(word__in=("", "better", "same", "worse")), name="felt_in_a_word"),
            _from_0_to_10("feel", "feel_from_0_to_10"),
            _from_0_to_10("breath", "breath_from_0_to_10"),
            _from_0_to_10("reach", "reach_from_0_to_10"),
        )


class ItemTold(PracticeModel):
    """That the class did an item, or did not, said by hand: of a class that no screen told of, or where the screen was
    wrong. The newest ``edition`` counts; earlier ones stay."""

    meeting = models.ForeignKey(Meeting, on_delete=models.PROTECT, related_name="items_told")
    item = models.CharField(max_length=64)
    done = models.BooleanField()
    edition = models.PositiveSmallIntegerField(default=1)
    current = models.BooleanField(default=True)
    why = models.CharField(max_length=200, blank=True)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["meeting", "item", "edition"], name="one_telling_an_edition"),
            models.UniqueConstraint(
                fields=["meeting", "item"], condition=models.Q(current=True), name="one_current_telling"
            ),
        )


class StayCorrection(PracticeModel):
    """Who came, or when they came or left, put right after the class: what stood there, what stands there now, who and
    why. Moments are as they are read, such as 10:12; empty is from the beginning, or to the end."""

    class Field(models.TextChoices):
        HERE = "here", "was there"
        JOINED = "joined", "came"
        LEFT = "left", "left"

    meeting = models.ForeignKey(Meeting, on_delete=models.PROTECT, related_name="stay_corrections")
    participant = models.ForeignKey("people.Participant", on_delete=models.PROTECT, related_name="+")
    field = models.CharField(max_length=6, choices=Field.choices)
    old = models.CharField(max_length=20, blank=True)
    new = models.CharField(max_length=20, blank=True)
    why = models.CharField(max_length=200, blank=True)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("at",)
        constraints = (
            models.CheckConstraint(
                condition=models.Q(field__in=("here", "joined", "left")), name="a_stay_field_there_is"
            ),
        )


class DayNote(PracticeModel):
    """What somebody said on arriving: unwell, a pain and where, a fall, a new medicine or operation, a red flag and
    which, a reading and its ``figures``; or that it was talked over, so that they join in. For this class. ``event`` is
    what it left on their health record."""

    class Kind(models.TextChoices):
        UNWELL = "unwell"
        PAIN = "pain"
        FELL = "fell"
        MEDICINE = "medicine"
        OPERATION = "operation"
        FLAG = "flag"
        READING = "reading"
        TALKED = "talked"

    meeting = models.ForeignKey(Meeting, on_delete=models.PROTECT, related_name="day_notes")
    participant = models.ForeignKey("people.Participant", on_delete=models.PROTECT, related_name="+")
    kind = models.CharField(max_length=10, choices=Kind.choices)
    event = models.ForeignKey("people.HealthEvent", null=True, on_delete=models.SET_NULL, related_name="+")
    where = models.CharField(max_length=20, blank=True)
    side = models.CharField(max_length=5, blank=True)
    figures = models.JSONField(default=list)
    taken_back = models.BooleanField(default=False)
    at = models.DateTimeField(auto_now_add=True)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        ordering = ("at",)
        constraints = (
            models.CheckConstraint(
                condition=models.Q(
                    kind__in=("unwell", "pain", "fell", "medicine", "operation", "flag", "reading", "talked")
                ),
                name="a_day_note_there_is",
            ),
            models.CheckConstraint(condition=models.Q(side__in=("", "left", "right")), name="day_note_side_there_is"),
        )


class Incident(PracticeModel):
    """Something went wrong in class. Kept apart from the record of what was done: which stop ``sign`` was seen, from
    when until when, and in lines what happened. ``what`` is the first line. Owners see it, and say so."""

    meeting = models.ForeignKey(Meeting, on_delete=models.PROTECT, related_name="incidents")
    participant = models.ForeignKey("people.Participant", null=True, on_delete=models.PROTECT, related_name="+")
    sign = models.CharField(max_length=20, blank=True)
    at = models.DateTimeField()
    over_at = models.DateTimeField(null=True)
    what = models.TextField(max_length=2000, blank=True)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    event = models.ForeignKey("people.HealthEvent", null=True, on_delete=models.SET_NULL, related_name="+")
    seen_by = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    seen_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("at",)
        constraints = (
            _readable("at", "incident_in_our_years"),
            _readable("over_at", "incident_over_in_our_years"),
        )

    @property
    def sign_name(self) -> str:
        """The sign that was seen, by its name."""
        known = load_stop_signs()
        return known[self.sign].name.capitalize() if self.sign in known else "Something happened"


class IncidentLine(PracticeModel):
    """A line of an incident: what happened at a moment, and when it was written down. None is altered; what was wrong
    is put right by a further line."""

    incident = models.ForeignKey(Incident, on_delete=models.PROTECT, related_name="lines")
    at = models.DateTimeField()
    text = models.TextField(max_length=2000)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    written_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("at", "written_at")
        constraints = (_readable("at", "incident_line_in_our_years"),)
