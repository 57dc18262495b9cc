"""Groups, who is on their list, and each participant."""

from uuid import UUID

from django.contrib import messages
from django.db.models import Count, Q
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.web.accounts.actor import actor_of
from fairbench.web.find import find

from . import actions
from .forms import GroupForm, ParticipantForm
from .models import Group, Participant


def groups(request: HttpRequest) -> HttpResponse:
    """All groups, and everyone."""
    return render(
        request,
        "people/groups.html",
        {
            "groups": Group.objects.annotate(size=Count("listings")),
            "participants": Participant.objects.prefetch_related("groups"),
        },
    )


def group(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """One group: its list, its plans, its history."""
    found = find(Group, group_id)
    listed = found.participants.all()
    return render(
        request,
        "people/group.html",
        {
            "group": found,
            "listed": listed,
            "others": Participant.objects.exclude(listings__group=found),
            "plans": found.plans.filter(put_away=False),
            "meetings": found.meetings.annotate(
                came=Count("attendances", distinct=True),
                differed=Count("differences", filter=Q(differences__current=True), distinct=True),
            ).order_by("-held_on", "-started_at"),
        },
    )


def edit_group(request: HttpRequest, group_id: UUID | None = None) -> HttpResponse:
    """A new group, or the name and place of one."""
    found = find(Group, group_id) if group_id else Group()
    form = GroupForm(request.POST or None, instance=found)
    if request.method == "POST" and form.is_valid():
        saved = actions.save_group(actor_of(request), form.instance)
        return redirect("people:group", saved.id)
    return render(request, "people/edit_group.html", {"form": form, "group": found if group_id else None})


def edit_participant(request: HttpRequest, participant_id: UUID | None = None) -> HttpResponse:
    """A new participant, or the facts of one. ``?group=`` lists a new one there."""
    found = find(Participant, participant_id) if participant_id else Participant()
    form = ParticipantForm(request.POST or None, instance=found)
    wanted = request.GET.get("group", "")
    into = find(Group, wanted) if wanted else None
    if request.method == "POST" and form.is_valid():
        actor = actor_of(request)
        saved = actions.save_participant(actor, form.instance)
        messages.success(request, f"{saved.call_name} is saved.")
        if into:
            actions.list_in_group(actor, into.id, saved.id)
            return redirect("people:group", into.id)
        return redirect("people:participant", saved.id)
    history = found.attendances.select_related("meeting__group", "meeting__plan") if participant_id else []
    return render(
        request,
        "people/participant.html",
        {"form": form, "participant": found if participant_id else None, "history": history, "into": into},
    )


@require_POST
def list_person(request: HttpRequest, group_id: UUID) -> HttpResponse:
    found = find(Group, group_id)
    wanted = request.POST.get("participant", "")
    person = find(Participant, wanted)
    actions.list_in_group(actor_of(request), found.id, person.id)
    return redirect("people:group", found.id)


@require_POST
def take_off(request: HttpRequest, group_id: UUID) -> HttpResponse:
    found = find(Group, group_id)
    wanted = request.POST.get("participant", "")
    person = find(Participant, wanted)
    actions.take_off_list(actor_of(request), found.id, person.id)
    messages.success(request, f"{person.call_name} is off the list. What they did stays on record.")
    return redirect("people:group", found.id)
