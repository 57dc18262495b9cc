"""Signing in by email, with the practice fetched along."""

from django.contrib.auth.backends import ModelBackend

from .models import User


class PracticeBackend(ModelBackend):
    """Reads a user together with their practice, as every page needs both."""

    def get_user(self, user_id: int) -> User | None:
        """The user of a session, or None where there is none or they may not sign in any more."""
        user = User.objects.select_related("practice").filter(pk=user_id).first()
        return user if user and self.user_can_authenticate(user) else None
