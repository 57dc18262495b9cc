"""Needs as they are met in a day: a newcomer screened, a sore shoulder, a suggested change, a decision that ends."""

import datetime
import re

from django.utils import timezone
from django_scopes import scopes_disabled
from playwright.sync_api import Page, expect

from fairbench.core.formats.screening_doc import load_questions
from fairbench.web.people.health_summary import keep_health_summary
from fairbench.web.people.models import Override, Participant

from .conftest import becomes

QUESTIONS = load_questions()


def open_plan(page: Page, name: str) -> None:
    page.goto("/plans/")
    page.get_by_role("link", name=name).first.click()
    page.wait_for_selector("#bench")


def lowest(page: Page) -> int:
    shown = page.locator("#lowest-share").inner_text()
    return 100 if shown == "Everyone is included all the time" else int(re.search(r"(\d+)%", shown).group(1))


def test_a_newcomer_is_screened_on_the_tablet_and_the_bench_changes(page: Page) -> None:
    open_plan(page, "Open chest, strong legs")
    row = page.locator(".people-row", has_text="Cosmo Idris")
    expect(row.locator(".cell.talk_first")).to_have_count(page.locator(".plank").count())
    page.goto("/people/")
    page.get_by_role("link", name="Cosmo Idris").click()
    page.locator("#screen").click()
    for number in range(1, len(QUESTIONS) + 1):
        expect(page.get_by_text(f"Question {number} of {len(QUESTIONS)}")).to_be_visible()
        if number == 2:
            page.get_by_role("link", name="Back one question").click()
            expect(page.get_by_role("button", name="No", exact=True)).to_have_attribute("aria-pressed", "true")
            page.get_by_role("button", name="No", exact=True).click()
            expect(page.get_by_text(f"Question 2 of {len(QUESTIONS)}")).to_be_visible()
        question = page.locator(".ask-question").inner_text()
        yes = "floor and up again" in question
        tell = "pain or stiffness" in question
        page.get_by_role("button", name="Yes" if yes else "I'd rather" if tell else "No", exact=not tell).click()
    page.get_by_role("link", name="read the answers").click()
    told = page.locator(".review-line", has_text="pain or stiffness")
    told.get_by_label("No").check()
    expect(page.get_by_label("Add: cannot get to the floor")).to_be_checked()
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.locator("#screening")).to_contain_text("Holds until")
    expect(page.get_by_text("Cannot get to the floor", exact=True)).to_be_visible()
    open_plan(page, "Open chest, strong legs")
    expect(page.locator(".people-row", has_text="Cosmo Idris").locator(".cell.talk_first")).to_have_count(0)


def test_a_new_shoulder_pain_at_the_door_changes_the_teaching_screen(page: Page) -> None:
    open_plan(page, "Open chest, strong legs")
    page.get_by_role("button", name="Teach").click()
    for name in ("Ifeoma Adair", "Tomasz Wilk"):
        page.locator(".arrive", has_text=name).click()
        expect(page.locator(".arrive", has_text=name)).to_have_attribute("aria-pressed", "true")
    cell = page.locator(".arrive-cell", has_text="Ifeoma Adair")
    cell.locator("summary", has_text="Anything new?").click()
    cell.get_by_role("button", name="Right shoulder").click()
    expect(cell.get_by_text("Right shoulder hurts")).to_be_visible()
    page.locator("#begin").click()
    page.locator("#do-pause:not([disabled])").click()
    for _ in range(80):
        if page.locator("#name").inner_text() == "Arm sweep":
            break
        page.locator("#do-next").click()
    different = page.locator("#different li")
    expect(different).to_have_count(1)
    expect(different).to_contain_text("Ifeoma Adair to shoulder height")
    page.set_viewport_size({"width": 390, "height": 844})
    expect(different).to_be_visible()
    page.set_viewport_size({"width": 1280, "height": 800})
    page.locator("#do-signs").click()
    expect(page.locator("#signs-people")).to_contain_text("Ifeoma Adair")
    page.locator("#incident-start").click()
    page.locator("#incident-text").fill("Shoulder worse, sat out.")
    page.locator("#incident-keep").click()
    expect(page.locator("#sync")).to_have_text("all saved")


def test_a_red_flag_at_the_door_is_not_tapped_away(page: Page) -> None:
    open_plan(page, "Open chest, strong legs")
    page.get_by_role("button", name="Teach").click()
    cell = page.locator(".arrive-cell", has_text="Ifeoma Adair")
    cell.locator("summary", has_text="Anything new?").click()
    cell.get_by_role("button", name="swollen calf").click()
    expect(cell).to_contain_text("Not today. Swollen calf: No exercise and no rubbing")
    expect(cell.get_by_role("button", name="can join")).to_have_count(0)
    cell.get_by_role("button", name="Undo").click()
    expect(cell).not_to_contain_text("Not today")


def test_a_red_flag_at_screening_waits_for_advice_which_has_an_end(page: Page) -> None:
    page.goto("/people/")
    page.get_by_role("link", name="Cosmo Idris").click()
    page.locator("#screen").click()
    for _ in QUESTIONS:
        flagged = "numbness between the legs" in page.locator(".ask-question").inner_text()
        here = page.url
        page.get_by_role("button", name="Yes" if flagged else "No", exact=True).click()
        page.wait_for_url(lambda url, here=here: url != here)
    page.get_by_role("link", name="read the answers").click()
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.locator("#screening")).to_contain_text("a clinician's word on numb saddle")
    soon = timezone.localdate() + datetime.timedelta(days=14)
    adder = page.locator("details.adder", has_text="Add clinician’s advice")
    adder.locator("summary").click()
    adder.get_by_label("Who", exact=True).fill("Dr Mirren Oake")
    adder.get_by_label("What they said").fill("Seen and examined; may join in.")
    adder.get_by_label("Until (may stay empty)").fill(soon.isoformat())
    adder.get_by_role("button", name="Save").click()
    expect(page.locator("#screening")).not_to_contain_text("numb saddle")
    expect(page.get_by_text(f"{soon:%-d %b %Y}").first).to_be_visible()


def test_a_reading_at_the_door_waits_until_a_calmer_one(page: Page) -> None:
    open_plan(page, "Open chest, strong legs")
    page.get_by_role("button", name="Teach").click()
    cell = page.locator(".arrive-cell", has_text="Ifeoma Adair")
    for figures, stays_out in (("186/95", True), ("148/90", False)):
        cell.locator("summary", has_text="Anything new?").click()
        cell.get_by_label("What was measured").select_option("blood-pressure")
        cell.get_by_label("Figures, such as 145/85").fill(figures)
        cell.get_by_role("form", name="Reading").get_by_role("button", name="Save").click()
        expect(cell.get_by_text(f"Blood pressure {figures} mmHg", exact=True)).to_be_visible()
        expect(cell.get_by_text("Not today. Blood pressure")).to_have_count(int(stays_out))


def test_a_clinicians_limit_is_set_with_a_figure_and_an_end(page: Page) -> None:
    page.goto("/people/")
    page.get_by_role("link", name="Ifeoma Adair").click()
    page.get_by_text("Add clinician’s advice").click()
    form = page.locator("form", has=page.get_by_label("It sets a limit (may stay empty)"))
    form.get_by_label("Who", exact=True).fill("Dr Mirren Oake")
    form.get_by_label("What they said").fill("Hip to a right angle for now.")
    form.get_by_label("It sets a limit (may stay empty)").select_option("limit-hip-bend")
    form.get_by_label("How far it may bend").fill("90")
    form.get_by_label("Side").select_option("left")
    until = timezone.localdate() + datetime.timedelta(days=16)
    form.get_by_label("Until (may stay empty)").fill(until.isoformat())
    form.get_by_role("button", name="Save").click()
    limit = page.locator(".condition", has_text="Limit on bending the hip, left, 90°")
    expect(limit).to_contain_text(f"until {until:%-d %b %Y}")
    open_plan(page, "Open chest, strong legs")
    expect(page.locator(".people-row", has_text="Ifeoma Adair").locator(".cell.eased").first).to_be_visible()


def test_the_reason_panel_says_why_not_as_planned_and_what_is_done(page: Page) -> None:
    open_plan(page, "Open chest, strong legs")
    for row in page.locator(".people-row").all():
        eased = row.locator(".cell.eased").first
        if eased.count():
            eased.click()
            break
    line = page.locator("#verdict")
    expect(line).to_contain_text("Eased: ")
    expect(page.get_by_text("Nothing known speaks against it.")).to_have_count(0)


def test_a_suggested_change_is_taken_and_the_share_rises(page: Page) -> None:
    open_plan(page, "Bones and balance")
    before = lowest(page)
    expect(page.locator(".cell.waits")).to_have_count(1)
    waits = page.locator(".finding", has_text="Aurelio Finch waits")
    waits.get_by_role("button", name="What would settle it").click()
    waits.get_by_role("button", name="Replace it with").click()
    expect(page.locator(".cell.waits")).to_have_count(0)
    assert becomes(page, lambda: lowest(page) > before)


def test_a_decision_against_the_fit_holds_and_then_expires(page: Page) -> None:
    open_plan(page, "Up once, down once")
    row = page.locator(".people-row", has_text="Nerys Quill")
    row.locator(".cell.eased").first.click()
    expect(page.locator("#verdict")).to_contain_text("Eased")
    planned = page.locator("#override-version option").last.get_attribute("value")
    page.locator("#override-version").select_option(planned)
    page.locator("#override-reason").fill("Her surgeon set no limits.")
    page.locator("#override").get_by_role("button", name="Save").click()
    expect(page.locator("#verdict")).to_contain_text("by your decision: Her surgeon set no limits.")
    expect(row.locator(".cell.overridden")).to_have_count(1)
    with scopes_disabled():
        decision = Override.objects.get(participant__call_name="Nerys Quill")
        assert decision.until == timezone.localdate()
        # A day later, as the database has it.
        decision.until -= datetime.timedelta(days=1)
        decision.save()
        keep_health_summary(Participant.objects.get(call_name="Nerys Quill"))
    page.reload()
    expect(page.locator(".people-row", has_text="Nerys Quill").locator(".cell.overridden")).to_have_count(0)
    expect(page.locator(".people-row", has_text="Nerys Quill").locator(".cell.eased")).to_have_count(1)


def test_the_rows_of_people_are_walked_with_arrows(page: Page) -> None:
    """One stop for Tab; then from verdict to verdict and from row to row; Enter opens, and the focus stays."""
    open_plan(page, "Bones and balance")
    stops = page.locator(".people-row .row-who, .people-row .cell")
    expect(page.locator(".people-row [tabindex='0']")).to_have_count(1)
    assert stops.count() > 20
    page.locator(".row-who").first.focus()
    page.keyboard.press("ArrowDown")
    finch = page.locator(".people-row", has_text="Aurelio Finch")
    expect(finch.locator(".row-who")).to_be_focused()
    page.keyboard.press("ArrowRight")
    expect(finch.locator(".cell.waits")).to_be_focused()
    page.keyboard.press("End")
    expect(finch.locator(".cell").last).to_be_focused()
    page.keyboard.press("Home")
    page.keyboard.press("ArrowRight")
    page.keyboard.press("Enter")
    expect(page.locator("#verdict")).to_contain_text("Nothing suitable")
    expect(finch.locator(".cell.waits")).to_be_focused()
    expect(page.locator(".people-row [tabindex='0']")).to_have_count(1)
    page.keyboard.press("ArrowUp")
    expect(page.locator(".people-row").first.locator(".cell").first).to_be_focused()
    expect(page.locator("#verdict")).to_contain_text("Nothing suitable")


def test_what_one_person_is_given_stands_in_their_row(page: Page) -> None:
    open_plan(page, "Bones and balance")
    give = page.get_by_role("button", name="Give Aurelio Finch")
    promised = re.search(r"then (\d+%)", give.inner_text()).group(1)
    give.click()
    finch = page.locator(".people-row", has_text="Aurelio Finch")
    expect(finch.locator(".cell.overridden")).to_have_count(1)
    expect(finch.locator(".row-share")).to_have_text(promised)
    finch.locator(".cell.overridden").click()
    page.get_by_role("button", name="Remove my decision").click()
    expect(finch.locator(".cell.waits")).to_have_count(1)
