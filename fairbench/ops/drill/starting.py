"""Kills while ``bin/start`` starts: the next start comes up, or says what to do."""

import os
import random
import shutil
import signal
import subprocess
import sys
import time
import urllib.request
from pathlib import Path

from fairbench.ops.postgres import Cluster, home_for

from .server import ROOT
from .tally import Tally

LONGEST = 8.0
"""Seconds within which the seeded moment of a kill lies; a start takes about that long."""

TRIES = 9000
"""A tenth of a second apart, and more: a start that neither ends nor comes up in a quarter of an hour hangs."""


def kills_while_starting(folder: Path, seed: int, kills: int) -> Tally:
    """A start is killed at a seeded moment, with everything that it started; the next one is left to come up, then
    killed too. Every tenth begins with no data at all, so that also the first start is killed half-way."""
    chance = random.Random(seed)
    tally = Tally("Kills while starting")
    checkout = folder / "checkout"
    shutil.copytree(ROOT, checkout, ignore=shutil.ignore_patterns(".git", ".local", ".venv", "node_modules", "docs"))
    cluster = Cluster(home_for(checkout / ".local/postgres"), 54400)
    for number in range(kills):
        if number % 10 == 0:
            cluster.remove()
            shutil.rmtree(checkout / ".local", ignore_errors=True)
        moment = chance.uniform(0.0, LONGEST)
        log = folder / "start.log"
        process = _start(checkout, log)
        time.sleep(moment)
        _kill(process, cluster, chance.random() < 0.5)
        process = _start(checkout, log)
        came_up = _comes_up(process, checkout)
        tally.check(came_up, f"killed after {moment:.2f} s: {_tail(log)} {_tail(cluster.folder / 'server.log')}")
        _kill(process, cluster, chance.random() < 0.5)
    _leave_nothing(_start(checkout, log), checkout)
    cluster.remove()
    return tally


def _leave_nothing(process: "subprocess.Popen[bytes]", checkout: Path) -> None:
    """A last start finds what the last kill left behind; stopped as one stops it, it takes all of it along."""
    _comes_up(process, checkout)
    process.terminate()
    process.wait(timeout=60)


def _tail(log: Path) -> str:
    return " / ".join(log.read_text(errors="replace").split("\n")[-8:]) if log.exists() else ""


def _start(checkout: Path, log: Path) -> "subprocess.Popen[bytes]":
    environment = {name: value for name, value in os.environ.items() if name not in ("DATABASE_URL", "SECRET_KEY")}
    with log.open("wb") as written:
        return subprocess.Popen(
            [sys.executable, "-m", "fairbench.ops.start"],
            cwd=checkout,
            env={**environment, "PYTHONPATH": str(checkout)},
            stdout=written,
            stderr=written,
            start_new_session=True,
        )


def _kill(process: "subprocess.Popen[bytes]", cluster: Cluster, also_database: bool) -> None:
    """As a power cut would, or as somebody would who kills the start and leaves its database and web server behind."""
    if process.poll() is None:
        (os.killpg if also_database else os.kill)(process.pid, signal.SIGKILL)
    process.wait()
    number = cluster._process()
    if also_database and number is not None:
        os.kill(number, signal.SIGKILL)


def _comes_up(process: "subprocess.Popen[bytes]", checkout: Path) -> bool:
    """Whether it answers. As long as it runs it is waited for: on a busy machine the demo takes minutes to load."""
    for _ in range(TRIES):
        if process.poll() is not None:
            return False
        try:
            address = (checkout / ".local/address").read_text(encoding="utf-8")
            if urllib.request.urlopen(f"{address}health/", timeout=5).status == 200:
                return True
        except (OSError, ValueError):
            pass
        time.sleep(0.1)
    return False
