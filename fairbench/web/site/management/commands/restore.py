"""``manage.py restore FILE``."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from fairbench.web.site.backup import BackupError, restore


class Command(BaseCommand):
    """``manage.py restore``."""

    help = "Bring a backup back, into an empty database or with --replace in place of everything; all of it or nothing."
    requires_system_checks: list[str] = []  # noqa: RUF012 — the database may be empty

    def add_arguments(self, parser: CommandParser) -> None:
        """Where from, and whether what is there may go."""
        parser.add_argument("file", type=Path)
        parser.add_argument("--replace", action="store_true", help="throw away what is in the database now")

    def handle(self, *args: Any, **options: Any) -> None:
        """Bring it back and say what was compared."""
        try:
            state = restore(options["file"], options["replace"])
        except (BackupError, OSError) as error:
            raise CommandError(str(error)) from None
        rows = sum(found.rows for found in state.values())
        self.stdout.write(f"{len(state)} tables, {rows} rows: all as they were backed up.")
