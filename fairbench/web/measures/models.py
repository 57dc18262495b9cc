"""Tests as they were taken: all trials stay, and what was taken back stays with why."""

from django.db import models

from fairbench.web.site.practice_model import PracticeModel


class Measurement(PracticeModel):
    """A test that somebody took on a day. ``trials`` are by side (``left``, ``right``, or ``both`` where there are no
    sides), in the unit of the test. One that was taken back has ``taken_back_at`` and ``why``; it counts no more."""

    participant = models.ForeignKey("people.Participant", on_delete=models.PROTECT, related_name="measurements")
    test = models.SlugField(max_length=30)
    joint = models.SlugField(max_length=30, blank=True)
    day = models.DateField()
    trials = models.JSONField()
    note = models.CharField(max_length=500, blank=True)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now_add=True)
    taken_back_at = models.DateTimeField(null=True)
    why = models.CharField(max_length=200, blank=True)
    event = models.ForeignKey("people.HealthEvent", null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        ordering = ("day", "at")
        indexes = (models.Index(fields=["participant", "test", "day"], name="measures_of_a_person"),)
