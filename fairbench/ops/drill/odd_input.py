"""Odd input through every way in: no answer is a fault of the server, and every list can be read afterwards.

In one process, through Django's own request handling, on a database that holds the demo.
"""

import gc
import io
import json
import random
import re
from collections.abc import Callable
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path
from typing import Any

from .demo_site import addresses, owner, real_ids
from .tally import Tally

ODD: tuple[str, ...] = (
    "",
    " ",
    "\x00",
    "a\x00b",
    "\x1b[31m",
    "nan",
    "NaN",
    "inf",
    "-Infinity",
    "1e400",
    "-1e400",
    "9" * 5000,
    "0x10",
    "1_000",
    "١٢٣",
    "-1",
    "2147483648",
    "99999999999999999999",
    "1,5",
    "true",
    "null",
    "[]",
    "{}",
    "../../etc/passwd",
    "' OR 1=1 --",
    "<script>alert(1)</script>",
    "{{ 7 }}",
    "%s%n",
    "\u202e\u200f",
    "\U0001f600",
    "é" * 3000,
    "9999-12-31",
    "0001-01-01",
    "2026-02-30",
    "10000-01-01",
    "00000000-0000-0000-0000-000000000000",
    "not-a-uuid",
)
"""As a form can send it."""
ODD_JSON: tuple[Any, ...] = (
    *ODD,
    "\ud83d",
    "a\udfffb",
    None,
    True,
    -1,
    10**400,
    1e308,
    [],
    {},
    [[]],
    {"a": {"b": []}},
    "x" * 100_000,
)
"""As JSON can hold it besides: lone surrogates, other kinds of values."""
_FIELDS = """
name length group template seen item block place version dose field value steps to person instead
exercise reason until chosen kind condition side severity stage note happened_on who said letter
call_name birth_year pace remember goals emergency private_note participant here where answer effort
pain pain_where done skipped plan text file go column-0 q page email role password old_password
new_password1 username device number was limbs pose part joint hold word under position first second
prop load draft undo short purpose region quality action limb one_repetition set_up do watch stop
breath why why_words tap by items minutes held_on began cover people joined left at done_left
done_right load lost_form teach_again tingling sides_differ figures without add back_to_plan
"""
"""The names of the fields of all forms."""
_COMMANDS = ("time", "show", "catalogue", "figure", "demands", "body", "shelf", "fit", "caution", "judge", "conditions")


MOST_GROWTH = 1.25
"""Once every cache is warm, half as many requests again may need so much more memory at most."""


def odd_input(seed: int, times: int) -> list[Tally]:
    """``times`` requests in all, over every address, and the same on the command line for a tenth of it."""
    chance = random.Random(seed)
    forms, warm = _forms(chance, times), _memory()
    more = _forms(chance, times // 2)
    memory = Tally("Memory of a worker")
    memory.check(_memory() <= warm * MOST_GROWTH, f"{warm} kB after {forms.tried} requests, {_memory()} kB later")
    forms.tried += more.tried
    forms.failed += more.failed
    return [forms, memory, _json(chance, times // 4), _command_line(chance, times // 10)]


def _memory() -> int:
    """What this process has in memory, in kB."""
    gc.collect()
    found = re.search(r"VmRSS:\s+(\d+)", Path("/proc/self/status").read_text(encoding="ascii"))
    return int(found.group(1)) if found else 0


def _forms(chance: random.Random, times: int) -> Tally:
    from django.test import Client

    tally = Tally("Odd input: forms and addresses")
    client = Client(raise_request_exception=False, headers={"Host": "localhost"})
    client.force_login(owner())
    everywhere, fields = [address for address, _ in addresses()], _FIELDS.split()
    for _ in range(times):
        address = chance.choice(everywhere)
        given = {chance.choice(fields): chance.choice(ODD) for _ in range(chance.randint(1, 8))}
        ask: Callable[..., Any] = chance.choice((client.get, client.post, client.post))
        if "sign-out" in address or ("end/" in address and "members" in address):
            continue
        answer = ask(address, given)
        tally.check(answer.status_code < 500, f"{ask.__name__} {address} {_short(given)}: {answer.status_code}")
        if answer.status_code == 302 and "/sign-in/" in answer.headers.get("Location", ""):
            client.force_login(owner())
    return tally


def _json(chance: random.Random, times: int) -> Tally:
    from django.test import Client
    from django.urls import reverse

    tally = Tally("Odd input: events of a class, files of plans and classes")
    client = Client(raise_request_exception=False, headers={"Host": "localhost"})
    client.force_login(owner())
    ids = real_ids()
    events = reverse("classes:events", args=[ids["meeting_id"]])
    of_event = ("id", "kind", "item", "at", "participant", "text", "number", "side", "seconds", "mark", "place", "sign")
    names = (*of_event, "incident", "device", "waiting", "sent_at", "player")
    for number in range(times):
        if number % 2:
            event = {name: chance.choice(ODD_JSON) for name in names if chance.random() < 0.7}
            body: Any = {
                "events": [event],
                **{name: chance.choice(ODD_JSON) for name in names if chance.random() < 0.1},
            }
            answer = client.post(events, json.dumps(body), content_type="application/json")
        elif number % 4:
            body = {
                "format": "fairbench-class",
                "format_version": 1,
                "held_on": "2026-01-05",
                "plan": {},
                "planned": {},
            }
            body |= {
                name: chance.choice(ODD_JSON) for name in (*body, "people", "events", "told", "group", "started_at")
            }
            file = io.BytesIO(json.dumps(body).encode())
            file.name = "class.json"
            answer = client.post(reverse("classes:import"), {"file": file})
        else:
            body = {"format": "fairbench-plan", "format_version": 1, "name": "P", "length_min": 45, "blocks": []}
            body |= {
                name: chance.choice(ODD_JSON) for name in (*body, "lead", "start", "exercises") if chance.random() < 0.3
            }
            item = {
                name: chance.choice(ODD_JSON) for name in ("id", "exercise", "version", "dose", "rest_after", "note")
            }
            if chance.random() < 0.5:
                body["blocks"] = [{"kind": "strengthen", "items": [item]}]
            file = io.BytesIO(json.dumps(body).encode())
            file.name = "plan.json"
            answer = client.post(reverse("plans:import"), {"file": file})
        tally.check(answer.status_code < 500, f"{_short(body)}: {answer.status_code}")
    for page in ("/", "/plans/", "/people/", "/classes/", reverse("classes:teach", args=[ids["meeting_id"]])):
        status = client.get(page).status_code
        tally.check(status < 400, f"{page} afterwards: {status}")
    return tally


def _command_line(chance: random.Random, times: int) -> Tally:
    from fairbench.cli.__main__ import main

    tally = Tally("Odd input: command line")
    for _ in range(times):
        words = [chance.choice(_COMMANDS), *(chance.choice(ODD_JSON[:60]) for _ in range(chance.randint(0, 3)))]
        given = [str(word) for word in words if "\x00" not in str(word)]
        fault = _fault(main, given)
        tally.check(not fault, f"fairbench {_short(given)}: {fault}")
    return tally


def _fault(main: Callable[[list[str]], int], words: list[str]) -> str:
    """Nothing where it ends with an answer or a refusal, in a terminal of ASCII only; else the kind of error."""
    ascii_only = io.TextIOWrapper(io.BytesIO(), encoding="ascii")
    try:
        with redirect_stdout(ascii_only), redirect_stderr(io.TextIOWrapper(io.BytesIO(), encoding="ascii")):
            main(words)
    except SystemExit:
        return ""
    except Exception as error:  # any at all would be a traceback in front of a person: that is what is looked for
        return type(error).__name__
    return ""


def _short(given: Any) -> str:
    return re.sub(r"(.)\1{20,}", r"\1…", ascii(given))[:300]
