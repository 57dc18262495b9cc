"""Plans as they stand in a list: each with its time for its group and its own small line of planks."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from django.db.models import F, QuerySet
from django.utils.safestring import SafeString

from fairbench.core.clock import minutes_and_seconds

from .models import PlanRevision
from .pictures import REVISION, Row, pictures


@dataclass(frozen=True, slots=True)
class Entry:
    """One plan of a list. ``length`` is in minutes, ``total`` its time in words, ``line`` its picture."""

    id: UUID
    name: str
    group_id: UUID | None
    group: str
    length: int
    items: int
    total: str
    line: SafeString

    @property
    def copy_label(self) -> str:
        """What the button that copies it is called."""
        return f"Copy {self.name}"

    @property
    def archive_label(self) -> str:
        """What the button that archives it is called."""
        return f"Archive {self.name}"


def current_revisions() -> "QuerySet[PlanRevision, dict[str, Any]]":
    """The current revision of every plan that is not archived, the last changed first, as rows for a list."""
    current = PlanRevision.objects.filter(number=F("plan__head"), plan__archived=False)
    rows: QuerySet[PlanRevision, dict[str, Any]] = current.order_by("-plan__changed_at").values(*REVISION)
    return rows


def entries_of(rows: Sequence[Row], paces: Mapping[UUID, float] | None = None) -> list[Entry]:
    """An entry for each row, in one query however many they are; in none where the ``paces`` of the groups are known
    already."""
    drawn = pictures(rows, paces)
    return [
        Entry(
            row["plan_id"],
            row["plan__name"],
            row["plan__group_id"],
            row["plan__group__name"] or "",
            picture["length"],
            picture["items"],
            minutes_and_seconds(picture["seconds"]) if picture["seconds"] >= 0 else "cannot be read",
            SafeString(picture["svg"]),  # made of our own figures only
        )
        for row in rows
        for picture in (drawn[row["id"]],)
    ]
