"""The story of an exercise: its rows, the weeks missed, what explains its bends, and the drawing of it."""

import datetime
import re
from xml.etree import ElementTree

from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.progress.story import Mark, story_of
from fairbench.figures.story_chart import story_chart
from tests.core.progress.logs import bout, day, hold

LADDER = (("easy", "an easy way"), ("usual", "as usual"), ("hard", "a hard way"))


def test_the_rows_have_what_there_is_to_tell() -> None:
    log = [bout(0, 8, effort=4), bout(1, 9, kg=1.5), bout(2, 6, "easy", effort=7, pain=4, pain_where="left knee")]
    story = story_of(log, LADDER, [day(0), day(1), day(2)], [day(0), day(1), day(2)])
    rows = {row.name: row.points for row in story.rows}
    assert [value for _, value, _ in rows["Version"]] == [2, 2, 1]
    assert [words for _, _, words in rows["Version"]] == ["as usual", "as usual", "an easy way"]
    assert [value for _, value, _ in rows["Figure"]] == [8, 9, 6]
    assert [(at, value) for at, value, _ in rows["Load, kg"]] == [(day(1), 1.5)]
    assert [value for _, value, _ in rows["Effort"]] == [4, 7]
    assert [mark.words for mark in story.marks] == ["pain 4 of 10, left knee; harder than planned"]


def test_weeks_missed_and_what_is_known_besides() -> None:
    known = [Mark(day(1), "a fall"), Mark(day(9), "later"), Mark(day(0) - datetime.timedelta(days=1), "before")]
    story = story_of([bout(0), bout(3)], LADDER, [day(0), day(1), day(2), day(3), day(4)], [day(0), day(3)], known)
    assert story.missed == (day(1), day(2))
    assert story.missed_words == "12 Jan, 19 Jan"
    assert [mark.words for mark in story.marks] == ["a fall"]


def test_a_hold_and_a_version_that_is_gone_are_told_too() -> None:
    story = story_of([hold(0, 20), hold(1, 25)], (("other", "another"),), [], [])
    assert [row.name for row in story.rows] == ["Figure"]
    assert story.rows[0].points[1][2] == "25 s"


@given(
    st.lists(
        st.tuples(
            st.integers(0, 30), st.integers(1, 20), st.sampled_from(["easy", "usual", "hard"]), st.integers(0, 10)
        ),
        min_size=1,
        max_size=20,
    )
)
def test_everything_drawn_lies_within_the_drawing(times) -> None:
    log = [bout(week, reps, version, effort=effort) for week, reps, version, effort in times]
    svg = story_chart(story_of(log, LADDER, [day(week) for week in range(30)], [one.day for one in log]), "Row & <row>")
    root = ElementTree.fromstring(svg)
    _, _, width, height = map(float, root.get("viewBox").split())
    for circle in root.iter("circle"):
        assert 0 <= float(circle.get("cx")) <= width
        assert 0 <= float(circle.get("cy")) <= height
    assert len(list(root.iter("circle"))) == 3 * len(log)
    for rect in root.iter("rect"):
        assert float(rect.get("width")) > 0
        assert float(rect.get("x")) + float(rect.get("width")) <= width
    assert not re.search(r"nan|inf", svg)
