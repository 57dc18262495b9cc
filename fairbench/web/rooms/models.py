"""Rooms, and what is kept in them or in the practice's own cupboard."""

from django.db import models

from fairbench.core.rooms.room import NAME_LIMIT
from fairbench.core.rooms.store import MOST_OF_A_KIND, SIZE_LIMIT
from fairbench.web.site.practice_model import PracticeModel


class Room(PracticeModel):
    """A room. ``document`` has its facts as a room file has them (:mod:`fairbench.core.formats.room_doc`), without what
    is kept in it."""

    name = models.CharField(max_length=NAME_LIMIT)
    document = models.JSONField(default=dict)
    archived = models.BooleanField(default=False)

    class Meta:
        ordering = ("name",)
        constraints = (models.UniqueConstraint(fields=["practice", "name"], name="one_room_a_name"),)

    def __str__(self) -> str:
        return self.name


class Stock(PracticeModel):
    """So many of a prop in a size, in a room; without a room, in the practice's own cupboard. ``counted_at`` is when
    somebody last counted them."""

    room = models.ForeignKey(Room, null=True, blank=True, on_delete=models.PROTECT, related_name="stock")
    prop = models.SlugField(max_length=40)
    size = models.CharField(max_length=SIZE_LIMIT, blank=True)
    count = models.PositiveSmallIntegerField()
    kg = models.FloatField(null=True)
    free_cm = models.FloatField(null=True)
    newtons = models.FloatField(null=True)
    counted_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("prop", "kg", "newtons", "size")
        constraints = (
            models.UniqueConstraint(
                fields=["practice", "room", "prop", "size"], nulls_distinct=False, name="one_line_a_prop_and_size"
            ),
            models.CheckConstraint(condition=models.Q(count__lte=MOST_OF_A_KIND), name="stock_can_be_counted"),
        )
