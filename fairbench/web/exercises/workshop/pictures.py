"""The two pictures of a draft, drawn into the page."""

from django.utils.safestring import SafeString

from fairbench.core.body.view import View
from fairbench.core.body.words import told
from fairbench.figures.palette import palette
from fairbench.figures.still import still_svg

from .draft import Draft

_SIZE = 300


def turned(draft: Draft) -> list[tuple[View, SafeString]]:
    """The pose that is worked on, from both chosen views. Every figure in them is ours; no text is."""
    pose = draft.pose if draft.pose in ("start", "end") else "both"
    return [
        (view, SafeString(still_svg(draft.movement, palette(), told(draft.movement, view), pose, view, size=_SIZE)))
        for view in draft.views
    ]
