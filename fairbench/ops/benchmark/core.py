"""The core alone: compiling, fitting, holding poses up."""

import statistics
import tempfile
import time
from collections.abc import Callable
from dataclasses import replace
from functools import partial
from pathlib import Path

from fairbench.core.body.drawing.scene import draw
from fairbench.core.body.movement import KNOWN, demands, posed, solved
from fairbench.core.body.reach_of import Reach
from fairbench.core.body.support.solve import solve
from fairbench.core.checks import Situation, check
from fairbench.core.exercises.search import Wanted, find
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.base_versions import best_bases
from fairbench.core.fit.fit import book_of, fit
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.demands_doc import work_out
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Plan, add_where_it_belongs
from fairbench.core.plan.timeline import Timeline
from fairbench.core.plan.to_the_time import shorten
from fairbench.core.rooms.layout import Shape, spots
from fairbench.core.rooms.room import Room
from fairbench.core.rooms.standing import stand
from fairbench.core.rooms.store import Stock, Store
from fairbench.core.sides import Side
from fairbench.core.teaching.chance import chance, learn
from fairbench.core.things.need import needs_of
from fairbench.core.things.shortage import shortages_of
from fairbench.figures.palette import palette
from fairbench.figures.svg import drawing_svg

from .profiles import PROFILES
from .table import Row

PEOPLE, ITEMS = 16, 20
CLASS_ITEMS = 30
"""Items of the class whose pages are measured."""
PLACED = 20
"""People who are put on places."""
ROUNDS = 120
SHORTENED = 24
"""Items of the plan that is shortened."""


def core_rows() -> list[Row]:
    """Compiling a plan of 20 items for 16 people, and of 40."""
    shelf = load_shelf()
    group = _group(PEOPLE)
    single, double = plan_of(shelf, ITEMS), plan_of(shelf, ITEMS * 2)
    once, twice = _medians(
        lambda: compile_timeline(single, group, shelf), lambda: compile_timeline(double, group, shelf)
    )
    return [
        ("Compile 20 items, 16 people (core)", f"{once * 1000:.2f} ms", "under 5 ms", once < 0.005),
        ("40 items against 20 (core)", f"{twice / once:.2f}×", "at most 2.2×", twice / once <= 2.2),
    ]


def fit_rows() -> list[Row]:
    """Fitting 16 people to 20 items, twice as many of either, and the best bases."""
    shelf, conditions = load_shelf(), load_conditions()
    people = _group(PEOPLE * 2, PROFILES).people
    single, double = (compile_timeline(plan_of(shelf, count), Group(), shelf) for count in (ITEMS, ITEMS * 2))

    def anew(timeline: Timeline, group: tuple[Person, ...]) -> None:
        book_of.cache_clear()
        fit(timeline, group, shelf, conditions)

    once, items, twice = _medians(
        lambda: anew(single, people[:PEOPLE]),
        lambda: anew(double, people[:PEOPLE]),
        lambda: anew(single, people),
    )
    book_of.cache_clear()
    begun = time.perf_counter()
    best_bases(single, people[:PEOPLE], shelf, conditions)
    bases = time.perf_counter() - begun
    return [
        ("Fit 20 items × 16 people (core)", f"{once * 1000:.1f} ms", "under 30 ms", once < 0.03),
        ("40 items against 20, fitted", f"{items / once:.2f}×", "at most 2.2×", items / once <= 2.2),
        ("32 people against 16, fitted", f"{twice / once:.2f}×", "at most 2.2×", twice / once <= 2.2),
        ("Best bases, 20 items × 16 people", f"{bases:.2f} s", "under 2 s", bases < 2),
    ]


def body_rows() -> list[Row]:
    """Holding a pose up and drawing it; what every version asks, worked out from nothing."""
    shelf = load_shelf()
    versions = [version for exercise in shelf for version in exercise.versions]
    inks = palette()
    times = []
    for version in versions:
        (_, start), *_, (_, end) = posed(version.movement, Side.RIGHT)
        before = solve(start)
        begun = time.perf_counter()
        held = solve(end, before.anchors if start.position is end.position else None)
        drawing_svg(draw(held, version.movement.view, version.movement.held, version.movement.mat), inks)
        times.append(time.perf_counter() - begun)
    figure = statistics.median(times)
    solved.cache_clear()
    demands.cache_clear()
    begun = time.perf_counter()
    for version in versions:
        demands(version.movement)
    everything = time.perf_counter() - begun
    begun = time.perf_counter()
    for version in versions:
        demands(version.movement)
    again = time.perf_counter() - begun
    with tempfile.TemporaryDirectory() as folder:
        KNOWN.forget()
        demands.cache_clear()
        work_out(shelf, Path(folder))
        KNOWN.forget()
        demands.cache_clear()
        begun = time.perf_counter()
        work_out(shelf, Path(folder))
        read = time.perf_counter() - begun
    return [
        (
            "Hold a pose up and draw it",
            f"{figure * 1000:.2f} ms, median of {len(versions)}",
            "under 4 ms",
            figure < 0.004,
        ),
        ("Demands of every version, once", f"{everything:.2f} s", "under 4 s", everything < 4),
        ("The same again, kept", f"{again / everything:.1%} of that", "under 5%", again / everything < 0.05),
        ("The same, read by a start", f"{read / everything:.1%} of that", "under 20%", read / everything < 0.2),
    ]


def search_rows() -> list[Row]:
    """Finding exercises by words, with the index built."""
    shelf = load_shelf()
    asked = [Wanted(words) for words in ("row", "seated band pull", "back of thigh", "shouldr roll", "broom overhead")]
    find(shelf, asked[0])
    took = max(_medians(*(partial(find, shelf, wanted) for wanted in asked)))
    return [("Search, the slowest of five", f"{took * 1000:.1f} ms", "under 15 ms", took < 0.015)]


def room_rows() -> list[Row]:
    """What a plan needs and what is short of it; places for 20 people."""
    shelf, conditions = load_shelf(), load_conditions()
    people = _group(PLACED, PROFILES).people
    timeline = compile_timeline(plan_of(shelf, ITEMS), Group(people[:PEOPLE]), shelf)
    found = fit(timeline, people[:PEOPLE], shelf, conditions)
    store = Store(tuple(Stock(prop, 3) for prop in shelf.props))
    room = Room("Measured", 14, 9, rail=6)
    places = spots(room, Shape.ROWS, Reach(0.5, 0.4, 0.5, 0.5))
    need, put = _medians(
        lambda: shortages_of(needs_of(found, shelf), store),
        lambda: stand(people, room, places),
    )
    return [
        ("Need and shortages, 20 items × 16 people", f"{need * 1000:.1f} ms", "under 10 ms", need < 0.01),
        (f"Places for {PLACED} people", f"{put * 1000:.1f} ms", "under 200 ms", put < 0.2),
    ]


def advice_rows() -> list[Row]:
    """All checks with the fit, twice as many of either; a thousand tried classes; a plan brought to its time."""
    shelf, conditions = load_shelf(), load_conditions()
    people = _group(PEOPLE * 2, PROFILES).people
    store = Store(tuple(Stock(prop, 3) for prop in shelf.props))
    single, double = plan_of(shelf, ITEMS), plan_of(shelf, ITEMS * 2)

    def judge(plan: Plan, group: tuple[Person, ...]) -> None:
        check(Situation(plan, Group(group), shelf, conditions, store=store))

    judge(single, people)
    once, items, twice = _medians(
        lambda: judge(single, people[:PEOPLE]),
        lambda: judge(double, people[:PEOPLE]),
        lambda: judge(single, people),
    )
    timeline, habits = compile_timeline(single, Group(people[:PEOPLE]), shelf), learn([])
    (tried,) = _medians(lambda: chance(timeline, habits))
    long = plan_of(shelf, SHORTENED)
    minutes = compile_timeline(long, Group(), shelf).total / 60 * 0.88
    begun = time.perf_counter()
    shorten(long, Group(), shelf, minutes)
    took = time.perf_counter() - begun
    return [
        ("All checks with the fit, 20 items × 16 people", f"{once * 1000:.1f} ms", "under 40 ms", once < 0.04),
        ("40 items against 20, checked", f"{items / once:.2f}×", "at most 2.2×", items / once <= 2.2),
        ("32 people against 16, checked", f"{twice / once:.2f}×", "at most 2.2×", twice / once <= 2.2),
        ("A thousand tried classes", f"{tried * 1000:.1f} ms", "under 150 ms", tried < 0.15),
        (f"{SHORTENED} items shortened by an eighth", f"{took:.2f} s", "under 1 s", took < 1),
    ]


def plan_of(shelf: Shelf, count: int) -> Plan:
    """A plan of so many items over the whole shelf, in the blocks where they belong."""
    plan = Plan("Measured", 60)
    exercises = list(shelf)
    for number in range(count):
        exercise = exercises[number * len(exercises) // count]
        plan = add_where_it_belongs(plan, Item(f"i{number}", exercise.id, exercise.base), shelf)
    return replace(plan, length_min=60)


def _group(size: int, profiles: tuple[tuple[Declared, ...], ...] = ((),)) -> Group:
    return Group(tuple(Person(str(n), f"Person {n}", 1 + n / 40, profiles[n % len(profiles)]) for n in range(size)))


def _medians(*works: Callable[[], object]) -> list[float]:
    """Median seconds of each, taken in turns so that whatever else the machine does hits all alike."""
    times: list[list[float]] = [[] for _ in works]
    for _ in range(ROUNDS):
        for work, taken in zip(works, times, strict=True):
            start = time.perf_counter()
            work()
            taken.append(time.perf_counter() - start)
    return [statistics.median(taken[10:]) for taken in times]
