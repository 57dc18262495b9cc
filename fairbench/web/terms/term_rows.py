"""Terms read from rows: the value as it stands now, with what was taught."""

import datetime
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from typing import Any

from django.db.models import F

from fairbench.core.formats.term_doc import term_value
from fairbench.core.terms.term import SlotState
from fairbench.core.terms.term import Term as CoreTerm
from fairbench.web.classes.models import Meeting

from .models import Term, TermRevision


def document_of(term: Term) -> dict[str, Any]:
    """The current revision's document."""
    found: dict[str, Any] = TermRevision.objects.values_list("document", flat=True).get(term=term, number=term.head)
    return found


def value_of(term: Term) -> CoreTerm:
    """A term as it stands, with the classes that were taught; two queries."""
    return with_taught(term_value(document_of(term)), _taught_days([term]).get(term.group_id, ()))


def heads_of(terms: Sequence[Term]) -> dict[Any, TermRevision]:
    """The current revision of each of some terms, by the term's id."""
    rows = TermRevision.objects.filter(term__in=terms, number=F("term__head"))
    return {row.term_id: row for row in rows.only("term_id", "document", "parent", "summary")}


def values_of(terms: Sequence[Term]) -> list[tuple[Term, CoreTerm]]:
    """Several terms as they stand, in two queries however many they are."""
    return values_with(terms, heads_of(terms))


def values_with(terms: Sequence[Term], heads: Mapping[Any, TermRevision]) -> list[tuple[Term, CoreTerm]]:
    """The same from revisions that were read."""
    days = _taught_days(terms)
    return [(term, with_taught(term_value(heads[term.id].document), days.get(term.group_id, ()))) for term in terms]


def with_taught(value: CoreTerm, days: Iterable[datetime.date]) -> CoreTerm:
    """The same with every class marked as taught on whose day the group met."""
    met = set(days)
    return value.with_slots(
        replace(slot, state=SlotState.TAUGHT)
        for slot in value.slots
        if slot.state is SlotState.PLANNED and slot.day in met
    )


def _taught_days(terms: Sequence[Term]) -> dict[Any, set[datetime.date]]:
    if not terms:
        return {}
    rows = Meeting.objects.filter(
        group__in={term.group_id for term in terms},
        ended_at__isnull=False,
        held_on__gte=min(term.starts_on for term in terms),
    )
    found: dict[Any, set[datetime.date]] = {}
    for group, day in rows.values_list("group_id", "held_on"):
        found.setdefault(group, set()).add(day)
    return found
