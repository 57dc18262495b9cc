"""What a practice has of its own on the shelf: exercises in every state they have been in, names, favourites."""

from django.db import models

from fairbench.web.site.practice_model import PracticeModel

DOCUMENT_VERSION = 1
"""The form that documents of own exercises are written in today."""


class OwnExercise(PracticeModel):
    """An exercise of the practice's own, as the catalogue would write it. ``slug`` is its id on the shelf.

    It is never deleted: one that is archived is offered to nobody, and plans that hold it go on.
    ``document_version`` is the form that its document has; older ones are brought up when they are read.
    """

    slug = models.SlugField(max_length=60)
    document = models.JSONField()
    document_version = models.PositiveSmallIntegerField(default=DOCUMENT_VERSION)
    archived = models.BooleanField(default=False)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("slug",)
        constraints = (models.UniqueConstraint(fields=["practice", "slug"], name="one_own_exercise_a_slug"),)

    def __str__(self) -> str:
        return str(self.document["name"])


class OwnExerciseRevision(PracticeModel):
    """An own exercise as it stood after one change."""

    exercise = models.ForeignKey(OwnExercise, on_delete=models.PROTECT, related_name="revisions")
    document = models.JSONField()
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now_add=True)


class OwnName(PracticeModel):
    """What a practice calls an exercise. It is shown and found wherever the exercise is; the shipped name still finds
    it too."""

    slug = models.SlugField(max_length=60)
    name = models.CharField(max_length=60)

    class Meta:
        ordering = ("slug",)
        constraints = (models.UniqueConstraint(fields=["practice", "slug"], name="one_own_name_an_exercise"),)


class Favourite(PracticeModel):
    """An exercise that somebody likes to have at hand."""

    user = models.ForeignKey("accounts.User", on_delete=models.PROTECT, related_name="favourites")
    slug = models.SlugField(max_length=60)

    class Meta:
        ordering = ("slug",)
        constraints = (models.UniqueConstraint(fields=["user", "slug"], name="a_favourite_once"),)


class UnfinishedExercise(PracticeModel):
    """A draft of the pose workshop that is kept as it stands: on no shelf, in no plan, taught to nobody. ``draft`` is
    what the workshop's page carries, ``fields`` what was written beside it."""

    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    draft = models.JSONField()
    fields = models.JSONField(default=dict)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-changed_at",)

    def __str__(self) -> str:
        return str(self.fields.get("name") or self.fields.get("version") or "Without a name")
