"""Long lists: a page at a time, found by words."""

from dataclasses import dataclass
from typing import Any
from urllib.parse import urlencode

from django.core.paginator import Page, Paginator
from django.db.models import Q, QuerySet
from django.http import HttpRequest

from .text import clean_text

PAGE_SIZE = 24
LONGEST_SEARCH = 100


@dataclass(frozen=True, slots=True)
class Found:
    """One page of a list. ``words`` are what was looked for, ``address`` the query up to the page's number,
    ``also`` the id that the list was narrowed by, if one."""

    page: Page[Any]
    words: str
    address: str
    also: str = ""


def find_page(request: HttpRequest, rows: QuerySet[Any], *fields: str, size: int = PAGE_SIZE, also: str = "") -> Found:
    """The page of ``rows`` that a request asks for with ``q`` and ``page``. Every word must stand in one of
    ``fields``; a page that there is not is the nearest that there is."""
    words = clean_text(request.GET.get("q", ""))[:LONGEST_SEARCH].strip()
    for word in words.split():
        anywhere = Q()
        for field in fields:
            anywhere |= Q(**{f"{field}__icontains": word})
        rows = rows.filter(anywhere)
    kept = {"q": words, "group": also}
    address = "?" + "".join(f"{urlencode({name: value})}&" for name, value in kept.items() if value)
    return Found(Paginator(rows, size).get_page(request.GET.get("page", "")), words, address, also)
