"""``manage.py backup FILE``."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from fairbench.web.site.backup import BackupError, back_up


class Command(BaseCommand):
    """``manage.py backup``."""

    help = "Write the whole database to one file that restore can prove to be whole."

    def add_arguments(self, parser: CommandParser) -> None:
        """Where to."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """Write it and say what is in it."""
        try:
            state = back_up(options["file"].resolve())
        except (BackupError, OSError) as error:
            raise CommandError(str(error)) from None
        rows = sum(found.rows for found in state.values())
        self.stdout.write(f"{options['file']}: {len(state)} tables, {rows} rows.")
