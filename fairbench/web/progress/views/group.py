"""The next class of a group: what rises, for whom, by how much and why; taken with one press."""

import datetime
from collections.abc import Mapping
from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_POST

from fairbench.core.counted import how_many
from fairbench.core.people.person import Person
from fairbench.core.progress.look_at import GONE, weeks_away
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.classes.models import Meeting
from fairbench.web.people.kept_people import people_of
from fairbench.web.people.models import Group
from fairbench.web.progress import actions
from fairbench.web.progress.goals import goals_of
from fairbench.web.progress.kept_logs import KeptLog, kept_logs
from fairbench.web.progress.log_rows import half_a_year
from fairbench.web.progress.next_class import Given, NextClass, next_class_of
from fairbench.web.progress.steps import school_of
from fairbench.web.rooms.adapter import at_hand
from fairbench.web.site.find import find


def _next(group: Group, last: Meeting | None, people: Mapping[UUID, Person], logs: Mapping[UUID, KeptLog]) -> NextClass:
    """What is due for everybody of a group, of the exercises of its last class."""
    if last is None:
        return NextClass({}, [], ())
    store = at_hand(group.room, len(people))
    kept = tuple(logs[key] for key in people)
    own = dict(group.participants.exclude(school="").values_list("id", "school"))
    schools = tuple(school_of(own.get(key, ""), group.school) for key in people)
    given = Given(tuple(people.values()), kept, _next_day(last), store, schools, tuple(last.exercises))
    return next_class_of(given)


def _people(group: Group) -> dict[UUID, Person]:
    return {UUID(person.id): person for person in people_of(group)}


def _last(group: Group) -> Meeting | None:
    ended = Meeting.objects.filter(group=group, ended_at__isnull=False)
    return ended.order_by("-held_on", "-started_at").first()


def next_class(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """Before and after for everybody: steps back first, then what rises, then what stays."""
    group = find(Group, group_id, "room")
    actor_of(request).require(Permission.HEALTH)
    last = _last(group)
    people = _people(group)
    logs = kept_logs(people, half_a_year())
    today = timezone.localdate()
    away = [(person, weeks_away(logs[key].log.met, logs[key].log.came, today)) for key, person in people.items()]
    coming = _next(group, last, people, logs)
    context = {
        "group": group,
        "last": last,
        "next": coming,
        "goals": goals_of(people, coming.steps),
        "talk_first": [person for person in people.values() if person.talk_first],
        "away": [(person, weeks) for person, weeks in away if weeks >= GONE],
        "school": school_of("", group.school),
    }
    part = "progress/_staying.html" if request.GET.get("part") == "staying" else "progress/next_class.html"
    return render(request, part, context)


@require_POST
def take(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """The ticked steps become everybody's own; rolling forward makes the plan of the next class as well. They are
    worked out again here: nothing is taken that is no longer due."""
    group = find(Group, group_id, "room")
    actor = actor_of(request)
    actor.require(Permission.HEALTH)
    ticked = set(request.POST.getlist("step"))
    people, last = _people(group), _last(group)
    due = _next(group, last, people, kept_logs(people, half_a_year()))
    steps = [step for step in due.steps if step.key in ticked and step.takes]
    gone = len(ticked) - len(steps)
    plan = None
    if last is not None and request.POST.get("then") == "plan":
        plan = actions.roll_forward(actor, group, last.id, _next_day(last), steps)
    else:
        actions.take(actor, steps)
    number = len(steps)
    said = [f"{how_many(number, 'step')} taken: the bench, the sheets and teaching show them."]
    if gone:
        said.append(f"{gone} of those ticked were no longer due, or are of nobody here.")
    if plan is not None:
        said.append("This is the plan of the next class, as the last one was.")
    messages.success(request, " ".join(said))
    return redirect("plans:bench", plan.id) if plan else redirect("progress:next_class", group.id)


def _next_day(last: Meeting) -> datetime.date:
    """A week after the last class, or today where that is over."""
    return max(timezone.localdate(), last.held_on + datetime.timedelta(days=7))
