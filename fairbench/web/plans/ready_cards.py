"""The ready classes as they are offered under New plan: what each is, where it is done, with what, and its line."""

from dataclasses import dataclass

from django.utils.safestring import SafeString

from fairbench.core.counted import together
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.ready_classes_doc import load_ready_classes
from fairbench.core.kept import kept
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.timeline import Timeline
from fairbench.core.positions import Level

from .pictures import line_svg

_WHERE = {Level.SEATED: "seated", Level.STANDING: "standing", Level.FLOOR: "on the floor"}
_ALWAYS = frozenset({"chair", "mat", "wall"})
"""What is at hand anyway."""


@dataclass(frozen=True, slots=True)
class ReadyCard:
    """One ready class. ``length`` is in minutes; ``where`` and ``things`` are in words, ``line`` is its picture."""

    id: str
    name: str
    says: str
    level: str
    suits: str
    length: int
    purpose: str
    where: str
    things: str
    line: SafeString


@kept(1)
def ready_cards() -> tuple[ReadyCard, ...]:
    """Every ready class, worked out once for nobody in particular."""
    shelf = load_shelf()
    cards = []
    for ready in load_ready_classes().values():
        timeline = compile_timeline(ready.plan, Group(), shelf)
        things = {prop: shelf.props[prop].name for time in timeline.items for prop in time.version.props}
        cards.append(
            ReadyCard(
                ready.id,
                ready.plan.name,
                ready.says,
                ready.level.value,
                ready.suits,
                ready.plan.length_min,
                ready.plan.purpose.words,
                _where(timeline),
                _listed([name for prop, name in things.items() if prop not in _ALWAYS]),
                SafeString(line_svg(timeline)),  # made of our own figures only
            )
        )
    return tuple(cards)


def _where(timeline: Timeline) -> str:
    return _listed(list(dict.fromkeys(_WHERE[time.level] for time in timeline.items)))


def _listed(words: list[str]) -> str:
    return together(words)
