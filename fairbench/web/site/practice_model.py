"""The base of every row that belongs to a practice."""

import uuid

from django.db import models
from django_scopes import ScopedManager


class PracticeModel(models.Model):
    """A row of one practice. ``objects`` sees only the practice that is signed in and raises
    outside of one, so a filter that somebody forgets cannot show another practice's data."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    practice = models.ForeignKey("accounts.Practice", on_delete=models.CASCADE, related_name="+")

    objects = ScopedManager(practice="practice")

    class Meta:
        abstract = True
