"""The start command's own judgement: its port, its demo, and whose processes are whose."""

import socket
import subprocess
import sys
from pathlib import Path

import pytest

from fairbench.ops import start
from fairbench.ops.packages import OpsError
from fairbench.ops.start import Wanted


@pytest.fixture(autouse=True)
def local(tmp_path: Path, monkeypatch) -> Path:
    """A folder of its own for what a start keeps, and ports where no other test serves."""
    monkeypatch.setattr(start, "LOCAL", tmp_path)
    monkeypatch.setattr(start, "FIRST_WEB_PORT", 18000)
    return tmp_path


def test_the_port_is_kept_and_never_moves_by_itself(local: Path) -> None:
    first = start.web_port(None)
    assert start.web_port(None) == first
    with socket.socket() as other:
        other.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)  # who served here just now leaves it warm
        other.bind(("127.0.0.1", first))
        other.listen()
        with pytest.raises(OpsError, match=f"Port {first} is used by something else.*tablets keep their unsent work"):
            start.web_port(None)
        moved = start.web_port(first + 10)
    assert moved == first + 10
    assert start.web_port(None) == moved


@pytest.mark.parametrize("torn", ["", "x", "\n"])
def test_a_torn_note_of_the_port_is_no_port(local: Path, torn: str) -> None:
    (local / "web_port").write_text(torn, encoding="ascii")
    assert start.web_port(None) >= start.FIRST_WEB_PORT


def test_the_demo_goes_into_a_database_of_ones_own_only_when_asked(local: Path) -> None:
    assert start._with_demo(Wanted(), own_cluster=True)
    assert not start._with_demo(Wanted(), own_cluster=False)
    assert start._with_demo(Wanted(demo=True), own_cluster=False)
    assert not start._with_demo(Wanted(empty=True), own_cluster=True)
    assert not start._with_demo(Wanted(), own_cluster=True)
    assert start._with_demo(Wanted(demo=True), own_cluster=True)
    assert start._with_demo(Wanted(), own_cluster=True)


def looks_like_ours(folder: Path, name: str) -> "subprocess.Popen[bytes]":
    return subprocess.Popen([sys.executable, "-c", "import time; time.sleep(600)", name], cwd=folder)


def test_a_web_server_that_was_left_behind_is_ended_though_nothing_notes_it(local: Path, monkeypatch) -> None:
    monkeypatch.setattr(start, "ROOT", local)
    with looks_like_ours(local, start.SERVER_NAME) as left:
        start._stop_orphan()
        assert left.wait(timeout=60) != 0


@pytest.mark.parametrize(("name", "elsewhere"), [("fairbench.web.wsgi", False), (start.SERVER_NAME, True)])
def test_a_process_that_only_looks_like_ours_is_left_alone(local: Path, monkeypatch, name, elsewhere) -> None:
    monkeypatch.setattr(start, "ROOT", local)
    with looks_like_ours(local.parent if elsewhere else local, name) as somebody:
        try:
            start._stop_orphan()
            assert somebody.poll() is None
        finally:
            somebody.kill()


def test_a_secret_that_was_half_written_is_made_anew(local: Path) -> None:
    (local / "secret_key").touch()
    start._secret_key()
    made = (local / "secret_key").read_text(encoding="ascii")
    assert len(made) > 40
    start._secret_key()
    assert (local / "secret_key").read_text(encoding="ascii") == made
