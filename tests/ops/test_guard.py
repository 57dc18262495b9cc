"""What a command started is ended with it, however it went, and what others run is left alone."""

import os
import select
import signal
import subprocess
import sys
from pathlib import Path

import pytest

COMMAND = """
import subprocess, sys, pathlib
from fairbench.ops.guard import guard
folder = pathlib.Path(sys.argv[1])
folder.mkdir()
guards = guard(folder)
stubborn = "import signal, time; signal.signal(signal.SIGTERM, signal.SIG_IGN); print(1, flush=True); time.sleep(3600)"
child = subprocess.Popen(
    [sys.executable, "-c", stubborn], env=guards.environment(), start_new_session=True, stdout=subprocess.PIPE
)
child.stdout.readline()
print(child.pid, flush=True)
sys.stdin.read()
guards.end()
"""


def has_ended(number: int) -> bool:
    """Whether a process comes to its end within a minute."""
    try:
        handle = os.pidfd_open(number)
    except ProcessLookupError:
        return True
    try:
        return bool(select.select([handle], [], [], 60)[0])
    finally:
        os.close(handle)


@pytest.mark.parametrize("how", ["SIGTERM", "SIGKILL", "by itself"])
def test_all_that_was_started_is_ended(tmp_path: Path, how: str) -> None:
    folder = tmp_path / "kept"
    with subprocess.Popen([sys.executable, "-c", "import sys; sys.stdin.read()"], stdin=subprocess.PIPE) as other:
        command = subprocess.Popen(
            [sys.executable, "-c", COMMAND, str(folder)], stdin=subprocess.PIPE, stdout=subprocess.PIPE
        )
        assert command.stdout is not None
        child = int(command.stdout.readline())
        if how == "by itself":
            command.communicate()
            assert not folder.exists()
        else:
            command.send_signal(getattr(signal, how))
            command.communicate()
        assert has_ended(child)
        assert other.poll() is None
