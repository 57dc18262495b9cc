"""Waiting for a server: a slow one is waited for and says what it does, one that ended or stands still is told."""

import socket
import subprocess
import sys
from pathlib import Path

import pytest

from fairbench.ops import waiting
from fairbench.ops.packages import OpsError
from fairbench.ops.waiting import wait_until_up

SLOW = """
import http.server, pathlib, sys
stage = pathlib.Path(sys.argv[2])
for number in range(3):
    stage.write_text(f"step {number}")
    sum(range(3_000_000))
sys.stdin.read()
class Answer(http.server.BaseHTTPRequestHandler):
    def do_GET(self):
        self.send_response(204)
        self.end_headers()
    def log_message(self, *told):
        pass
http.server.HTTPServer(("127.0.0.1", int(sys.argv[1])), Answer).serve_forever()
"""
"""A server that comes up only when its input is closed."""


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def begun(program: str, *more: str) -> "subprocess.Popen[bytes]":
    return subprocess.Popen([sys.executable, "-c", program, *more], stdin=subprocess.PIPE)


def test_a_slow_server_is_waited_for_and_what_it_does_is_said(tmp_path: Path, monkeypatch) -> None:
    monkeypatch.setattr(waiting, "_SAID_EVERY", 0.0)
    port, stage, told = free_port(), tmp_path / "starting", []

    def say(line: str) -> None:
        told.append(line)
        if "step 2" in line and server.stdin is not None:
            server.stdin.close()

    with begun(SLOW, str(port), str(stage)) as server:
        try:
            wait_until_up(f"http://127.0.0.1:{port}/", server, stage, tmp_path / "log", say)
        finally:
            server.kill()
    assert any("step 2" in line for line in told)


def test_a_server_that_ended_is_told_in_one_line(tmp_path: Path) -> None:
    with begun("raise SystemExit(1)") as server:
        server.wait()
        with pytest.raises(OpsError, match=r"ended by itself; .*web\.log.* Then run bin/start again") as told:
            wait_until_up(f"http://127.0.0.1:{free_port()}/", server, tmp_path / "starting", tmp_path / "web.log")
    assert "\n" not in str(told.value)


def test_a_server_that_stands_still_is_given_up_and_its_last_step_named(tmp_path: Path, monkeypatch) -> None:
    monkeypatch.setattr(waiting, "STALLED", 0.2)
    stage = tmp_path / "starting"
    stage.write_text("Reading the catalogue")
    with begun("import sys; sys.stdin.read()") as server:
        try:
            with pytest.raises(OpsError, match=r"last: Reading the catalogue.*Nothing was lost"):
                wait_until_up(f"http://127.0.0.1:{free_port()}/", server, stage, tmp_path / "web.log")
        finally:
            server.kill()
