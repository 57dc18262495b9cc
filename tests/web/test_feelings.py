"""How everybody feels before and after a class: one tap each, and what it makes over their classes."""

import pytest
from django.test import Client
from django.urls import reverse

from fairbench.web.accounts.models import Role
from fairbench.web.classes.feelings import changes_of
from fairbench.web.classes.models import Feeling
from tests.factories import UserFactory


def say(client, meeting, person, moment: str, question: str, value: str, htmx: bool = True):
    fields = {"participant": str(person.id), "moment": moment, "question": question, "value": value}
    headers = {"HX-Request": "true"} if htmx else {}
    return client.post(reverse("classes:feelings", args=[meeting.id]), fields, headers=headers)


def test_an_answer_is_one_tap_and_the_same_again_takes_it_back(client_in, meeting, group) -> None:
    person = group.participants.first()
    page = client_in.get(reverse("classes:feelings", args=[meeting.id])).content.decode()
    assert "How do you feel?" in page
    assert "0 is not well, 10 is very well." in page
    answer = say(client_in, meeting, person, "before", "feel", "4").content.decode()
    assert f'aria-label="{person.call_name}, before: 4" aria-pressed="true"' in " ".join(answer.split())
    say(client_in, meeting, person, "after", "feel", "7")
    say(client_in, meeting, person, "after", "breath", "6")
    say(client_in, meeting, person, "after", "word", "better")
    say(client_in, meeting, person, "before", "sides", "different")
    before, after = (Feeling.objects.get(participant=person, moment=moment) for moment in ("before", "after"))
    assert (before.feel, before.sides, after.feel, after.breath, after.word) == (4, "different", 7, 6, "better")
    [change] = changes_of([before, after])
    assert (change.question, change.words) == ("How do you feel?", "+3.0 over 1 class")
    assert "+3.0 over 1 class" in client_in.get(reverse("progress:progress", args=[person.id])).content.decode()
    say(client_in, meeting, person, "after", "feel", "7")
    after.refresh_from_db()
    assert after.feel is None


@pytest.mark.parametrize(
    ("moment", "question", "value", "why"),
    [
        ("before", "feel", "11", "goes from 0 to 10"),
        ("before", "feel", "-1", "goes from 0 to 10"),
        ("before", "word", "better", "asked afterwards"),
        ("after", "word", "fine", "is one of: better, same, worse"),
    ],
)
def test_what_is_no_answer_is_not_kept(client_in, meeting, group, moment, question, value, why) -> None:
    answer = say(client_in, meeting, group.participants.first(), moment, question, value)
    assert answer.status_code == 422
    assert why in answer.content.decode()
    assert not Feeling.objects.exists()


def test_who_is_not_here_is_not_asked(client_in, meeting, group) -> None:
    person = group.participants.first()
    meeting.attendances.filter(participant=person).delete()
    assert "is not at this class" in say(client_in, meeting, person, "before", "feel", "3").content.decode()
    page = client_in.get(reverse("classes:feelings", args=[meeting.id])).content.decode()
    assert person.call_name not in page


def test_without_scripts_a_tap_is_a_page(client_in, meeting, group) -> None:
    answer = say(client_in, meeting, group.participants.first(), "after", "reach", "10", htmx=False)
    assert "<title>" in answer.content.decode()
    assert Feeling.objects.get().reach == 10
    assert client_in.get(reverse("classes:feelings", args=[meeting.id]), {"question": "x"}).status_code == 404


def test_an_assistant_asks_nobody(actor, meeting, group) -> None:
    client = Client()
    client.force_login(UserFactory(practice=actor.practice, role=Role.ASSISTANT))
    assert client.get(reverse("classes:feelings", args=[meeting.id])).status_code == 403
    assert say(client, meeting, group.participants.first(), "after", "feel", "5").status_code == 403
