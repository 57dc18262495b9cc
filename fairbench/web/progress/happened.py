"""What is known of somebody by day that may explain how an exercise went: cautions, events and decisions."""

from django.utils import timezone

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.progress.story import Mark
from fairbench.web.people.models import Participant


def noted_of(person: Participant) -> list[Mark]:
    """What was noted of their health, from when it was so. In three queries."""
    names = load_conditions()
    found = []
    for row in person.conditions.all():
        known = names.by_id.get(row.condition)
        found.append(Mark(row.since or timezone.localdate(row.noted_at), known.name if known else row.condition))
    found += [Mark(event.happened_on, event.get_kind_display()) for event in person.healthevents.all()]
    for decision in person.overrides.all():
        found.append(Mark(timezone.localdate(decision.noted_at), f"decided: {decision.reason}"))
    return found
