"""Beginning with an empty database: a link with a token that only whoever started the server can read."""

import secrets

from django.conf import settings
from django.utils.crypto import constant_time_compare

from .models import Practice

_FILE = settings.LOCAL / "first_practice"


def new_token() -> str | None:
    """A token for opening the first practice; None where there is a practice already."""
    if Practice.objects.exists():
        _FILE.unlink(missing_ok=True)
        return None
    _FILE.touch(mode=0o600)
    _FILE.write_text(secrets.token_urlsafe(24), encoding="ascii")
    return _FILE.read_text(encoding="ascii")


def is_token(given: str) -> bool:
    """Whether it is the token, and there is no practice yet."""
    try:
        kept = _FILE.read_text(encoding="ascii").strip()
    except OSError:
        return False
    return bool(kept) and constant_time_compare(kept, given) and not Practice.objects.exists()
