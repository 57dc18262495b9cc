"""A migration that makes all tables of an app at once: Django works out every related model again after each step of a
migration, which took seventeen seconds for our tables; here they are worked out once."""

from collections.abc import Sequence

from django.db.backends.base.schema import BaseDatabaseSchemaEditor
from django.db.migrations import AddConstraint, AddField, CreateModel
from django.db.migrations.operations.base import Operation
from django.db.migrations.state import ProjectState


class CreateTables(Operation):
    """Models as they are after all steps, each table made once with its fields and constraints."""

    def __init__(self, steps: Sequence[CreateModel | AddField | AddConstraint]) -> None:
        self.steps = steps

    def state_forwards(self, app_label: str, state: ProjectState) -> None:
        """Take all steps without working the models out in between: they are when they are asked for."""
        state.__dict__.pop("apps", None)
        for step in self.steps:
            step.state_forwards(app_label, state)

    def database_forwards(
        self,
        app_label: str,
        schema_editor: BaseDatabaseSchemaEditor,
        from_state: ProjectState,  # noqa: ARG002
        to_state: ProjectState,
    ) -> None:
        """Make every table. What refers to a later one is added by the editor at its end."""
        for name in self._names():
            schema_editor.create_model(to_state.apps.get_model(app_label, name))

    def database_backwards(
        self,
        app_label: str,
        schema_editor: BaseDatabaseSchemaEditor,
        from_state: ProjectState,
        to_state: ProjectState,  # noqa: ARG002
    ) -> None:
        """Drop every table, the last one first."""
        for name in reversed(self._names()):
            schema_editor.delete_model(from_state.apps.get_model(app_label, name))

    def describe(self) -> str:
        """As ``showmigrations`` and errors tell it."""
        return f"Create {len(self._names())} tables"

    def _names(self) -> list[str]:
        return [step.name for step in self.steps if isinstance(step, CreateModel)]
