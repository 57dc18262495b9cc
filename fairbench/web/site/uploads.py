"""Files that somebody sends with a form."""

from django.http import HttpRequest

from fairbench.core.errors import InputError

CARRIED = "carried"
"""The field in which a page that had to ask something carries the text of the file that was sent before."""


def uploaded(request: HttpRequest, largest: int, what: str) -> bytes:
    """The file that was sent, or the one that the page carries. Raises :class:`InputError` where there is none, or it
    has more than ``largest`` bytes, which is more than ``what`` has."""
    upload = request.FILES.get("file")
    carried = request.POST.get(CARRIED, "")
    if upload is None and not carried:
        raise InputError("Choose a file first.")
    size = upload.size if upload is not None else len(carried)
    if size and size > largest:
        raise InputError(f"The file is {size / 1e6:.1f} MB; {what} has at most {largest / 1e6:g} MB.")
    return bytes(upload.read()) if upload is not None else carried.encode()
