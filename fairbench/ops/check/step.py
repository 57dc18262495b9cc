"""A step of the checks: a command that is silent while it is well, and shown whole when it is not."""

import subprocess
import threading
import time
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from pathlib import Path

ROOT = Path(__file__).resolve().parents[3]


@dataclass(frozen=True, slots=True)
class Step:
    """A command with what it is called. One that ``tells`` shows what it says while it runs."""

    title: str
    command: Sequence[str]
    tells: bool = False


class StepError(Exception):
    """A step failed; what it said was shown."""


def run(step: Step, environment: Mapping[str, str]) -> float:
    """Run a step; gives back the seconds it took. Raises :class:`StepError`."""
    began = time.monotonic()
    if step.tells:
        print(f"== {step.title} …", flush=True)
    done = subprocess.run(
        step.command,
        env=dict(environment),
        cwd=ROOT,
        stdin=subprocess.DEVNULL,
        stdout=None if step.tells else subprocess.PIPE,
        stderr=None if step.tells else subprocess.STDOUT,
    )
    took = time.monotonic() - began
    if done.returncode:
        said = done.stdout.decode(errors="replace").rstrip() if done.stdout else ""
        raise StepError(f"{said}\n\n== {step.title}: failed after {took:.0f} s." if said else f"{step.title}: failed.")
    print(f"== {step.title}: good, {took:.0f} s", flush=True)
    return took


def run_beside(lanes: Sequence[Sequence[Step]], environment: Mapping[str, str]) -> None:
    """Run some rows of steps beside each other, each in its order. Raises :class:`StepError` with all that failed."""
    failed: list[str] = []

    def follow(lane: Sequence[Step]) -> None:
        for step in lane:
            try:
                run(step, environment)
            except StepError as error:
                print(error, flush=True)
                failed.append(step.title)

    threads = [threading.Thread(target=follow, args=(lane,)) for lane in lanes]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    if failed:
        raise StepError(f"Failed: {', '.join(failed)}.")
