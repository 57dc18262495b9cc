"""The demo loaded once, and its rows put back for each test: loading it takes seconds, putting it back does not."""

import datetime

from django.core.management.color import no_style
from django.db import connection, transaction
from django.utils import timezone

from fairbench.web.demo import classes as demo_data

_KEPT_ON: list[datetime.date] = []
"""The day for which the demo is kept, if it is: its dates follow from today's."""
_APART = {"django_migrations"}


def put_back() -> None:
    """Fill the empty tables with the demo."""
    today = timezone.localdate()
    if today in _KEPT_ON:
        _copy_back()
        return
    demo_data.load()
    _keep()
    _KEPT_ON[:] = [today]


def _tables(cursor) -> list[str]:
    names = set(connection.introspection.table_names(cursor)) - _APART
    return [connection.ops.quote_name(name) for name in sorted(names)]


def _keep() -> None:
    with transaction.atomic(), connection.cursor() as cursor:
        cursor.execute("DROP SCHEMA IF EXISTS kept_demo CASCADE")
        cursor.execute("CREATE SCHEMA kept_demo")
        for table in _tables(cursor):
            cursor.execute(f"CREATE TABLE kept_demo.{table} AS TABLE public.{table}")


def _copy_back() -> None:
    with transaction.atomic(), connection.cursor() as cursor:
        cursor.execute("SET LOCAL session_replication_role = replica")  # in any order, without triggers
        for table in _tables(cursor):
            cursor.execute(f"DELETE FROM public.{table}")
            cursor.execute(f"INSERT INTO public.{table} OVERRIDING SYSTEM VALUE TABLE kept_demo.{table}")
        models = connection.introspection.installed_models([name.strip('"') for name in _tables(cursor)])
        for statement in connection.ops.sequence_reset_sql(no_style(), list(models)):
            cursor.execute(statement)
