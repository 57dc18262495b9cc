"""``bin/drill [--seed N] [--short]``: everything of :mod:`fairbench.ops.drill`, as a table; 1 when anything failed."""

import argparse
import os
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from fairbench.ops.guard import guard
from fairbench.ops.packages import install, missing_for_pdf
from fairbench.ops.postgres import server_programs

from .keeping import backup_and_restore, inside
from .network import bad_network
from .server import Server
from .starting import kills_while_starting
from .tally import Tally, table
from .teaching import kills_while_editing, kills_while_teaching
from .upgrading import upgrades

WHOLE = {
    "roles": 2,
    "odd": 5000,
    "network": 200,
    "teaching": 36,
    "editing": 24,
    "cuts": 20,
    "states": 100,
    "starting": 100,
}
SHORT = {"roles": 1, "odd": 100, "network": 10, "teaching": 1, "editing": 1, "cuts": 2, "states": 1, "starting": 1}


def main() -> int:
    """Run the drills and print the table."""
    parser = argparse.ArgumentParser(prog="bin/drill", description="Break things on purpose, and count what held.")
    parser.add_argument("--seed", type=int, default=1, help="the same seed does the same things")
    parser.add_argument("--short", action="store_true", help="a few of each")
    asked = parser.parse_args()
    missing = [*([] if server_programs() else ["postgresql"]), *missing_for_pdf()]
    if missing:
        install(*missing)
    for name in ("DATABASE_URL", "SECRET_KEY"):
        os.environ.pop(name, None)
    tallies = drill(asked.seed, SHORT if asked.short else WHOLE)
    print(table(tallies))
    return 1 if any(tally.failed for tally in tallies) else 0


def drill(seed: int, times: dict[str, int]) -> list[Tally]:
    """Every drill so many times. Whatever they start ends with them, also when they are killed."""
    folder = Path(tempfile.mkdtemp(prefix="fairbench-drill-"))
    folder.chmod(0o755)
    guards = guard(folder)
    os.environ.update(guards.environment())
    try:
        with ThreadPoolExecutor(1) as beside:
            starting = beside.submit(kills_while_starting, folder, seed, times["starting"])
            tallies = _with_one_server(folder, seed, times)
            print("Kills while starting go on …", flush=True)
            return [*tallies, starting.result()]
    finally:
        guards.end()


def _with_one_server(folder: Path, seed: int, times: dict[str, int]) -> list[Tally]:
    server = Server(folder)
    tallies: list[Tally] = []

    def done(*more: Tally) -> None:
        tallies.extend(more)
        print(table(list(more)), flush=True)

    try:
        server.prepare()
        done(*inside(server, seed, times["roles"], times["odd"]))
        done(upgrades(server, seed, times["states"]))
        server.empty()
        server.demo()
        server.start()
        done(bad_network(server, seed, times["network"]))
        done(kills_while_teaching(server, seed, times["teaching"]))
        done(kills_while_editing(server, seed, times["editing"]))
        done(backup_and_restore(server, folder, times["cuts"]))
    finally:
        server.end()
    return tallies


if __name__ == "__main__":
    sys.exit(main())
