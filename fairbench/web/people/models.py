"""Participants and the groups they come to."""

from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models
from django.urls import reverse

from fairbench.web.accounts.models import RangesFrom
from fairbench.web.rooms.models import Room
from fairbench.web.site.practice_model import PracticeModel

from .home_models import AtHome, HomeReport, HomeSheet, HomeTick, PersonLetter, PhoneSheet, Waiting

__all__ = (
    "AtHome",
    "ChairArms",
    "Clearance",
    "Condition",
    "Goal",
    "Group",
    "HealthEvent",
    "HealthRow",
    "HomeReport",
    "HomeSheet",
    "HomeTick",
    "Listing",
    "Milestone",
    "NotedLoad",
    "NotedSharing",
    "NotedSide",
    "Override",
    "OwnThing",
    "Participant",
    "PastListing",
    "PersonLetter",
    "PhoneSheet",
    "Screening",
    "Sex",
    "Waiting",
    "WayOn",
)


class ChairArms(models.TextChoices):
    """What somebody needs of the arms of a chair."""

    WITH = "with", "with arms"
    WITHOUT = "without", "without arms"


class Sex(models.TextChoices):
    """As the published bands of tests have it."""

    FEMALE = "f", "women"
    MALE = "m", "men"


class WayOn(models.TextChoices):
    """How somebody or a group goes on from week to week; empty is as the house style has it."""

    TEN = "ten", "ten per cent a week"
    RANGE = "range", "range, then load"
    LADDER = "ladder", "version ladder"


class Participant(PracticeModel):
    """A person who comes to class. ``email`` is where a list of what to have ready goes; ``chair_arms`` and the seat
    heights, in centimetres, are what they need of a chair, ``budgets`` the
    minutes that they have for what tires them, ``sex`` which of the published bands of tests they are held against,
    ``school`` how they go on from week to week where that is their own.
    ``health_summary`` is what the fit needs of their health
    rows, kept anew by every action that changes one (:mod:`.health_summary`), so that a group is read in one query.
    ``taught`` says in how many classes they came to each exercise was taught; it is counted anew whenever one ends."""

    call_name = models.CharField("name to call", max_length=80)
    birth_year = models.PositiveSmallIntegerField(null=True, blank=True)
    private_note = models.TextField(blank=True, max_length=2000)
    remember = models.CharField("to remember in class", max_length=200, blank=True)
    goals = models.CharField("wants to be able to", max_length=300, blank=True)
    emergency = models.CharField("in an emergency call", max_length=160, blank=True)
    email = models.EmailField(blank=True)
    pace = models.DecimalField(
        max_digits=3, decimal_places=2, default=1, validators=[MinValueValidator(1), MaxValueValidator(3)]
    )

    chair_arms = models.CharField(max_length=7, choices=ChairArms.choices, blank=True)
    seat_from_cm = models.PositiveSmallIntegerField(null=True, blank=True)
    seat_to_cm = models.PositiveSmallIntegerField(null=True, blank=True)
    feet_raised = models.BooleanField(default=False)
    chair_at_wall = models.BooleanField(default=False)
    budgets = models.JSONField(default=dict)
    sex = models.CharField(max_length=1, choices=Sex.choices, blank=True)
    school = models.CharField(max_length=6, choices=WayOn.choices, blank=True)

    health_summary = models.JSONField(default=dict, editable=False)
    taught = models.JSONField(default=dict, editable=False)
    erased_at = models.DateTimeField(null=True, editable=False)
    worked_out = ("health_summary", "taught")

    class Meta:
        ordering = ("call_name",)
        constraints = (
            models.CheckConstraint(condition=models.Q(pace__gte=1, pace__lte=3), name="pace_from_1_to_3"),
            models.CheckConstraint(
                condition=models.Q(chair_arms__in=("", "with", "without")), name="chair_arms_there_are"
            ),
            models.CheckConstraint(condition=models.Q(sex__in=("", "f", "m")), name="sex_of_published_bands"),
            models.CheckConstraint(
                condition=models.Q(school__in=("", "ten", "range", "ladder")), name="a_school_of_a_person"
            ),
        )

    def __str__(self) -> str:
        return self.call_name


class Group(PracticeModel):
    """The people of one class. ``taught`` says in how many of its meetings each exercise was taught;
    it is counted anew whenever a class ends. ``ranges_from`` is where in a range a figure is picked first,
    ``school`` how they go on from week to week; empty where it is as for the practice. ``places`` is how many can be in
    it, None for as many as come."""

    name = models.CharField(max_length=80)
    place = models.CharField(max_length=120, blank=True)
    room = models.ForeignKey(Room, null=True, blank=True, on_delete=models.SET_NULL, related_name="groups")
    ranges_from = models.CharField(max_length=6, choices=RangesFrom.choices, blank=True)
    school = models.CharField(max_length=6, choices=WayOn.choices, blank=True)
    places = models.PositiveSmallIntegerField(null=True, blank=True)
    taught = models.JSONField(default=dict, editable=False)
    participants = models.ManyToManyField(Participant, through="Listing", related_name="groups")
    worked_out = ("taught",)

    class Meta:
        ordering = ("name",)
        constraints = (
            models.CheckConstraint(
                condition=models.Q(ranges_from__in=("", "least", "middle", "most")), name="ranges_of_a_group_begin"
            ),
            models.CheckConstraint(
                condition=models.Q(school__in=("", "ten", "range", "ladder")), name="a_school_of_a_group"
            ),
        )

    def __str__(self) -> str:
        return self.name


class Listing(PracticeModel):
    """Someone is on a group's list: as a regular, on trial or as a guest."""

    class Kind(models.TextChoices):
        REGULAR = "regular"
        TRIAL = "trial"
        GUEST = "guest"

    group = models.ForeignKey(Group, on_delete=models.PROTECT, related_name="listings")
    participant = models.ForeignKey(Participant, on_delete=models.PROTECT, related_name="listings")
    since = models.DateField(auto_now_add=True)
    kind = models.CharField(max_length=8, choices=Kind.choices, default=Kind.REGULAR)

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["group", "participant"], name="listed_once"),
            models.CheckConstraint(
                condition=models.Q(kind__in=("regular", "trial", "guest")), name="a_listing_there_is"
            ),
        )


class PastListing(PracticeModel):
    """That somebody was on a group's list, from when until when."""

    group = models.ForeignKey(Group, on_delete=models.PROTECT, related_name="past_listings")
    participant = models.ForeignKey(Participant, on_delete=models.PROTECT, related_name="past_listings")
    since = models.DateField()
    until = models.DateField()
    kind = models.CharField(max_length=8, choices=Listing.Kind.choices)

    class Meta:
        constraints = (
            models.CheckConstraint(
                condition=models.Q(until__gte=models.F("since")), name="listing_ends_after_it_began"
            ),
        )


class OwnThing(PracticeModel):
    """Something that somebody has at home: a prop, or with ``instead`` what they take in its place."""

    participant = models.ForeignKey(Participant, on_delete=models.PROTECT, related_name="own_things")
    prop = models.SlugField(max_length=40)
    instead = models.CharField(max_length=80, blank=True)

    class Meta:
        ordering = ("prop",)
        constraints = (models.UniqueConstraint(fields=["participant", "prop"], name="one_own_thing_a_prop"),)


class HealthRow(PracticeModel):
    """A row of somebody's health record. Never altered in substance and never deleted: it ends, and that is kept."""

    participant = models.ForeignKey(Participant, on_delete=models.PROTECT, related_name="%(class)ss")
    noted_at = models.DateTimeField(auto_now_add=True)
    noted_by = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    ended_at = models.DateTimeField(null=True)
    ended_by = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        abstract = True
        ordering = ("noted_at",)


class Condition(HealthRow):
    """A condition or need as somebody has it. ``since`` is the day it counts from, ``measure`` its figure, ``advice``
    the clinician's word that set it; ``until`` ends it by itself after that day."""

    condition = models.SlugField(max_length=40)
    side = models.CharField(max_length=5, blank=True)
    severity = models.CharField(max_length=40, blank=True)
    stage = models.CharField(max_length=40, blank=True)
    since = models.DateField(null=True, blank=True)
    measure = models.FloatField(null=True, blank=True)
    advice = models.ForeignKey("people.Clearance", null=True, on_delete=models.PROTECT, related_name="limits")
    until = models.DateField(null=True, blank=True)
    note = models.CharField(max_length=200, blank=True)

    class Meta(HealthRow.Meta):
        constraints = (
            models.CheckConstraint(condition=models.Q(side__in=("", "left", "right")), name="condition_side_there_is"),
        )


class Screening(PracticeModel):
    """One screening, from the first answer to the review. Earlier ones stay."""

    participant = models.ForeignKey(Participant, on_delete=models.PROTECT, related_name="screenings")
    answers = models.JSONField(default=dict)
    started_at = models.DateTimeField(auto_now_add=True)
    started_by = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    given_on = models.DateField(null=True)
    reviewed_at = models.DateTimeField(null=True)
    reviewed_by = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    outcome = models.CharField(max_length=12, blank=True)
    wanted = models.CharField(max_length=200, blank=True)
    note = models.CharField(max_length=500, blank=True)

    class Meta:
        ordering = ("-started_at",)
        constraints = (
            models.UniqueConstraint(
                fields=["participant"], condition=models.Q(given_on__isnull=True), name="one_open_screening"
            ),
        )

    @property
    def address(self) -> str:
        """Where it is gone on with, or read."""
        return reverse("people:review", args=[self.id]) if self.given_on else reverse("people:ask", args=[self.id, 1])

    @property
    def state_words(self) -> str:
        """How far it is: not handed in, to be read, or read by somebody."""
        if self.reviewed_at:
            return f"read by {self.reviewed_by.name if self.reviewed_by else 'someone who left'}"
        return "to be read" if self.given_on else "not handed in"


class HealthEvent(HealthRow):
    """Something that ends a screening at once: a fall, an operation, a stay in hospital, a new diagnosis, a new
    medicine, tingling or spreading pain in class, an incident in class, a test result to
    talk over."""

    class Kind(models.TextChoices):
        FALL = "a fall"
        OPERATION = "an operation"
        HOSPITAL = "a stay in hospital"
        DIAGNOSIS = "a new diagnosis"
        MEDICINE = "a new medicine"
        TINGLING = "tingling or spreading pain"
        INCIDENT = "an incident in class"
        MEASURE = "a test result to talk over"

    kind = models.CharField(max_length=40, choices=Kind.choices)
    happened_on = models.DateField()
    note = models.CharField(max_length=200, blank=True)

    class Meta(HealthRow.Meta):
        constraints = (
            models.CheckConstraint(
                condition=models.Q(
                    kind__in=(
                        "a fall",
                        "an operation",
                        "a stay in hospital",
                        "a new diagnosis",
                        "a new medicine",
                        "tingling or spreading pain",
                        "an incident in class",
                        "a test result to talk over",
                    )
                ),
                name="health_event_there_is",
            ),
        )


class Clearance(HealthRow):
    """A clinician's word: who said it, what, and until when. ``condition`` is what it clears, if one."""

    condition = models.SlugField(max_length=40, blank=True)
    who = models.CharField("clinician", max_length=120)
    said = models.CharField("what was said", max_length=300)
    letter = models.CharField("where the letter is kept", max_length=160, blank=True)
    until = models.DateField(null=True, blank=True)


class Override(HealthRow):
    """The instructor's word against the fit: a version of an exercise, or of another one instead of it, for one
    class or until a day, with a reason."""

    exercise = models.SlugField(max_length=60)
    version = models.SlugField(max_length=60)
    instead = models.SlugField(max_length=60, blank=True)
    reason = models.CharField(max_length=200)
    until = models.DateField()


class NotedSide(HealthRow):
    """Somebody's weaker or affected side, in one exercise or, where that is empty, in any."""

    class Kind(models.TextChoices):
        WEAKER = "weaker", "weaker"
        AFFECTED = "affected", "affected"

    kind = models.CharField(max_length=8, choices=Kind.choices)
    side = models.CharField(max_length=5)
    exercise = models.SlugField(max_length=60, blank=True)

    class Meta(HealthRow.Meta):
        constraints = (
            models.CheckConstraint(condition=models.Q(side__in=("left", "right")), name="noted_side_there_is"),
            models.CheckConstraint(
                condition=models.Q(kind__in=("weaker", "affected")), name="noted_side_kind_there_is"
            ),
            models.UniqueConstraint(
                fields=("participant", "kind", "exercise"),
                condition=models.Q(ended_at=None),
                name="one_noted_side_at_a_time",
            ),
        )


class NotedSharing(HealthRow):
    """How somebody shares work between their sides otherwise than a plan says, in one exercise or in any."""

    class How(models.TextChoices):
        SAME = "same", "both sides the same"
        FIRST = "first", "one side first"
        ONLY = "only", "one side only"
        MORE = "more", "a set more on one side"

    how = models.CharField(max_length=5, choices=How.choices)
    side = models.CharField(max_length=8)
    exercise = models.SlugField(max_length=60, blank=True)

    class Meta(HealthRow.Meta):
        constraints = (
            models.CheckConstraint(
                condition=models.Q(how__in=("same", "first", "only", "more")), name="noted_sharing_there_is"
            ),
            models.CheckConstraint(
                condition=models.Q(side__in=("left", "right", "weaker", "affected")),
                name="noted_sharing_side_there_is",
            ),
            models.UniqueConstraint(
                fields=("participant", "exercise"),
                condition=models.Q(ended_at=None),
                name="one_noted_sharing_at_a_time",
            ),
        )


class NotedLoad(HealthRow):
    """What somebody works against in an exercise, as it is said, how it is set up for them, and how often (``reps``)
    or long (``seconds``) they do it where that is their own; the newest of each exercise holds."""

    exercise = models.SlugField(max_length=60)
    load = models.CharField(max_length=80, blank=True)
    setting = models.CharField(max_length=100, blank=True)
    reps = models.PositiveSmallIntegerField(null=True)
    seconds = models.PositiveSmallIntegerField(null=True)

    @property
    def words(self) -> str:
        """``9 times; light band; armchair, left foot on a block``."""
        figure = f"{self.reps} times" if self.reps else f"for {self.seconds} s" if self.seconds else ""
        return "; ".join(filter(None, (figure, self.load, self.setting)))

    class Meta(HealthRow.Meta):
        constraints = (
            models.UniqueConstraint(
                fields=("participant", "exercise"),
                condition=models.Q(ended_at=None),
                name="one_noted_load_at_a_time",
            ),
        )


class Goal(HealthRow):
    """Something that somebody wants to be able to do, as a ``task``, with the ``exercises`` that serve it."""

    participant = models.ForeignKey(Participant, on_delete=models.PROTECT, related_name="goals_kept")
    task = models.CharField(max_length=120)
    exercises = models.JSONField(default=list)


class Milestone(PracticeModel):
    """A yes or no on the way to a goal, such as a hand that leaves the back pocket: ``reached_on`` since it is so."""

    goal = models.ForeignKey(Goal, on_delete=models.PROTECT, related_name="milestones")
    words = models.CharField(max_length=120)
    reached_on = models.DateField(null=True)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("at",)
