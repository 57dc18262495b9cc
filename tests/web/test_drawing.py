"""The bench as a drawing: planks at their time, labels that never lie on each other, the level line."""

import re
from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.session_templates_doc import load_session_templates
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.plan.session_templates import draft
from fairbench.core.plan.timeline import Timeline
from fairbench.web.plans.bench.drawing import LEFT, RIGHT, WIDTH, Drawing, draw
from fairbench.web.plans.bench.labels import lines_for, width_of
from fairbench.web.plans.bench.svg import bench_svg

SHELF = load_shelf()
VERSIONS = [(e.id, v.id) for e in SHELF for v in e.versions]


def timeline(*items: tuple[str, str], length: int = 45) -> Timeline:
    placed = tuple(Item(f"i{n}", *item) for n, item in enumerate(items))
    return compile_timeline(Plan("P", length, (Block(BlockKind.STRENGTHEN, placed),)), Group(), SHELF)


def checked(drawing: Drawing) -> None:
    """What must hold for every drawing."""
    for before, after in pairwise(drawing.planks):
        assert before.end <= after.x + 0.2
    boxes = [(plank.x, plank.outside_y, plank.x + width_of(plank.outside)) for plank in drawing.planks if plank.outside]
    for number, (left, y, right) in enumerate(boxes):
        assert right <= WIDTH
        for other_left, other_y, other_right in boxes[number + 1 :]:
            assert abs(y - other_y) > 8 or right <= other_left or other_right <= left
    for plank in drawing.planks:
        for _, line in plank.lines:
            assert width_of(line) <= plank.width
        assert not plank.dose or width_of(plank.dose) <= plank.width
        assert plank.x >= LEFT
        assert plank.end <= WIDTH - RIGHT + 4


@settings(max_examples=60, deadline=None)
@given(st.lists(st.sampled_from(VERSIONS), max_size=24), st.integers(5, 90))
def test_every_drawing_holds_together(items: list[tuple[str, str]], length: int) -> None:
    checked(draw(timeline(*items, length=length), ()))


@pytest.mark.parametrize("template", load_session_templates().values(), ids=lambda template: template.id)
def test_every_plank_of_a_draft_has_its_number_and_in_the_roomy_drawing_its_name(template) -> None:
    numbers = iter(range(999))
    plan = draft(template, Plan("P", 45), Group(), SHELF, lambda: f"i{next(numbers)}")
    drawing = draw(compile_timeline(plan, Group(), SHELF), ())
    checked(drawing)
    assert all(plank.mark or plank.lines[0][1].split()[0] == str(plank.number) for plank in drawing.planks)
    named = [plank for plank in drawing.planks if plank.outside or plank.lines]
    assert len(named) >= 0.6 * len(drawing.planks)
    roomy = draw(compile_timeline(plan, Group(), SHELF), (), roomy=True)
    assert min(plank.width for plank in roomy.planks) >= 64
    assert all(plank.lines or plank.outside for plank in roomy.planks)
    assert all(plank.figure for plank in roomy.planks)


def test_a_plank_stands_at_its_time() -> None:
    value = timeline(("band-row", "band-round-feet"), ("bridge", "full-bridge"))
    drawing = draw(value, ())
    scale = (WIDTH - LEFT - RIGHT) / (45 * 60)
    for plank, item in zip(drawing.planks, value.items, strict=True):
        assert plank.x == pytest.approx(LEFT + item.begins * scale, abs=0.1)
        assert plank.end == pytest.approx(LEFT + item.end * scale - 2, abs=0.2)
    assert drawing.booked_x == pytest.approx(WIDTH - RIGHT, abs=0.1)


def test_the_level_line_goes_down_and_comes_back() -> None:
    drawing = draw(timeline(("band-row", "band-round-feet"), ("bridge", "full-bridge")), ())
    bases = {lane.name: lane.base for lane in drawing.lanes}
    heights = [float(y) for y in re.findall(r"V([\d.]+)", drawing.level_line)]
    assert heights == [bases["standing"], bases["floor"], bases["standing"], bases["seated"]]
    assert [lane.used for lane in drawing.lanes] == [False, True, True]


def test_an_empty_plan_is_drawn_too() -> None:
    drawing = draw(timeline(), (Person("1", "A", 1.5),))
    assert drawing.planks == ()
    assert drawing.rows[0].pace == "pace 1.5"
    assert "as-planned" in bench_svg(drawing, "/plans/x/", "", "P")


def test_text_that_people_typed_is_escaped() -> None:
    people = (Person("1", '<b onclick="x">&'),)
    svg = bench_svg(draw(timeline(("bridge", "full-bridge")), people), "/plans/x/", 'i"0', '"<i>')
    assert "<b onclick" not in svg
    assert "<i>" not in svg
    assert "&lt;b onclick=&quot;x&quot;&gt;&amp;" in svg


def test_names_wrap_between_words_and_are_never_cut() -> None:
    assert lines_for("Legs up and rest", 400) == ("Legs up and rest",)
    assert lines_for("Legs up and rest", 70) == ("Legs up", "and rest")
    assert lines_for("Bridge", 10) == ()
