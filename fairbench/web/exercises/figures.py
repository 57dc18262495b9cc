"""Figures as the rooms show them: worked out once, kept, and addressed by what is in them."""

import gzip
import json
from hashlib import sha256
from pathlib import Path

from django.urls import reverse
from django.utils.html import format_html
from django.utils.safestring import SafeString
from django_scopes import get_scope

from fairbench import core, figures
from fairbench.core.body.drawing.looks import USUAL, Looks
from fairbench.core.body.movement import Movement
from fairbench.core.body.view import View
from fairbench.core.body.words import told
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.kept import kept
from fairbench.figures.film import film
from fairbench.figures.palette import palette
from fairbench.figures.still import still_svg

_KEPT = 8192
SIZES = {"thumb": 64, "small": 96, "card": 168, "large": 320}
"""Width in pixels by what a figure is for."""


@kept(1)
def _drawn_by() -> str:
    """The code that draws, so that a new way of drawing has new addresses."""
    digest = sha256()
    for folder in (Path(core.__file__).parent / "body", Path(figures.__file__).parent):
        for path in sorted(folder.rglob("*.py")):
            digest.update(path.read_bytes())
    return digest.hexdigest()


@kept(_KEPT)
def edition(movement: Movement) -> str:
    """A few letters that change whenever the picture does."""
    return sha256(f"{_drawn_by()}{movement!r}".encode()).hexdigest()[:12]


@kept(_KEPT)
def alt_text(movement: Movement, view: View | None = None) -> str:
    """The figure in words, for who does not see it."""
    return told(movement, view)


@kept(_KEPT)
def svg(movement: Movement, block: BlockKind, ink: str, pose: str, view: View | None, looks: Looks = USUAL) -> bytes:
    """The picture, as it is sent."""
    inks = palette(ink, block, looks.skin)
    return still_svg(movement, inks, alt_text(movement, view), pose, view, looks=looks).encode()


def looks_of_practice() -> str:
    """The code of who the figures of the practice that is signed in are."""
    practice = get_scope().get("practice")
    return practice.looks if practice is not None else ""


@kept(1024)
def film_json(movement: Movement, both: bool, looks: Looks = USUAL) -> bytes:
    """The frames for the teaching screen, packed as they are sent."""
    frames = film(movement, palette("dark", skin=looks.skin), both=both, looks=looks)
    return gzip.compress(json.dumps({**frames, "says": alt_text(movement)}, separators=(",", ":")).encode(), mtime=0)


def film_address(exercise: Exercise, version: Version, both: bool) -> str:
    """Where the frames are; ``both`` where the sides take turns."""
    path = reverse("exercises:film", args=[exercise.id, version.id])
    looks = looks_of_practice()
    more = ("&both=1" if both else "") + (f"&looks={looks}" if looks else "")
    return f"{path}?v={edition(version.movement)}{more}"


def address(
    exercise: Exercise, version: Version, ink: str = "paper", pose: str = "both", view: View | None = None
) -> str:
    """Where a figure is. The address changes with the picture, so that it can be kept for ever."""
    more = "".join(
        f"&{name}={value}"
        for name, value, usual in (
            ("ink", ink, "paper"),
            ("pose", pose, "both"),
            ("view", view or "", ""),
            ("looks", looks_of_practice(), ""),
        )
        if value != usual
    )
    return f"{_path(exercise.id, version.id)}?v={edition(version.movement)}{more}"


@kept(_KEPT)
def _path(exercise_id: str, version_id: str) -> str:
    return reverse("exercises:figure", args=[exercise_id, version_id])


def image(
    exercise: Exercise,
    version: Version,
    size: str = "card",
    ink: str = "paper",
    pose: str = "both",
    view: View | None = None,
    silent: bool = False,
) -> SafeString:
    """A figure as an ``img``. ``silent`` where the words beside it say the same."""
    width = SIZES[size]
    return format_html(
        '<img class="figure {}" src="{}" width="{}" height="{}" alt="{}" loading="lazy" decoding="async">',
        size,
        address(exercise, version, ink, pose, view),
        width,
        width,
        "" if silent else alt_text(version.movement, view),
    )
