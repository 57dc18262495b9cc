"""The calendar: the private address of one's classes, the same as a file, closed days, the zone of the practice."""

import datetime
from uuid import UUID
from zoneinfo import available_timezones

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.calendar_ics import LARGEST_ICS, read_closed_days
from fairbench.web.accounts.actions import set_zone
from fairbench.web.accounts.actor import actor_of
from fairbench.web.terms import actions
from fairbench.web.terms.feeds import calendar_for
from fairbench.web.terms.inputs import ClosedDayInput
from fairbench.web.terms.models import CalendarFeed, ClosedDay

AHEAD = datetime.timedelta(days=730)


def calendar(request: HttpRequest) -> HttpResponse:
    """The page. Posted, the zone of the practice."""
    actor = actor_of(request)
    if request.method == "POST":
        try:
            set_zone(actor, request.POST.get("zone", ""))
        except InputError as error:
            messages.error(request, f"Not saved: {error}.")
        else:
            messages.success(request, "Saved. All times are by that clock from now on.")
        return redirect("terms:calendar")
    feed = CalendarFeed.objects.filter(user=actor.user, withdrawn_at=None).first()
    today = timezone.localdate()
    context = {
        "feed": feed,
        "address": request.build_absolute_uri(reverse("terms:feed", args=[feed.key])) if feed else "",
        "closed": ClosedDay.objects.filter(day__gte=today),
        "zone": timezone.get_current_timezone_name(),
        "zones": sorted(available_timezones()),
    }
    return render(request, "terms/calendar.html", context)


@require_POST
def address(request: HttpRequest) -> HttpResponse:
    """Make the address, renew it, or withdraw it."""
    actor = actor_of(request)
    if request.POST.get("withdraw") == "yes":
        actions.withdraw_feed(actor)
        messages.success(request, "The address is withdrawn: there is nothing at it any more.")
    else:
        actions.renew_feed(actor)
        messages.success(request, "The address is made. One that you had before shows nothing any more.")
    return redirect("terms:calendar")


def file(request: HttpRequest) -> HttpResponse:
    """One's classes as a file."""
    answer = HttpResponse(calendar_for(actor_of(request).user), content_type="text/calendar; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="classes.ics"'
    return answer


@require_POST
def close(request: HttpRequest) -> HttpResponse:
    """A closed day, or those of a file."""
    actor = actor_of(request)
    sent = request.FILES.get("file")
    try:
        if sent is None:
            actions.close_day(actor, ClosedDayInput.read(request.POST))
            messages.success(request, "Saved.")
        else:
            data = sent.read(LARGEST_ICS + 1) if sent.size and sent.size <= LARGEST_ICS else b"x" * (LARGEST_ICS + 1)
            today = timezone.localdate()
            new = actions.import_closed_days(actor, read_closed_days(data, today, today + AHEAD))
            messages.success(request, f"{new} closed days are new." if new else "All of them were there already.")
    except InputError as error:
        messages.error(request, f"Not saved: {error}. What was there is kept.")
    return redirect("terms:calendar")


@require_POST
def reopen(request: HttpRequest, day_id: UUID) -> HttpResponse:
    """A closed day is open again."""
    try:
        actions.open_day(actor_of(request), day_id)
    except ClosedDay.DoesNotExist as error:
        raise Http404 from error
    messages.success(request, "The day is open again.")
    return redirect("terms:calendar")
