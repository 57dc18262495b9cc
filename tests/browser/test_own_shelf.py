"""The shelf made one's own, by mouse and by keys: narrowed for a group, named, at hand, compared, a draft kept."""

from playwright.sync_api import Page, expect

from .conftest import faults, focused, follow, settled


def test_the_shelf_for_a_group_and_an_exercise_made_ones_own(page: Page) -> None:
    page.goto("/shelf/")
    page.locator("#by-group").select_option(label="Monday Chairs")
    expect(page.locator(".group-share").first).to_contain_text("of 10 as it stands")
    page.locator("#by-show").select_option("fits")
    expect(page.locator("#results h2").first).to_contain_text("Best fit first")
    assert "show=fits" in page.url
    expect(page.locator(".figure-rows li").first).to_contain_text("9 of 10 as it stands")
    assert faults(page) == []
    page.reload()
    expect(page.locator("#by-show")).to_have_value("fits")

    page.goto("/shelf/band-row/")
    page.get_by_text("Our name for it").click()
    name = page.get_by_label("Name that your practice uses")
    name.fill("Bridge")
    follow(page, page.locator(".own-name button"))
    expect(page.locator(".field-error")).to_contain_text("another exercise is called Bridge already")
    expect(name).to_have_value("Bridge")
    name.fill("Hauling the nets")
    follow(page, page.locator(".own-name button"))
    expect(page.locator("h1")).to_have_text("Hauling the nets")
    follow(page, page.get_by_role("button", name="Favourite"))
    expect(page.get_by_role("button", name="Favourite")).to_have_attribute("aria-pressed", "true")
    page.goto("/shelf/?show=favourites")
    expect(page.locator(".figure-rows li")).to_have_count(1)
    expect(page.locator(".figure-rows")).to_contain_text("Hauling the nets")


def test_two_versions_are_compared_by_key(page: Page) -> None:
    page.goto("/shelf/compare/?first=push-up/at-wall")
    second = page.locator("#second_version")
    second.focus()
    page.keyboard.press("End")
    settled(page)
    expect(page.locator("#second-heading ~ ul")).to_contain_text("The hands carry")
    assert focused(page, "it.id === 'second_version'")
    assert faults(page) == []


def test_a_draft_is_changed_taken_back_kept_and_gone_on_with_by_key(page: Page) -> None:
    page.goto("/shelf/workshop/?from=standing")
    page.locator("#part-arms").focus()
    page.keyboard.press("Enter")
    settled(page)
    details = page.locator("#workshop-details")
    expect(details.locator("table")).to_be_hidden()
    details.locator("summary").click()
    page.locator("#more-elbow_flex").focus()
    before = page.locator("#joint-elbow_flex").input_value()
    page.keyboard.press("Enter")
    settled(page)
    expect(page.locator("#joint-elbow_flex")).not_to_have_value(before)
    expect(details.locator("table")).to_be_visible()
    page.locator("#undo-change").focus()
    page.keyboard.press("Enter")
    settled(page)
    expect(page.locator("#joint-elbow_flex")).to_have_value(before)
    expect(page.locator("#undo-change")).to_be_disabled()
    page.get_by_label("Name of the exercise").fill("Lamp lift")
    follow(page, page.get_by_role("button", name="Keep unfinished"))
    expect(page.locator(".message")).to_contain_text(
        "Lamp lift is kept unfinished. It lacks: a pose that differs · Name of this"
    )
    page.goto("/shelf/")
    expect(page.locator(".unfinished")).to_contain_text("Lamp lift")
    assert faults(page) == []
    follow(page, page.get_by_role("link", name="Go on"))
    expect(page.get_by_label("Name of the exercise")).to_have_value("Lamp lift")
