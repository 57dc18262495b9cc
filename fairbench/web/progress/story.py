"""The times of one exercise as a small line: the figure over the weeks, with what bent it."""

import datetime
from collections.abc import Sequence
from html import escape
from itertools import pairwise

from django.utils.safestring import SafeString, mark_safe

from fairbench.core.progress.log import Bout
from fairbench.core.progress.story import bent_by

WIDTH, HEIGHT, MARGIN = 220.0, 44.0, 7.0


def line_of(bouts: Sequence[Bout], first: datetime.date, last: datetime.date) -> SafeString:
    """Each time a dot on an axis of days that all exercises of the page share; a ring where it hurt or was too hard.
    Times of one version and load are joined."""
    values = [bout.amount.value for bout in bouts]
    low, high = min(values), max(values)
    days = max(1, (last - first).days)

    def at(bout: Bout) -> tuple[float, float]:
        x = MARGIN + (WIDTH - 2 * MARGIN) * (bout.day - first).days / days
        part = (bout.amount.value - low) / (high - low) if high > low else 0.5
        return round(x, 1), round(HEIGHT - MARGIN - part * (HEIGHT - 2 * MARGIN), 1)

    label = f"{len(bouts)} times, from {values[0]:g} to {values[-1]:g}"
    parts = [f'<svg class="times" viewBox="0 0 {WIDTH:g} {HEIGHT:g}" role="img" aria-label="{escape(label)}">']
    for before, after in pairwise(bouts):
        if (before.amount.version, before.amount.kg) == (after.amount.version, after.amount.kg):
            (x1, y1), (x2, y2) = at(before), at(after)
            parts.append(f'<line x1="{x1:g}" y1="{y1:g}" x2="{x2:g}" y2="{y2:g}"/>')
    for bout in bouts:
        x, y = at(bout)
        kind = "held-back" if not bout.went_well else "well"
        words = escape(", ".join(filter(None, (f"{bout.day:%-d %b}: {bout.amount.words}", bent_by(bout)))))
        parts.append(f'<circle class="{kind}" cx="{x:g}" cy="{y:g}" r="4"><title>{words}</title></circle>')
    return mark_safe("".join([*parts, "</svg>"]))  # every text in it was escaped
