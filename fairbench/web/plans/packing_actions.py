"""Ticking what is out of the cupboard, and back in it: one verb."""

from typing import Literal

from django.db import transaction
from pydantic import Field

from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.site.inputs import Day, Input, OneLine, Slug, Ticked

from .models import PackTick


class TickInput(Input):
    """A thing of a day is out, or back; without ``on`` it is not."""

    day: Day
    prop: Slug = Field(min_length=1)
    size: OneLine = Field(default="", max_length=24)
    which: Literal["out", "back"]
    on: Ticked = False


@transaction.atomic
def tick(actor: Actor, given: TickInput) -> PackTick:
    """Tick a thing, or take the tick away. Whoever teaches packs, so anybody may."""
    actor.require(Permission.CLASSES)
    row, _ = PackTick.objects.select_for_update().get_or_create(
        practice=actor.practice, day=given.day, prop=given.prop, size=given.size
    )
    if given.which == "out":
        row.is_out = given.on
    else:
        row.is_back = given.on
    row.save(update_fields=["is_out", "is_back"])
    actor.audit("pack.tick", row.id, None, {"which": given.which, "on": given.on})
    return row
