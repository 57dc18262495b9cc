"""A group's list as a file: brought in with its columns named, and taken out."""

from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.formats.people_csv import COLUMNS, guess, people_rows, write_people
from fairbench.core.formats.table_csv import Table, read_table
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.people import actions
from fairbench.web.people.inputs import ParticipantDetails
from fairbench.web.people.models import Group
from fairbench.web.site.find import find


def import_csv(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """A file, then its columns and a preview, then everybody at once; rows with errors are kept out only if
    that is asked for."""
    group = find(Group, group_id)
    actor_of(request).require(Permission.PEOPLE)
    context: dict[str, object] = {"group": group, "fields": COLUMNS}
    if request.method != "POST":
        return render(request, "people/import.html", context)
    upload = request.FILES.get("file")
    data = upload.read() if upload else request.POST.get("text", "").encode()
    try:
        table = read_table(data)
        mapped = guess(table.headers) if upload else _mapped(request, table)
        context |= {"table": table, "text": data.decode("utf-8-sig"), "columns": _columns(table, mapped)}
        rows = people_rows(table, mapped, timezone.localdate())
    except InputError as error:
        return render(request, "people/import.html", context | {"wrong": error.message}, status=422)
    bad = [row for row in rows if row.wrong]
    context |= {"rows": rows, "bad": bad, "good": len(rows) - len(bad)}
    if request.POST.get("go") != "yes":
        return render(request, "people/import.html", context)
    if bad and request.POST.get("leave_out") != "on":
        wrong = f"{len(bad)} rows cannot be imported as they are. Nobody was imported."
        return render(request, "people/import.html", context | {"wrong": wrong}, status=422)
    count = actions.import_csv(
        actor_of(request), group.id, [ParticipantDetails.read(row.fields) for row in rows if not row.wrong]
    )
    messages.success(
        request,
        f"{count} {'person is' if count == 1 else 'people are'} in the group."
        + (f" {len(bad)} rows were left out." if bad else ""),
    )
    return redirect("people:group", group.id)


def export_csv(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """The list as CSV."""
    group = find(Group, group_id)
    actor_of(request).require(Permission.PEOPLE)
    actions.log_export(actor_of(request), group)
    rows = [
        {name: "" if (value := getattr(person, name)) is None else str(value) for name in COLUMNS}
        for person in group.participants.all()
    ]
    answer = HttpResponse(write_people(rows), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="people.csv"'
    return answer


def _mapped(request: HttpRequest, table: Table) -> dict[int, str]:
    chosen = {number: request.POST.get(f"column-{number}", "") for number in range(len(table.headers))}
    return {number: field for number, field in chosen.items() if field in COLUMNS}


def _columns(table: Table, mapped: dict[int, str]) -> list[dict[str, object]]:
    return [
        {
            "number": number,
            "header": header,
            "field": mapped.get(number, ""),
            "first": next((row[number] for row in table.rows if number < len(row) and row[number]), ""),
        }
        for number, header in enumerate(table.headers)
    ]
