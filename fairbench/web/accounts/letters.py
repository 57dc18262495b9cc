"""Letters that Fair Bench writes. Without a mail server they are kept in the database, where the owner can read them
and pass them on."""

from collections.abc import Sequence

from django.core.mail import EmailMessage
from django.core.mail.backends.base import BaseEmailBackend
from django_scopes import scope

from .models import Letter, User


class LetterBackend(BaseEmailBackend):
    """Keeps letters to people of a practice instead of sending them."""

    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        """Keep them; how many were kept."""
        kept = 0
        for message in email_messages:
            for user in User.objects.select_related("practice").filter(email__in=message.to):
                with scope(practice=user.practice):
                    Letter.objects.create(
                        practice=user.practice, to=user.email, subject=str(message.subject), body=str(message.body)
                    )
                kept += 1
        return kept
