"""``manage.py open_practice``: a practice of one's own, with its owner."""

import getpass
import sys
from typing import Any

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import transaction

from fairbench.web.accounts.models import Practice, Role, User


class Command(BaseCommand):
    """``manage.py open_practice``."""

    help = "Open a practice with its owner. The password is asked for, or read from standard input."

    def add_arguments(self, parser: CommandParser) -> None:
        """The practice, and its owner."""
        parser.add_argument("practice", help="the name of the practice")
        parser.add_argument("email", help="the owner's email")
        parser.add_argument("name", help="the owner's name")

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        """Make both, or say what was wrong and change nothing."""
        if User.objects.filter(email=options["email"].strip().lower()).exists():
            raise CommandError("Someone with this email signs in already; nothing was changed.")
        password = getpass.getpass("Password: ") if sys.stdin.isatty() else sys.stdin.readline().strip()
        try:
            validate_password(password)
        except ValidationError as error:
            raise CommandError(" ".join(error.messages)) from None
        practice = Practice.objects.create(name=options["practice"])
        User.objects.create_user(options["email"], password, practice, options["name"], Role.OWNER)
        self.stdout.write(f"{options['practice']} is open.")
