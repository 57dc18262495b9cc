"""The day that every test believes it is. No test knows the real one: what is green today is green in a year.

``FAIRBENCH_TEST_DAY`` sets another, which ``bin/test dates`` does for the tests whose result could depend on it."""

import datetime
import os

import time_machine

DAY = datetime.date.fromisoformat(os.environ.get("FAIRBENCH_TEST_DAY", "2026-10-14"))
AT = datetime.time(9, 40, tzinfo=datetime.UTC)
"""When the tests of a process begin; from there on time passes."""


def believe() -> None:
    """Let this process believe it is that day."""
    time_machine.travel(datetime.datetime.combine(DAY, AT), tick=True).start()
