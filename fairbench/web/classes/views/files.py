"""Classes out to files and in from them."""

from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render

from fairbench.core.errors import InputError
from fairbench.core.formats.class_csv import read_class_table, write_class_table
from fairbench.core.formats.class_doc import LARGEST_FILE, read_class, write_class
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.classes import past_actions
from fairbench.web.classes.class_file import class_document, class_rows
from fairbench.web.classes.models import Meeting
from fairbench.web.site.find import find


def export(request: HttpRequest, meeting_id: UUID, kind: str) -> HttpResponse:
    """A class as ``json`` or ``csv``. It is put on record."""
    meeting = find(Meeting, meeting_id, "group")
    actor = actor_of(request)
    actor.require(Permission.PEOPLE)
    if kind not in ("json", "csv") or meeting.ended_at is None:
        raise Http404
    if kind == "json":
        response = HttpResponse(write_class(class_document(meeting)), content_type="application/json; charset=utf-8")
    else:
        response = HttpResponse(write_class_table(class_rows(meeting)), content_type="text/csv; charset=utf-8")
    actor.audit("meeting.export", meeting.id, new={"as": kind})
    response["Content-Disposition"] = f'attachment; filename="class-{meeting.held_on:%Y-%m-%d}.{kind}"'
    return response


def import_classes(request: HttpRequest) -> HttpResponse:
    """A class from a file: JSON of ours, or a table. What is wrong is said with its place; nothing is kept then."""
    actor = actor_of(request)
    actor.require(Permission.CLASSES)
    if request.method != "POST":
        return render(request, "classes/import.html")
    upload = request.FILES.get("file")
    try:
        if upload is None:
            raise InputError("choose a file first")
        if upload.size and upload.size > LARGEST_FILE:
            raise InputError(f"the file is {upload.size / 1e6:.1f} MB; a class has at most {LARGEST_FILE / 1e6:g} MB")
        data = upload.read()
        if data.lstrip()[:1] == b"{":
            meeting = past_actions.import_class(actor, read_class(data))
        else:
            meeting = past_actions.import_table(actor, read_class_table(data))
    except InputError as error:
        return render(request, "classes/import.html", {"error": error}, status=422)
    messages.success(request, "The class is imported.")
    return redirect("classes:meeting", meeting.id)
