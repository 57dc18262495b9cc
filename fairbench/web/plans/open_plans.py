"""The plans that somebody has open beside each other: by id in their session, which ends when they sign out."""

from typing import Any
from uuid import UUID

from .models import Plan

MOST = 6
_KEY = "open_plans"


def opened(session: Any, plan: Plan) -> list[Plan]:
    """The open plans in the order in which they were opened, this one among them. Of more than so many, the one that
    was opened first is closed."""
    ids = [one for one in session.get(_KEY, []) if isinstance(one, str)]
    if str(plan.id) not in ids:
        session[_KEY] = ids = [*ids, str(plan.id)][-MOST:]
    if len(ids) == 1:
        return [plan]
    found = {str(one.id): one for one in Plan.objects.filter(id__in=ids).only("id", "name", "practice_id")}
    return [found[one] for one in ids if one in found]


def close(session: Any, plan_id: UUID) -> str:
    """Close a plan. The id of the one that is shown then: the one opened last; empty where none is left."""
    ids = [one for one in session.get(_KEY, []) if one != str(plan_id)]
    session[_KEY] = ids
    return ids[-1] if ids else ""
