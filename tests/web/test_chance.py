"""The chance to end on time on the bench: from our defaults, then from what the signed-in instructor taught."""

import datetime

from django.urls import reverse
from django.utils import timezone

from fairbench.core.teaching.chance import FEW
from fairbench.web.classes.chance import habits_of
from fairbench.web.classes.meeting import keep_planned, timeline_of
from fairbench.web.classes.models import Meeting, TeachEvent
from fairbench.web.plans.models import PlanRevision
from tests.web.test_bench import do


def taught(actor, plan, group, slower: float) -> Meeting:
    """A class that took so many times as long as planned."""
    document = PlanRevision.objects.get(plan=plan, number=plan.head).document
    now = timezone.now()
    meeting = Meeting.objects.create(
        practice=actor.practice,
        group=group,
        plan=plan,
        plan_document=document,
        teacher=actor.user,
        state="recorded",
        held_on=timezone.localdate(),
        started_at=now,
    )
    keep_planned(meeting)
    timeline = timeline_of(meeting)
    noted = [("began", "", 0.0), *(("item", time.item.id, time.start * slower) for time in timeline.items)]
    for kind, item, at in (*noted, ("ended", "", timeline.total * slower)):
        TeachEvent.objects.create(
            practice=actor.practice, meeting=meeting, kind=kind, item=item, at=now + datetime.timedelta(seconds=at)
        )
    return meeting


def test_before_there_is_data_the_defaults_are_named(client_in, plan) -> None:
    answer = client_in.get(reverse("classes:chance", args=[plan.id])).json()
    assert answer["says"].endswith("% on time")
    assert "from our defaults" in answer["detail"]


def test_an_instructors_own_classes_tell(client_in, actor, plan, group) -> None:
    for _ in range(FEW):
        taught(actor, plan, group, 1.5)
    habits = habits_of(actor.user)
    assert (habits.classes, habits.is_own) == (FEW, True)
    assert habits.factor("explain") > 1.02
    detail = client_in.get(reverse("classes:chance", args=[plan.id])).json()["detail"]
    assert f"from {FEW} recorded classes of yours" in detail


def test_the_classes_of_others_and_from_paper_do_not_tell(actor, plan, group) -> None:
    mine = taught(actor, plan, group, 1.5)
    Meeting.objects.filter(id=mine.id).update(source="paper")
    assert habits_of(actor.user).classes == 0


def test_an_empty_plan_and_a_leaflet_say_nothing(client_in, plan) -> None:
    do(client_in, plan, "settings", field="purpose", value="leaflet")
    assert client_in.get(reverse("classes:chance", args=[plan.id])).json() == {"says": "", "detail": ""}


def test_it_takes_few_queries(client_in, actor, plan, group, django_assert_max_num_queries) -> None:
    taught(actor, plan, group, 1.1)
    with django_assert_max_num_queries(10):
        client_in.get(reverse("classes:chance", args=[plan.id]))
