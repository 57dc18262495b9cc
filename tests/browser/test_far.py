"""From three metres: the size and contrast of what is looked at across a hall, printed with ``pytest -s``."""

import pytest
from playwright.sync_api import Page, expect

from .conftest import run_until
from .opened import teach

TABLET_MM_A_PIXEL = 254 / (1180**2 + 820**2) ** 0.5
"""Ten inches across, shown at 1180 × 820."""
THREE_METRES = 3000
CAPITALS = 0.66
"""Of the size of the type, in the typeface that ships."""
ARC_MINUTE = 0.000290888


def arc_minutes(type_size: float) -> float:
    """The height of capitals as seen from three metres."""
    return type_size * CAPITALS * TABLET_MM_A_PIXEL / THREE_METRES / ARC_MINUTE


@pytest.mark.parametrize(("width", "height"), [(1180, 820), (820, 1180)])
@pytest.mark.parametrize("light", [False, True])
def test_from_three_metres_name_side_and_count_are_read(page: Page, width: int, height: int, light: bool) -> None:
    page.set_viewport_size({"width": width, "height": height})
    teach(page)
    page.keyboard.press("f")
    if light:
        page.keyboard.press("l")
    run_until(page, lambda: page.locator("#name").inner_text() == "Calf stretch" or "right" in side(page), each=1000)
    sizes = page.evaluate(
        """() => Object.fromEntries(['name', 'side', 'number', 'of'].map(id =>
             [id, parseFloat(getComputedStyle(document.getElementById(id)).fontSize)]))"""
    )
    seen = {what: round(arc_minutes(size), 1) for what, size in sizes.items()}
    print(f"\n{width} × {height}, arc-minutes: {seen}")
    assert seen["name"] >= 10
    assert seen["side"] >= 10
    assert seen["number"] >= 20
    whole = page.evaluate(
        """() => ['name', 'side', 'number', 'do-pause'].every(id => {
             const box = document.getElementById(id).getBoundingClientRect();
             return box.top >= 0 && box.bottom <= innerHeight && box.left >= 0 && box.right <= innerWidth + 1; })"""
    )
    assert whole
    assert contrast(page, "#name") >= 7
    assert contrast(page, "#side") >= 7
    assert contrast(page, "#number") >= 7
    page.keyboard.press("f")
    expect(page.locator("#cue")).to_be_visible()


def side(page: Page) -> str:
    return page.locator("#side").inner_text()


def contrast(page: Page, selector: str) -> float:
    """Of a text against the background of the page."""
    ratio: float = page.evaluate(
        """(where) => {
          const light = (text) => {
            const [r, g, b] = text.match(/[\\d.]+/g).slice(0, 3).map(v => v / 255)
              .map(v => v <= 0.03928 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
            return 0.2126 * r + 0.7152 * g + 0.0722 * b; };
          const a = light(getComputedStyle(document.querySelector(where)).color);
          const b = light(getComputedStyle(document.body).backgroundColor);
          return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05); }""",
        selector,
    )
    return ratio
