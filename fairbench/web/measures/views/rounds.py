"""Tests as a round for a whole group: who had which when, and who is where."""

from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.core.formats.measures_doc import load_tests
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.measures.models import Measurement
from fairbench.web.measures.results import taken_of_row
from fairbench.web.people.models import Group
from fairbench.web.site.find import find

USUAL = ("chair-rise-30s", "up-and-go-2m44", "one-leg-stand")
"""The stations that are proposed."""
MOST_STATIONS = 6


def round_of(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """Everybody and the chosen tests, with the last result of each, and who begins at which station."""
    group = find(Group, group_id)
    actor_of(request).require(Permission.HEALTH)
    known = load_tests()
    chosen = [known[name] for name in request.GET.getlist("test") if name in known][:MOST_STATIONS]
    tests = chosen or [known[name] for name in USUAL]
    people = list(group.participants.all())
    last: dict[tuple[object, str], Measurement] = {}
    rows = Measurement.objects.filter(participant__in=people, taken_back_at=None, test__in=[test.id for test in tests])
    for row in rows.order_by("day", "at"):
        last[row.participant_id, row.test] = row
    lines = []
    for number, person in enumerate(people):
        cells = []
        for at, test in enumerate(tests):
            row_of = last.get((person.id, test.id))
            taken = taken_of_row(row_of) if row_of else None
            figures = (
                ", ".join(
                    f"{side.value[0].upper() + ' ' if side else ''}{value:g}" for side, value in taken.results.items()
                )
                if taken
                else ""
            )
            turn = (at - number) % len(tests) + 1
            cells.append({"test": test, "row": row_of, "figures": figures, "turn": turn})
        lines.append({"person": person, "cells": cells, "first": tests[number % len(tests)]})
    context = {"group": group, "tests": tests, "every": tuple(known.values()), "lines": lines}
    return render(request, "measures/round.html", context)
