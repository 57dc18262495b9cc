"""The whole database in one file and back, with proof: every table's rows are counted and digested in the same snapshot
that is written, and compared after they are brought back."""

import json
import lzma
import os
import shutil
import subprocess
import tarfile
import tempfile
import zlib
from collections.abc import Iterable
from dataclasses import dataclass
from pathlib import Path
from typing import IO, Literal

from django.db import connection, transaction
from django.utils import timezone
from pydantic import BaseModel, NonNegativeInt, ValidationError

FORMAT = "fairbench-backup"
FORMAT_VERSION = 1
_MANIFEST, _DUMP = "manifest.json", "database.dump"
_LARGEST_MANIFEST = 4 * 1024 * 1024
"""Bytes; one of a hundred tables has some ten thousand."""


class BackupError(Exception):
    """A backup could not be made or brought back; the message says what was kept and what to do."""


@dataclass(frozen=True, slots=True)
class TableState:
    """What proves that a table is whole: how many rows, and a digest over all of them in no order."""

    rows: int
    digest: str


class _Table(BaseModel):
    """A table in the manifest."""

    rows: NonNegativeInt
    digest: str


class _Manifest(BaseModel):
    """What stands beside the dump."""

    format: Literal["fairbench-backup"]
    format_version: Literal[1]
    tables: dict[str, _Table]


def back_up(target: Path) -> dict[str, TableState]:
    """Write the whole database to ``target``, which only its owner can read. Gives back what is in it, by table."""
    if target.exists():
        raise BackupError(f"{target} is there already. Nothing was written; choose another name.")
    with tempfile.TemporaryDirectory(prefix="fairbench-backup-", dir=target.parent) as folder:
        dump = Path(folder) / _DUMP
        with transaction.atomic():
            with connection.cursor() as cursor:
                cursor.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ")
                cursor.execute("SELECT pg_export_snapshot()")
                snapshot = cursor.fetchone()[0]
            state = tables()
            _run("pg_dump", "--format=custom", "--no-owner", "--no-acl", f"--snapshot={snapshot}", f"--file={dump}")
        manifest = {
            "format": FORMAT,
            "format_version": FORMAT_VERSION,
            "made_at": timezone.now().isoformat(),
            "tables": {name: {"rows": found.rows, "digest": found.digest} for name, found in state.items()},
        }
        (Path(folder) / _MANIFEST).write_text(json.dumps(manifest, indent=2), encoding="utf-8")
        whole = Path(folder) / "whole.tar"
        whole.touch(mode=0o600)
        with tarfile.open(whole, "w") as tar:
            for name in (_MANIFEST, _DUMP):
                tar.add(Path(folder) / name, arcname=name)
        with whole.open("rb") as written:
            os.fsync(written.fileno())
        whole.rename(target)
    return state


def restore(source: Path, replace: bool) -> dict[str, TableState]:
    """Bring a backup back, in one transaction: into an empty database, or in place of everything that is in it.

    Raises :class:`BackupError` for a file that is none or not whole, for a database that is not empty, and for any row
    that is not as it was; then the database is as it was before.
    """
    with tempfile.TemporaryDirectory(prefix="fairbench-restore-") as folder:
        state = _unpack(source, Path(folder))
        if tables() and not replace:
            raise BackupError("The database is not empty. Nothing was changed; --replace puts the backup in its place.")
        script = Path(folder) / "whole.sql"
        listed = _run("pg_restore", "--no-owner", "--no-acl", "--file=-", str(Path(folder) / _DUMP), database=False)
        script.write_text(f"{_BEFORE}\n{listed}\n{_proof(state)}", encoding="utf-8")
        connection.close()
        _run("psql", "--no-psqlrc", "--quiet", "--single-transaction", "-v", "ON_ERROR_STOP=1", "-f", str(script))
    differing = [name for name, found in tables().items() if state.get(name) != found]
    if differing or set(tables()) != set(state):
        raise BackupError(f"Not as it was backed up: {', '.join(differing) or 'the list of tables'}.")
    return state


def tables() -> dict[str, TableState]:
    """What every table of the database holds now."""
    with connection.cursor() as cursor:
        names = sorted(connection.introspection.table_names(cursor))
        found = {}
        for name in names:
            cursor.execute(_STATE.format(table=connection.ops.quote_name(name)))
            found[name] = TableState(*cursor.fetchone())
    return found


_STATE = (
    "SELECT count(*), coalesce(md5(string_agg(row_digest, '' ORDER BY row_digest)), '')"
    " FROM (SELECT md5(t::text) AS row_digest FROM public.{table} t) digests"
)
_BEFORE = "DROP SCHEMA public CASCADE; CREATE SCHEMA public;"


def _proof(state: dict[str, TableState]) -> str:
    """SQL that ends the transaction in an error unless every table is as it was."""
    checks = []
    for name, found in state.items():
        now = _STATE.format(table=connection.ops.quote_name(name))
        checks.append(
            f"IF ({now.replace('SELECT count(*), ', 'SELECT count(*) || ', 1)}) IS DISTINCT FROM"
            f" '{found.rows}{found.digest}' THEN RAISE EXCEPTION 'table {name} is not as it was backed up'; END IF;"
        )
    return "SET search_path TO public;\nDO $proof$ BEGIN\n" + "\n".join(checks) + "\nEND $proof$;\n"


def _unpack(source: Path, folder: Path) -> dict[str, TableState]:
    no_backup = BackupError(f"{source} is no backup of Fair Bench, or not whole. Nothing was changed.")
    try:
        with tarfile.open(source) as tar:
            text = _part(tar, _MANIFEST).read(_LARGEST_MANIFEST + 1)
            _copy(_part(tar, _DUMP), tar.getmember(_DUMP).size, folder / _DUMP)
        manifest = _Manifest.model_validate_json(text)
    except (tarfile.TarError, EOFError, zlib.error, lzma.LZMAError, _PartError, ValidationError):
        raise no_backup from None
    except OSError as error:
        if error.errno is None or not source.is_file():
            raise no_backup from None  # a broken compressed stream tells no number
        raise BackupError(f"{source} could not be unpacked: {error.strerror}. Nothing was changed.") from None
    return {name: TableState(found.rows, found.digest) for name, found in manifest.tables.items()}


class _PartError(Exception):
    """A part of the archive is not there, no plain file, or shorter than it says."""


def _part(tar: tarfile.TarFile, name: str) -> IO[bytes]:
    """A plain file of the archive, by its whole name. It is read, never extracted: no path, link or right of the
    archive reaches this machine. (The filters of ``extract`` came with 3.11.4; Debian 12 has 3.11.2.)"""
    member = next((one for one in tar if one.name == name), None)
    if member is None or not member.isreg() or member.issparse():
        raise _PartError(name)
    read = tar.extractfile(member)
    if read is None:
        raise _PartError(name)
    return read


def _copy(part: IO[bytes], size: int, target: Path) -> None:
    """Copy so many bytes of a part. Raises :class:`BackupError` where the disk has no room for them."""
    free = shutil.disk_usage(target.parent).free
    if size > free:
        raise BackupError(
            f"The backup needs {size / 1e6:.0f} MB in {target.parent.parent}, and {free / 1e6:.0f} MB are free."
            " Nothing was changed; make room, or set TMPDIR to a folder that has it."
        )
    with target.open("wb") as written:
        shutil.copyfileobj(part, written)
    if target.stat().st_size != size:
        raise _PartError(target.name)


def _run(program: str, *arguments: str, database: bool = True) -> str:
    """Run one of PostgreSQL's programs on our database. Its password goes by the environment, not the command line."""
    settings = connection.settings_dict
    to = {"-h": settings["HOST"], "-p": settings["PORT"], "-U": settings["USER"], "-d": settings["NAME"]}
    words = [part for name, value in to.items() if value for part in (name, str(value))] if database else []
    environment = {**os.environ, "PGPASSWORD": settings["PASSWORD"] or ""}
    done = subprocess.run([_find(program), *words, *arguments], env=environment, capture_output=True, text=True)
    if done.returncode:
        raise BackupError(f"{program} failed; the database is as it was.\n{_first(done.stderr.splitlines())}")
    return done.stdout


def _find(program: str) -> str:
    """The newest one there is: an older one could not read what a newer server writes."""
    installed = sorted(Path("/usr/lib/postgresql").glob(f"*/bin/{program}"), key=lambda path: int(path.parts[-3]))
    found = str(installed[-1]) if installed else shutil.which(program)
    if found is None:
        raise BackupError(f"{program} is not installed. Run: apt-get install postgresql-client")
    return found


def _first(lines: Iterable[str]) -> str:
    """The first line that tells an error, without the rows that PostgreSQL would quote after it."""
    return next((line for line in lines if "ERROR" in line or "error" in line), "")
