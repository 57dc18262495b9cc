"""Goals as tasks with what serves them, milestones, and how somebody goes on."""

from datetime import timedelta

import pytest
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fairbench.web.accounts.models import AuditEntry, Role
from fairbench.web.classes.models import Meeting
from fairbench.web.people.models import Goal, Milestone, Participant
from tests.factories import UserFactory

from .a_class import differ, report, whole_class

pytestmark = pytest.mark.dated

ROW = "band-row"


@pytest.fixture
def person(client_in, meeting, group) -> Participant:
    """Somebody who came to a class of a week ago."""
    whole = [{**one, "number": 30} if one.get("number") else one for one in whole_class()]
    report(client_in, meeting, *whole)
    Meeting.objects.filter(id=meeting.id).update(held_on=meeting.held_on - timedelta(days=7))
    return group.participants.first()


def progress(client, person) -> str:
    return " ".join(client.get(reverse("progress:progress", args=[person.id])).content.decode().split())


def post(client, name: str, *ids, **fields) -> str:
    return client.post(reverse(f"progress:{name}", args=ids), fields, follow=True).content.decode()


def test_a_goal_with_what_serves_it_says_whether_it_moves(client_in, person, meeting) -> None:
    post(client_in, "add_goal", person.id, task="Carry the shopping", exercises=[ROW, "bridge"])
    goal = Goal.objects.get()
    shown = progress(client_in, person)
    assert "Carry the shopping" in shown
    assert "not done yet" in shown  # the bridge was passed over
    assert '<small class="way">stays</small>' in shown
    Goal.objects.update(noted_at=timezone.now() - timedelta(weeks=4))
    held = Meeting.objects.get(id=meeting.id)
    differ(client_in, held, person, item="a", load="2")
    assert '<small class="way">stays</small>' in progress(client_in, person)
    post(client_in, "end_goal", person.id, goal.id)
    assert "Carry the shopping" not in progress(client_in, person)
    assert Goal.objects.get().ended_at is not None


def test_a_milestone_is_reached_and_not_reached_after_all(client_in, person) -> None:
    post(client_in, "add_goal", person.id, task="Get out of the bath")
    goal = Goal.objects.get()
    post(client_in, "add_milestone", person.id, goal.id, words="rises without hands")
    milestone = Milestone.objects.get()
    post(client_in, "reach_milestone", person.id, milestone.id, reached="yes")
    milestone.refresh_from_db()
    assert milestone.reached_on == timezone.localdate()
    assert f"since {timezone.localdate():%-d %b %Y}" in progress(client_in, person)
    post(client_in, "reach_milestone", person.id, milestone.id, reached="no")
    milestone.refresh_from_db()
    assert milestone.reached_on is None
    verbs = AuditEntry.objects.filter(object_id=person.id, verb__startswith="goal.").values_list("verb", flat=True)
    assert set(verbs) == {"goal.add", "goal.milestone", "goal.reach", "goal.not_reached"}


def test_what_is_refused_says_why_and_keeps_the_rest(client_in, person) -> None:
    assert "Not saved" in post(client_in, "add_goal", person.id, task="")
    assert "Not saved" in post(client_in, "add_goal", person.id, task="Walk", exercises=["no-such"])
    many = ["bridge", ROW, "heel-raise", "wall-push", "sit-to-stand", "seated-march", "ring-press"]
    assert "at most 6 exercises" in post(client_in, "add_goal", person.id, task="Walk", exercises=many)
    for number in range(8):
        post(client_in, "add_goal", person.id, task=f"Goal {number}")
    assert "more than 8 goals" in post(client_in, "add_goal", person.id, task="One more")
    goal = Goal.objects.order_by("noted_at").first()
    for number in range(8):
        post(client_in, "add_milestone", person.id, goal.id, words=f"step {number}")
    assert "at most 8 milestones" in post(client_in, "add_milestone", person.id, goal.id, words="one more")
    assert (Goal.objects.count(), Milestone.objects.count()) == (8, 8)
    other = Participant.objects.exclude(id=person.id).first()
    answer = client_in.post(reverse("progress:end_goal", args=[other.id, goal.id]))
    assert answer.status_code == 404


def test_a_group_and_a_person_go_on_in_their_own_way(client_in, person, group, meeting) -> None:
    next_class = reverse("progress:next_class", args=[group.id])
    assert "by ten per cent a week" in client_in.get(next_class).content.decode()
    form = {"name": group.name, "place": group.place, "room": "", "ranges_from": "", "school": "range"}
    client_in.post(reverse("people:edit_group", args=[group.id]), form)
    shown = " ".join(client_in.get(next_class).content.decode().split())
    assert "by range, then load" in shown
    assert "on the way to 12" in shown
    assert "range, then load" in progress(client_in, person)
    post(client_in, "set_school", person.id, school="ladder")
    person.refresh_from_db()
    assert person.school == "ladder"
    shown = " ".join(client_in.get(next_class).content.decode().split())
    assert "on the way to 12" in shown  # the others
    assert "goes by version ladder" in progress(client_in, person)
    assert "Not saved" in post(client_in, "set_school", person.id, school="pyramid")
    person.refresh_from_db()
    assert person.school == "ladder"


def test_an_assistant_changes_none_of_it(client_in, person, actor) -> None:
    client = Client()
    client.force_login(UserFactory(practice=actor.practice, role=Role.ASSISTANT))
    for name, fields in (("add_goal", {"task": "Walk"}), ("set_school", {"school": "ten"})):
        assert client.post(reverse(f"progress:{name}", args=[person.id]), fields).status_code == 403
    assert not Goal.objects.exists()
