"""The private server: made once, started twice, killed hard, and the data still there."""

import os
import signal
import socket
import subprocess
import tempfile
import time
from pathlib import Path

import psycopg
import pytest

from fairbench.ops.packages import OpsError
from fairbench.ops.postgres import Cluster, free_port, home_for


@pytest.fixture
def cluster():
    """A cluster of its own, in a folder that the server's account can reach."""
    with tempfile.TemporaryDirectory(prefix="fairbench-ops-", ignore_cleanup_errors=True) as folder:
        Path(folder).chmod(0o755)
        made = Cluster(Path(folder) / "cluster", 55200)
        yield made
        made.remove()


def run(cluster: Cluster, words: str) -> list[tuple]:
    with psycopg.connect(cluster.url(), autocommit=True) as connection:
        cursor = connection.execute(words)
        return cursor.fetchall() if cursor.description else []


def test_started_twice_killed_hard_and_started_again(cluster: Cluster) -> None:
    cluster.start()
    run(cluster, "create table kept (word text)")
    run(cluster, "insert into kept values ('still here')")
    cluster.start()
    assert cluster.running()
    pid = int((cluster.data / "postmaster.pid").read_text(encoding="ascii").split()[0])
    os.kill(pid, signal.SIGKILL)
    for _ in range(200):
        if not Path(f"/proc/{pid}").exists():
            break
        time.sleep(0.05)
    cluster.start()
    assert run(cluster, "select word from kept") == [("still here",)]
    cluster.stop()
    assert not cluster.running()
    cluster.start()
    assert run(cluster, "select word from kept") == [("still here",)]
    cluster.remove()
    assert not cluster.folder.exists()


def test_a_server_that_lost_its_note_is_asked_to_stop_and_another_starts(cluster: Cluster) -> None:
    """As when a start is killed while its server comes up: nobody knows its number, and it sits in the folder."""
    cluster.start()
    run(cluster, "create table kept (word text)")
    run(cluster, "insert into kept values ('still here')")
    before = int((cluster.data / "postmaster.pid").read_text(encoding="ascii").split()[0])
    (cluster.data / "postmaster.pid").unlink()
    assert not cluster.running()
    cluster.start()
    after = int((cluster.data / "postmaster.pid").read_text(encoding="ascii").split()[0])
    assert after != before
    assert not Path(f"/proc/{before}/cwd").exists()
    assert run(cluster, "select word from kept") == [("still here",)]


def test_it_listens_on_loopback_and_wants_its_password(cluster: Cluster) -> None:
    cluster.start()
    assert run(cluster, "show listen_addresses") == [("127.0.0.1",)]
    wrong = cluster.url().replace(cluster.url().split(":")[2].split("@")[0], "guess")
    with pytest.raises(psycopg.OperationalError, match="password authentication failed"):
        psycopg.connect(wrong)
    assert (cluster.folder / "password").stat().st_mode & 0o077 == 0


def test_a_taken_port_is_passed_over() -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        assert free_port(port) > port
        with pytest.raises(OpsError, match="no free port"):
            free_port(port, tries=1)


def test_a_folder_the_server_cannot_reach_is_replaced(tmp_path: Path) -> None:
    if os.geteuid() != 0:
        assert home_for(tmp_path / "x") == tmp_path / "x"
        return
    with tempfile.TemporaryDirectory() as closed:  # made for its owner alone
        elsewhere = home_for(Path(closed) / "postgres")
        assert elsewhere.parent == Path("/var/lib/fairbench")
    with tempfile.TemporaryDirectory() as opened:
        Path(opened).chmod(0o755)
        assert home_for(Path(opened) / "postgres") == Path(opened) / "postgres"


def test_a_note_that_names_somebody_elses_process_ends_nobody(cluster: Cluster) -> None:
    cluster.start()
    run(cluster, "create table kept (word text)")
    note = cluster.data / "postmaster.pid"
    lines = note.read_text(encoding="ascii").splitlines()
    cluster.stop()
    with subprocess.Popen(["sleep", "600"]) as somebody:
        try:
            note.write_text("\n".join([str(somebody.pid), *lines[1:]]) + "\n", encoding="ascii")
            assert not cluster.running()
            cluster.stop()
            assert somebody.poll() is None
            cluster.start()
            assert run(cluster, "select count(*) from kept") == [(0,)]
            assert somebody.poll() is None
        finally:
            somebody.kill()


@pytest.mark.parametrize("note", ["", "\n", "not a number\n", "999999999\n"])
def test_a_torn_note_is_no_server(cluster: Cluster, note: str) -> None:
    cluster.start()
    cluster.stop()
    (cluster.data / "postmaster.pid").write_text(note, encoding="ascii")
    assert not cluster.running()
    cluster.start()
    assert cluster.running()


def test_a_making_that_was_broken_off_is_begun_anew(cluster: Cluster) -> None:
    cluster.folder.mkdir()
    half = cluster.folder / "data.unfinished"
    half.mkdir()
    (half / "PG_VERSION").write_text("15\n", encoding="ascii")
    cluster.start()
    assert run(cluster, "select 1") == [(1,)]
    assert not half.exists()


def test_a_server_without_its_database_gets_it(cluster: Cluster) -> None:
    cluster.start()
    with psycopg.connect(cluster.url("postgres"), autocommit=True) as connection:
        connection.execute("drop database fairbench")
    cluster.start()
    assert run(cluster, "select 1") == [(1,)]
