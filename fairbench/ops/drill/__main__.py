"""``bin/drill [--seed N] [--short]``: everything of :mod:`fairbench.ops.drill`, as a table; 1 when anything failed."""

import argparse
import os
import sys
import tempfile
from pathlib import Path

from fairbench.ops.packages import install
from fairbench.ops.postgres import server_programs

from .keeping import backup_and_restore, odd_input
from .server import Server
from .starting import kills_while_starting
from .tally import Tally, table
from .teaching import kills_while_editing, kills_while_teaching

WHOLE = {"teaching": 36, "editing": 24, "starting": 100, "cuts": 20, "odd": 5000}
SHORT = {"teaching": 3, "editing": 2, "starting": 2, "cuts": 3, "odd": 300}


def main() -> int:
    """Run the drills and print the table."""
    parser = argparse.ArgumentParser(prog="bin/drill", description="Break things on purpose, and count what held.")
    parser.add_argument("--seed", type=int, default=1, help="the same seed does the same things")
    parser.add_argument("--short", action="store_true", help="a few of each")
    asked = parser.parse_args()
    if server_programs() is None:
        install("postgresql")
    for name in ("DATABASE_URL", "SECRET_KEY"):
        os.environ.pop(name, None)
    tallies = drill(asked.seed, SHORT if asked.short else WHOLE)
    print(table(tallies))
    return 1 if any(tally.failed for tally in tallies) else 0


def drill(seed: int, times: dict[str, int]) -> list[Tally]:
    """Every drill so many times."""
    tallies: list[Tally] = []
    with tempfile.TemporaryDirectory(prefix="fairbench-drill-", ignore_cleanup_errors=True) as place:
        folder = Path(place)
        folder.chmod(0o755)
        server = Server(folder)
        try:
            print(f"Odd input, {times['odd']} times …", flush=True)
            migrated = server.manage("migrate", "--verbosity", "0")
            if migrated.returncode:
                raise RuntimeError(migrated.stderr)
            tallies += odd_input(server, seed, times["odd"])
            server.cluster.remove()
            server.cluster.start()
            server.demo()
            server.start()
            print(f"Kills while teaching, {times['teaching']} …", flush=True)
            tallies.append(kills_while_teaching(server, seed, times["teaching"]))
            print(f"Kills while editing, {times['editing']} …", flush=True)
            tallies.append(kills_while_editing(server, seed, times["editing"]))
            print(f"Backups cut short, {times['cuts']} …", flush=True)
            tallies.append(backup_and_restore(server, folder, times["cuts"]))
        finally:
            server.end()
        print(f"Kills while starting, {times['starting']} …", flush=True)
        tallies.append(kills_while_starting(folder, seed, times["starting"]))
    return tallies


if __name__ == "__main__":
    sys.exit(main())
