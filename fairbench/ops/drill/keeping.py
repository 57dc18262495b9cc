"""Backup and restore; roles and odd input in a process of their own."""

import json
import subprocess
import sys
from pathlib import Path

from .server import ROOT, Server
from .tally import Tally


def backup_and_restore(server: Server, folder: Path, times: int) -> Tally:
    """The demo is backed up and brought back over itself; a backup that was cut short anywhere changes nothing."""
    tally = Tally("Backup and restore")
    file = folder / "whole.backup"
    made = server.manage("backup", str(file))
    tally.check(made.returncode == 0, made.stderr[-200:])
    whole = file.read_bytes()
    for number in range(times):
        cut = folder / "cut.backup"
        cut.write_bytes(whole[: len(whole) * number // times])
        refused = server.manage("restore", str(cut), "--replace")
        tally.check(refused.returncode == 1, f"cut at {number}/{times} was taken")
    back = server.manage("restore", str(file), "--replace")
    tally.check(back.returncode == 0, back.stderr[-200:])
    tally.check(server.manage("check_summaries").returncode == 0, "summaries differ after the restore")
    return tally


def inside(server: Server, seed: int, rounds: int, times: int) -> list[Tally]:
    """Roles and odd input, in a process of their own on an empty database."""
    command = [sys.executable, "-m", "fairbench.ops.drill.inside", str(seed), str(rounds), str(times)]
    done = subprocess.run(command, cwd=ROOT, env=server.environment, capture_output=True, text=True)
    if done.returncode:
        return [Tally("Roles and odd input", 1, [done.stderr[-300:]])]
    return [Tally(**tally) for tally in json.loads(done.stdout.strip().splitlines()[-1])]
