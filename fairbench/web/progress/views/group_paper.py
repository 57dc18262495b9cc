"""The next weeks of one exercise for a whole group, tried on paper in one school."""

from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.person import Person
from fairbench.core.progress.ladder import setting_of
from fairbench.core.progress.on_paper import on_paper
from fairbench.core.progress.schools import SCHOOLS, School
from fairbench.core.rooms.store import Store
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.people.kept_people import people_of
from fairbench.web.people.models import Group
from fairbench.web.plans.adapter import shelf
from fairbench.web.progress.kept_logs import kept_logs
from fairbench.web.progress.log_rows import PersonLog, half_a_year
from fairbench.web.progress.steps import school_of
from fairbench.web.rooms.adapter import at_hand
from fairbench.web.site.find import find

from .paper import WEEKS, weeks_away


def group_paper(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """Eight weeks of an exercise, everybody in a row. ``?away=`` are weeks, counted from 1, in which they are away."""
    group = find(Group, group_id, "room")
    actor_of(request).require(Permission.HEALTH)
    people = {UUID(person.id): person for person in people_of(group)}
    logs = {key: kept.log for key, kept in kept_logs(people, half_a_year()).items()}
    stock = shelf()
    done = {bout.exercise for log in logs.values() for bout in log.bouts if bout.exercise in stock.exercises}
    known = sorted(((name, stock.exercise(name).name) for name in done), key=lambda one: one[1])
    chosen = request.GET.get("exercise", "")
    chosen = chosen if chosen in done else next((name for name, _ in known), "")
    school = SCHOOLS.get(request.GET.get("school", ""), school_of("", group.school))
    away = weeks_away(request.GET.getlist("away"))
    store = at_hand(group.room, len(people))
    rows = [
        (person, weeks)
        for key, person in people.items()
        if not person.talk_first and (weeks := _weeks(person, logs[key], chosen, store, school, away))
    ]
    context = {
        "group": group,
        "known": known,
        "chosen": chosen,
        "name": dict(known).get(chosen, ""),
        "school": school,
        "schools": tuple(SCHOOLS.values()),
        "rows": rows,
        "weeks": [(number, number in away) for number in range(1, WEEKS + 1)],
        "talk_first": [person.name for person in people.values() if person.talk_first],
    }
    return render(request, "progress/group_paper.html", context)


def _weeks(
    person: Person, log: PersonLog, name: str, store: Store | None, school: School, away: set[int]
) -> list[dict[str, object]]:
    """Each week of somebody, from what they did last; nothing where they never did it."""
    bouts = [bout for bout in log.bouts if bout.exercise == name]
    if not bouts:
        return []
    exercise = shelf().exercise(name)
    names = {version.id: version.name for version in exercise.versions}
    setting = setting_of(exercise, bouts[-1].amount.version, person, load_conditions(), store, log.met, log.came)
    found: list[dict[str, object]] = [{"now": bouts[-1].amount.words}]
    for week in on_paper(bouts, setting, school, WEEKS, away):
        due = week.due
        version = names.get(due.amount.version, "") if due and due.new_version else ""
        found.append({"due": due, "version": version})
    return found
