"""The base of every row that belongs to a practice."""

import uuid
from typing import Any, ClassVar

from django.db import models
from django_scopes import ScopedManager


class PracticeModel(models.Model):
    """A row of one practice. ``objects`` sees only the practice that is signed in and raises
    outside of one, so a filter that somebody forgets cannot show another practice's data."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    practice = models.ForeignKey("accounts.Practice", on_delete=models.PROTECT, related_name="+")

    objects = ScopedManager(practice="practice")

    worked_out: ClassVar[tuple[str, ...]] = ()
    """Fields that one function works out from other rows. Saving a row that was read before does not write them, so
    that a form that was open for long brings no old state back; that function names them."""

    class Meta:
        abstract = True

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Save; of a row that is there already, all but what is worked out unless it is named."""
        if self.worked_out and not self._state.adding and kwargs.get("update_fields") is None:
            names = (field.name for field in self._meta.concrete_fields if not field.primary_key)
            kwargs["update_fields"] = [name for name in names if name not in self.worked_out]
        super().save(*args, **kwargs)
