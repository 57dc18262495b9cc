"""Plans and every state they have been in."""

from django.db import models

from fairbench.web.site.practice_model import PracticeModel


class Plan(PracticeModel):
    """A plan. What is in it stands in its revisions; ``head`` is the number of the current
    one, ``newest`` the highest given out."""

    name = models.CharField(max_length=120)
    group = models.ForeignKey("people.Group", null=True, blank=True, on_delete=models.SET_NULL, related_name="plans")
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
