"""Making an exercise from nothing, then planning, teaching and printing it; the figure in class."""

import re

from playwright.sync_api import Browser, Page, expect

from .conftest import becomes, faults, focused, follow, run_until, settled, sign_in, stop_the_clock


def turn(page: Page, joint: str, value: int) -> None:
    page.locator(f"#joint-{joint}").fill(str(value))
    settled(page)
    expect(page.locator(f"#joint-{joint} ~ output")).to_contain_text(str(value))


def test_an_exercise_from_nothing_to_the_class(page: Page) -> None:
    page.goto("/shelf/workshop/?from=seated")
    page.locator("#part-arms").click()
    settled(page)
    page.locator("#limbs-side").click()
    settled(page)
    page.locator("#hold-arms").select_option("free")
    settled(page)
    before = page.locator(".workshop-figure").first.inner_html()
    turn(page, "shoulder_flex", 120)
    turn(page, "elbow_flex", 15)
    assert becomes(page, lambda: page.locator(".workshop-figure").first.inner_html() != before)
    expect(page.locator(".demand-table")).to_contain_text(re.compile(r"Arm is raised\s+right\s+119°"))

    # By key: the focus stays on the control, and one press is one change.
    page.locator("#more-elbow_flex").focus()
    page.keyboard.press("Enter")
    settled(page)
    expect(page.locator("#joint-elbow_flex ~ output")).to_contain_text("20")
    assert focused(page, "it.id === 'more-elbow_flex'")

    # A hold that is not offered and cannot be: the reason beside it, the figure as it was.
    shown = page.locator(".workshop-figure").first.inner_html()
    page.locator("#hold-arms").evaluate("field => field.add(new Option('feet', 'feet'))")
    page.locator("#hold-arms").select_option("feet")
    expect(page.get_by_role("alert")).to_contain_text("The right hand does not reach feet")
    assert page.locator(".workshop-figure").first.inner_html() == shown
    assert faults(page) == []

    for label, text in (
        ("Name of the exercise", "Mooring reach"),
        ("Short name, for a plank", "Mooring"),
        ("What it helps with in daily life", "Throwing a rope ashore."),
        ("Name of this version", "from the chair"),
        ("Set up, one cue a line", "Sit tall."),
        ("Do, one cue a line", "Reach your {side} hand up and out."),
        ("Watch for, one a line", "Leaning back."),
    ):
        page.get_by_label(label).fill(text)
    page.get_by_label("Part of the class").select_option("strengthen")
    page.get_by_label("Sides", exact=True).select_option("each_side")
    page.get_by_role("button", name="Save").click()
    expect(page.locator("h1")).to_have_text("Mooring reach")

    # Planned.
    page.goto("/plans/new/")
    page.get_by_label("Name").fill("With our own")
    page.get_by_label("For", exact=True).select_option(label="Monday Chairs")
    page.get_by_role("button", name="Create plan").click()
    page.get_by_role("button", name="Add exercise").first.click()
    page.locator("#shelf-find").fill("mooring")
    page.get_by_role("button", name="Add Mooring reach, from the chair").click()
    expect(page.locator(".plank")).to_have_count(1)
    page.keyboard.press("Escape")

    # Printed.
    follow(page, page.get_by_role("link", name="Cue sheet"))
    expect(page.locator(".cue-entry")).to_contain_text("Reach your working hand up and out.")
    image = page.locator(".cue-entry img")
    expect(image).to_have_attribute(
        "alt", re.compile("Sitting on a chair, seen from the side.*The right arm rises and the right elbow straightens")
    )
    assert becomes(page, lambda: image.evaluate("image => image.complete && image.naturalWidth > 0"))

    # Taught.
    page.go_back()
    page.get_by_role("button", name="Teach").click()
    page.locator(".arrive").first.click()
    expect(page.locator("#begin")).to_be_enabled()
    page.clock.install()
    page.locator("#begin").click()
    page.locator("#do-pause").click()
    run_until(page, lambda: "of 8" in page.locator("#of").inner_text())
    expect(page.locator("#cue")).to_have_text("Reach your left hand up and out.")
    expect(page.locator("#figure")).to_be_visible()


def march(page: Page) -> None:
    page.get_by_role("button", name="Teach Short and steady").click()
    page.locator(".arrive").first.click()
    expect(page.locator("#begin")).to_be_enabled()
    page.clock.install()
    page.locator("#begin").click()
    page.locator("#do-pause").click()
    run_until(
        page, lambda: page.locator("#name").inner_text() == "Seated row" and "of" in page.locator("#of").inner_text()
    )


def test_the_figure_moves_at_the_tempo(page: Page) -> None:
    """A pull of 2 s, 1 s held, 2 s back: at the end, then at the start again."""
    march(page)
    page.wait_for_selector("#figure g[visibility=visible]")
    stop_the_clock(page)
    frames = []
    for _ in range(50):
        page.clock.run_for(200)
        frames.append(int(page.locator("#figure").get_attribute("data-frame")))
    assert max(frames) == 12
    assert min(frames) <= 1
    came = next(at for at in range(1, len(frames)) if frames[at] == 12 != frames[at - 1])
    assert frames[came : came + 4] == [12] * 4
    assert frames[came + 5 : came + 14] == sorted(frames[came + 5 : came + 14], reverse=True)
    assert frames[came + 14] < 12
    expect(page.locator("#figure g[visibility=visible]")).to_have_count(1)
    page.locator("#do-pause").click()
    held = page.locator("#figure").get_attribute("data-frame")
    page.clock.run_for(3000)
    assert page.locator("#figure").get_attribute("data-frame") == held


def test_for_reduced_motion_start_and_end_stand_still(site: str, browser: Browser) -> None:
    context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=site, reduced_motion="reduce")
    page = context.new_page()
    sign_in(page)
    march(page)
    expect(page.locator("#figure")).to_be_hidden()
    pair = page.locator("#figure-pair")
    expect(pair).to_be_visible()
    sources = [image.get_attribute("src") for image in pair.locator("img").all()]
    assert "pose=start" in sources[0]
    assert "pose=end" in sources[1]
    page.clock.run_for(5000)
    assert [image.get_attribute("src") for image in pair.locator("img").all()] == sources
    context.close()


def test_the_shelf_and_the_sheet_are_narrowed_as_one_types(page: Page) -> None:
    page.goto("/shelf/")
    total = page.locator(".figure-row-link").count()
    page.get_by_label("Find an exercise").fill("ladder no such thing")
    expect(page.locator(".first-use")).to_be_visible()
    page.get_by_label("Find an exercise").fill("")
    expect(page.locator(".figure-row-link")).to_have_count(total)
    page.get_by_label("Prop").select_option("pedals")
    expect(page.locator(".found-line")).to_contain_text("2 exercises")
    expect(page).to_have_url(re.compile("prop=pedals"))
    page.goto("/shelf/push-up/")
    page.get_by_label("from the front").check()
    expect(page.locator(".rung .figure").first).to_have_attribute("src", re.compile("view=front"))
    page.goto("/shelf/sheet/")
    page.get_by_label("Seen").select_option("front")
    expect(page.locator(".sheet .figure").first).to_have_attribute("src", re.compile("view=front"))


def test_the_figures_of_a_ladder_are_large_enough_to_copy(page: Page) -> None:
    page.goto("/shelf/bridge/")
    widths = page.locator(".rung-figure img").evaluate_all("images => images.map(image => image.clientWidth)")
    assert min(widths) >= 120
