"""What people said of exercise at home, read from its rows."""

import datetime
from collections import defaultdict
from collections.abc import Collection
from typing import Any
from uuid import UUID

from fairbench.core.progress.at_home import Said
from fairbench.core.progress.log import AtHome
from fairbench.web.people.models import HomeReport, HomeSheet

_WAITS = tuple(one.value for one in AtHome if one)


def said_at_home(people: Collection[UUID], since: datetime.date) -> dict[UUID, list[Said]]:
    """What is a reason to wait, from a day on, by person: of the sheet that they had then. One query, and one more
    where there is any."""
    reports = list(HomeReport.objects.filter(participant__in=people, day__gte=since, stopped__in=_WAITS))
    if not reports:
        return {}
    of = {report.participant_id for report in reports}
    sheets: dict[UUID, list[HomeSheet]] = defaultdict(list)
    for sheet in HomeSheet.objects.filter(participant__in=of).order_by("edition"):
        sheets[sheet.participant_id].append(sheet)
    found: dict[UUID, list[Said]] = defaultdict(list)
    for report in reports:
        had = [sheet for sheet in sheets[report.participant_id] if sheet.at.date() <= report.day]
        named = _exercises(had[-1].document) if had else frozenset()
        found[report.participant_id].append(Said(report.day, AtHome(report.stopped), named))
    return found


def _exercises(document: dict[str, Any]) -> frozenset[str]:
    return frozenset(line["exercise"] for line in document["lines"])
