"""Search finds what an instructor means: a list of searches written before the ranking, and its rules one by one."""

from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.exercises.search import Wanted, find
from fairbench.core.exercises.search_index import asked_words, index_of, stem
from fairbench.core.formats.catalogue_doc import load_shelf
from tests.every import every

SHELF = load_shelf()
SEARCHES = [
    (line.split(" | ")[0], [name.strip() for name in line.split(" | ")[1].split(",")])
    for line in (Path(__file__).parents[2] / "data/searches.txt").read_text(encoding="utf-8").splitlines()
    if line and not line.startswith("#")
]
FIRST, FIRST_THREE = 0.8, 0.95
"""How many of the searches must have what is meant first, and among the first three."""


def found(words: str) -> list[str]:
    return [one.exercise.id for one in find(SHELF, Wanted(words))]


def test_what_is_meant_comes_first() -> None:
    assert len(SEARCHES) >= 150
    answers = [(words, meant, found(words)) for words, meant in SEARCHES]
    first = [words for words, meant, got in answers if not set(got[:1]) & set(meant)]
    three = [words for words, meant, got in answers if not set(got[:3]) & set(meant)]
    assert len(first) <= (1 - FIRST) * len(SEARCHES), first
    assert len(three) <= (1 - FIRST_THREE) * len(SEARCHES), three


@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_every_exercise_is_found_first_by_its_own_name(exercise) -> None:
    best, *_ = find(SHELF, Wanted(exercise.name))
    assert best.exercise.name == exercise.name
    assert len(best.versions) >= 1


def test_a_word_never_finds_the_middle_of_another() -> None:
    assert all("narrow" not in SHELF.exercise(name).name.lower() for name in found("row"))
    narrow = {name for name in found("row") if not any(word.startswith("row") for word in _all_words(name))}
    assert narrow == set()


def _all_words(exercise_id: str) -> set[str]:
    index = index_of(SHELF)
    return {word for word, entries in index.entries.items() if any(entry.exercise == exercise_id for entry in entries)}


def test_two_ideas_at_once_narrow_the_versions() -> None:
    one = next(one for one in find(SHELF, Wanted("seated band pull")) if one.exercise.id == "band-pull-apart")
    assert {version.id for version in one.versions} == {"elbows-in", "at-chest", "with-pulses"}


def test_it_says_why() -> None:
    (row, *_) = find(SHELF, Wanted("clam"))
    assert (row.exercise.id, row.why) == ("knee-opener", "also called clam")
    broom = find(SHELF, Wanted("broom"))
    assert {one.why for one in broom} == {"with stick"}
    assert "instead of stick: a broom handle" in {one.why for one in find(SHELF, Wanted("handle"))}
    assert find(SHELF, Wanted("bridge"))[0].why == ""


def test_a_letter_wrong_is_forgiven_and_a_word_that_is_there_is_not_guessed_at() -> None:
    assert "bridge" in found("brigde")[:3]
    assert set(found("ring")) >= {"ring-press", "ring-apart"}
    assert "wring" not in {word for name in found("ring")[:4] for word in SHELF.exercise(name).name.lower().split()}
    assert found("xqzzk") == []


def test_idle_words_do_not_count_unless_they_are_all() -> None:
    assert asked_words("the back of my leg") == ("back", "leg")
    assert asked_words("to") == ("to",)
    assert found("stretch for the calf")[0] in ("calf-stretch", "calf-on-back")


def test_kin_are_there_both_ways() -> None:
    assert SHELF.words.kin_of("bottle-curl") == ("band-curl", "weighted-curl")
    assert SHELF.words.kin_of("band-curl") == ("bottle-curl", "weighted-curl")
    assert SHELF.words.kin_of("plank") == ()
    assert set(SHELF.words.exercises) == set(SHELF.exercises)


@given(st.text(max_size=40))
def test_whatever_is_typed_is_answered(words: str) -> None:
    for one in find(SHELF, Wanted(words)):
        assert one.versions


@given(st.sampled_from(SEARCHES))
def test_another_form_of_the_words_finds_the_same_first_exercises(search: tuple[str, list[str]]) -> None:
    words, _ = search
    assert found(words.upper()) == found(words)
    assert stem("raises") == stem("raise")
