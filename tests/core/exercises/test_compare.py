"""Two versions side by side, and exercises under names of one's own."""

import pytest

from fairbench.core.errors import PlanError
from fairbench.core.exercises.compare import compare
from fairbench.core.exercises.exercise import SHORT_NAME
from fairbench.core.exercises.search import Wanted, find
from fairbench.core.formats.catalogue_doc import load_shelf
from tests.every import every

SHELF = load_shelf()
STEPS = [(e, a, b) for e in SHELF for a, b in zip(e.versions, e.versions[1:], strict=False)]


@every(("exercise", "easier", "harder"), STEPS, ids=lambda part: part.id)
def test_what_one_asks_more_of_the_other_does_not(exercise, easier, harder) -> None:
    found = compare(easier, harder)
    assert not set(found.first_more) & set(found.second_more)
    assert found.alike == (not found.first_more and not found.second_more)
    back = compare(harder, easier)
    assert (back.first_more, back.second_more) == (found.second_more, found.first_more)


def test_a_version_beside_itself_is_alike() -> None:
    row = SHELF.exercise("band-row").version("one-arm")
    assert compare(row, row).alike


def test_in_plain_words() -> None:
    wall, toes = (SHELF.exercise("push-up").version(name) for name in ("at-worktop", "on-toes"))
    found = compare(wall, toes)
    assert any(told.startswith("The hands carry") for told in found.second_more)
    assert not any("shoulders work" in told for told in (*found.first_more, *found.second_more))
    assert not any("→" in told for told in (*found.first_more, *found.second_more))
    assert any("→" in difference.words for difference in found.figures)


def test_an_own_name_is_shown_and_found_and_the_old_one_still_finds() -> None:
    ours = SHELF.called({"band-row": "Hauling the nets", "no-such": "Nothing"})
    assert ours.exercise("band-row").name == "Hauling the nets"
    assert ours.shipped_name("band-row") == "Seated row"
    assert ours.shipped_name("bridge") == SHELF.exercise("bridge").name
    for words in ("hauling nets", "seated row"):
        assert find(ours, Wanted(words))[0].exercise.id == "band-row"
    assert SHELF.exercise("band-row").name == "Seated row"
    with pytest.raises(PlanError):
        ours.shipped_name("no-such")


@pytest.mark.parametrize(
    ("name", "short"),
    [("Row", "Row"), ("Hauling the nets", "Hauling"), ("Up on toes", "Up on"), ("Lighthouse", "Lighthou.")],
)
def test_a_plank_has_as_much_of_a_name_as_it_has_room_for(name: str, short: str) -> None:
    called = SHELF.exercise("band-row").called(name)
    assert (called.name, called.short) == (name, short)
    assert len(called.short) <= SHORT_NAME
