"""An empty practice is led by three steps, which vanish when done; help is for the screen that one is on."""

import pytest
from django.urls import NoReverseMatch, get_resolver, reverse

from fairbench.web.classes.models import Meeting
from fairbench.web.site.help import help_texts

pytestmark = pytest.mark.django_db

STEPS = ("1. People", "2. A plan", "3. A class")


def today(client) -> str:
    return client.get(reverse("classes:today")).content.decode()


def test_an_empty_practice_is_led_by_three_steps(client_in) -> None:
    page = today(client_in)
    assert all(step in page for step in STEPS)
    assert "Done." not in page
    assert reverse("people:new_group") in page


def test_what_is_done_is_told_and_all_done_the_steps_are_gone(client_in, group, plan) -> None:
    page = today(client_in)
    assert page.count("Done.") == 2
    client_in.post(reverse("classes:open"), {"plan": plan.id})
    assert Meeting.objects.exists()
    assert not any(step in today(client_in) for step in STEPS)


@pytest.mark.parametrize("name", [name for name in help_texts() if name])
def test_help_is_for_a_screen_that_there_is(client_in, name) -> None:
    room, _, view = name.partition(":")
    known = get_resolver().namespace_dict[room][1].reverse_dict
    if view not in known:
        raise NoReverseMatch(name)
    answer = client_in.get(reverse("help"), {"of": name}).content.decode()
    assert help_texts()[name]["title"] in answer


def test_any_other_screen_has_help_too(client_in) -> None:
    assert "Today shows what is under way" in client_in.get(reverse("help"), {"of": "no:such"}).content.decode()


def test_a_name_in_a_style_sheet_is_nothing_but_text(client_in, plan) -> None:
    plan.name = '"; } body { display: none } /* \u00fc'
    plan.save()
    css = client_in.get(reverse("plans:running_title", args=[plan.id]))
    assert css["Content-Type"].startswith("text/css")
    assert "display: none" not in css.content.decode()
    assert css.content.decode().count("{") == 2
