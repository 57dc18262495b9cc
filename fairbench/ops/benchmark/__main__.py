"""``bin/bench``: speed as ratios within one run, printed as a table. Nothing here is a test of time.

The server side is measured in one process through Django's own request handling, without a network
in between, against a bare page: base template, signed in, one query.
"""

import json
import os
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

from fairbench.core.body.drawing.scene import draw
from fairbench.core.body.movement import demands, posed, solved
from fairbench.core.body.support.solve import solve
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.base_versions import best_bases
from fairbench.core.fit.fit import fit, forget
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.plan_doc import write_plan
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.plan import Item, Plan, add_where_it_belongs
from fairbench.core.plan.timeline import Timeline, compile_timeline
from fairbench.core.sides import Side
from fairbench.figures.palette import palette
from fairbench.figures.svg import drawing_svg
from fairbench.ops.benchmark.profiles import PROFILES
from fairbench.ops.packages import OpsError, install
from fairbench.ops.postgres import Cluster, server_programs

ROOT = Path(__file__).resolve().parents[2]
FIRST_DATABASE_PORT = 54800
PEOPLE, ITEMS = 16, 20
ROUNDS = 120


def main() -> int:
    if server_programs() is None:
        install("postgresql")
    with tempfile.TemporaryDirectory(prefix="fairbench-bench-", ignore_cleanup_errors=True) as folder:
        Path(folder).chmod(0o755)
        cluster = Cluster(Path(folder) / "cluster", FIRST_DATABASE_PORT)
        try:
            cluster.start()
            environment = {
                **os.environ,
                "DATABASE_URL": cluster.url(),
                "SECRET_KEY": "only-for-the-bench",
                "FAIRBENCH_LOG_LEVEL": "ERROR",
            }
            rows = [*core_rows(), *body_rows(), *fit_rows(), *_server_rows(Path(folder), environment)]
        except OpsError as error:
            print(error, file=sys.stderr)
            return 1
        finally:
            cluster.remove()
    print(table(rows))
    return 0 if all(ok for *_, ok in rows) else 1


Row = tuple[str, str, str, bool]


def core_rows() -> list[Row]:
    """Compiling a plan of 20 items for 16 people, and of 40."""
    shelf = load_shelf()
    group = _group(PEOPLE)
    single, double = _plan(shelf, ITEMS), _plan(shelf, ITEMS * 2)
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
    single, double = (compile_timeline(_plan(shelf, count), Group(), shelf) for count in (ITEMS, ITEMS * 2))

    def anew(timeline: Timeline, group: tuple[Person, ...]) -> None:
        forget()
        fit(timeline, group, shelf, conditions)

    once, items, twice = _medians(
        lambda: anew(single, people[:PEOPLE]),
        lambda: anew(double, people[:PEOPLE]),
        lambda: anew(single, people),
    )
    forget()
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
    return [
        (
            "Hold a pose up and draw it",
            f"{figure * 1000:.2f} ms, median of {len(versions)}",
            "under 4 ms",
            figure < 0.004,
        ),
        ("Demands of every version, once", f"{everything:.2f} s", "under 3 s", everything < 3),
        ("The same again, kept", f"{again / everything:.1%} of that", "under 5%", again / everything < 0.05),
    ]


def _server_rows(folder: Path, environment: dict[str, str]) -> list[Row]:
    """A bench edit and a look at the bench, against the bare page."""
    plan = folder / "plan.json"
    plan.write_text(write_plan(_plan(load_shelf(), ITEMS)), encoding="utf-8")

    def manage(*arguments: str) -> str:
        command = [sys.executable, str(ROOT / "manage.py"), *arguments]
        return subprocess.run(command, env=environment, cwd=ROOT, check=True, stdout=subprocess.PIPE, text=True).stdout

    manage("migrate", "--verbosity", "0")
    manage("collectstatic", "--noinput", "--verbosity", "0")
    pages = json.loads(manage("measure_bench", str(plan), str(PEOPLE), str(ROUNDS)))
    bare = pages["bare"]
    words = f"{bare['seconds'] * 1000:.1f} ms, {bare['queries']} queries"
    rows: list[Row] = [("Bare signed-in page, one query", words, "the measure", True)]
    for name, page, limit in (
        ("Bench edit with the fit (change a dose)", pages["edit"], 5.0),
        ("Bench with the fit, looked at", pages["look"], 5.0),
        ("The whole shelf", pages["shelf"], 4.0),
    ):
        ratio = page["seconds"] / bare["seconds"]
        rows.append(
            (name, f"{page['seconds'] * 1000:.1f} ms, {ratio:.2f}× bare", f"at most {limit:g}×", ratio <= limit)
        )
        rows.append((f"{name}: queries", str(page["queries"]), "at most 12", page["queries"] <= 12))
    return rows


def _plan(shelf: Shelf, count: int) -> Plan:
    """A plan of so many items over the whole shelf, in the blocks where they belong."""
    plan = Plan("Bench", 60)
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


def table(rows: list[Row]) -> str:
    """The rows as text in columns, with a word for each verdict."""
    cells = [("What", "Measured", "Wanted", ""), *((*row[:3], "met" if row[3] else "NOT MET") for row in rows)]
    widths = [max(len(row[column]) for row in cells) for column in range(4)]
    return "\n".join("  ".join(cell.ljust(width) for cell, width in zip(row, widths, strict=True)) for row in cells)


if __name__ == "__main__":
    sys.exit(main())
