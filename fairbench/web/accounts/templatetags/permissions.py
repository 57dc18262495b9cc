"""What the role of whoever is signed in may change, for templates."""

from django import template

from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.accounts.models import User

register = template.Library()


@register.filter
def may(user: User, permission: str) -> bool:
    """``{% if request.user|may:"plans" %}``. Raises ValueError for a permission that there is not."""
    return Actor(user).may(Permission(permission))
