"""Plans as they stand in a list: each with its time for its group and its own small line of planks."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.db.models import F, QuerySet
from django.utils.safestring import SafeString

from fairbench.core.clock import minutes_and_seconds

from .models import Plan, PlanRevision
from .pictures import pictures


@dataclass(frozen=True, slots=True)
class Entry:
    """One plan of a list. ``total`` is its time in words, ``line`` its picture."""

    plan: Plan
    length: int
    items: int
    total: str
    line: SafeString

    @property
    def copy_label(self) -> str:
        """What the button that copies it is called."""
        return f"Copy {self.plan.name}"

    @property
    def archive_label(self) -> str:
        """What the button that archives it is called."""
        return f"Archive {self.plan.name}"


def current_revisions() -> "QuerySet[PlanRevision]":
    """The current revision of every plan that is not archived, with plan and group, the last changed first."""
    current = PlanRevision.objects.filter(number=F("plan__head"), plan__archived=False)
    return current.select_related("plan__group").order_by("-plan__changed_at")


def entries_of(revisions: Sequence[PlanRevision]) -> list[Entry]:
    """An entry for each revision, in two queries however many they are."""
    drawn = pictures(revisions)
    entries = []
    for revision in revisions:
        picture = drawn[revision.id]
        entries.append(
            Entry(
                revision.plan,
                revision.document["length_min"],
                picture["items"],
                minutes_and_seconds(picture["seconds"]),
                SafeString(picture["svg"]),  # made of our own figures only
            )
        )
    return entries
