"""What a device keeps of a class, and what it does not: for whoever has it next, and when things break."""

import json
import re

import pytest
from django.test import Client
from django_scopes import scopes_disabled
from playwright.sync_api import Browser, Page, Route, expect

from fairbench.web.accounts.models import AuditEntry, User
from fairbench.web.classes.models import Meeting, TeachEvent
from fairbench.web.demo import account as demo_login

from .conftest import becomes, sign_in
from .opened import begin

KEPT = "caches.keys().then(async k => k.length ? (await (await caches.open(k[0])).keys()).length : 0)"
STORED = (
    "Object.keys(localStorage).filter(key => /events|class|refused/.test(key)).map(key => localStorage[key]).join('')"
)
PASSWORD = "harbour lights 7"


@pytest.fixture
def teaching(page: Page) -> Page:
    """The short class, begun."""
    begin(page)
    assert becomes(page, lambda: page.evaluate(KEPT) > 5)
    page.reload()
    page.locator("#do-pause").click()
    expect(page.locator("#sync")).to_have_text("all saved")
    return page


def meeting() -> Meeting:
    with scopes_disabled():
        return Meeting.objects.get(state="teaching")


def texts() -> list[str]:
    with scopes_disabled():
        return list(TeachEvent.objects.filter(text__startswith="Note ").values_list("text", flat=True).order_by("text"))


def note(page: Page, text: str) -> None:
    page.locator("#do-note").click()
    page.locator("#note-who button").first.click()
    page.locator("#note-text").fill(text)
    page.locator("#note-keep").click()


def note_offline(page: Page, *given: str) -> None:
    page.context.set_offline(True)
    for text in given:
        note(page, text)
    expect(page.locator("#sync")).to_contain_text("kept on this device")


def at_the_desk() -> Client:
    client = Client()
    with scopes_disabled():
        client.force_login(User.objects.get(email=demo_login.EMAIL))
    return client


def test_notes_left_on_a_device_are_sent_from_any_page(teaching: Page) -> None:
    page, class_id = teaching, meeting().id
    note_offline(page, *(f"Note {n}" for n in range(5)))
    at_the_desk().post(f"/classes/{class_id}/end/")
    page.route("**/events/", lambda route: route.abort())
    page.context.set_offline(False)
    page.goto("/people/")
    expect(page.locator("#device-state")).to_contain_text("Still on this device: 5 notes")
    at_the_desk().post(f"/classes/{class_id}/record/save/")
    closed = at_the_desk().get(f"/classes/{class_id}/").content.decode()
    assert "Notes from a device are still to come" in closed
    page.unroute("**/events/")
    assert becomes(page, lambda: len(texts()) == 5)
    expect(page.locator("#device-state")).to_be_hidden()
    page.goto(f"/classes/{class_id}/")
    expect(page.locator("main")).to_contain_text("Note 4")
    expect(page.locator("main")).not_to_contain_text("still to come")


def test_a_class_ended_elsewhere_is_told_to_its_screen(teaching: Page) -> None:
    at_the_desk().post(f"/classes/{meeting().id}/end/")
    expect(teaching.locator("#name")).to_have_text("The class is over", timeout=20_000)
    teaching.locator("#do-pause").click()
    teaching.wait_for_url("**/record/")


def test_a_tablet_handed_over_shows_nothing_but_the_questions(page: Page) -> None:
    page.goto("/people/")
    page.get_by_role("link", name="Aurelio Finch").first.click()
    page.wait_for_selector("#hand-over")
    person = page.url
    other = page.context.new_page()
    other.goto(person)
    expect(other.locator("h1")).to_contain_text("Aurelio Finch")
    page.locator("#hand-over").click()
    page.wait_for_url("**/screening/**")
    expect(other).to_have_url(re.compile(r"/hand-back/$"))
    page.go_back()
    expect(page.locator("body")).not_to_contain_text("Remember in class")
    for address in (person, "/", "/classes/", "/device/"):
        page.goto(address)
        expect(page).to_have_url(re.compile(r"/hand-back/$"))
        expect(page.locator("body")).not_to_contain_text("Aurelio")
    page.context.set_offline(True)
    for address in (person, "/"):
        with pytest.raises(Exception, match="net::ERR_"):
            page.goto(address)
    page.context.set_offline(False)


def test_back_after_signing_out_shows_nothing(page: Page) -> None:
    page.goto("/people/")
    page.get_by_role("link", name="Aurelio Finch").first.click()
    page.wait_for_selector("#hand-over")
    page.get_by_role("button", name="Sign out").click()
    page.wait_for_url("**/sign-in/")
    page.go_back()
    expect(page).to_have_url(re.compile("/sign-in/"))
    assert page.evaluate("caches.keys().then(keys => keys.length)") == 0


def test_nothing_of_a_class_is_left_after_signing_out(teaching: Page) -> None:
    page, address = teaching, teaching.url
    page.goto("/")
    page.get_by_role("button", name="Sign out").click()
    page.wait_for_url("**/sign-in/")
    assert page.evaluate("caches.keys().then(keys => keys.length)") == 0
    assert page.evaluate(STORED) == ""
    page.context.set_offline(True)
    with pytest.raises(Exception, match="net::ERR_"):
        page.goto(address)


def test_a_class_handed_over_in_aeroplane_mode_does_not_open(teaching: Page) -> None:
    page, address = teaching, teaching.url
    page.goto("/people/")
    page.get_by_role("link", name="Aurelio Finch").first.click()
    page.locator("#hand-over").click()
    page.wait_for_url("**/screening/**")
    page.context.set_offline(True)
    with pytest.raises(Exception, match="net::ERR_"):
        page.goto(address)


def test_a_class_recorded_elsewhere_goes_from_the_device_and_others_stay(teaching: Page) -> None:
    page, class_id = teaching, meeting().id
    other = "11111111-1111-4111-8111-111111111111"
    page.evaluate(f"caches.open('fairbench-class-{other}')")
    desk = at_the_desk()
    desk.post(f"/classes/{class_id}/end/")
    desk.post(f"/classes/{class_id}/record/save/")
    page.route(
        "**/11111111-1111-4111-8111-111111111111/device/", lambda route: route.fulfill(json={"state": "teaching"})
    )
    page.goto("/people/")
    assert becomes(page, lambda: not page.evaluate(f"caches.has('fairbench-class-{class_id}')"))
    assert page.evaluate(f"caches.has('fairbench-class-{other}')")


def unsent_at_sign_out(page: Page) -> None:
    """Notes are on the device, the server does not take them, and one wants to sign out."""
    note_offline(page, "Note sealed")
    page.route("**/events/", lambda route: route.abort())
    page.context.set_offline(False)
    page.goto("/")
    page.get_by_role("button", name="Sign out").click()
    expect(page.locator("#leave-device")).to_be_visible()
    expect(page.locator("#leave-count")).to_have_text("1 note")


def test_unsent_notes_can_be_sealed_and_opened_by_their_password_alone(teaching: Page) -> None:
    page = teaching
    unsent_at_sign_out(page)
    page.get_by_label("Password", exact=True).fill(PASSWORD)
    page.get_by_label("The same again").fill(PASSWORD + "x")
    page.get_by_role("button", name="Seal them").click()
    expect(page.locator("#leave-wrong")).to_contain_text("not alike")
    page.get_by_label("The same again").fill(PASSWORD)
    page.get_by_role("button", name="Seal them").click()
    page.wait_for_url("**/sign-in/")
    everything = page.evaluate("JSON.stringify(localStorage)")
    assert "Note sealed" not in everything
    assert "fairbench.sealed" in everything
    page.unroute("**/events/")
    sign_in(page)
    expect(page.locator("#device-state")).to_contain_text("1 sealed parcel")
    page.get_by_role("link", name="On this device").click()
    field = page.get_by_label("The password they were sealed with")
    field.fill("something else")
    page.get_by_role("button", name="Open and send").click()
    expect(page.locator("#device-said")).to_contain_text("not the password")
    field.fill(PASSWORD)
    page.get_by_role("button", name="Open and send").click()
    assert becomes(page, lambda: texts() == ["Note sealed"])
    expect(page.locator("#device-sealed-part")).to_be_hidden()


def test_unsent_notes_thrown_away_are_on_record(teaching: Page) -> None:
    page = teaching
    unsent_at_sign_out(page)
    page.get_by_role("button", name="Stay here").click()
    expect(page.locator("#leave-device")).to_be_hidden()
    page.get_by_role("button", name="Sign out").click()
    page.get_by_role("button", name="Discard").click()
    page.wait_for_url("**/sign-in/")
    assert page.evaluate(STORED) == ""
    with scopes_disabled():
        assert AuditEntry.objects.get(verb="meeting.discard_notes").new == {"number": 1}


@pytest.mark.parametrize("broken", ["502", "hang"])
def test_a_running_class_opens_while_the_server_is_broken(teaching: Page, broken: str) -> None:
    page = teaching
    held: list[Route] = []
    pattern = re.compile(r"/teach/$")
    page.context.route(pattern, lambda route: route.fulfill(status=502) if broken == "502" else held.append(route))
    name = page.locator("#name").inner_text()
    page.reload()
    expect(page.locator("#name")).to_have_text(name)
    expect(page.locator("#banner")).to_contain_text("Paused while the screen was off")
    for route in held:
        route.abort()
    page.context.unroute(pattern)


def test_one_refused_note_holds_up_no_other_and_is_shown(teaching: Page) -> None:
    page = teaching
    bad = {
        "id": "6f2b1c1e-0000-4000-8000-000000000009",
        "kind": "noted",
        "at": "1999-01-01T00:00:00Z",
        "text": "Note odd",
    }
    key = f"fairbench.events.{meeting().id}"
    page.evaluate("([key, bad]) => localStorage.setItem(key, bad)", [key, json.dumps([bad])])
    note(page, "Note good")
    assert becomes(page, lambda: texts() == ["Note good"])
    expect(page.locator("#sync")).to_contain_text("1 could not be taken")
    page.goto("/device/")
    expect(page.locator("#device-refused")).to_contain_text("Note odd")
    expect(page.locator("#device-refused")).to_contain_text("must be in the years 2000 to 2199")
    page.get_by_role("button", name="Remove", exact=True).click()
    expect(page.locator("#device-refused-part")).to_be_hidden()
    expect(page.locator("#device-state")).to_be_hidden()


def test_signing_in_in_another_tab_goes_on_sending(teaching: Page) -> None:
    page = teaching
    page.context.clear_cookies()
    note(page, "Note while signed out")
    expect(page.locator("#sync")).to_contain_text("sign in again to send")
    other = page.context.new_page()
    sign_in(other)
    expect(page.locator("#sync")).to_have_text("all saved", timeout=20_000)
    assert texts() == ["Note while signed out"]


def test_a_second_device_follows_and_may_take_over(teaching: Page, site: str, browser: Browser) -> None:
    first = teaching
    first.locator("#do-next").click()
    first.locator("#do-next").click()
    first.locator("#do-next").click()
    expect(first.locator("#sync")).to_have_text("all saved")
    name = first.locator("#name").inner_text()
    first.wait_for_function("name => document.getElementById('name').textContent === name", arg=name)
    assert becomes(first, lambda: (meeting().player or {}).get("index") == 3)
    context = browser.new_context(viewport={"width": 1180, "height": 820}, base_url=site)
    second = context.new_page()
    sign_in(second)
    second.goto(first.url)
    expect(second.locator("#follows")).to_be_visible()
    expect(second.locator("#name")).to_have_text(name)
    expect(second.locator("#elapsed")).not_to_have_text("0:00")
    expect(second.locator("#do-next")).to_be_disabled()
    first.locator("#do-next").click()
    expect(second.locator("#name")).to_have_text(first.locator("#name").inner_text(), timeout=20_000)
    second.get_by_role("button", name="Take over").click()
    expect(second.locator("#follows")).to_be_hidden()
    expect(second.locator("#do-next")).to_be_enabled()
    expect(first.locator("#follows")).to_be_visible(timeout=20_000)
    expect(first.locator("#do-next")).to_be_disabled()
    second.locator("#do-end").click()
    second.locator("#end-now").click()
    expect(first.locator("#name")).to_have_text("The class is over", timeout=20_000)
    context.close()
