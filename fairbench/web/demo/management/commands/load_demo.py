"""``manage.py load_demo``: the demo practice, into an empty database."""

import datetime
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from fairbench.web.accounts.models import Practice
from fairbench.web.demo import classes as demo


class Command(BaseCommand):
    """``manage.py load_demo``."""

    help = "Load the demo practice. Refuses when there is any practice already."

    def add_arguments(self, parser: CommandParser) -> None:
        """On which day, and whether a practice that is there already is a mistake."""
        parser.add_argument("--today", type=datetime.date.fromisoformat, help="as it stands on this day, 2026-10-14")
        parser.add_argument("--if-empty", action="store_true", help="do nothing when there is a practice already")

    def handle(self, *args: Any, **options: Any) -> None:
        """Load the demo into an empty database."""
        if Practice.objects.exists():
            if options["if_empty"]:
                return
            raise CommandError("There is a practice in this database already; nothing was changed.")
        self.stdout.write("Loading the demo …")
        demo.load(options["today"])
