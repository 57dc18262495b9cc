"""Somebody's home sheet: what is proposed and why, what is chosen, printed, handed out, or shown on a phone."""

from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.handouts_doc import sheet_document
from fairbench.core.handouts.home import HOLDS
from fairbench.core.handouts.sheet import DAYS, SIZES, SheetError
from fairbench.figures.home_sheet import PAPERS
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.handouts.at_home import AtHomePage, sheet_to_hand_out, whom_to_call
from fairbench.web.handouts.leaflets import leaflets_for, plan_for_leaflet
from fairbench.web.handouts.printing import address_of, code_of, pdf_of
from fairbench.web.people import home_actions
from fairbench.web.people.home_inputs import AtHomeInput, SheetInput
from fairbench.web.people.models import AtHome, HomeTick, Participant
from fairbench.web.progress.actions import log_view
from fairbench.web.site.find import find

EDITIONS_SHOWN = 6


def at_home(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """The page. Seeing it is on record."""
    found = find(Participant, participant_id)
    log_view(actor_of(request), found)
    return _page(request, found)


def _page(request: HttpRequest, found: Participant, wrong: str = "") -> HttpResponse:
    page = AtHomePage(found)
    phone = found.phone_sheets.filter(withdrawn_at=None).first()
    address = address_of(request, phone) if phone else ""
    refused = ""
    try:
        choices, left_out = page.choices, page.proposal.left_out
    except SheetError as error:
        refused, choices, left_out = error.message, (), ()
    context = {
        "participant": found,
        "page": page,
        "choices": choices,
        "left_out": left_out,
        "refused": refused,
        "wrong": wrong,
        "holds": HOLDS,
        "sizes": SIZES,
        "days": DAYS,
        "wishes": AtHome.Wish.choices,
        "papers": PAPERS,
        "on_days": page.sheet.days if page.sheet else 5,
        "editions": found.home_sheets.all()[:EDITIONS_SHOWN],
        "reports": found.home_reports.all()[:EDITIONS_SHOWN],
        "phone": phone,
        "address": address,
        "code": code_of(address) if address else "",
        "leaflets": [] if refused else leaflets_for(found),
        "ticks": HomeTick.objects.filter(phone__participant=found).count(),
    }
    return render(request, "handouts/at_home.html", context, status=422 if wrong else 200)


@require_POST
def save_facts(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """What is known of their home."""
    found = find(Participant, participant_id)
    try:
        home_actions.save_at_home(actor_of(request), found.id, AtHomeInput.read(request.POST))
    except InputError as error:
        return _page(request, found, f"Not saved: {error}.")
    messages.success(request, "Saved. What is proposed goes by it.")
    return redirect("handouts:at_home", found.id)


@require_POST
def save_sheet(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """The sheet as it was chosen, as a further edition."""
    found, actor = find(Participant, participant_id), actor_of(request)
    actor.require(Permission.HEALTH)
    given = {
        "exercises": tuple(request.POST.getlist("exercises")),
        "moments": tuple(request.POST.getlist("moments")),
        "days": request.POST.get("days", ""),
    }
    page = AtHomePage(found)
    try:
        call = whom_to_call(actor.user.name, actor.practice.name)
        sheet = page.chosen(SheetInput.read(given), call)
        names = ", ".join(line.name for line in sheet.lines)
        home_actions.keep_sheet(actor, found.id, sheet_document(sheet), names)
    except InputError as error:
        return _page(request, found, f"Not saved: {error}.")
    messages.success(request, f"The sheet is saved: {len(sheet.lines)} exercises, {sheet.minutes_a_day} minutes a day.")
    return redirect("handouts:at_home", found.id)


@require_POST
def save_leaflet(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """A whole plan as their sheet: one of their groups' plans, or a ready class."""
    found, actor = find(Participant, participant_id), actor_of(request)
    actor.require(Permission.HEALTH)
    page = AtHomePage(found)
    try:
        plan = plan_for_leaflet(found, request.POST.get("plan", ""))
        call = whom_to_call(actor.user.name, actor.practice.name)
        sheet, left_out = page.leaflet(plan, call, page.sheet.days if page.sheet else 5)
        home_actions.keep_sheet(actor, found.id, sheet_document(sheet), f"{plan.name}, as a leaflet")
    except InputError as error:
        return _page(request, found, f"Not saved: {error}.")
    left = f" Left out: {'; '.join(f'{one.exercise.name}, {one.why}' for one in left_out)}" if left_out else ""
    messages.success(request, f"{plan.name} is the sheet now: {len(sheet.lines)} exercises.{left}")
    return redirect("handouts:at_home", found.id)


def pages(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """How many pages the sheet comes to; it is set while the page is read, and printed at once then."""
    found = find(Participant, participant_id)
    actor_of(request).require(Permission.HEALTH)
    page = AtHomePage(found)
    try:
        sheet = sheet_to_hand_out(page)
    except InputError:
        return render(request, "handouts/_pages.html", {"pages": 0})
    made = pdf_of(request, page, sheet, "A4")
    return render(request, "handouts/_pages.html", {"pages": made.pages, "size": sheet.size})


def pdf(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """The sheet to print: ``?paper=A4|Letter``. Taking it along is on record."""
    found = find(Participant, participant_id)
    log_view(actor_of(request), found)
    page = AtHomePage(found)
    try:
        made = pdf_of(request, page, sheet_to_hand_out(page), request.GET.get("paper", "A4"))
    except InputError as error:
        return _page(request, found, f"Not printed: {error}.")
    answer = HttpResponse(made.data, content_type="application/pdf")
    answer["Content-Disposition"] = 'inline; filename="home-sheet.pdf"'
    return answer


def as_json(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """The sheet as values. Taking it along is on record."""
    found = find(Participant, participant_id)
    log_view(actor_of(request), found)
    page = AtHomePage(found)
    try:
        document = sheet_document(sheet_to_hand_out(page))
    except InputError as error:
        return _page(request, found, f"Not exported: {error}.")
    answer = JsonResponse(document, json_dumps_params={"indent": 2})
    answer["Content-Disposition"] = 'attachment; filename="home-sheet.json"'
    return answer


@require_POST
def handed(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """It was given to them today."""
    found = find(Participant, participant_id)
    page = AtHomePage(found)
    try:
        sheet_to_hand_out(page)
    except InputError as error:
        return _page(request, found, f"Not noted: {error}.")
    assert page.row is not None  # there is one to hand out
    home_actions.hand_out(actor_of(request), page.row.id, timezone.localdate())
    messages.success(request, "Noted: handed out today.")
    return redirect("handouts:at_home", found.id)


@require_POST
def address(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Make a private address for a phone, or withdraw the one there is."""
    found, actor = find(Participant, participant_id), actor_of(request)
    if request.POST.get("withdraw") == "yes":
        home_actions.withdraw_address(actor, found.id)
        messages.success(request, "The address is withdrawn: there is nothing at it any more.")
        return redirect("handouts:at_home", found.id)
    try:
        sheet_to_hand_out(AtHomePage(found))
        home_actions.open_address(actor, found.id)
    except InputError as error:
        return _page(request, found, f"No address was made: {error}.")
    messages.success(request, "The address is made. It stands on the sheet as a code; print the sheet again.")
    return redirect("handouts:at_home", found.id)
