"""``bin/bench``: speed as ratios within one run, printed as a table. Nothing here is a test of time.

The server side is measured in one process through Django's own request handling, without a network
in between, against a bare page: base template, signed in, one query.
"""

import json
import os
import subprocess
import sys
import tempfile
from pathlib import Path

from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.plan_doc import write_plan
from fairbench.ops.packages import OpsError, install, missing_for_pdf
from fairbench.ops.postgres import Cluster, server_programs

from .core import (
    CLASS_ITEMS,
    ITEMS,
    PEOPLE,
    ROUNDS,
    advice_rows,
    body_rows,
    core_rows,
    fit_rows,
    plan_of,
    room_rows,
    search_rows,
)
from .progress import progress_rows
from .sheets import sheet_rows
from .table import Row, table

ROOT = Path(__file__).resolve().parents[3]
FIRST_DATABASE_PORT = 54800


def main() -> int:
    """Measure everything and print the table; 1 when something is over its limit."""
    missing = [*([] if server_programs() else ["postgresql"]), *missing_for_pdf()]
    if missing:
        install(*missing)
    with tempfile.TemporaryDirectory(prefix="fairbench-bench-", ignore_cleanup_errors=True) as folder:
        Path(folder).chmod(0o755)
        cluster = Cluster(Path(folder) / "cluster", FIRST_DATABASE_PORT)
        try:
            cluster.start()
            environment = {
                **os.environ,
                "DATABASE_URL": cluster.url(),
                "SECRET_KEY": "only-for-the-benchmark",
                "DJANGO_SETTINGS_MODULE": "fairbench.web.settings",
                "FAIRBENCH_LOG_LEVEL": "ERROR",
            }
            rows = [
                *core_rows(),
                *body_rows(),
                *search_rows(),
                *fit_rows(),
                *room_rows(),
                *advice_rows(),
                *progress_rows(),
                *sheet_rows(),
                *_server_rows(Path(folder), environment),
            ]
        except OpsError as error:
            print(error, file=sys.stderr)
            return 1
        finally:
            cluster.remove()
    print(table(rows))
    return 0 if all(ok for *_, ok in rows) else 1


LIMITS = {
    "edit": ("Bench edit with fit, checks and balance (change a dose)", 5.0),
    "look": ("Bench with the fit, looked at", 5.0),
    "shelf": ("All exercises", 2.5),
    "arrivals": (f"Who is here, {PEOPLE} people", 6.0),
    "record": (f"Record of a class, {PEOPLE} people, {CLASS_ITEMS} items", 7.0),
    "class": (f"A class, {PEOPLE} people, {CLASS_ITEMS} items", 8.0),
    "board": (f"Board of a term of 14 weeks, {PEOPLE} people", 4.0),
    "feed": ("Calendar feed", 3.0),
    "demo today": ("Today, on the demo", 3.0),
    "demo person": ("A person's page, on the demo", 3.0),
    "demo progress": ("Somebody's progress, on the demo", 3.0),
    "demo measures": ("Somebody's measures, on the demo", 3.0),
    "demo day": ("The working day, on the demo", 4.0),
    "demo at home": ("Somebody's exercises at home, on the demo", 6.0),
    "demo next": ("Next class of a group, on the demo", 4.0),
    "demo floor": ("The floor of a plan, on the demo", 3.0),
    "large today": ("Today, 240 plans and 600 classes", 7.0),
    "large plans": ("Plans, 240 of them", 6.0),
    "large people": ("People, 740 of them", 8.0),
    "large classes": ("Classes, 600 of them", 6.0),
    "large group": ("A group of 30 with 60 classes", 14.0),
    "large arrivals": ("Who is here, 740 could be", 13.0),
}
"""What each page may take, as a multiple of the bare page."""
MOST_QUERIES = 14


def _server_rows(folder: Path, environment: dict[str, str]) -> list[Row]:
    """Every measured page against the bare page."""
    plan = folder / "plan.json"
    plan.write_text(write_plan(plan_of(load_shelf(), ITEMS)), encoding="utf-8")

    def run(*arguments: str) -> str:
        command = [sys.executable, *arguments]
        return subprocess.run(command, env=environment, cwd=ROOT, check=True, stdout=subprocess.PIPE, text=True).stdout

    run("manage.py", "migrate", "--verbosity", "0")
    run("manage.py", "collectstatic", "--noinput", "--verbosity", "0")
    pages = json.loads(run("-m", "fairbench.ops.benchmark.pages", str(plan), str(PEOPLE), str(ROUNDS)))
    bare = pages["bare"]
    words = f"{bare['seconds'] * 1000:.1f} ms, {bare['queries']} queries"
    rows: list[Row] = [("Bare signed-in page, one query", words, "the measure", True)]
    for key, (name, limit) in LIMITS.items():
        page = pages[key]
        ratio, queries = page["seconds"] / bare["seconds"], page["queries"]
        figure = f"{page['seconds'] * 1000:.1f} ms, {ratio:.2f}× bare, {queries} queries"
        wanted = f"at most {limit:g}×, {MOST_QUERIES} queries"
        rows.append((name, figure, wanted, ratio <= limit and queries <= MOST_QUERIES))
    return rows


if __name__ == "__main__":
    sys.exit(main())
