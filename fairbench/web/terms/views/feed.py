"""A calendar at a private address, for whatever program shows it."""

from django.contrib.auth.decorators import login_not_required
from django.http import HttpRequest, HttpResponse
from django_scopes import scope

from fairbench.web.accounts.middleware import in_zone_of
from fairbench.web.terms.feeds import calendar_for
from fairbench.web.terms.models import CalendarFeed


@login_not_required
def feed(request: HttpRequest, key: str) -> HttpResponse:
    """The classes of whoever made the address; a plain word where it was withdrawn or renewed."""
    rows = CalendarFeed.by_key.select_related("user", "practice")
    found = rows.filter(key=key, withdrawn_at=None, user__is_active=True).first()
    if found is None:
        words = "This calendar was withdrawn. Its owner can give you a new address."
        answer = HttpResponse(words, status=410, content_type="text/plain; charset=utf-8")
    else:
        with scope(practice=found.practice), in_zone_of(found.practice):
            answer = HttpResponse(calendar_for(found.user), content_type="text/calendar; charset=utf-8")
    answer["X-Robots-Tag"] = "noindex, nofollow"
    answer["Cache-Control"] = "private, no-cache"
    return answer
