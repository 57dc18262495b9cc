"""The story of one exercise so far, and its next weeks tried on paper in each school."""

from collections.abc import Iterable
from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils.safestring import SafeString

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.progress.ladder import setting_of
from fairbench.core.progress.on_paper import on_paper
from fairbench.core.progress.schools import SCHOOLS
from fairbench.core.progress.story import story_of
from fairbench.figures.story_chart import story_chart
from fairbench.web.accounts.actor import actor_of
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import Participant
from fairbench.web.plans.adapter import shelf
from fairbench.web.progress import actions
from fairbench.web.progress.happened import noted_of
from fairbench.web.progress.log_rows import half_a_year, logs_of
from fairbench.web.rooms.adapter import at_hand
from fairbench.web.site.find import find

WEEKS = 8


def weeks_away(asked: Iterable[str]) -> set[int]:
    """The weeks among those asked for that there are, counted from 1."""
    return {int(week) for week in asked if week.isdecimal() and 1 <= int(week) <= WEEKS}


def paper(request: HttpRequest, participant_id: UUID, exercise_id: str) -> HttpResponse:
    """Eight weeks side by side. ``?away=`` are weeks, counted from 1, in which they are not there."""
    found = find(Participant, participant_id)
    actions.log_view(actor_of(request), found)
    value = person_of(found)
    log = logs_of({found.id: value}, half_a_year())[found.id]
    bouts = [bout for bout in log.bouts if bout.exercise == exercise_id]
    exercise = shelf().exercises.get(exercise_id)
    if exercise is None or not bouts:
        raise Http404
    away = weeks_away(request.GET.getlist("away"))
    group = found.groups.select_related("room").first()
    store = at_hand(group.room if group else None, 1)
    setting = setting_of(exercise, bouts[-1].amount.version, value, load_conditions(), store, log.met, log.came)
    names = {version.id: version.name for version in exercise.versions}
    weeks = []
    by_school = {key: on_paper(bouts, setting, school, WEEKS, away) for key, school in SCHOOLS.items()}
    for number in range(1, WEEKS + 1):
        cells = []
        for key, told in by_school.items():
            due = told[number - 1].due
            version = names.get(due.amount.version, "") if due and due.new_version else ""
            cells.append({"due": due, "version": version, "school": SCHOOLS[key].name})
        weeks.append({"number": number, "away": number in away, "cells": cells})
    ladder = [(version.id, version.name) for version in exercise.versions]
    so_far = story_of(bouts, ladder, log.met, log.came, noted_of(found))
    context = {
        "story": so_far,
        "drawn": SafeString(story_chart(so_far, f"{exercise.name}, {value.name}")),
        "bouts": bouts[::-1],
        "names": names,
        "participant": found,
        "exercise": exercise,
        "now": bouts[-1].amount.words,
        "schools": tuple(SCHOOLS.values()),
        "weeks": weeks,
        "talk_first": value.talk_first,
    }
    return render(request, "progress/paper.html", context)
