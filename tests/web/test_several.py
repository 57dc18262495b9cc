"""Several exercises at once, and a block of another plan: all of it or nothing, one state of the history."""

import pytest

from fairbench.core.exercises.aim import BlockKind
from fairbench.web.plans import actions
from tests.web.conftest import core_plan
from tests.web.test_bench import do, now


def ids(plan) -> list[list[str]]:
    return [[item.id for item in block.items] for block in now(plan).blocks]


def test_several_are_removed_copied_moved_rested_and_locked_in_one_change(client_in, plan) -> None:
    head = plan.head
    do(client_in, plan, "several", items="c a", what="move", block="0")
    assert ids(plan) == [["a", "c"], ["b"], []]
    plan.refresh_from_db()
    assert plan.head == head + 1
    do(client_in, plan, "several", items="a b", what="rest", rest="25")
    assert [now(plan).item(name).rest_after for name in "abc"] == [25, 25, None]
    do(client_in, plan, "several", items="a c", what="copy")
    assert len(ids(plan)[0]) == 4
    do(client_in, plan, "several", items="b", what="lock")
    assert now(plan).item("b").locked
    do(client_in, plan, "several", items="a c", what="remove")
    assert len(list(now(plan).items())) == 3
    do(client_in, plan, "undo")
    assert len(list(now(plan).items())) == 5


@pytest.mark.parametrize(
    "fields",
    [
        {"items": "", "what": "remove"},
        {"items": "a z", "what": "remove"},
        {"items": "a", "what": "explode"},
        {"items": "a", "what": "move"},
        {"items": "a", "what": "move", "block": "9"},
        {"items": "a", "what": "rest"},
        {"items": "a", "what": "rest", "rest": "9999"},
        {"items": "a b <", "what": "copy"},
    ],
)
def test_what_cannot_be_done_with_all_is_done_with_none(client_in, plan, fields) -> None:
    before = now(plan)
    assert do(client_in, plan, "several", **fields).status_code == 422
    assert now(plan) == before


def test_a_block_of_another_plan_is_copied_to_its_place(client_in, actor, plan) -> None:
    other = actions.create(actor, core_plan("ring-press", "push-up", name="Another"), None, "Made for a test")
    do(client_in, plan, "copy_block", other=str(other.id), kind="strengthen")
    block = next(block for block in now(plan).blocks if block.kind is BlockKind.STRENGTHEN)
    assert [item.exercise for item in block.items] == ["band-row", "bridge", "heel-raise", "ring-press", "push-up"]
    assert len({item.id for item in block.items}) == 5
    assert do(client_in, plan, "copy_block", other=str(other.id), kind="stretch").status_code == 422


def test_a_block_of_another_practice_is_not_found(client_in, plan) -> None:
    assert do(client_in, plan, "copy_block", other=str(plan.practice_id), kind="stretch").status_code == 404


def test_the_day_says_what_showing_it_all_asks_of_the_teacher(client_in, plan) -> None:
    page = " ".join(client_in.get("/plans/pack/", {"plan": str(plan.id)}).content.decode().split())
    assert "Your own day" in page
    assert "repetitions," in page
    assert "Gripping " in page
    assert "Your own day" not in client_in.get("/plans/pack/", {"plan": "none"}).content.decode()


def test_a_block_goes_to_music_and_is_as_long_as_its_track(client_in, plan) -> None:
    assert do(client_in, plan, "block_music", block="1", beats="120", phrase="on").status_code == 200
    assert now(plan).item("a").dose.work.tempo.music.beats_per_minute == 120
    before = now(plan)
    assert do(client_in, plan, "block_track", block="1", length="6:30").status_code == 200
    assert now(plan) != before
    for fields in ({"beats": "500"}, {"beats": "x"}, {"beats": "100", "block": "7"}, {"beats": "100", "block": "0"}):
        assert do(client_in, plan, "block_music", **{"block": "1", **fields}).status_code == 422
    for length in ("", "x", "3:40:1", "0:01"):
        assert do(client_in, plan, "block_track", block="1", length=length).status_code == 422


def test_a_note_to_oneself_is_kept_with_the_plan(client_in, plan) -> None:
    do(client_in, plan, "settings", field="note", value="Ask Ada about the step.\nBring chalk.")
    assert now(plan).note == "Ask Ada about the step.\nBring chalk."
    assert do(client_in, plan, "settings", field="note", value="x" * 2001).status_code == 422
