"""The balance of a plan, as the bench shows it beside the planks: a figure, pairs, a table, and what is missing."""

from collections.abc import Iterable
from dataclasses import dataclass
from html import escape

from django.utils.safestring import SafeString, mark_safe

from fairbench.core.checks.balance import spared_by
from fairbench.core.clock import minutes_and_seconds
from fairbench.core.people.person import Person
from fairbench.core.plan.timeline import Timeline
from fairbench.core.plan.work import Area, Pair, WorkOf, work_of
from fairbench.core.positions import Level
from fairbench.figures.body_map import HEIGHT, OUTLINES, REST, WIDTH

_STEPS = (0.0, 60.0, 180.0, 360.0)
"""Seconds from which an area is filled a step darker."""


@dataclass(frozen=True, slots=True)
class Balance:
    """What the panel shows."""

    work: WorkOf

    @property
    def pairs(self) -> tuple[Pair, ...]:
        """The pairs of which anything is done."""
        return tuple(pair for pair in self.work.pairs if pair.seconds or pair.other_seconds)

    @property
    def missing(self) -> str:
        """What is missing, in words: ``pull, a stretch for the ankle``."""
        return ", ".join(self.work.missing)

    @property
    def levels(self) -> tuple[tuple[str, float], ...]:
        """Seconds standing, seated and on the floor."""
        return tuple((level.value, self.work.levels[level]) for level in Level if self.work.levels[level])

    @property
    def svg(self) -> SafeString:
        """The body from the front and from the back, each area filled by its seconds."""
        parts = [
            f'<svg class="body-map" viewBox="0 0 {WIDTH} {HEIGHT}" role="group" aria-label="Work by area">',
            *(f'<path class="area-none" d="{path}"/>' for path in REST),
        ]
        for area, paths in OUTLINES.items():
            seconds = self.work.areas[area]
            step = sum(seconds > bound for bound in _STEPS)
            said = escape(f"{area.words.capitalize()}: {minutes_and_seconds(seconds) if seconds else 'nothing'}")
            drawn = "".join(f'<path d="{path}"/>' for path in paths)
            parts.append(
                f'<g class="area fill-{step}" tabindex="0" role="img" data-says="{said}" aria-label="{said}">'
                f"<title>{said}</title>{drawn}</g>"
            )
        parts.append('<text x="55" y="209" text-anchor="middle">front</text>')
        parts.append('<text x="165" y="209" text-anchor="middle">back</text></svg>')
        return mark_safe("".join(parts))  # every text in it was escaped above

    @property
    def areas(self) -> tuple[tuple[Area, float], ...]:
        """Every area that works, for the table."""
        return tuple((area, seconds) for area, seconds in self.work.areas.items() if seconds)


def balance_of(timeline: Timeline, people: Iterable[Person]) -> Balance:
    """The balance of a plan for some people."""
    return Balance(work_of(timeline, spared_by(people)))
