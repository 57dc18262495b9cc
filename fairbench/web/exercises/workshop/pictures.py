"""The two pictures of a draft, drawn into the page."""

from django.utils.safestring import SafeString

from fairbench.core.body.drawing.looks import read_looks
from fairbench.core.body.view import View
from fairbench.core.body.words import told
from fairbench.figures.palette import palette
from fairbench.figures.still import still_svg
from fairbench.web.exercises.figures import looks_of_practice

from .draft import Draft

_SIZE = 300


def turned(draft: Draft) -> list[tuple[View, SafeString]]:
    """The pose that is worked on, from both chosen views; of a path the second shows the whole way, with its arrow.

    Every figure in them is ours; no text is.
    """
    looks = read_looks(looks_of_practice())
    inks, movement = palette(skin=looks.skin), draft.movement
    shown = (draft.pose, "both" if len(draft.movement.poses) > 2 else draft.pose)
    return [
        (view, SafeString(still_svg(movement, inks, told(movement, view), pose, view, size=_SIZE, looks=looks)))
        for pose, view in zip(shown, draft.views, strict=True)
    ]
