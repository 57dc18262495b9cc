"""``manage.py migrate``: Django's, with each migration and the note that it was applied in one transaction.

Django commits a migration that has constraints to add before it notes that it was applied. Whoever loses power between
the two has tables that the next start wants to make again, and never comes up.
"""

from typing import Any

from django.core.management.commands import migrate
from django.db import transaction
from django.db.migrations import Migration
from django.db.migrations.executor import MigrationExecutor
from django.db.migrations.state import ProjectState


class WholeMigrationExecutor(MigrationExecutor):
    """Applies a migration and notes it, both or neither."""

    def apply_migration(
        self, state: ProjectState, migration: Migration, fake: bool = False, fake_initial: bool = False
    ) -> ProjectState:
        """One migration, whole; one that is not to be in a transaction is left as it is."""
        if not migration.atomic:
            return super().apply_migration(state, migration, fake, fake_initial)
        with transaction.atomic(self.connection.alias):
            return super().apply_migration(state, migration, fake, fake_initial)


class Command(migrate.Command):
    """``manage.py migrate``."""

    def handle(self, *args: Any, **options: Any) -> None:
        """Migrate, each step whole."""
        # The command looks its executor up by this name; there is no other way to give it one.
        migrate.MigrationExecutor = WholeMigrationExecutor  # type: ignore[attr-defined]
        super().handle(*args, **options)
