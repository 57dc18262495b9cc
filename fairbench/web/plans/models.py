"""Plans and every state they have been in."""

from django.db import models

from fairbench.web.site.practice_model import PracticeModel

WITH_ROOM = ("group", "group__room", "room")
"""What is fetched along with a plan that is fitted: whom it is for, and where."""


class Plan(PracticeModel):
    """A plan. What is in it stands in its revisions; ``head`` is the number of the current
    one, ``newest`` the highest given out. ``room`` is where it is taught; without one, where its group meets."""

    name = models.CharField(max_length=120)
    group = models.ForeignKey("people.Group", null=True, blank=True, on_delete=models.SET_NULL, related_name="plans")
    room = models.ForeignKey("rooms.Room", null=True, blank=True, on_delete=models.SET_NULL, related_name="plans")
    head = models.PositiveIntegerField(default=1)
    newest = models.PositiveIntegerField(default=1)
    changed_at = models.DateTimeField(auto_now=True)
    archived = models.BooleanField(default=False)

    class Meta:
        ordering = ("-changed_at",)

    def __str__(self) -> str:
        return self.name


class PlanRevision(PracticeModel):
    """A plan as it stood after one change. Never altered; undo only moves the plan's head. ``picture`` is its small
    drawing in a list, kept for as long as it holds (:mod:`.pictures`)."""

    plan = models.ForeignKey(Plan, on_delete=models.PROTECT, related_name="revisions")
    number = models.PositiveIntegerField()
    parent = models.PositiveIntegerField(null=True)
    document = models.JSONField()
    picture = models.JSONField(null=True, editable=False)
    summary = models.CharField(max_length=200)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["plan", "number"], name="one_revision_a_number"),)


class FloorPlaces(PracticeModel):
    """Where a group stands in a room: in which ``shape``, and by person's id the place that was pinned, in metres from
    the front left corner. ``helper`` is the assistant's place and the ids of those beside whom they stand."""

    group = models.ForeignKey("people.Group", on_delete=models.PROTECT, related_name="floor_places")
    room = models.ForeignKey("rooms.Room", on_delete=models.PROTECT, related_name="floor_places")
    shape = models.CharField(max_length=6, default="rows")
    pins = models.JSONField(default=dict)
    helper = models.JSONField(default=dict)

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["group", "room"], name="one_floor_a_group_and_room"),
            models.CheckConstraint(
                condition=models.Q(shape__in=("rows", "arc", "circle", "rail")), name="a_shape_there_is"
            ),
        )


class PutAside(PracticeModel):
    """A rule of the checks that is not to be told any more, for a group or, without one, for all plans of the practice;
    with the reason that the instructor gave."""

    rule = models.SlugField(max_length=60)
    group = models.ForeignKey("people.Group", null=True, on_delete=models.PROTECT, related_name="put_aside")
    reason = models.CharField(max_length=200)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("at",)
        constraints = (
            models.UniqueConstraint(fields=["practice", "rule", "group"], name="put_aside_once", nulls_distinct=False),
        )


class PackTick(PracticeModel):
    """Of what is carried on a day, whether a thing is out of the cupboard, and back in it."""

    day = models.DateField()
    prop = models.SlugField(max_length=40)
    size = models.CharField(max_length=24, blank=True)
    is_out = models.BooleanField(default=False)
    is_back = models.BooleanField(default=False)

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["practice", "day", "prop", "size"], name="one_tick_a_thing_and_day"),
        )
