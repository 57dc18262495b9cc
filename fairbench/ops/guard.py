"""Whatever a command starts is ended when the command is gone, however it went: also after SIGTERM and SIGKILL.

A small process stands beside the command and waits for its end; then it ends every process that bears the command's
mark in its environment, and removes the command's folder.
"""

import os
import secrets
import shutil
import signal
import subprocess
import sys
import time
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path

MARK = "FAIRBENCH_STARTED_BY"
_TRIES = 100
"""A tenth of a second apart."""


@dataclass(frozen=True, slots=True)
class Guard:
    """A command's mark, which goes into the environment of whatever it starts, and the process that waits for the
    command's end."""

    mark: str
    process: "subprocess.Popen[bytes]"

    def environment(self) -> dict[str, str]:
        """The environment of this process, with the mark."""
        return {**os.environ, MARK: self.mark}

    def end(self) -> None:
        """End what is left, and wait until it is."""
        if self.process.stdin is not None:
            self.process.stdin.close()
        self.process.wait()


def guard(folder: Path) -> Guard:
    """Have everything that is started with the mark ended with this process, and ``folder`` removed."""
    mark = secrets.token_hex(8)
    process = subprocess.Popen(
        [sys.executable, "-m", "fairbench.ops.guard", mark, str(folder)],
        stdin=subprocess.PIPE,
        start_new_session=True,
        cwd=Path(__file__).resolve().parents[2],
    )
    return Guard(mark, process)


def main(mark: str, folder: str) -> None:
    """Wait for the end of whoever started this, then end what is left of it."""
    for one in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(one, signal.SIG_IGN)
    sys.stdin.buffer.read()
    for one in (signal.SIGTERM, signal.SIGKILL):
        for _ in range(_TRIES):
            left = marked(mark)
            if not left:
                break
            for number in left:
                with suppress(ProcessLookupError, PermissionError):
                    os.kill(number, one)
            time.sleep(0.1)
    shutil.rmtree(folder, ignore_errors=True)


def marked(mark: str) -> list[int]:
    """The numbers of all processes that bear a mark."""
    found = []
    for process in Path("/proc").glob("[0-9]*"):
        try:
            told = (process / "environ").read_bytes()
        except OSError:
            continue  # it has ended, or is somebody else's
        if f"{MARK}={mark}".encode() in told.split(b"\0"):
            found.append(int(process.name))
    return found


if __name__ == "__main__":
    main(*sys.argv[1:])
