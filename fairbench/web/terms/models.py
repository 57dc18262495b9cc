"""Terms with every state they have been in, who covers a class, closed days, the private addresses of calendars."""

import secrets

from django.db import models

from fairbench.web.site.practice_model import PracticeModel


class Term(PracticeModel):
    """A term of a group. What is in it stands in its revisions; ``head`` is the number of the current one, ``newest``
    the highest given out. ``teacher`` teaches it, in ``room``; without one, where its group meets."""

    group = models.ForeignKey("people.Group", on_delete=models.PROTECT, related_name="terms")
    name = models.CharField(max_length=80)
    teacher = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    room = models.ForeignKey("rooms.Room", null=True, on_delete=models.SET_NULL, related_name="terms")
    template = models.CharField(max_length=40, blank=True)
    starts_on = models.DateField()
    ends_on = models.DateField()
    head = models.PositiveIntegerField(default=1)
    newest = models.PositiveIntegerField(default=1)
    changed_at = models.DateTimeField(auto_now=True)
    archived = models.BooleanField(default=False)

    class Meta:
        ordering = ("-starts_on", "name")
        constraints = (
            models.CheckConstraint(
                condition=models.Q(ends_on__gte=models.F("starts_on")), name="term_ends_after_it_begins"
            ),
        )

    def __str__(self) -> str:
        return self.name


class TermRevision(PracticeModel):
    """A term as it stood after one change. Never altered; undo only moves the term's head."""

    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="revisions")
    number = models.PositiveIntegerField()
    parent = models.PositiveIntegerField(null=True)
    document = models.JSONField()
    summary = models.CharField(max_length=300)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["term", "number"], name="one_term_revision_a_number"),)


class Cover(PracticeModel):
    """Who teaches one class of a term in its teacher's place; ``slot`` is its id there."""

    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="covers")
    slot = models.CharField(max_length=40)
    user = models.ForeignKey("accounts.User", on_delete=models.PROTECT, related_name="covers")

    class Meta:
        constraints = (models.UniqueConstraint(fields=["term", "slot"], name="one_cover_a_class"),)


class ClosedDay(PracticeModel):
    """A day on which nothing takes place."""

    day = models.DateField()
    name = models.CharField(max_length=80, blank=True)

    class Meta:
        ordering = ("day",)
        constraints = (models.UniqueConstraint(fields=["practice", "day"], name="closed_once_a_day"),)


def _key() -> str:
    return secrets.token_urlsafe(24)


class CalendarFeed(PracticeModel):
    """The private address of somebody's calendar, by its ``key``; nothing is there any more once it is withdrawn."""

    user = models.ForeignKey("accounts.User", on_delete=models.PROTECT, related_name="calendar_feeds")
    key = models.CharField(max_length=60, unique=True, default=_key, editable=False)
    made_at = models.DateTimeField(auto_now_add=True)
    withdrawn_at = models.DateTimeField(null=True)

    by_key = models.Manager()
    """For the program that asks: its key says whose it is, before anybody is signed in."""

    class Meta:
        default_manager_name = "objects"
        constraints = (
            models.UniqueConstraint(
                fields=["user"], condition=models.Q(withdrawn_at__isnull=True), name="one_feed_at_a_time"
            ),
        )
