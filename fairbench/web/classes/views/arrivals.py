"""Before the class: open it, and tap who is here."""

from collections.abc import Callable
from uuid import UUID

from django.contrib import messages
from django.db.models import Exists, OuterRef
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.template.loader import render_to_string
from django.urls import reverse
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.readings_doc import load_readings
from fairbench.core.formats.red_flags_doc import load_red_flags
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.classes import actions
from fairbench.web.classes.day_notes import PLACES, arriving, people_today
from fairbench.web.classes.inputs import HereInput, NewsInput
from fairbench.web.classes.models import DayNote, Meeting
from fairbench.web.classes.usual import came_before_first, is_usual, last_remembered, usual_first, usually_come
from fairbench.web.people.models import HomeSheet, Participant
from fairbench.web.plans.adapter import core_plan, shelf
from fairbench.web.plans.floor import small_floor
from fairbench.web.plans.models import WITH_ROOM, Plan, PlanRevision
from fairbench.web.site.find import find
from fairbench.web.site.paging import find_page
from fairbench.web.site.templatetags.words import verdict


@require_POST
def open_meeting(request: HttpRequest) -> HttpResponse:
    """Open a class with a plan, for the plan's group."""
    wanted = request.POST.get("plan", "")
    plan = find(Plan, wanted, *WITH_ROOM)
    if plan.group is None:
        messages.error(request, "This plan is for no group yet. Choose one on the bench, then teach.")
        return redirect("plans:bench", plan.id)
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    if not any(value.items()):
        messages.error(request, "This plan is empty. Add something to teach first.")
        return redirect("plans:bench", plan.id)
    meeting = actions.open_meeting(actor_of(request), plan.group, plan, value)
    return redirect("classes:arrivals", meeting.id)


def guests(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Who else could come, narrowed by name as one types."""
    meeting = find(Meeting, meeting_id, "group")
    return render(request, "classes/_guests.html", _context(request, meeting))


def arrivals(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Everyone on the list, and any guest; one tap each."""
    meeting = find(Meeting, meeting_id, "group")
    if meeting.state not in (Meeting.State.ARRIVALS, Meeting.State.TEACHING):
        return redirect("classes:meeting", meeting.id)
    return render(request, "classes/arrivals.html", _context(request, meeting) | {"first": _first(meeting)})


def where(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Where everybody stands, small; asked for when somebody opens it."""
    meeting = find(Meeting, meeting_id, "group", "room")
    people = [somebody.person for somebody in people_today(meeting)]
    floor = small_floor(meeting.group, meeting.room, core_plan(meeting.plan_document), people)
    return render(request, "classes/_where.html", {"floor": floor, "svg": floor.svg() if floor else ""})


@require_POST
def here(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """A tap: someone is here, or is not after all."""
    meeting = find(Meeting, meeting_id, "group")
    find(Participant, request.POST.get("participant", ""))
    return _answer(
        request, meeting, lambda: actions.set_here(actor_of(request), meeting.id, HereInput.read(request.POST))
    )


@require_POST
def news(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Anything new today: one tap, or for a pain two. What was refused says why on the page."""
    meeting = find(Meeting, meeting_id, "group")
    find(Participant, request.POST.get("participant", ""))
    return _answer(
        request, meeting, lambda: actions.note_today(actor_of(request), meeting.id, NewsInput.read(request.POST))
    )


@require_POST
def news_back(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """A note of today was not so after all."""
    meeting = find(Meeting, meeting_id, "group")
    note = find(DayNote, request.POST.get("note", ""))
    try:
        actions.undo_note(actor_of(request), meeting.id, note.id)
    except DayNote.DoesNotExist as error:
        raise Http404 from error
    return render(request, "classes/_arrivals.html", _context(request, meeting))


@require_POST
def begin(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Begin the class with who is here."""
    meeting = find(Meeting, meeting_id)
    if not meeting.attendances.exists():
        messages.error(request, "Nobody is here yet. Tap at least one person.")
        return redirect("classes:arrivals", meeting.id)
    actions.begin_teaching(actor_of(request), meeting.id)
    return redirect("classes:teach", meeting.id)


@require_POST
def cancel(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Opened by mistake, or it does not take place."""
    meeting = find(Meeting, meeting_id, "group")
    try:
        actions.cancel(actor_of(request), meeting.id)
    except InputError as error:
        messages.error(request, f"Not cancelled: {error.message}.")
        return redirect("classes:arrivals", meeting.id)
    messages.success(request, f"The class of {meeting.group.name} is cancelled. Nothing of it was kept.")
    return redirect("classes:today")


def _answer(request: HttpRequest, meeting: Meeting, change: Callable[[], object]) -> HttpResponse:
    """The arrivals after a change; what was refused says why on the page."""
    try:
        change()
    except InputError as error:
        return render(
            request, "classes/_arrivals.html", _context(request, meeting) | {"wrong": error.message}, status=422
        )
    return render(request, "classes/_arrivals.html", _context(request, meeting))


def _first(meeting: Meeting) -> dict[str, object]:
    """What the class begins with, so that everyone can sit ready for it."""
    item = next(core_plan(meeting.plan_document).items())
    exercise = shelf().exercise(item.exercise)
    return {"exercise": exercise, "version": exercise.version(item.version)}


def _context(request: HttpRequest, meeting: Meeting) -> dict[str, object]:
    here_ids = set(meeting.attendances.values_list("participant_id", flat=True))
    has_sheet = Exists(HomeSheet.objects.filter(participant=OuterRef("pk")))
    listed: list[Participant] = list(Participant.objects.filter(groups=meeting.group).annotate(has_sheet=has_sheet))
    notes = list(meeting.day_notes.filter(taken_back=False))
    on_list = {person.id for person in listed}
    guests = list(Participant.objects.filter(id__in=here_ids - on_list))
    usual = usually_come(meeting)
    others = Participant.objects.filter(erased_at=None).exclude(id__in=here_ids | on_list)
    found = find_page(request, came_before_first(others, usual), "call_name")
    people = [arriving(person, person.id in here_ids, notes) for person in usual_first(listed, usual)]
    regulars = [arrival for arrival in people if is_usual(arrival.participant, usual)]
    return {
        "meeting": meeting,
        "parts": [
            ("Usually come", regulars),
            ("Now and then" if regulars else "", [arrival for arrival in people if arrival not in regulars]),
            ("Guests", [arriving(person, True, notes, listed=False) for person in guests]),
        ],
        "usual": usual,
        "remembered": last_remembered(meeting),
        "news": _news(meeting),
        "talk_sign": verdict("talk_first"),
        "may_talk": actor_of(request).may(Permission.HEALTH),
        "found": found,
        "here_count": len(here_ids),
        "total": len(listed),
    }


def _news(meeting: Meeting) -> str:
    """What can be new with anybody, as it stands under each of them; made once however many they are."""
    return render_to_string(
        "classes/_news.html",
        {
            "to_news": reverse("classes:news", args=[meeting.id]),
            "places": [(place, sided) for place, (_, _, sided) in PLACES.items()],
            "flags": load_red_flags().values(),
            "readings": load_readings().values(),
        },
    )
