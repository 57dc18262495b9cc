"""Building whole classes by hand from nothing, every action counted: one press, one filled field, one choice."""

import pytest
from playwright.sync_api import Locator, Page, expect

from .conftest import settled


class Hands:
    """Somebody at the bench, and how many actions they needed."""

    def __init__(self, page: Page) -> None:
        self.page, self.actions = page, 0

    def press(self, target: Locator) -> None:
        target.click()
        self.done()

    def fill(self, name: str, value: str) -> None:
        field = self.page.locator("#inspector").get_by_label(name, exact=True)
        field.fill(value)
        field.dispatch_event("change")
        self.done()

    def pick(self, target: Locator, words: str) -> None:
        target.select_option(label=words)
        self.done()

    def done(self) -> None:
        self.actions += 1
        settled(self.page)
        refused = self.page.locator(".notice.refused")
        assert not refused.count(), refused.inner_text()

    def begin(self, name: str, minutes: str) -> None:
        page = self.page
        page.goto("/plans/")
        page.get_by_role("link", name="New plan").click()
        page.get_by_label("Name").fill(name)
        page.get_by_label("Length, minutes").fill(minutes)
        page.get_by_role("button", name="Create plan").click()
        page.wait_for_selector("#bench")
        page.locator("#open-shelf").click()
        page.wait_for_selector("[data-add-exercise]")
        self.actions += 5

    def add(self, words: str, version: str) -> None:
        """Find an exercise by its name and put a version of it on the bench; it is open then."""
        page = self.page
        page.locator("#shelf-find").fill(words)
        add = page.locator("#shelf-results").get_by_role("button", name=f"Add {version}", exact=True)
        expect(add).to_be_visible()
        add.click()
        self.actions += 2
        expect(page.locator("#inspector h2")).to_have_text(version.split(",")[0])
        settled(page)

    def close_shelf(self) -> None:
        self.press(self.page.locator("[data-close-shelf]"))

    def open_shelf(self) -> None:
        self.press(self.page.locator("#open-shelf"))

    def sides(self, words: str) -> None:
        self.pick(self.page.locator("#sides"), words)

    def kind(self, words: str) -> None:
        self.pick(self.page.locator("#kind"), words)

    def tick(self, words: str) -> None:
        self.page.locator("#inspector").get_by_label(words).check()
        self.done()


@pytest.fixture
def hands(page: Page) -> Hands:
    return Hands(page)


def test_the_chair_programme_by_sets_takes_at_most_ninety_actions(hands: Hands) -> None:
    page = hands.page
    hands.begin("Chair programme", "45")
    hands.add("Side of neck", "Side of neck stretch, head leans")
    hands.fill("Hold for", "15–45")
    hands.fill("Times", "1")
    hands.fill("Sets", "2–5")
    hands.add("Shoulder rolls", "Shoulder rolls, fingertips on shoulders")
    hands.fill("Repetitions", "15")
    hands.add("Weight curl", "Weight curl, both arms at once")
    hands.fill("Sets", "3")
    hands.add("Seated row", "Seated row, without a band")
    hands.fill("Sets", "1")
    hands.add("Seated row", "Seated row, band round the feet")
    hands.fill("Sets", "3")
    hands.add("Shoulder rolls", "Shoulder rolls, both shoulders")
    hands.fill("Repetitions", "10 building to 20")
    expect(page.locator("#dose-sum")).to_contain_text("picked within 10 building to 20 repetitions")
    hands.add("Toe raise", "Toe raise, seated")
    hands.fill("Repetitions", "10")
    hands.fill("Sets", "3")
    hands.add("Ankle pump", "Ankle pump, legs out")
    hands.fill("Repetitions", "10")
    hands.fill("Sets", "3")
    hands.tick("Extra: skipped first if late")
    hands.add("March", "March, knees lifting")
    hands.fill("Sets", "3")
    hands.add("Seated turn", "Seated turn, arms crossed on the chest")
    hands.fill("Repetitions", "10–30")
    hands.add("Both knees", "Both knees lift, both knees")
    hands.fill("Repetitions", "10 building to 30")
    hands.add("Overhead press", "Overhead press, hands only")
    hands.fill("Repetitions", "10–20")
    hands.fill("Sets", "1")
    hands.add("Stamping", "Stamping march, seated")
    hands.fill("Repetitions", "10 building to 30")
    hands.tick("Extra: skipped first if late")
    hands.add("Pedalling", "Pedalling, without pedals")
    hands.fill("For", "60")
    hands.tick("Extra: skipped first if late")
    hands.add("Pedalling", "Pedalling, steady pace")
    hands.fill("For", "60–900")
    hands.add("Heel digs", "Heel digs, heels only")
    hands.fill("For", "60–180")
    hands.add("Roll down", "Roll down, half way")
    hands.fill("Repetitions", "3")
    hands.add("Knee hug", "Knee hug, seated")
    hands.fill("Hold for", "5")
    hands.fill("Times", "10")
    hands.add("Ankle circles", "Ankle circles, foot just off the floor")
    hands.fill("Repetitions", "10")
    expect(page.locator("#dose-sum")).to_contain_text("40 in all")
    expect(page.locator(".bench-meta")).to_contain_text("19 items")
    hands.close_shelf()
    over = page.locator(".finding", has_text="booked for 45 min").first
    hands.press(over.get_by_role("button", name="What would settle it"))
    hands.press(over.locator(".fixes .fix").first)
    expect(page.locator("#end-time")).not_to_have_class("over")
    print(f"{hands.actions} actions")
    assert hands.actions <= 90


def test_the_home_class_takes_at_most_seventy_actions(hands: Hands) -> None:
    page = hands.page
    hands.begin("Home, standing and seated", "20")
    hands.pick(page.locator("#plan-purpose"), "a leaflet for home")
    hands.pick(page.locator("#plan-start"), "standing")
    hands.add("March", "March, standing at the rail")
    hands.kind("by the clock")
    hands.fill("For", "60–120")
    hands.pick(page.locator("#beside"), "knees lifting")
    hands.add("Heel digs", "Heel digs, standing at the rail")
    hands.pick(page.locator("#beside"), "heels only")
    hands.add("Shoulder rolls", "Shoulder rolls, both shoulders")
    hands.fill("Repetitions", "8")
    hands.add("Seated side bend", "Seated side bend, hand slides down")
    hands.add("Sit to stand", "Sit to stand, weight forward only")
    hands.fill("Repetitions", "4–8")
    hands.pick(page.locator("#inspector [id^=add-line]"), "water")
    hands.add("Sit to stand", "Sit to stand, hands on thighs")
    hands.fill("Repetitions", "4–8")
    hands.add("Weight curl", "Weight curl, hands only")
    hands.fill("Sets", "1")
    hands.add("Pull apart", "Pull apart, at chest height")
    hands.fill("Sets", "1")
    hands.add("Pull apart", "Pull apart, elbows at the ribs")
    hands.fill("Sets", "1")
    hands.add("Seat push up", "Seat push up, press only")
    hands.fill("Sets offered", "1")
    hands.add("Towel wring", "Towel wring, wring")
    hands.fill("Repetitions", "8")
    for version in ("heel forward", "knee well bent"):
        hands.add("Back of thigh", f"Back of thigh stretch, {version}")
        hands.fill("Hold for", "15–20")
        hands.fill("Times", "1")
    hands.add("Chest opener", "Chest opener, palms turn out")
    hands.kind("hold")
    hands.fill("Hold for", "15–20")
    hands.add("Back of arm", "Back of arm stretch, elbow in front")
    hands.fill("Hold for", "15–20")
    hands.fill("Times", "1")
    expect(page.locator(".bench-meta")).to_contain_text("15 items")
    print(f"{hands.actions} actions")
    assert hands.actions <= 70


def test_the_band_circuit_takes_at_most_sixty_actions(hands: Hands) -> None:
    page = hands.page
    hands.begin("Arm by arm", "20")
    hands.add("Pull apart", "Pull apart, at chest height")
    hands.fill("Repetitions", "10")
    hands.fill("Sets", "1")
    hands.add("Shoulder turn-out", "Shoulder turn-out, with a band")
    hands.fill("Sets", "1")
    hands.add("Seated reach out", "Seated reach out, reach to the side")
    hands.fill("Repetitions", "10")
    hands.add("Polishing", "Polishing, on the wall")
    hands.fill("Repetitions", "10")
    hands.add("Reach and return", "Reach and return, one hand on the rail")
    hands.sides("each arm, both ways")
    hands.add("Shoulder turn-out", "Shoulder turn-out, standing, one arm")
    hands.fill("Repetitions", "10")
    hands.fill("Sets", "1")
    hands.close_shelf()
    hands.press(page.locator(".plank[data-round='1']").nth(2))
    hands.pick(page.locator("#bracket"), "all on one side, then the other")
    hands.fill("Exercises in it", "4")
    hands.pick(page.locator("#bracket-first"), "the weaker side of each")
    expect(page.locator(".plank")).to_have_count(10)
    hands.press(page.locator(".plank[data-round='1']").nth(5))
    hands.open_shelf()
    hands.add("Arm across", "Arm across, held by the other hand")
    hands.fill("Times", "1")
    hands.add("Back of arm", "Back of arm stretch, elbow in front")
    hands.fill("Times", "1")
    hands.add("Shoulder rolls", "Shoulder rolls, both shoulders")
    hands.fill("Repetitions", "5")
    expect(page.locator(".bench-meta")).to_contain_text("9 items")
    hands.close_shelf()
    hands.press(page.locator("#show-order"))
    expect(page.locator(".order-bracket")).to_have_text("All on the weaker side, then all on the other")
    expect(page.locator(".in-bracket")).to_have_count(4)
    print(f"{hands.actions} actions")
    assert hands.actions <= 60
