"""Classes that were taught before what was planned was kept with them get it now, while the catalogue is as it was."""

from typing import Any

from django.core.management.base import BaseCommand
from django_scopes import scope

from fairbench.core.errors import InputError
from fairbench.web.accounts.models import Practice
from fairbench.web.classes.meeting import keep_planned
from fairbench.web.classes.models import Meeting


class Command(BaseCommand):
    """``manage.py keep_planned``."""

    help = "Keep with every class what was planned for it. Run once after migrating; a second time does nothing."

    def handle(self, *args: Any, **options: Any) -> None:
        """Go through every practice."""
        for practice in Practice.objects.all():
            with scope(practice=practice):
                begun = Meeting.objects.filter(planned__isnull=True).exclude(state=Meeting.State.ARRIVALS)
                for meeting in begun.iterator(chunk_size=100):
                    try:
                        keep_planned(meeting)
                    except InputError as error:
                        self.stderr.write(f"The class {meeting.id} cannot be worked out: {error}")
