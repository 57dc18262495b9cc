"""Kills while a class is taught: what the device was told is kept is there once, whatever was killed in between."""

import datetime
import http.client
import json
import random
import re
import threading
import uuid
from typing import Any

import psycopg

from .server import Device, Server
from .tally import Tally

_LOST = (OSError, http.client.HTTPException, json.JSONDecodeError)
"""What a device meets where no whole answer came."""


def kills_while_teaching(server: Server, seed: int, kills: int) -> Tally:
    """A device reports while the web server or the database is killed at a seeded moment, again and again; it sends
    what was not answered anew, as the real one does. In the end nothing is lost and nothing stands twice."""
    chance = random.Random(seed)
    tally = Tally("Kills while teaching")
    device = Device(server.port)
    device.sign_in()
    meeting = device.begin_class("Short and steady")
    acknowledged: set[str] = set()
    made: set[str] = set()
    waiting: list[dict[str, Any]] = []
    for _ in range(kills):
        kill = chance.choice((server.kill_web, server.kill_database))
        timer = threading.Timer(chance.uniform(0.01, 0.4), kill)
        timer.start()
        while timer.is_alive():
            waiting.append(made_event(chance))
            made.add(waiting[-1]["id"])
            report(device, meeting, waiting, acknowledged)
        timer.join()
        if server.process is not None and server.process.poll() is not None:
            server.start()
        stored = stored_events(server, meeting)
        tally.check(acknowledged <= set(stored), f"lost after {kill.__name__}: {len(acknowledged - set(stored))}")
        tally.check(len(stored) == len(set(stored)), "something stands twice")
    for _ in range(100):
        if not waiting:
            break
        report(device, meeting, waiting, acknowledged)
    stored = stored_events(server, meeting)
    tally.check(set(stored) == made and len(stored) == len(made), f"{len(made)} made, {len(stored)} stored in the end")
    return tally


def made_event(chance: random.Random) -> dict[str, Any]:
    """An event as a device makes it: its id is its own."""
    now = datetime.datetime.now(datetime.UTC).isoformat()
    return {"id": str(uuid.UUID(int=chance.getrandbits(128), version=4)), "kind": "paused", "at": now}


def report(device: Device, meeting: str, waiting: list[dict[str, Any]], acknowledged: set[str]) -> None:
    """Send what waits; what is answered as kept waits no longer. Without a whole answer everything goes on waiting."""
    try:
        kept = set(device.post_json(f"/classes/{meeting}/events/", {"events": waiting})["kept"])
    except _LOST:
        return
    acknowledged |= kept
    waiting[:] = [event for event in waiting if event["id"] not in kept]


def stored_events(server: Server, meeting: str) -> list[str]:
    """The ids of a class's events in the database."""
    with psycopg.connect(server.cluster.url()) as connection:
        rows = connection.execute("SELECT id FROM classes_teachevent WHERE meeting_id = %s", [meeting])
        return [str(row[0]) for row in rows.fetchall()]


def kills_while_editing(server: Server, seed: int, kills: int) -> Tally:
    """A plan is changed while the web server or the database is killed: what was answered stands, the plan is whole."""
    chance = random.Random(seed)
    tally = Tally("Kills while editing a plan")
    device = Device(server.port)
    device.sign_in()
    found = re.search(r'href="/plans/([0-9a-f-]{36})/"', device.get("/"))
    assert found is not None
    plan = found.group(1)
    for _ in range(kills):
        before = _head(server, plan)
        timer = threading.Timer(chance.uniform(0.01, 0.4), chance.choice((server.kill_web, server.kill_database)))
        timer.start()
        answered = before
        while timer.is_alive():
            value = str(chance.randint(30, 60))
            try:
                fields = {"seen": str(answered), "field": "length_min", "value": value}
                device.post(f"/plans/{plan}/do/settings/", fields)
                answered = _head(server, plan)
            except (*_LOST, psycopg.Error):
                continue
        timer.join()
        if server.process is not None and server.process.poll() is not None:
            server.start()
        head = _head(server, plan)
        tally.check(head >= answered, f"{answered} was answered, {head} stands")
        wrong = ""
        try:
            device.get(f"/plans/{plan}/")
        except OSError as error:
            wrong = str(error)
        tally.check(not wrong, f"the plan does not open: {wrong}")
    return tally


def _head(server: Server, plan: str) -> int:
    with psycopg.connect(server.cluster.url()) as connection:
        row = connection.execute("SELECT head FROM plans_plan WHERE id = %s", [plan]).fetchone()
        assert row is not None
        return int(row[0])
