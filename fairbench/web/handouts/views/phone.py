"""A home sheet on a phone: no login, no name, no health data; it works without a connection once it was opened."""

import json
from typing import Any
from uuid import UUID

from django.contrib.auth.decorators import login_not_required
from django.contrib.staticfiles import finders
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_POST
from django_scopes import scope

from fairbench.core.errors import InputError
from fairbench.core.handouts.sheet import SheetError
from fairbench.web.handouts.at_home import AtHomePage, sheet_to_hand_out
from fairbench.web.handouts.on_phone import lines_of
from fairbench.web.people.home_actions import tick
from fairbench.web.people.home_inputs import TickInput
from fairbench.web.people.models import PhoneSheet

_NOT_FOUND_BY_SEARCH = "noindex, nofollow, noarchive"
MOST_BYTES = 400


@login_not_required
def phone(request: HttpRequest, sheet_token: str) -> HttpResponse:
    """The sheet as it is now; a plain word where the address was withdrawn, and where the sheet is not to be done until
    they were talked to."""
    found = PhoneSheet.opened_by(sheet_token)
    if found is None:
        return _marked(render(request, "handouts/phone_gone.html", status=410))
    with scope(practice=found.practice):
        page = AtHomePage(found.participant)
        try:
            sheet = sheet_to_hand_out(page)
        except SheetError:
            return _marked(render(request, "handouts/phone_gone.html", {"paused": True}))
        context: dict[str, Any] = {
            "token": sheet_token,
            "sheet": sheet,
            "lines": lines_of(sheet),
            "often": "Every day" if sheet.days == 7 else f"{sheet.days} days a week",
            "rules": page.rules,
        }
        return _marked(render(request, "handouts/phone.html", context))


@csrf_exempt
@login_not_required
@require_POST
def done(request: HttpRequest, sheet_token: str) -> HttpResponse:
    """A tick of the phone. There is no session that somebody else could use: the address alone says whose it is."""
    found = PhoneSheet.opened_by(sheet_token)
    if found is None:
        return _marked(JsonResponse({"gone": True}, status=410))
    try:
        if len(request.body) > MOST_BYTES:
            raise InputError("is too long", "key")
        given: Any = json.loads(request.body)
        wanted: UUID = TickInput.read(given if isinstance(given, dict) else {}).key
        with scope(practice=found.practice):
            today = tick(found, wanted, timezone.localdate())
    except ValueError as error:
        return _marked(JsonResponse({"wrong": str(error)}, status=422))
    return _marked(JsonResponse({"today": today}))


@login_not_required
def worker(request: HttpRequest, sheet_token: str) -> HttpResponse:
    """What keeps the page for when there is no connection: under its own address, for this page alone."""
    found = finders.find("js/home/worker.js")
    with open(str(found), encoding="utf-8") as script:
        return _marked(HttpResponse(script.read(), content_type="text/javascript"))


def _marked(response: HttpResponse) -> HttpResponse:
    response["X-Robots-Tag"] = _NOT_FOUND_BY_SEARCH
    response["Cache-Control"] = "no-cache"
    response["Referrer-Policy"] = "no-referrer"
    return response
