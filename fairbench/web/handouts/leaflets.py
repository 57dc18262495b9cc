"""Whole plans that somebody can take home: those of their groups, and the ready classes."""

from fairbench.core.errors import PlanError
from fairbench.core.formats.ready_classes_doc import load_ready_classes
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.web.people.models import Participant
from fairbench.web.plans.adapter import core_plan
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.find import is_id

_SHOWN = 12


def leaflets_for(person: Participant) -> list[tuple[str, str]]:
    """Ids and names, the plans of their groups first."""
    plans = Plan.objects.filter(group__participants=person, archived=False).distinct()[:_SHOWN]
    ready = load_ready_classes()
    return [*((str(plan.id), plan.name) for plan in plans), *((key, one.plan.name) for key, one in ready.items())]


def plan_for_leaflet(person: Participant, chosen: str) -> CorePlan:
    """The plan of an id. Raises :class:`PlanError` for one that is not theirs to have."""
    ready = load_ready_classes().get(chosen)
    if ready is not None:
        return ready.plan
    plan = Plan.objects.filter(id=chosen, group__participants=person).first() if is_id(chosen) else None
    if plan is None:
        raise PlanError("choose a plan of their group, or a ready class", "plan")
    return core_plan(PlanRevision.objects.values_list("document", flat=True).get(plan=plan, number=plan.head))
