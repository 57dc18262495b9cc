"""The running order: the plan as a list, one row an item, with its brackets and lines."""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from fairbench.core.dose.words import summary
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.meanwhile import meanwhile_of
from fairbench.core.fit.verdict import Fit, Verdict
from fairbench.core.plan.brackets import Bracket
from fairbench.core.plan.item import Item
from fairbench.core.plan.line_verbs import lines_before
from fairbench.core.plan.lines import Line
from fairbench.core.plan.timeline import ItemTime, Timeline


class ShownAs(StrEnum):
    """How the bench shows a plan."""

    FIT = "fit"
    ROOMY = "roomy"
    ORDER = "order"

    @property
    def words(self) -> str:
        """As it is shown."""
        return {ShownAs.FIT: "Fit", ShownAs.ROOMY: "Roomy", ShownAs.ORDER: "Running order"}[self]


SHOWN_AS_COOKIE = "bench-shown-as"
"""What the browser remembers of it; set by ``static/js/bench-views.js``."""


def shown_as(cookies: dict[str, str]) -> ShownAs:
    """How this browser wants it shown."""
    wanted = cookies.get(SHOWN_AS_COOKIE, "")
    return ShownAs(wanted) if wanted in list(ShownAs) else ShownAs.FIT


@dataclass(frozen=True, slots=True)
class OrderRow:
    """An item, what stands before it, and which bracket it begins or goes on in."""

    number: int
    time: ItemTime
    place: int
    dose: str
    lines: tuple[Line, ...]
    opens: Bracket | None
    in_bracket: bool
    otherwise: str
    instead: str

    @property
    def item_id(self) -> str:
        """The id of the item."""
        return self.time.item.id


@dataclass(frozen=True, slots=True)
class OrderBlock:
    """A block with its rows."""

    number: int
    kind: str
    words: str
    seconds: float
    rows: tuple[OrderRow, ...]


def running_order(timeline: Timeline, found: Fit, shelf: Shelf) -> tuple[OrderBlock, ...]:
    """The plan block by block."""
    brackets = {bracket.id: bracket for bracket in timeline.plan.brackets}
    numbers = {time.item.id: number for number, time in enumerate(timeline.items, 1)}
    times = {time.item.id: time for time in timeline.items}
    blocks = []
    for number, (block, seconds) in enumerate(zip(timeline.plan.blocks, timeline.block_seconds(), strict=True)):
        rows: list[OrderRow] = []
        for place, item in enumerate(block.items):
            time = times[item.id]
            before = block.items[place - 1].bracket if place else ""
            rows.append(
                OrderRow(
                    number=numbers[item.id],
                    time=time,
                    place=place,
                    dose=summary(time.dose, time.exercise.limb),
                    lines=lines_before(timeline.plan, item.id),
                    opens=brackets.get(item.bracket) if item.bracket != before else None,
                    in_bracket=bool(item.bracket),
                    otherwise=_otherwise(found.of_item(item.id)),
                    instead=_instead(item, shelf),
                )
            )
        blocks.append(OrderBlock(number, block.kind.value, block.words, seconds, tuple(rows)))
    return tuple(blocks)


def _instead(item: Item, shelf: Shelf) -> str:
    """What is done by those who leave an optional item to the others."""
    found = meanwhile_of(item, shelf)
    return f"{found[0].name}, {found[1].name}" if found else ""


def _otherwise(verdicts: Iterable[Verdict]) -> str:
    """Who does it otherwise, by name as long as they are few. Who is to be talked with first stands in the findings."""
    names = [verdict.person.name for verdict in verdicts if verdict.differs and not verdict.person.talk_first]
    if len(names) <= FEW:
        return ", ".join(names)
    return f"{', '.join(names[: FEW - 1])} and {len(names) - FEW + 1} more"


FEW = 3
