"""Pages that belong to no room: what went wrong, and the service worker's own address."""

from django.contrib.auth.decorators import login_not_required
from django.contrib.staticfiles import finders
from django.db import DatabaseError, connection
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from .page_of import page_of
from .request_log import request_id


@login_not_required
def service_worker(request: HttpRequest) -> HttpResponse:
    """The worker must be served from the top to be allowed to keep the teaching page."""
    found = finders.find("js/service-worker.js")
    with open(str(found), encoding="utf-8") as script:
        response = HttpResponse(script.read(), content_type="text/javascript")
    response["Cache-Control"] = "no-cache"
    return response


@login_not_required
def health(request: HttpRequest) -> HttpResponse:
    """Whether Fair Bench works, database and all: 200, or 503 for whoever watches it."""
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1 FROM django_migrations LIMIT 1")
    except DatabaseError:
        return HttpResponse("the database does not answer", status=503, content_type="text/plain")
    return HttpResponse("ok", content_type="text/plain")


def _page(request: HttpRequest, status: int, what: str, kept: str, then: str) -> HttpResponse:
    context = {"what": what, "kept": kept, "then": then, "back": page_of(request)}
    return render(request, "went_wrong.html", context, status=status)


def bad_request(request: HttpRequest, exception: Exception) -> HttpResponse:
    """400, and that nothing was changed."""
    words = f"That could not be used: {exception}." if str(exception) else "That request could not be read."
    return _page(request, 400, words, "Nothing was changed.", "Go back and try again.")


def forbidden(request: HttpRequest, exception: Exception) -> HttpResponse:
    """403, with the reason."""
    words = str(exception) or "You may not do that."
    return _page(request, 403, words, "Nothing was changed.", "Ask the owner of your practice.")


def not_from_here(request: HttpRequest, reason: str = "") -> HttpResponse:
    """403 for a change from a page that was opened before somebody signed in, or that is not ours. A part of a page is
    told to be loaded anew; what was typed is put back then."""
    if request.headers.get("HX-Request") == "true":
        answer = HttpResponse(status=403)
        answer["HX-Refresh"] = "true"
        return answer
    return _page(
        request,
        403,
        "This page was opened before you signed in.",
        "Nothing was changed. What you typed is kept on this device.",
        "Go back to the page and save again.",
    )


def not_found(request: HttpRequest, exception: Exception) -> HttpResponse:
    """404."""
    return _page(
        request, 404, "There is nothing at this address.", "Everything you saved is still there.", "Start from Today."
    )


def broken(request: HttpRequest) -> HttpResponse:
    """500, with what was kept and what to do. Needs no session, no database, no template and no list of files, any of
    which may be what broke."""
    return HttpResponse(_BROKEN.replace("REFERENCE", request_id() or "none"), status=500)


_BROKEN = """<!DOCTYPE html>
<html lang="en">
  <head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>Something broke · Fair Bench</title>
    <link rel="stylesheet" href="/static/app.css">
  </head>
  <body>
    <main class="page narrow">
      <p class="kicker">Fair Bench</p>
      <h1>Something in Fair Bench broke.</h1>
      <p>Everything saved before this is kept. Go back and try again. If it happens twice, tell whoever runs your
      server this reference: <b>REFERENCE</b></p>
      <p><a class="button" href="/">Go to Today</a></p>
    </main>
  </body>
</html>
"""
