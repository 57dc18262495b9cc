"""Finding a row of the signed-in practice, or answering 404."""

from typing import TypeVar
from uuid import UUID

from django.http import Http404, HttpRequest
from django.shortcuts import get_object_or_404
from django_htmx.middleware import HtmxDetails

from .practice_model import PracticeModel

Row = TypeVar("Row", bound=PracticeModel)


class Request(HttpRequest):
    """A request as our middleware leaves it."""

    htmx: HtmxDetails


def is_id(text: str) -> bool:
    """Whether a text is an id that a row could have."""
    try:
        UUID(text)
    except ValueError:
        return False
    return True


def find(model: type[Row], key: UUID | str, *related: str) -> Row:
    """The row with that id, with related rows fetched along. Raises 404 when the practice has none,
    or when ``key`` is text that is no id at all."""
    if isinstance(key, str):
        try:
            key = UUID(key)
        except ValueError:
            raise Http404 from None
    rows = model.objects.select_related(*related) if related else model.objects.all()
    found: Row = get_object_or_404(rows, id=key)
    return found
