"""Ready classes taught on a fast clock, from a new plan to the record."""

import re

import pytest
from playwright.sync_api import Page, expect

from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.ready_classes_doc import load_ready_classes
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline

from .conftest import run_until

TAUGHT = {
    "contract-and-let-go": "press",
    "reaches-to-music": "their right",
    "arm-backward": "affected side",
    "home-standing-and-seated": "Water",
    "ramped-at-the-wall": "build to 80 %",
    "sticks-band-wall": "weaker side",
    "band-arm-by-arm": "other side",
    "diagonal-patterns": "round 4 of 4: swung",
}
"""Eight of them, and something that has to be seen in each."""


@pytest.mark.parametrize("ready", TAUGHT)
def test_a_ready_class_is_taught_to_its_end(page: Page, ready: str) -> None:
    plan = load_ready_classes()[ready].plan
    page.goto("/plans/new/")
    page.get_by_label("Name").fill(plan.name)
    page.get_by_label("For", exact=True).select_option(label="Monday Chairs")
    expect(page.locator(".group-share").first).not_to_be_empty()
    page.locator(f"[name=template][value={ready}]").check()
    page.get_by_role("button", name="Create plan").click()
    page.get_by_role("button", name="Teach").click()
    page.locator(".arrive").first.click()
    page.get_by_role("button", name="Begin with 1").click()
    page.wait_for_selector("#do-pause")
    page.clock.install()
    page.reload()
    page.locator("#do-pause").click()
    seen: list[str] = []

    def over() -> bool:
        now = page.evaluate(
            "['name', 'side', 'number', 'of', 'cue'].map(id => document.getElementById(id).innerText).join(' | ')"
        )
        if not seen or seen[-1] != now:
            seen.append(now)
        return "The class is over" in now

    run_until(page, over, each=4000)
    names = list(dict.fromkeys(one.split(" | ")[0] for one in seen))
    planned = [time.exercise.name for time in compile_timeline(plan, Group(), load_shelf()).items]
    assert [name for name in names if name in planned] == list(dict.fromkeys(planned))
    assert any(TAUGHT[ready] in one for one in seen), TAUGHT[ready]
    assert not any(re.search(r"[{}]|undefined|NaN", one) for one in seen)
    page.locator("#do-pause").click()
    page.wait_for_url("**/record/")
    rows = page.locator(".class-item")
    expect(rows).to_have_count(len(plan_items(ready)))
    for number in range(rows.count()):
        expect(rows.nth(number)).to_have_attribute("aria-pressed", "true")


def plan_items(ready: str) -> list[str]:
    return [item.id for item in load_ready_classes()[ready].plan.items()]
