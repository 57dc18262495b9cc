"""The post office: letters that Fair Bench writes are kept in the database where there is no mail server, to be read,
found again and saved."""

from collections.abc import Iterator, Sequence
from email.message import EmailMessage as PlainMessage
from email.utils import format_datetime

from django.conf import settings
from django.core.mail import EmailMessage
from django.core.mail.backends.base import BaseEmailBackend
from django_scopes import get_scope, scope

from .models import Letter, Practice, User

KIND_HEADER = "X-Letter-Kind"
"""Which kind of letter it is; without it, one that lets somebody choose a password."""


class LetterBackend(BaseEmailBackend):
    """Keeps letters instead of sending them: those of the practice that is signed in, and those to its members."""

    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        """Keep them; how many were kept."""
        kept = 0
        for message in email_messages:
            kind = message.extra_headers.get(KIND_HEADER, Letter.Kind.ACCESS.value)
            for practice, to in _recipients(message):
                with scope(practice=practice):
                    Letter.objects.create(
                        practice=practice, kind=kind, to=to, subject=str(message.subject), body=str(message.body)
                    )
                kept += 1
        return kept


def _recipients(message: EmailMessage) -> Iterator[tuple[Practice, str]]:
    """Each address with the practice whose letter it is."""
    practice = get_scope().get("practice")
    if practice is not None:
        yield from ((practice, to) for to in message.to)
        return
    for user in User.objects.select_related("practice").filter(email__in=message.to):
        yield user.practice, user.email


def eml_of(letter: Letter) -> bytes:
    """A kept letter as a file that any mail program opens."""
    message = PlainMessage()
    message["From"], message["To"] = settings.DEFAULT_FROM_EMAIL, letter.to
    message["Subject"], message["Date"] = letter.subject, format_datetime(letter.at)
    message["Message-ID"] = f"<{letter.id}@fair-bench.invalid>"
    message.set_content(letter.body)
    return message.as_bytes()
