"""Nothing that was typed is lost: a session that ended, a server that is away, a page left too soon."""

import pytest
from django_scopes import scopes_disabled
from playwright.sync_api import Page, expect

from fairbench.web.classes.models import Difference
from fairbench.web.demo import account as demo_login
from fairbench.web.people.models import Participant
from fairbench.web.plans.models import Plan

from .conftest import becomes, follow, settled
from .opened import begin

TYPED = "Mind the door to the harbour"


def open_item(page: Page) -> None:
    page.goto("/plans/")
    follow(page, page.get_by_role("link", name="Short and steady").first)
    page.locator(".plank").nth(2).locator(".plank-wood").click()
    expect(page.locator("#note")).to_be_visible()


def end_session(page: Page) -> None:
    page.context.clear_cookies(name="sessionid")


def sign_in_again(page: Page) -> None:
    page.wait_for_url("**/sign-in/**")
    page.get_by_label("Email").fill(demo_login.EMAIL)
    page.get_by_label("Password").fill(demo_login.PASSWORD)
    with page.expect_event("load"):
        page.get_by_role("button", name="Sign in").click()


def notes_of_plans() -> list[str]:
    with scopes_disabled():
        return [str(plan.revisions.get(number=plan.head).document) for plan in Plan.objects.all()]


def drafts(page: Page) -> list[str]:
    return page.evaluate("Object.keys(sessionStorage).filter(key => key.startsWith('fairbench.draft'))")


def keeps_no_draft(page: Page) -> bool:
    """Once the page's script has run, which may be after its heading is seen."""
    return becomes(page, lambda: drafts(page) == [])


def test_a_note_on_the_bench_survives_the_end_of_the_session(page: Page) -> None:
    open_item(page)
    end_session(page)
    page.locator("#note").fill(TYPED)
    page.locator("#note").blur()
    sign_in_again(page)
    expect(page.locator("#note")).to_have_value(TYPED)
    assert becomes(page, lambda: any(TYPED in document for document in notes_of_plans()))
    assert becomes(page, lambda: drafts(page) == [])


def test_a_new_person_is_not_typed_twice(page: Page) -> None:
    page.goto("/people/new/")
    page.get_by_label("Call name").or_(page.locator("[name=call_name]")).first.fill("Merrin Tolley")
    page.locator("[name=goals]").fill("Reach the top shelf")
    end_session(page)
    page.get_by_role("button", name="Save").click()
    sign_in_again(page)
    expect(page.locator("[name=goals]")).to_have_value("Reach the top shelf")
    expect(page.locator(".draft-back")).to_contain_text("not saved yet")
    follow(page, page.get_by_role("button", name="Save"))
    expect(page.locator("h1")).to_have_text("Merrin Tolley")
    expect(page.locator("#draft-state")).to_be_hidden()
    assert keeps_no_draft(page)


def test_a_form_that_was_left_is_told_on_every_page_until_it_is_saved_or_discarded(page: Page) -> None:
    page.goto("/people/new/")
    page.locator("[name=call_name]").fill("Merrin Tolley")
    follow(page, page.get_by_role("link", name="Plans", exact=True))
    told = page.locator("#draft-state")
    expect(told).to_contain_text("Not saved yet")
    follow(page, told.get_by_role("link"))
    expect(page.locator("[name=call_name]")).to_have_value("Merrin Tolley")
    page.goto("/plans/")
    told.get_by_role("button", name="Discard").click()
    expect(told).to_be_hidden()
    page.goto("/people/new/")
    expect(page.locator("[name=call_name]")).to_have_value("")


def test_a_change_waits_for_a_server_that_is_away(page: Page) -> None:
    open_item(page)
    page.route("**/*", lambda route: route.abort() if "/static/" not in route.request.url else route.continue_())
    page.locator("#note").fill(TYPED)
    page.locator("#note").blur()
    expect(page.locator("#lost-touch")).to_contain_text("Not saved yet")
    page.unroute("**/*")
    expect(page.locator("#lost-touch")).to_be_hidden()
    assert becomes(page, lambda: any(TYPED in document for document in notes_of_plans()))


def test_a_form_sent_as_a_page_waits_for_a_server_that_is_away(page: Page) -> None:
    page.goto("/people/new/")
    page.locator("[name=call_name]").fill("Merrin Tolley")
    page.locator("[name=goals]").fill("Reach the top shelf")
    page.route("**/*", lambda route: route.abort())
    page.get_by_role("button", name="Save").click()
    expect(page.locator("#lost-touch")).to_contain_text("Not saved yet")
    expect(page.locator("[name=goals]")).to_have_value("Reach the top shelf")
    page.get_by_role("button", name="Save").click()
    page.unroute("**/*")
    expect(page.locator("h1")).to_have_text("Merrin Tolley")
    assert keeps_no_draft(page)
    with scopes_disabled():
        assert Participant.objects.filter(call_name="Merrin Tolley").count() == 1


def test_signing_out_asks_once_and_then_keeps_nothing(page: Page) -> None:
    page.goto("/people/new/")
    page.locator("[name=call_name]").fill("Merrin Tolley")
    page.goto("/plans/")
    page.get_by_role("button", name="Sign out").click()
    expect(page.locator("#lost-touch")).to_contain_text("not saved yet")
    page.get_by_role("button", name="Sign out").click()
    page.wait_for_url("**/sign-in/**")
    assert keeps_no_draft(page)


def test_what_another_typed_in_this_tab_is_not_shown(page: Page) -> None:
    page.evaluate("sessionStorage.setItem('fairbench.drafts.of-another', '{\"/people/new/\": {}}')")
    page.goto("/people/new/")
    assert keeps_no_draft(page)


def test_a_password_is_never_kept(page: Page) -> None:
    page.goto("/password/")
    page.locator("#main [type=password]").first.fill("not to be kept")
    assert keeps_no_draft(page)


@pytest.mark.parametrize("how", ["click", "enter"])
def test_saving_the_record_waits_for_what_was_typed_last(page: Page, how: str) -> None:
    begin(page)
    page.locator("#do-pause").click()
    page.locator("#do-end").click()
    page.locator("#end-now").click()
    expect(page.locator("#sync")).to_have_text("all saved")
    follow(page, page.locator("#do-pause"))
    page.locator(".record-person [id^=open-]").first.click()
    settled(page)
    page.locator("textarea[name=note]").fill(TYPED)
    save = page.get_by_role("button", name="Save the record")
    if how == "click":
        save.click()
    else:
        save.press("Enter")
    page.wait_for_url("**/classes/*/")
    with scopes_disabled():
        assert Difference.objects.filter(current=True, note=TYPED).exists()
        assert Participant.objects.exists()


def test_a_note_is_kept_where_another_item_is_chosen_right_after(page: Page) -> None:
    page.goto("/classes/")
    follow(page, page.locator(".rows a").first)
    follow(page, page.get_by_role("link", name="Correct the record"))
    page.locator("[name=why]").first.check()
    page.locator(".record-person [id^=open-]").first.click()
    settled(page)
    items = page.locator(".record-form .taps .tap")
    items.nth(2).click()
    settled(page)
    page.locator("textarea[name=note]").fill(TYPED)
    items.nth(3).click()
    settled(page)
    items.nth(2).click()
    settled(page)
    expect(page.locator("textarea[name=note]")).to_have_value(TYPED)
    with scopes_disabled():
        assert Difference.objects.filter(current=True, note=TYPED).count() == 1


def test_a_slow_press_on_the_shelf_adds_what_was_pressed(page: Page) -> None:
    """What is found is shown anew while the finger is down; the press is done on the same button of what came."""
    open_item(page)
    number = page.locator(".plank").count()
    page.locator("#open-shelf").click()
    add = page.get_by_role("button", name="Add Anchored row, seated", exact=True)
    page.locator("#shelf-find").fill("anchored")
    settled(page)
    add.hover()
    page.mouse.down()
    page.evaluate("htmx.trigger('#shelf-find', 'open-shelf')")
    settled(page)
    page.mouse.up()
    expect(page.locator(".plank")).to_have_count(number + 1)
    expect(page.locator("#shelf-added")).to_contain_text("Added Anchored row, seated")
