"""The page that a request was sent from."""

from urllib.parse import urlsplit

from django.http import HttpRequest


def page_of(request: HttpRequest) -> str:
    """The page of ours that a request was sent from, as a path; Today where it is not known or not ours."""
    found = urlsplit(request.headers.get("HX-Current-URL") or request.headers.get("Referer") or "")
    if found.netloc != request.get_host() or not found.path.startswith("/"):
        return "/"
    return f"{found.path}?{found.query}" if found.query else found.path
