"""Compares what is worked out and kept with the rows that it is worked out from."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import transaction
from django_scopes import scope

from fairbench.web.accounts.models import Practice
from fairbench.web.classes.models import Meeting
from fairbench.web.classes.remembered import keep_remembered, remembered_of
from fairbench.web.classes.taught import keep_taught, keep_taught_each, taught_each, taught_of
from fairbench.web.people.health_summary import NOTHING_KNOWN, health_summary_of, keep_health_summary
from fairbench.web.people.models import Group, Participant


class Command(BaseCommand):
    """``manage.py check_summaries``."""

    help = "Compare kept summaries of health, classes and groups with their rows; --mend works out anew what differs."

    def add_arguments(self, parser: CommandParser) -> None:
        """Whether to mend."""
        parser.add_argument("--mend", action="store_true", help="work out anew what differs")

    def handle(self, *args: Any, **options: Any) -> None:
        """Go through every practice; an error where something differs and is left so."""
        differing = 0
        for practice in Practice.objects.all():
            with scope(practice=practice):
                differing += self._practice(options["mend"])
        self.stdout.write(f"{differing} differed." if differing else "Everything agrees.")
        if differing and not options["mend"]:
            raise CommandError("Run it with --mend to work them out anew.")

    def _practice(self, mend: bool) -> int:
        differing = 0
        with transaction.atomic():
            for person in Participant.objects.select_for_update():
                if {**NOTHING_KNOWN, **person.health_summary} != health_summary_of(person):
                    differing += 1
                    if mend:
                        keep_health_summary(person)
            differing += self._taught_each(mend)
            for meeting in Meeting.objects.select_for_update().defer("plan_document"):
                if meeting.remembered != remembered_of(meeting):
                    differing += 1
                    if mend:
                        keep_remembered(meeting)
            for group in Group.objects.select_for_update():
                if group.taught != taught_of(group):
                    differing += 1
                    if mend:
                        keep_taught(group)
        return differing

    def _taught_each(self, mend: bool) -> int:
        """What each person was taught."""
        people = list(Participant.objects.filter(erased_at=None))
        counts = taught_each(people)
        differing = [person for person in people if person.taught != counts[person.id]]
        if mend:
            keep_taught_each(differing)
        return len(differing)
