"""``manage.py first_practice_link``."""

from typing import Any

from django.core.management.base import BaseCommand
from django.urls import reverse

from fairbench.web.accounts.first_practice import new_token


class Command(BaseCommand):
    """``manage.py first_practice_link``."""

    help = "Print where the first practice is opened; nothing where there is a practice already."

    def handle(self, *args: Any, **options: Any) -> None:
        """Print it."""
        token = new_token()
        if token:
            self.stdout.write(reverse("accounts:first_practice", args=[token]))
