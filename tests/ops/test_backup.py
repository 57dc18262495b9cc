"""Backup and restore: proven whole, all of it or nothing."""

import json
import os
import subprocess
import sys
import tarfile
import tempfile
from pathlib import Path

import psycopg
import pytest

from fairbench.ops.postgres import Cluster

ROOT = Path(__file__).resolve().parents[2]


MIGRATED = "migrated"
"""A database with all tables and nothing in them."""


class Server:
    """A server of its own with as many databases as a test wants."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.cluster = Cluster(folder / "cluster", 55400, lasting=False)
        self.cluster.start()

    def manage(self, database: str, *words: str) -> subprocess.CompletedProcess[str]:
        environment = {**os.environ, "DATABASE_URL": self.cluster.url(database), "SECRET_KEY": "only-for-tests"}
        command = [sys.executable, "manage.py", *words]
        return subprocess.run(command, cwd=ROOT, env=environment, capture_output=True, text=True)

    def sql(self, database: str, words: str) -> list[tuple]:
        with psycopg.connect(self.cluster.url(database), autocommit=True) as connection:
            cursor = connection.execute(words)
            return cursor.fetchall() if cursor.description else []

    def new(self, name: str) -> str:
        self.sql("fairbench", f"CREATE DATABASE {name}")
        return name


@pytest.fixture(scope="module")
def server():
    with tempfile.TemporaryDirectory(prefix="fairbench-backup-test-", ignore_cleanup_errors=True) as folder:
        Path(folder).chmod(0o755)
        made = Server(Path(folder))
        for words in (("migrate", "--verbosity", "0"), ("load_demo",)):
            done = made.manage("fairbench", *words)
            assert done.returncode == 0, done.stderr
            if words[0] == "migrate":
                made.sql("postgres", f"CREATE DATABASE {MIGRATED} TEMPLATE fairbench")
        yield made
        made.cluster.remove()


@pytest.fixture(scope="module")
def backup(server: Server) -> Path:
    file = server.folder / "whole.backup"
    done = server.manage("fairbench", "backup", str(file))
    assert done.returncode == 0, done.stderr
    return file


def people(server: Server, database: str) -> int:
    return server.sql(database, "SELECT count(*) FROM people_participant")[0][0]


def test_everything_comes_back_into_an_empty_database(server: Server, backup: Path) -> None:
    assert backup.stat().st_mode & 0o777 == 0o600
    database = server.new("emptied")
    done = server.manage(database, "restore", str(backup))
    assert done.returncode == 0, done.stderr
    assert "all as they were backed up" in done.stdout
    assert people(server, database) == people(server, "fairbench")
    events = "SELECT count(*) FROM classes_teachevent"
    assert server.sql(database, events) == server.sql("fairbench", events)
    assert server.manage(database, "migrate", "--check").returncode == 0


def test_a_backup_is_never_written_over(server: Server, backup: Path) -> None:
    before = backup.read_bytes()
    done = server.manage("fairbench", "backup", str(backup))
    assert done.returncode == 1
    assert "is there already" in done.stderr
    assert backup.read_bytes() == before


def test_a_database_with_something_in_it_is_replaced_only_when_asked(server: Server, backup: Path) -> None:
    database = MIGRATED
    refused = server.manage(database, "restore", str(backup))
    assert refused.returncode == 1
    assert "not empty" in refused.stderr
    assert people(server, database) == 0
    done = server.manage(database, "restore", str(backup), "--replace")
    assert done.returncode == 0, done.stderr
    assert people(server, database) == people(server, "fairbench")


def changed(backup: Path, name: str, change) -> Path:
    """The backup with one of its parts changed."""
    with tarfile.open(backup) as tar:
        parts = {member.name: tar.extractfile(member).read() for member in tar}
    parts[name] = change(parts[name])
    target = backup.with_name(f"changed-{name}.backup")
    target.unlink(missing_ok=True)
    with tempfile.TemporaryDirectory() as folder, tarfile.open(target, "w") as tar:
        for part, data in parts.items():
            (Path(folder) / part).write_bytes(data)
            tar.add(Path(folder) / part, arcname=part)
    return target


def one_row_less(manifest: bytes) -> bytes:
    value = json.loads(manifest)
    value["tables"]["classes_teachevent"]["rows"] += 1
    return json.dumps(value).encode()


@pytest.mark.parametrize(
    ("name", "change"),
    [
        ("manifest.json", one_row_less),
        ("manifest.json", lambda _: b"{}"),
        ("database.dump", lambda data: data[: len(data) // 2]),
        ("database.dump", lambda _: b""),
    ],
)
def test_what_is_not_whole_is_refused_and_changes_nothing(server: Server, backup: Path, name: str, change) -> None:
    before = people(server, "fairbench")
    done = server.manage("fairbench", "restore", str(changed(backup, name, change)), "--replace")
    assert done.returncode == 1
    assert people(server, "fairbench") == before
    assert server.sql("fairbench", "SELECT count(*) FROM classes_teachevent")[0][0] > 0


def test_something_else_is_no_backup(server: Server, tmp_path: Path) -> None:
    other = tmp_path / "notes.txt"
    other.write_text("not a backup", encoding="utf-8")
    for file in (other, tmp_path / "nowhere"):
        done = server.manage("fairbench", "restore", str(file), "--replace")
        assert done.returncode == 1
        assert "no backup of Fair Bench" in done.stderr
