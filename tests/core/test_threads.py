"""Sixteen threads that begin with nothing kept get what one gets: of search, fit, drawing and checks."""

import sys
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from threading import Barrier

import pytest

from fairbench.core import kept
from fairbench.core.body.drawing.pictured import pictured
from fairbench.core.checks.rules import check
from fairbench.core.checks.situation import Situation
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.exercises.search import find, wanted
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan

THREADS, ROUNDS = 16, 200
EVERY = [exercise for exercise in load_shelf() if exercise.versions]
WORDS = ("standing balances", "streching the caves", "rowing bands", "breathes", "sitted marching", "kneels")
PEOPLE = (
    Person("1", "Nerys Quill", conditions=(Declared("falls", None, "", ""),)),
    Person("2", "Aurelio Finch", conditions=(Declared("thin-bones", None, "", ""),)),
)


def question(number: int) -> Callable[[], object]:
    """What is asked in a round, small, and worked out from the bottom where nothing is kept."""
    part = [EVERY[(number * 7 + step * 41) % len(EVERY)] for step in range(2)]
    whole = load_shelf()
    shelf = Shelf({one.id: one for one in part}, whole.props, frozenset(), whole.words)
    plan = Plan("Round", 20, (Block(BlockKind.STRENGTHEN, (Item("a", part[0].id, part[0].base),)),))
    now = Situation(plan, Group(PEOPLE[number // 4 % 2 :][:1]), shelf, load_conditions())
    words = WORDS[number % len(WORDS)]
    version = part[1].versions[number % len(part[1].versions)]
    return (
        lambda: [(found.exercise.id, found.why) for found in find(shelf, wanted({"q": words}, shelf))],
        lambda: [(place, str(verdict)) for place, verdict in now.found.verdicts.items()],
        lambda: pictured(version.movement),
        lambda: check(now),
    )[number % 4]


def let_go() -> None:
    """Of all but the catalogue, which is read from files."""
    for function in kept.FUNCTIONS:
        if not function.__module__.startswith("fairbench.core.formats"):
            function.cache_clear()
    kept.forget_rows()


@pytest.fixture
def hurried():
    """Threads take turns a hundred times as often as they would."""
    usual = sys.getswitchinterval()
    sys.setswitchinterval(5e-5)
    yield
    sys.setswitchinterval(usual)
    kept.forget()


@pytest.mark.sweep
def test_threads_that_begin_with_nothing_get_the_same(hurried) -> None:
    together = Barrier(THREADS)

    def answer(number: int) -> object:
        asked = question(number)
        together.wait()
        return asked()

    with ThreadPoolExecutor(THREADS) as pool:
        for number in range(ROUNDS):
            let_go()
            alone = question(number)()
            let_go()
            for got in pool.map(answer, [number] * THREADS):
                assert got == alone, f"round {number}"
