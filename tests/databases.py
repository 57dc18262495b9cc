"""The two databases that tests begin from, made once for a run and copied: one with every table and nothing in it, one
with the demo as it is on the day that tests believe in. A copy takes a tenth of a second; making them takes twenty."""

import os

import psycopg
from django.db import connections
from django.db.backends.base.base import BaseDatabaseWrapper
from psycopg import sql

from .today import DAY, believe

EMPTY, DEMO = "fairbench_template_empty", f"fairbench_template_demo_{DAY:%Y%m%d}"
_LOCK = 20_261_202
"""The number of our lock on the server; any that nothing else uses."""


def prepare() -> None:
    """Make both on the server of the settings unless they are there; one process at a time."""
    with _server() as server:
        server.execute("SELECT pg_advisory_lock(%s)", [_LOCK])
        known = {name for (name,) in server.execute("SELECT datname FROM pg_database")}
        for name, template, work in ((EMPTY, "template1", _migrate), (DEMO, EMPTY, _load_demo)):
            if name not in known:
                unfinished = f"{name}_unfinished"
                copy(template, unfinished)
                _with(unfinished, work)
                rename = sql.SQL("ALTER DATABASE {} RENAME TO {}")
                server.execute(rename.format(sql.Identifier(unfinished), sql.Identifier(name)))


def copy(template: str, name: str) -> None:
    """Make a database anew as a copy of another; whoever is still connected to the old one is cut off."""
    with _server() as server:
        server.execute(sql.SQL("DROP DATABASE IF EXISTS {} WITH (FORCE)").format(sql.Identifier(name)))
        server.execute(sql.SQL("CREATE DATABASE {} TEMPLATE {}").format(sql.Identifier(name), sql.Identifier(template)))


def drop(*names: str) -> None:
    """Drop databases; whoever is still connected is cut off."""
    with _server() as server:
        for name in names:
            server.execute(sql.SQL("DROP DATABASE IF EXISTS {} WITH (FORCE)").format(sql.Identifier(name)))


def use(name: str) -> None:
    """Let Django's connections go to a database from now on, those of a server's threads too."""
    if _default().settings_dict["NAME"] == name:
        return
    connections.close_all()
    _default().settings_dict["NAME"] = connections.settings["default"]["NAME"] = name


def _default() -> BaseDatabaseWrapper:
    return connections["default"]


def _server() -> "psycopg.Connection[tuple]":
    settings = _default().settings_dict
    return psycopg.connect(
        host=settings["HOST"],
        port=settings["PORT"],
        user=settings["USER"],
        password=settings["PASSWORD"],
        dbname="postgres",
        autocommit=True,
    )


def _with(name: str, work) -> None:
    before = _default().settings_dict["NAME"]
    use(name)
    try:
        work()
    finally:
        use(before)


def _migrate() -> None:
    from django.core.management import call_command

    call_command("migrate", verbosity=0)


def _load_demo() -> None:
    from fairbench.web.demo import classes

    classes.load(DAY)


if __name__ == "__main__":
    import django

    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "fairbench.web.settings")
    django.setup()
    believe()
    prepare()
