"""The picture of a version, in any template."""

from typing import Any

from django import template
from django.utils.safestring import SafeString

from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.web.exercises.figures import image

register = template.Library()


@register.simple_tag
def figure(exercise: Exercise, version: Version, size: str = "card", **more: Any) -> SafeString:
    """The figure of a version: ``{% figure exercise version "small" ink="print" pose="start" %}``."""
    return image(exercise, version, size, **more)
