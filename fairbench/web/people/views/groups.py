"""Groups, and who is on their list."""

from uuid import UUID

from django.contrib import messages
from django.db.models import Count
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.web.accounts.actor import actor_of
from fairbench.web.people import actions
from fairbench.web.people.forms import GroupForm
from fairbench.web.people.inputs import GroupDetails
from fairbench.web.people.models import Group, Listing, Participant, PastListing
from fairbench.web.people.people_lists import lines_of
from fairbench.web.site.find import find
from fairbench.web.site.paging import find_page

PEOPLE_PAGE = 60
MEETINGS_SHOWN = 20
CANDIDATES = 40
"""How many people are offered at once to be added to a group; the others are found by name."""


def groups(request: HttpRequest) -> HttpResponse:
    """All groups, and everyone, a page at a time."""
    everyone = Participant.objects.filter(erased_at=None).prefetch_related("groups")
    found = find_page(request, everyone, "call_name", size=PEOPLE_PAGE)
    return render(
        request,
        "people/groups.html",
        {
            "groups": Group.objects.annotate(size=Count("listings")).order_by("name"),
            "found": found,
            "lines": lines_of(found.page),
        },
    )


def group(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """One group: its list, its plans, its history."""
    found = find(Group, group_id, "room")
    kinds = dict(found.listings.values_list("participant_id", "kind"))
    return render(
        request,
        "people/group.html",
        {
            "group": found,
            "listed": lines_of(found.participants.all(), kinds),
            **_candidates(request, found),
            "left": _left(found),
            "plans": found.plans.filter(archived=False)[:MEETINGS_SHOWN],
            "meetings": found.meetings.model.for_list(found.meetings.all())[:MEETINGS_SHOWN],
        },
    )


def candidates(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """Who could be added, narrowed by name as one types."""
    found = find(Group, group_id)
    return render(request, "people/_candidates.html", {"group": found, **_candidates(request, found)})


def _candidates(request: HttpRequest, found: Group) -> dict[str, object]:
    others = find_page(
        request, Participant.objects.filter(erased_at=None).exclude(listings__group=found), "call_name", size=CANDIDATES
    )
    return {"others": others.page.object_list, "kinds": Listing.Kind.choices, "too_many": others.page.has_next()}


def _left(found: Group) -> list[PastListing]:
    """Those who were on the list and are not now, each once, the last to leave first."""
    past = found.past_listings.exclude(participant__listings__group=found).select_related("participant")
    return list({row.participant_id: row for row in past.order_by("until")}.values())[::-1]


def edit_group(request: HttpRequest, group_id: UUID | None = None) -> HttpResponse:
    """A new group, or the name and place of one."""
    found = find(Group, group_id) if group_id else Group()
    form = GroupForm(request.POST or None, instance=found)
    if request.method == "POST" and form.is_valid():
        room = form.cleaned_data["room"]
        given = GroupDetails.read(form.cleaned_data | {"room": room.id if room else None})
        saved = actions.save_group(actor_of(request), given, group_id)
        return redirect("people:group", saved.id)
    return render(request, "people/edit_group.html", {"form": form, "group": found if group_id else None})


@require_POST
def add_to_group(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """Put somebody on the group's list."""
    found = find(Group, group_id)
    wanted = request.POST.get("participant", "")
    person = find(Participant, wanted)
    kind = request.POST.get("kind", Listing.Kind.REGULAR)
    if kind not in Listing.Kind.values:
        raise Http404
    actions.add_to_group(actor_of(request), found.id, person.id, kind)
    return redirect("people:group", found.id)


@require_POST
def remove_from_group(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """Take somebody off the group's list; that they were on it is remembered."""
    found = find(Group, group_id)
    wanted = request.POST.get("participant", "")
    person = find(Participant, wanted)
    actions.remove_from_group(actor_of(request), found.id, person.id)
    messages.success(
        request,
        f"{person.call_name} is removed from {found.name}. What they did is kept; they can be added again.",
    )
    return redirect("people:group", found.id)
