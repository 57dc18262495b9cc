"""``bin/test``: linters, types and contracts, then every test on a throwaway PostgreSQL; see ``--help``."""

import argparse
import os
import shutil
import sys
import tempfile
import time
from collections.abc import Mapping, Sequence
from pathlib import Path

from ..guard import guard
from ..packages import OpsError, install, missing_for_pdf
from ..postgres import Cluster, server_programs
from .step import ROOT, Step, StepError, run, run_beside

BIN = Path(sys.executable).parent
FIRST_DATABASE_PORT = 54600
ROOM_MB = 1500
"""Megabytes that a whole run puts into the folder for temporary files, and some more."""
WORKERS = "3"
"""Three on two cores: those who drive a browser wait half of their time."""
DAYS = {
    "today": "2026-10-14",
    "45 days on": "2026-11-28",
    "90 days on": "2027-01-12",
    "180 days on": "2027-04-12",
    "a 29 February": "2028-02-29",
    "clocks go forward": "2027-03-28",
    "clocks go back": "2026-10-25",
    "a year's end": "2026-12-31",
}
"""Days on which what could depend on them is tested."""
DEBIANS_PYTHON = Path("/usr/bin/python3")


def main() -> int:
    """Run what is asked for; 1 where something failed."""
    parser = argparse.ArgumentParser(
        prog="bin/test", description="Every check and every test.", formatter_class=argparse.RawDescriptionHelpFormatter
    )
    parser.add_argument(
        "what",
        nargs="?",
        help="quick: linters, types, contracts and the core without its sweeps;\n"
        "dates: what could depend on the day, on eight days; shuffled: everything, the tests in another order;\n"
        "anything else goes to pytest, without the other checks",
    )
    asked, more = parser.parse_known_args()
    began = time.monotonic()
    try:
        check(asked.what or "", more)
    except (OpsError, StepError) as error:
        print(f"\n{error}", file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        print("\nStopped. What was started is ended.", file=sys.stderr)
        return 130
    finally:
        print(f"\nIn all {_minutes(time.monotonic() - began)}; ten million additions take {_loop():.2f} s here.")
    return 0


def check(what: str, more: Sequence[str]) -> None:
    """Run one of the ways. Raises :class:`OpsError` and :class:`StepError`."""
    _install_what_is_missing(with_browser=what not in ("quick", "dates"))
    place = Path(tempfile.mkdtemp(prefix="fairbench-test-"))
    guards = guard(place)
    try:
        _enough_room(place)
        place.chmod(0o755)
        cluster = Cluster(place / "cluster", FIRST_DATABASE_PORT, lasting=False)
        environment = guards.environment() | {
            "SECRET_KEY": "only-for-tests",
            "DJANGO_SETTINGS_MODULE": "fairbench.web.settings",
            "FAIRBENCH_LOG_LEVEL": "ERROR",
            "PYTHONUNBUFFERED": "1",
        }
        os.environ.update({name: environment[name] for name in environment if name.startswith("FAIRBENCH")})
        print("Starting a throwaway PostgreSQL …", flush=True)
        cluster.start()
        environment["DATABASE_URL"] = cluster.url()
        _WAYS.get(what, _some)(environment, [*([what] if what and what not in _WAYS else []), *more])
    finally:
        guards.end()


def _everything(environment: Mapping[str, str], more: Sequence[str]) -> None:
    run_beside((_linters(), [*_ready(), *_contracts()]), environment)
    run(Step("Tests", _pytest("-n", WORKERS, "--dist", "worksteal", *more), tells=True), environment)
    for step in _on_debians_python():
        run(step, environment)


def _shuffled(environment: Mapping[str, str], more: Sequence[str]) -> None:
    for step in _ready():
        run(step, environment)
    seed = more[0] if more else str(time.time_ns() % 100_000)
    order = ("-o", "addopts=--strict-markers", "-p", "randomly", f"--randomly-seed={seed}")
    command = _pytest("-n", WORKERS, "--dist", "worksteal", *order)
    run(Step(f"Tests, in the order of seed {seed}", command, tells=True), environment)


def _quick(environment: Mapping[str, str], more: Sequence[str]) -> None:
    core = _pytest("-n", "2", "--dist", "worksteal", "-m", "not sweep", "tests/core", "tests/cli", *more)
    run_beside(([*_linters(), *_contracts()], [Step("Core, without the sweeps", core, tells=True)]), environment)


def _dates(environment: Mapping[str, str], more: Sequence[str]) -> None:
    for step in _ready():
        run(step, environment)
    lanes: list[list[Step]] = [[], []]
    for number, (name, day) in enumerate(DAYS.items()):
        command = ["env", f"FAIRBENCH_TEST_DAY={day}", *_pytest("-q", *_marked("dated"), *more)]
        lanes[number % 2].append(Step(f"{day}, {name}", command))
    run_beside(lanes, environment)
    print(f"{len(DAYS)} passed, 0 failed")


def _some(environment: Mapping[str, str], more: Sequence[str]) -> None:
    for step in _ready():
        run(step, environment)
    run(Step("Tests", _pytest(*more), tells=True), environment)


_WAYS = {"": _everything, "quick": _quick, "dates": _dates, "shuffled": _shuffled}


def _pytest(*more: str) -> list[str]:
    return [sys.executable, "-m", "pytest", "-p", "tests.progress", *more]


def _marked(mark: str) -> list[str]:
    """The arguments for what bears a mark; only files that name it are read."""
    files = [path for path in sorted((ROOT / "tests").rglob("test_*.py")) if f"mark.{mark}" in path.read_text("utf-8")]
    return ["-m", mark, *map(str, files)]


def _linters() -> list[Step]:
    return [
        Step("Linter", [str(BIN / "ruff"), "check", "."]),
        Step("Layout", [str(BIN / "ruff"), "format", "--check", "."]),
        Step("Data", [str(BIN / "yamllint"), "--strict", "fairbench/catalogue"]),
        Step("Dead code", [sys.executable, "-m", "tests.dead_code"]),
        Step("Types", [str(BIN / "mypy")]),
    ]


def _contracts() -> list[Step]:
    scripts = map(str, sorted((ROOT / "tests/js").glob("*.test.js")))
    return [
        Step("Import contracts", [str(BIN / "lint-imports")]),
        Step("Templates", [str(BIN / "djlint"), "fairbench/web", "--lint", "--check", "--quiet"]),
        Step("Migrations", [sys.executable, "manage.py", "makemigrations", "--check", "--dry-run"]),
        Step("Scripts", ["node", "--test", *scripts]),
    ]


def _ready() -> list[Step]:
    return [
        Step("Static files", [sys.executable, "manage.py", "collectstatic", "--noinput", "--verbosity", "0"]),
        Step("Database and demo to begin from", [sys.executable, "-m", "tests.databases"]),
    ]


def _on_debians_python() -> list[Step]:
    """What depends on the version of Python, with the one of Debian 12 where it is there and is another one."""
    if not DEBIANS_PYTHON.exists() or DEBIANS_PYTHON.resolve() == Path(sys.executable).resolve():
        return []
    packages = next((BIN.parent / "lib").glob("python3*/site-packages"))
    command = [
        *("env", f"PYTHONPATH={packages}", str(DEBIANS_PYTHON), "-m", "pytest", "-p", "tests.progress"),
        *("-q", "-p", "no:cacheprovider", *_marked("platform")),
    ]
    return [Step("What depends on the version of Python, with Debian's", command)]


def _install_what_is_missing(with_browser: bool) -> None:
    missing = [] if server_programs() else ["postgresql"]
    if with_browser and shutil.which("chromium-headless-shell") is None:
        missing.append("chromium-headless-shell")
    if with_browser and not any(Path("/usr/lib").glob("*/libatomic.so.1")):
        missing.append("libatomic1")  # what drives the browser is linked with it
    missing += missing_for_pdf()
    if missing:
        install(*missing)


def _enough_room(place: Path) -> None:
    free = shutil.disk_usage(place).free / 1e6
    if free < ROOM_MB:
        raise OpsError(f"{place.parent} has {free:.0f} MB free; the tests need {ROOM_MB}. Make room, or set TMPDIR.")


def _loop() -> float:
    """Seconds for ten million additions: how fast this machine is, so that runs on others can be compared."""
    began = time.process_time()
    total = 0
    for number in range(10_000_000):
        total += number
    return time.process_time() - began


def _minutes(seconds: float) -> str:
    return f"{seconds // 60:.0f}:{seconds % 60:02.0f} min"


if __name__ == "__main__":
    sys.exit(main())
