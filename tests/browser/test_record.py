"""After the class: the record by tap, a side that was left out, an incident, a class from paper."""

import re

import pytest
from django_scopes import scopes_disabled
from playwright.sync_api import Page, expect

from fairbench.web.classes.models import Difference, Incident, Meeting
from fairbench.web.people.models import Group, HealthEvent, Listing, Participant

from .conftest import becomes, follow, run_until, settled
from .opened import begin, on_a_fast_clock


@pytest.fixture
def teaching(page: Page) -> Page:
    """The short class begun with three people, on a clock that the test runs."""
    begin(page, 3)
    on_a_fast_clock(page, 1000)
    return page


def end(page: Page) -> None:
    page.locator("#do-end").click()
    page.locator("#end-now").click()
    assert becomes(page, lambda: page.locator("#sync").inner_text() == "all saved", each=2000)
    page.locator("#do-pause").click()
    page.wait_for_url("**/record/")


class Taps:
    """Counts what is tapped."""

    def __init__(self, page: Page) -> None:
        self.page, self.number = page, 0

    def tap(self, locator) -> None:
        locator.click()
        self.number += 1
        settled(self.page)


def test_twelve_people_with_four_differences_take_under_25_taps(page: Page) -> None:
    with scopes_disabled():
        group = Group.objects.get(name="Monday Chairs")
        for number in range(12 - group.participants.count()):
            person = Participant.objects.create(practice=group.practice, call_name=f"Newcomer {number}")
            Listing.objects.create(practice=group.practice, group=group, participant=person)
    page.goto("/classes/past/")
    follow(page, page.get_by_role("link", name="Monday Chairs"))
    page.locator("[name=plan]").select_option(label="Short and steady")
    page.get_by_label("Date").fill("2026-01-05")
    page.get_by_label("Began at").fill("10:00")
    page.get_by_role("button", name="Go on to the record").click()
    page.wait_for_url("**/record/")
    people = page.locator(".record-person")
    expect(people).to_have_count(12)
    taps = Taps(page)
    choices = (
        (0, "7. Seated row", "without a band"),
        (3, "6. Sit to stand", "Not done"),
        (5, "8. Heel raise", "Lost form"),
        (11, "9. One-leg stand", "Teach again"),
    )
    for number, exercise, choice in choices:
        taps.tap(people.nth(number).get_by_role("button", name="Change for"))
        taps.tap(people.nth(number).locator(".taps").get_by_role("button", name=exercise))
        taps.tap(people.nth(number).get_by_role("button", name=choice, exact=True))
    taps.tap(page.get_by_role("button", name="Save the record"))
    expect(page.locator(".messages")).to_contain_text("The class is recorded")
    assert taps.number < 25, taps.number
    expect(page.locator("main")).to_contain_text("12 came")
    with scopes_disabled():
        rows = Difference.objects.filter(meeting__held_on="2026-01-05").order_by("item")
        said = {(row.version, row.skipped, row.lost_form, row.teach_again) for row in rows}
    assert said == {
        ("no-band", False, False, False),
        ("", True, False, False),
        ("", False, True, False),
        ("", False, False, True),
    }


def test_a_side_that_was_left_out_stands_in_the_record_and_can_be_told(teaching: Page) -> None:
    page = teaching
    side = page.locator("#side")
    run_until(page, lambda: page.locator("#name").inner_text() == "Seated row" and "their" in side.inner_text())
    first_side = "left" if "their left" in side.inner_text() else "right"
    other = "right" if first_side == "left" else "left"
    run_until(page, lambda: f"their {first_side}" not in side.inner_text())
    while page.locator("#name").inner_text() == "Seated row":
        page.locator("#do-next").click()
        page.clock.run_for(100)
    end(page)
    row = page.locator(".class-item", has_text="Seated row")
    told = re.search(rf"{first_side} (\d+) of (\d+)", row.inner_text())
    assert told
    assert 0 < int(told[1]) <= int(told[2])
    expect(row).to_contain_text(f"{other} 0 of {told[2]}")
    people = page.locator(".record-person")
    people.nth(1).get_by_role("button", name="Change for").click()
    settled(page)
    people.nth(1).locator(".taps").get_by_role("button", name="7. Seated row").click()
    settled(page)
    expect(people.nth(1)).to_contain_text("in this exercise usually a target")
    form = people.nth(1).locator(".record-choices")
    form.get_by_label(first_side, exact=True).fill("6")
    # A slow finger: leaving the field sends it, and the answer comes before the finger is lifted.
    form.get_by_role("button", name="a target", exact=True).hover()
    page.mouse.down()
    expect(people.nth(1)).to_contain_text(f"did {first_side} 6")
    settled(page)
    page.mouse.up()
    expect(people.nth(1)).to_contain_text(f"did {first_side} 6 · sides differ: a target")
    form.get_by_label("Note").fill("Elbow drifts out")
    form.get_by_label("Note").blur()
    expect(people.nth(1)).to_contain_text("Elbow drifts out")
    expect(people.nth(1)).to_contain_text(f"did {first_side} 6 · sides differ: a target")


def test_a_saved_record_is_put_right_with_a_reason(page: Page) -> None:
    page.goto("/classes/")
    follow(page, page.locator(".rows a").first)
    follow(page, page.get_by_role("link", name="Correct the record"))
    item = page.locator(".class-item").nth(2)
    item.click()
    settled(page)
    expect(page.locator(".field-error")).to_contain_text("Say why the saved record is corrected")
    expect(page.locator(".class-item").nth(2)).to_have_attribute("aria-pressed", "true")
    page.get_by_label("Told afterwards").check()
    page.locator(".class-item").nth(2).click()
    settled(page)
    expect(page.locator(".class-item").nth(2)).to_have_attribute("aria-pressed", "false")
    expect(page.locator(".class-items li").nth(2)).to_contain_text("Told afterwards")
    page.get_by_text("Someone else was there").click()
    page.locator("#others button").first.click()
    settled(page)
    expect(page.locator("main")).to_contain_text("Who was there")


def test_an_incident_has_a_time_line_a_number_to_call_and_a_note_of_its_own(teaching: Page) -> None:
    page = teaching
    run_until(page, lambda: page.locator("#name").inner_text() == "Ankle circles")
    page.context.set_offline(True)
    page.locator("#do-signs").click()
    page.locator("#signs-choices").get_by_role("button", name="Faint").click()
    expect(page.locator("#signs-shown")).to_contain_text("Legs up on the seat of a chair")
    page.locator("#incident-start").click()
    expect(page.locator("#do-pause")).to_have_text("Go on")
    who = page.locator("#signs-people li:visible").first
    name = who.locator("button").inner_text()
    assert who.locator("a").get_attribute("href").startswith("tel:0555")
    who.locator("button").click()
    page.get_by_role("button", name="Emergency number called").click()
    page.clock.run_for(65_000)
    expect(page.locator("#incident-clock")).to_have_text("1:05")
    # Opened anew without a network, the time line goes on.
    page.reload()
    page.locator("#do-signs").click()
    expect(page.locator("#incident-said")).to_contain_text("Emergency number called")
    page.locator("#incident-text").fill("Colour is back")
    page.locator("#incident-keep").click()
    page.locator("#incident-over").click()
    expect(page.locator("#incident")).to_be_hidden()
    page.locator("#drawer-signs [data-close]").click()
    page.context.set_offline(False)
    end(page)
    page.get_by_role("button", name="Save the record").click()
    expect(page.get_by_role("link", name="Faint")).to_be_visible()
    follow(page, page.get_by_role("link", name="Faint"))
    lines = page.locator(".incident-lines")
    for words in (f"It is {name}.", "Emergency number called", "Colour is back", "Over."):
        expect(lines).to_contain_text(words)
    page.get_by_label("What happened").fill("Her daughter fetched her at noon.")
    page.get_by_role("button", name="Save").click()
    expect(lines).to_contain_text("Her daughter fetched her at noon.")
    page.emulate_media(media="print")
    expect(page.get_by_role("button", name="Save")).to_be_hidden()
    expect(page.locator(".print-only")).to_be_visible()
    page.emulate_media(media="screen")
    page.get_by_role("button", name="Mark as seen").click()
    expect(page.locator("main")).to_contain_text("Seen by Orla Brandt")
    with scopes_disabled():
        assert Incident.objects.get().lines.count() == 5
        assert HealthEvent.objects.filter(kind="an incident in class").count() == 1


def test_where_it_hurts_is_two_taps_and_nothing_covers_the_count(teaching: Page) -> None:
    page = teaching
    run_until(page, lambda: page.locator("#name").inner_text() == "Ankle circles")
    page.locator("#do-note").click()
    count, drawer = page.locator("#number").bounding_box(), page.locator("#drawer-note").bounding_box()
    assert count["x"] + count["width"] <= drawer["x"]
    page.locator("#note-who button").nth(1).click()
    page.locator("#note-quick [data-mark=pain]").click()
    page.locator("#note-places").get_by_role("button", name="Left knee").click()
    expect(page.locator("#drawer-note")).to_be_hidden()
    page.set_viewport_size({"width": 390, "height": 844})
    page.locator("#do-note").click()
    expect(page.locator("#drawer-note .drawer-count")).to_contain_text(page.locator("#number").inner_text())
    page.keyboard.press("Escape")
    end(page)
    expect(page.locator(".record-person").nth(1)).to_contain_text("pain: left knee")
    with scopes_disabled():
        assert Difference.objects.get(meeting__state=Meeting.State.TAUGHT).pain_where == "left knee"
