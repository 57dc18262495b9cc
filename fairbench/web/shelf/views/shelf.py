"""The shelf: everything there is to choose from, and all of it at once on a contact sheet."""

from django.http import HttpResponse
from django.shortcuts import render

from fairbench.core.body.view import View
from fairbench.core.errors import InputError
from fairbench.core.exercises.aim import Family
from fairbench.core.exercises.search import find
from fairbench.web.accounts.actor import actor_of
from fairbench.web.exercises.figures import address, alt_text
from fairbench.web.exercises.filters import Choice, Filter, filters, read
from fairbench.web.exercises.rows import rows_by_block
from fairbench.web.exercises.shelf import practice_shelf, set_aside
from fairbench.web.exercises.workshop.said import unfinished
from fairbench.web.people.models import Group
from fairbench.web.shelf.for_group import Show, read_show, shown
from fairbench.web.site.find import Request


def shelf(request: Request) -> HttpResponse:
    """Everything there is to choose from, by block, narrowed by words and filters, by what was used, or by what suits
    a group."""
    stock = practice_shelf()
    given = request.GET.dict()
    asked, wrong = read(given, stock)
    groups = list(Group.objects.select_related("room"))
    group = next((group for group in groups if str(group.id) == given.get("group")), None)
    try:
        show = read_show(given, group)
    except InputError as error:
        show, wrong = Show.ALL, error.message
    narrowed = shown(find(stock, asked), show, group, actor_of(request).user, stock)
    ranked = bool(asked.words.strip()) or show in (Show.FITS, Show.RECENT)
    return render(
        request,
        "shelf/_results.html" if request.htmx else "shelf/shelf.html",
        {
            "blocks": rows_by_block(stock, "shelf/_row.html", narrowed.found, ranked, narrowed.notes),
            "ranked_by": _RANKED_BY.get(show, "Best match first"),
            "words": asked.words,
            "count": len(narrowed.found),
            "versions": sum(len(match.versions) for match in narrowed.found),
            "of_versions": sum(len(match.exercise.versions) for match in narrowed.found),
            "filters": (*filters(asked, stock), *_sets(show, group, groups)),
            "narrowed": bool(asked) or show or group,
            "wrong": wrong,
            "set_aside": set_aside(),
            "unfinished": [] if request.htmx else unfinished(),
        },
    )


_RANKED_BY = {Show.FITS: "Best fit first", Show.RECENT: "Used last first"}


def _sets(show: Show, group: Group | None, groups: list[Group]) -> tuple[Filter, Filter]:
    """The choices by use and by group."""
    of_groups = (Choice("", "any", group is None), *(Choice(str(one.id), one.name, one == group) for one in groups))
    return (
        Filter("group", "For", of_groups),
        Filter("show", "Show", tuple(Choice(part.value, part.words, part is show) for part in Show)),
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
        "shelf/sheet.html",
        {
            "families": families,
            "views": views,
            "view": given,
            "filters": filters(asked, stock),
            "wrong": wrong,
            "words": asked.words,
        },
    )
