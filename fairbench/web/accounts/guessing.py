"""Passwords are asked for one at a time for each address, and after some that are wrong not at all for a while.

The count is in the database, so that no number of tabs, devices or sessions outruns it. It is kept for an address as
seen from one place: whoever guesses from elsewhere locks nobody out at home.
"""

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from django.contrib.auth import authenticate, logout
from django.db import connection, transaction
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from .models import User


@contextmanager
def one_at_a_time(email: str) -> Iterator[None]:
    """Whoever tries a password for the same address waits until the one before has been judged and counted."""
    with transaction.atomic():
        with connection.cursor() as cursor:
            cursor.execute("SELECT pg_advisory_xact_lock(hashtext(%s))", [email.strip().lower()])
        yield


def is_own_password(request: HttpRequest, user: User, password: str) -> bool:
    """Whether it is the user's password; counted like any other try."""
    with one_at_a_time(user.email):
        return authenticate(request, username=user.email, password=password) == user


def locked_out(request: HttpRequest, *_: Any, **__: Any) -> HttpResponse:
    """The answer while passwords are not judged: signed out, and when to try again."""
    logout(request)
    return render(request, "accounts/locked_out.html", status=429)
