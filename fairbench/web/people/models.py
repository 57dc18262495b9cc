"""Participants and the groups they come to."""

from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models

from fairbench.web.practice_model import PracticeModel


class Participant(PracticeModel):
    """A person who comes to class."""

    call_name = models.CharField("name to call", max_length=80)
    birth_year = models.PositiveSmallIntegerField(null=True, blank=True)
    private_note = models.TextField(blank=True, max_length=2000)
    pace = models.DecimalField(
        max_digits=3, decimal_places=2, default=1, validators=[MinValueValidator(1), MaxValueValidator(3)]
    )

    class Meta:
        ordering = ("call_name",)

    def __str__(self) -> str:
        return self.call_name


class Group(PracticeModel):
    """The people of one class. ``taught`` says in how many of its meetings each exercise was taught;
    it is counted anew whenever a class ends."""

    name = models.CharField(max_length=80)
    place = models.CharField(max_length=120, blank=True)
    taught = models.JSONField(default=dict, editable=False)
    participants = models.ManyToManyField(Participant, through="Listing", related_name="groups")

    class Meta:
        ordering = ("name",)

    def __str__(self) -> str:
        return self.name


class Listing(PracticeModel):
    """Someone is on a group's list."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="listings")
    participant = models.ForeignKey(Participant, on_delete=models.CASCADE, related_name="listings")
    since = models.DateField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["group", "participant"], name="listed_once"),)
