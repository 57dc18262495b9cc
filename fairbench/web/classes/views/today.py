"""Today: what is under way, what waits to be recorded, and each group's next class."""

from django.db.models import Prefetch
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils import timezone

from fairbench.web.classes.models import Meeting
from fairbench.web.people.models import Group
from fairbench.web.plans.models import Plan


def today(request: HttpRequest) -> HttpResponse:
    open_states = [Meeting.State.ARRIVALS, Meeting.State.TEACHING, Meeting.State.TAUGHT]
    groups = Group.objects.prefetch_related(
        Prefetch("plans", Plan.objects.filter(put_away=False), to_attr="ready"),
        Prefetch("meetings", Meeting.objects.filter(state=Meeting.State.RECORDED), to_attr="past"),
        "participants",
    )
    return render(
        request,
        "classes/today.html",
        {
            "date": timezone.localdate(),
            "open": Meeting.objects.filter(state__in=open_states).select_related("group"),
            "groups": groups,
            "loose_plans": Plan.objects.filter(put_away=False, group=None),
        },
    )
