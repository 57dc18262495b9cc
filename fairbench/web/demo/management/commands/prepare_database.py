"""``manage.py prepare_database``: everything the database needs before it is served."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandParser
from django.db import connection

_LOCK = 20_261_125
"""The number of our lock in the database; any that nothing else uses."""


class Command(BaseCommand):
    """``manage.py prepare_database``."""

    help = "Migrate, keep what needs keeping, and with --demo load the demo into an empty database; one at a time."

    def add_arguments(self, parser: CommandParser) -> None:
        """Whether the demo is wanted."""
        parser.add_argument("--demo", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        """Wait until nobody else does the same: a start that was killed may have left its own at work."""
        with connection.cursor() as cursor:
            cursor.execute("SELECT pg_advisory_lock(%s)", [_LOCK])
        call_command("migrate", verbosity=0)
        call_command("keep_planned")
        if options["demo"]:
            call_command("load_demo", "--if-empty", stdout=self.stdout)
        with connection.cursor() as cursor:
            cursor.execute("SELECT pg_advisory_unlock(%s)", [_LOCK])
