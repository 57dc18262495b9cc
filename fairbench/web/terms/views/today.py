"""The working day, as a part of Today."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils import timezone

from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.terms.working_day import WorkingDay


def working_day(request: HttpRequest) -> HttpResponse:
    """The next class, what waits, the week ahead."""
    day = WorkingDay(timezone.localdate(), actor_of(request).may(Permission.HEALTH))
    return render(request, "terms/_working_day.html", {"day": day})
