"""The shelf seen for a group, or by what somebody used: which exercises are shown, in which order, with what words."""

import datetime
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from enum import StrEnum

from django.utils import timezone

from fairbench.core.errors import InputError, PlanError
from fairbench.core.exercises.search import Found
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.group_share import GroupShare, group_shares
from fairbench.web.accounts.models import User
from fairbench.web.classes.models import Meeting
from fairbench.web.exercises.models import Favourite
from fairbench.web.people.models import Group
from fairbench.web.plans.adapter import core_group, core_plan
from fairbench.web.plans.models import PlanRevision
from fairbench.web.plans.plan_list import current_revisions
from fairbench.web.plans.surroundings import of_group

REST = datetime.timedelta(weeks=4)
PLANS_LOOKED_AT = 12
"""Plans changed last whose exercises count as used recently."""


class Show(StrEnum):
    """Which part of the shelf."""

    ALL = ""
    FAVOURITES = "favourites"
    RECENT = "recent"
    FITS = "fits"
    RESTED = "rested"

    @property
    def words(self) -> str:
        """As it is called on screens."""
        return _WORDS[self]

    @property
    def needs_group(self) -> bool:
        """Whether it says something only of a group."""
        return self in (Show.FITS, Show.RESTED)


_WORDS = {
    Show.ALL: "all",
    Show.FAVOURITES: "my favourites",
    Show.RECENT: "recently used",
    Show.FITS: "fits this group",
    Show.RESTED: "not done for four weeks",
}


@dataclass(frozen=True, slots=True)
class Shown:
    """What is shown of what was found, and a few words on each by the exercise's id."""

    found: tuple[Found, ...]
    notes: Mapping[str, str]


def read_show(given: Mapping[str, str], group: Group | None) -> Show:
    """What is asked for. Raises :class:`InputError` for what there is not, or where a group is missing for it."""
    asked = given.get("show", "")
    if asked not in list(Show):
        raise InputError(f"there is no part '{asked[:20]}' of the shelf", "show")
    show = Show(asked)
    if show.needs_group and group is None:
        raise InputError(f"choose a group first for “{show.words}”", "show")
    return show


def shown(found: tuple[Found, ...], show: Show, group: Group | None, user: User, stock: Shelf) -> Shown:
    """Narrow what was found, and say how much of the group does each as it stands. What fits the group best comes
    first where that is asked for, what was used last where that is."""
    if show is Show.FAVOURITES:
        found = _only(found, Favourite.objects.filter(user=user).values_list("slug", flat=True))
    elif show is Show.RECENT:
        found = _in_order(found, recently_used())
    elif show is Show.RESTED and group is not None:
        found = _only(found, rested(group))
    if group is None:
        return Shown(found, {})
    shares = shares_of(found, group, stock)
    if show is Show.FITS:
        fitting = [one for one in found if shares[one.exercise.id].fits]
        found = tuple(sorted(fitting, key=lambda one: -shares[one.exercise.id].share))
    return Shown(found, {exercise: share.words for exercise, share in shares.items()})


def shares_of(found: Iterable[Found], group: Group, stock: Shelf) -> dict[str, GroupShare]:
    """How much of a group does each of the versions that rows are drawn with."""
    people, around = core_group(group).people, of_group(group)
    return group_shares([(one.exercise.id, one.first.id) for one in found], people, stock, around.conditions)


def recently_used() -> list[str]:
    """The exercises of the plans that were changed last, the newest first."""
    newest = current_revisions().values_list("id", flat=True)[:PLANS_LOOKED_AT]
    documents = PlanRevision.objects.filter(id__in=list(newest)).order_by("-at").values_list("document", flat=True)
    used: dict[str, None] = {}
    for document in documents:
        try:
            used |= {item.exercise: None for item in core_plan(document).items()}
        except PlanError:
            continue  # the list of plans says which cannot be read
    return list(used)


def rested(group: Group) -> set[str]:
    """What a group was taught before, but not within the last four weeks."""
    since = timezone.localdate() - REST
    lately = Meeting.objects.filter(group=group, held_on__gte=since).values_list("exercises", flat=True)
    return {exercise for exercise, times in group.taught.items() if times} - {one for many in lately for one in many}


def _only(found: tuple[Found, ...], ids: Iterable[str]) -> tuple[Found, ...]:
    wanted = set(ids)
    return tuple(one for one in found if one.exercise.id in wanted)


def _in_order(found: tuple[Found, ...], ids: list[str]) -> tuple[Found, ...]:
    place = {exercise: number for number, exercise in enumerate(ids)}
    return tuple(sorted(_only(found, ids), key=lambda one: place[one.exercise.id]))
