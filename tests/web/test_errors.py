"""Errors that can be found, by an id and their frames, and that give nobody's words away."""

import json
import logging
import sys

import pytest
from django.db import OperationalError, connection
from django.test import Client

from fairbench.ops.gunicorn_log import _bare
from fairbench.web.site.error_log import FramesFormatter
from fairbench.web.site.request_log import HEADER

SECRET = "Nerys Quill, stenosis"


def failing() -> None:
    raise ValueError(SECRET)


def test_an_error_is_logged_with_frames_and_without_values() -> None:
    try:
        failing()
    except ValueError:
        record = logging.LogRecord("django.request", logging.ERROR, __file__, 1, "at /%s", (SECRET,), sys.exc_info())
    line = FramesFormatter("%(levelname)s %(name)s %(message)s").format(record)
    assert SECRET not in line
    told = json.loads(line)
    assert told["kind"] == "ValueError"
    assert told["frames"][-1].endswith(" failing")


def away(execute, sql, params, many, context):
    raise OperationalError(SECRET)


@pytest.mark.django_db
def test_what_breaks_outside_of_views_is_logged_and_the_page_needs_nothing(client_in, caplog) -> None:
    client_in.raise_request_exception = False
    with connection.execute_wrapper(away):
        answer = client_in.get("/people/?q=Nerys")
    page = answer.content.decode()
    assert answer.status_code == 500
    assert "Everything saved before this is kept" in page
    assert answer[HEADER] in page
    assert SECRET not in page
    lines = [FramesFormatter("%(message)s").format(r) for r in caplog.records if r.name == "django.request"]
    assert any("OperationalError" in line for line in lines)
    assert not any("Nerys" in line for line in lines)


@pytest.mark.django_db
def test_every_answer_has_an_id_of_its_own(client_in) -> None:
    ids = {client.get("/sign-in/")[HEADER] for client in (client_in, Client(), Client())}
    assert len(ids) == 3


def test_gunicorns_lines_leave_out_what_a_client_sent() -> None:
    assert SECRET not in _bare("Invalid request from ip=%s: %s", ("127.0.0.1", SECRET))
    assert SECRET not in _bare(f"Invalid request: {SECRET}", ())
