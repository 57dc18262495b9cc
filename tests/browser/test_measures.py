"""The tools of tests count and time right, with and without a connection; next class is taken with one press."""

import pytest
from playwright.sync_api import Page, expect

from .conftest import faults, run_until, settled, stop_the_clock
from .opened import begin, on_a_fast_clock


def open_test(page: Page, name: str) -> None:
    page.goto("/people/")
    page.get_by_role("link", name="Nerys Quill").first.click()
    page.get_by_role("link", name="Measures").click()
    page.locator("section[aria-labelledby=tests]").get_by_role("link", name=name).click()
    expect(page.locator("#tool")).to_be_visible()


def start(page: Page, name: str) -> None:
    """A test whose time passes only as the test of it says."""
    open_test(page, name)
    page.clock.install()
    page.reload()
    expect(page.locator("#tool")).to_be_visible()
    stop_the_clock(page)
    page.locator("#tool-go").click()


def test_taps_are_counted_until_the_time_is_over_and_a_half_rise_is_one_more(page: Page) -> None:
    start(page, "30 second chair rise")
    for _ in range(11):
        page.locator("#tool-tap").click()
    expect(page.locator("#tool-count")).to_have_text("11")
    page.clock.run_for(20_000)
    expect(page.locator("#tool-tap")).to_be_enabled()
    page.clock.run_for(10_500)
    expect(page.locator("#tool-tap")).to_be_disabled()
    expect(page.locator("#both_1")).to_have_value("11")
    page.locator("#tool-half").click()
    expect(page.locator("#both_1")).to_have_value("12")
    expect(page.locator("#tool-half")).to_be_disabled()
    page.get_by_role("button", name="Save").click()
    expect(page.locator(".measure-card", has_text="30 second chair rise").locator(".measure-now")).to_contain_text("12")


def test_a_watch_fills_one_trial_after_the_other_and_one_that_is_enough_stops_by_itself(page: Page) -> None:
    start(page, "One-leg stand")
    page.clock.run_for(12_400)
    page.locator("#tool-go").click()
    expect(page.locator("#left_1")).to_have_value("12.4")
    expect(page.locator("#tool-into")).to_have_text("Goes to: Left, Trial 2")
    page.locator("#tool-go").click()
    page.clock.run_for(46_000)
    expect(page.locator("#left_2")).to_have_value("45.0")
    expect(page.locator("#tool-go")).to_have_text("Start")


def test_without_a_connection_the_tool_works_and_nothing_is_lost(page: Page) -> None:
    open_test(page, "Up and go, 2.44 m")
    page.context.set_offline(True)
    page.locator("#both_1").fill("7.4")
    page.get_by_role("button", name="Save").click()
    expect(page.locator("#not-sent")).to_be_visible()
    expect(page.locator("#both_1")).to_have_value("7.4")
    page.context.set_offline(False)  # and it is sent by itself
    page.wait_for_url("**/measures/person/*/")
    expect(page.locator(".measure-card", has_text="Up and go").locator(".measure-now")).to_contain_text("7.4")


def test_a_round_leads_from_person_to_person_and_back(page: Page) -> None:
    page.goto("/people/")
    page.get_by_role("link", name="Monday Chairs The Signal Room").click()
    page.get_by_role("link", name="Tests").click()
    page.get_by_role("link", name="Take One-leg stand, eyes open, Nerys Quill").click()
    page.locator("#left_1").fill("14")
    page.locator("#right_1").fill("16")
    page.get_by_role("button", name="Save").click()
    page.wait_for_url("**/measures/group/*/")
    expect(page.locator("tr", has_text="Nerys Quill")).to_contain_text("L 14, R 16")


def test_next_class_is_taken_with_one_press_and_shows_on_paper(page: Page) -> None:
    page.goto("/people/")
    page.get_by_role("link", name="Monday Chairs The Signal Room").click()
    page.get_by_role("link", name="Next class").click()
    row = page.locator("tr", has_text="Heel raise").filter(has_text="Tomasz Wilk")
    expect(row).to_contain_text("2 × 18")
    page.get_by_role("button", name="Take what is ticked").click()
    expect(page.locator(".messages")).to_contain_text("taken")
    expect(page.locator("tr", has_text="Heel raise").locator("input:checked")).to_have_count(0)
    expect(page.get_by_text("Taken already")).to_be_visible()
    page.goto("/plans/")
    page.get_by_role("link", name="Open chest, strong legs").first.click()
    page.get_by_role("link", name="Cue sheet").click()
    expect(page.locator("body")).to_contain_text("18 times")


def test_a_class_is_taught_rolled_forward_and_taught_again(page: Page) -> None:
    """One says that it was too easy, one that it hurt: the one rises, the other steps back, and the next class is
    taught."""
    begin(page, 3)
    on_a_fast_clock(page, 500)
    run_until(page, lambda: page.locator("#do-pause").inner_text() == "Record", each=4000)
    page.locator("#do-pause").click()
    page.wait_for_url("**/record/")
    people = page.locator(".record-person")
    expect(people).to_have_count(3)
    hurt, easy = people.filter(has_text="Bronwen Sayle"), people.filter(has_text="Dilwyn Farrow")
    easy.get_by_role("button", name="Dilwyn Farrow: too easy").click()
    expect(easy.get_by_role("button", name="Dilwyn Farrow: too easy")).to_have_attribute("aria-pressed", "true")
    settled(page)
    hurt.get_by_role("button", name="Change for").click()
    settled(page)
    hurt.locator(".taps").get_by_role("button", name="8. Heel raise").click()
    settled(page)
    pain = hurt.get_by_role("group", name="Pain, 0 to 10").get_by_role("button", name="5", exact=True)
    pain.click()
    expect(pain).to_have_attribute("aria-pressed", "true")
    settled(page)
    hurt.get_by_role("button", name="Left calf").or_(hurt.get_by_role("button", name="Left knee")).first.click()
    expect(hurt).to_contain_text("pain 5 of 10")
    page.get_by_role("button", name="Save the record").click()
    page.wait_for_url("**/classes/*/")

    page.goto("/people/")
    page.get_by_role("link", name="Monday Chairs The Signal Room").click()
    page.get_by_role("link", name="Next class").click()
    back = page.locator(".progress-table tr", has_text="Bronwen Sayle").filter(has_text="Pain was 5 of 10")
    expect(back).to_contain_text("Heel raise")
    expect(back).to_contain_text("Less")
    rises = page.locator(".progress-table tr", has_text="Dilwyn Farrow").filter(has_text="It went well").first
    expect(rises).to_contain_text("More")
    page.get_by_role("button", name="Roll forward").click()
    page.wait_for_url("**/plans/*/")
    expect(page.get_by_text("steps taken: the bench, the sheets and teaching show them.")).to_be_attached()
    expect(page.locator(".plank", has_text="Heel raise").first).to_be_visible()

    page.get_by_role("button", name="Teach").click()
    page.locator(".arrive", has_text="Bronwen Sayle").click()
    page.get_by_role("button", name="Begin with 1").click()
    page.wait_for_selector("#do-pause")
    on_a_fast_clock(page, 500)
    run_until(page, lambda: page.locator("#name").inner_text() == "Heel raise", each=4000)
    expect(page.locator("body")).to_contain_text("Bronwen")


@pytest.mark.parametrize("width", [390, 1024])
def test_nothing_is_cut_off_and_axe_finds_nothing(page: Page, width: int) -> None:
    page.goto("/people/")
    page.get_by_role("link", name="Monday Chairs The Signal Room").click()
    group = page.url
    page.get_by_role("link", name="Nerys Quill").click()
    person = page.url
    page.set_viewport_size({"width": width, "height": 800})
    found, cut = {}, {}
    for path in (
        person.replace("/people/", "/measures/person/"),
        person.replace("/people/", "/measures/person/") + "take/one-leg-stand/",
        person.replace("/people/", "/progress/person/"),
        group.replace("/people/groups/", "/measures/group/"),
        group.replace("/people/groups/", "/progress/group/"),
    ):
        page.goto(path)
        cut[path] = page.evaluate("document.documentElement.scrollWidth - innerWidth")
        found[path] = faults(page)
    assert not any(found.values()), found
    assert all(value <= 0 for value in cut.values()), cut
