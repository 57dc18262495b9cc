"""Backup and restore: proven whole, all of it or nothing."""

import io
import json
import os
import subprocess
import sys
import tarfile
import tempfile
from pathlib import Path
from types import SimpleNamespace

import psycopg
import pytest

from fairbench.web.site import backup as backup_module
from fairbench.web.site.backup import BackupError
from tests import databases

pytestmark = pytest.mark.platform

ROOT = Path(__file__).resolve().parents[2]


class Server:
    """The server of the tests, with as many databases as a test wants, and what a person would type there."""

    def __init__(self, folder: Path, name: str) -> None:
        self.folder, self.name = folder, name
        self.made: list[str] = []
        self.demo = self.new("demo", databases.DEMO)

    def url(self, database: str) -> str:
        return os.environ["DATABASE_URL"].rpartition("/")[0] + "/" + database

    def manage(self, database: str, *words: str) -> subprocess.CompletedProcess[str]:
        environment = {**os.environ, "DATABASE_URL": self.url(database), "SECRET_KEY": "only-for-tests"}
        command = [sys.executable, "manage.py", *words]
        return subprocess.run(command, cwd=ROOT, env=environment, capture_output=True, text=True)

    def sql(self, database: str, words: str) -> list[tuple]:
        with psycopg.connect(self.url(database), autocommit=True) as connection:
            cursor = connection.execute(words)
            return cursor.fetchall() if cursor.description else []

    def new(self, name: str, template: str = "template1") -> str:
        self.made.append(f"{self.name}_backup_{name}")
        databases.copy(template, self.made[-1])
        return self.made[-1]


@pytest.fixture(scope="module")
def server(tmp_path_factory, own_name, django_db_setup):
    made = Server(tmp_path_factory.mktemp("backups"), own_name)
    yield made
    databases.drop(*made.made)


@pytest.fixture(scope="module")
def backup(server: Server) -> Path:
    file = server.folder / "whole.backup"
    done = server.manage(server.demo, "backup", str(file))
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
    assert people(server, database) == people(server, server.demo)
    events = "SELECT count(*) FROM classes_teachevent"
    assert server.sql(database, events) == server.sql(server.demo, events)
    assert server.manage(database, "migrate", "--check").returncode == 0


def hostile(folder: Path, name: str, member: tarfile.TarInfo, data: bytes = b"") -> Path:
    """An archive with one member that is not what it should be, beside a manifest."""
    target = folder / name
    with tarfile.open(target, "w") as tar:
        manifest = tarfile.TarInfo("manifest.json")
        text = json.dumps({"format": "fairbench-backup", "format_version": 1, "tables": {}}).encode()
        manifest.size = len(text)
        tar.addfile(manifest, io.BytesIO(text))
        member.size = len(data)
        tar.addfile(member, io.BytesIO(data))
    return target


def of_kind(name: str, kind: bytes, link: str = "") -> tarfile.TarInfo:
    member = tarfile.TarInfo(name)
    member.type, member.linkname = kind, link
    return member


@pytest.mark.parametrize(
    "member",
    [
        of_kind("database.dump", tarfile.SYMTYPE, "/etc/passwd"),
        of_kind("database.dump", tarfile.LNKTYPE, "../outside"),
        of_kind("database.dump", tarfile.DIRTYPE),
        of_kind("database.dump", tarfile.FIFOTYPE),
        of_kind("database.dump", tarfile.CHRTYPE),
        of_kind("../database.dump", tarfile.REGTYPE),
        of_kind("/database.dump", tarfile.REGTYPE),
    ],
    ids=lambda member: f"{member.name}-{member.type.decode()}",
)
def test_an_archive_reaches_nothing_of_this_machine(tmp_path: Path, member: tarfile.TarInfo) -> None:
    place = tmp_path / "in" / "here"
    place.mkdir(parents=True)
    with pytest.raises(BackupError, match="no backup of Fair Bench"):
        backup_module._unpack(hostile(tmp_path, "hostile.tar", member), place)
    assert [path.name for path in tmp_path.rglob("*") if path.is_file()] == ["hostile.tar"]


def test_a_backup_that_is_larger_than_the_room_is_not_begun(tmp_path: Path, monkeypatch) -> None:
    monkeypatch.setattr(backup_module.shutil, "disk_usage", lambda _: SimpleNamespace(free=3))
    file = hostile(tmp_path, "large.tar", of_kind("database.dump", tarfile.REGTYPE), b"1234")
    with pytest.raises(BackupError, match="make room"):
        backup_module._unpack(file, tmp_path)


def test_a_backup_is_never_written_over(server: Server, backup: Path) -> None:
    before = backup.read_bytes()
    done = server.manage(server.demo, "backup", str(backup))
    assert done.returncode == 1
    assert "is there already" in done.stderr
    assert backup.read_bytes() == before


def test_a_database_with_something_in_it_is_replaced_only_when_asked(server: Server, backup: Path) -> None:
    database = server.new("migrated", databases.EMPTY)
    refused = server.manage(database, "restore", str(backup))
    assert refused.returncode == 1
    assert "not empty" in refused.stderr
    assert people(server, database) == 0
    done = server.manage(database, "restore", str(backup), "--replace")
    assert done.returncode == 0, done.stderr
    assert people(server, database) == people(server, server.demo)


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
    before = people(server, server.demo)
    done = server.manage(server.demo, "restore", str(changed(backup, name, change)), "--replace")
    assert done.returncode == 1
    assert people(server, server.demo) == before
    assert server.sql(server.demo, "SELECT count(*) FROM classes_teachevent")[0][0] > 0


def test_something_else_is_no_backup(server: Server, tmp_path: Path) -> None:
    other = tmp_path / "notes.txt"
    other.write_text("not a backup", encoding="utf-8")
    for file in (other, tmp_path / "nowhere"):
        done = server.manage(server.demo, "restore", str(file), "--replace")
        assert done.returncode == 1
        assert "no backup of Fair Bench" in done.stderr
