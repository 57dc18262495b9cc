"""The shelf: everything there is to choose from, and all of it at once on a contact sheet."""

from django.http import HttpResponse
from django.shortcuts import render

from fairbench.core.body.view import View
from fairbench.core.exercises.aim import Family
from fairbench.core.exercises.search import find
from fairbench.web.exercises.figures import address, alt_text
from fairbench.web.exercises.filters import Choice, filters, read
from fairbench.web.exercises.rows import rows_by_block
from fairbench.web.exercises.shelf import practice_shelf, set_aside
from fairbench.web.site.find import Request


def shelf(request: Request) -> HttpResponse:
    """Everything there is to choose from, by block, narrowed by words and filters."""
    stock = practice_shelf()
    asked, wrong = read(request.GET.dict(), stock)
    found = find(stock, asked)
    template = "exercises/_results.html" if request.htmx else "exercises/shelf.html"
    return render(
        request,
        template,
        {
            "blocks": rows_by_block(stock, "exercises/_row.html", found, ranked=bool(asked.words.strip())),
            "words": asked.words,
            "count": len(found),
            "versions": sum(len(match.versions) for match in found),
            "filters": filters(asked, stock),
            "narrowed": bool(asked),
            "wrong": wrong,
            "set_aside": set_aside(),
        },
    )


def sheet(request: Request) -> HttpResponse:
    """A contact sheet: every version as a figure, from one view or from each one's own."""
    stock = practice_shelf()
    asked, wrong = read(request.GET.dict(), stock)
    given = request.GET.get("view", "")
    view = View(given) if given in list(View) else None
    families = []
    for family in Family:
        found = [match for match in find(stock, asked) if match.exercise.family is family]
        cells = [
            (match.exercise, version, address(match.exercise, version, view=view), alt_text(version.movement, view))
            for match in found
            for version in match.versions
        ]
        if cells:
            families.append((family, len(found), cells))
    views = [Choice("", "best view", view is None), *(Choice(v.value, v.words, v is view) for v in View)]
    return render(
        request,
        "exercises/sheet.html",
        {
            "families": families,
            "views": views,
            "view": given,
            "filters": filters(asked, stock),
            "wrong": wrong,
            "words": asked.words,
        },
    )
