"""Waiting for a server that comes up: as long as it works on, it is waited for, and what it does is said."""

import subprocess
import time
import urllib.error
import urllib.request
from collections.abc import Callable
from pathlib import Path

from .packages import OpsError

STALLED = 120.0
"""Seconds in which a server that comes up does nothing at all before it is given up."""
_SAID_EVERY = 10.0


def wait_until_up(
    address: str, server: "subprocess.Popen[bytes]", stage: Path, log: Path, say: Callable[[str], None] = print
) -> None:
    """Wait until ``address`` answers. ``stage`` is the file in which the server notes what it is at. Raises
    :class:`OpsError` when it ends, or does nothing for :data:`STALLED` seconds; a slow machine is no fault."""
    began = moved = said = time.monotonic()
    last: tuple[float, str] = (0.0, "")
    while not _answers(address):
        if server.poll() is not None:
            raise OpsError(
                f"The web server ended by itself; the last lines of {log} say why. Then run bin/start again."
            )
        now, state = time.monotonic(), (_worked(server.pid), _read(stage))
        if state != last:
            last, moved = state, now
        elif now - moved > STALLED:
            raise OpsError(
                f"The web server has done nothing for {STALLED / 60:.0f} minutes (last: {state[1] or 'beginning'})."
                f" {log} may say why. Nothing was lost; run bin/start again."
            )
        if now - said >= _SAID_EVERY:
            said = now
            say(f"  {state[1] or 'loading'} … ({now - began:.0f} s)")
        time.sleep(0.2)


def _answers(address: str) -> bool:
    try:
        urllib.request.urlopen(address + "health/", timeout=5)
    except urllib.error.HTTPError:
        return True
    except OSError:
        return False
    return True


def _read(stage: Path) -> str:
    try:
        return stage.read_text(encoding="utf-8").strip()
    except OSError:
        return ""


def _worked(number: int) -> float:
    """Ticks of processor time that a process and its children had so far."""
    had = 0.0
    for process in Path("/proc").glob("[0-9]*"):
        try:
            fields = (process / "stat").read_text(encoding="ascii").rpartition(")")[2].split()
        except OSError:
            continue  # it has ended
        if number in (int(process.name), int(fields[1])):
            had += int(fields[11]) + int(fields[12])
    return had
