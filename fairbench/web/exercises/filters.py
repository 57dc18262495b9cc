"""What the shelf can be narrowed by, as choices on screen."""

from collections.abc import Mapping
from dataclasses import dataclass

from django.template.loader import render_to_string
from django.utils.safestring import SafeString

from fairbench.core.errors import InputError
from fairbench.core.exercises.aim import Quality, Region
from fairbench.core.exercises.search import Wanted, wanted
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.kept import kept
from fairbench.core.positions import Level, Position


@dataclass(frozen=True, slots=True)
class Choice:
    """One choice of a filter."""

    value: str
    words: str
    chosen: bool


@dataclass(frozen=True, slots=True)
class Filter:
    """One thing the shelf can be narrowed by."""

    name: str
    words: str
    choices: tuple[Choice, ...]


def read(given: Mapping[str, str], stock: Shelf) -> tuple[Wanted, str]:
    """What is looked for; a filter that names nothing is said and left out."""
    try:
        return wanted(given, stock), ""
    except InputError as error:
        return Wanted(words=given.get("q", "")[:100]), error.message


def filters(asked: Wanted, stock: Shelf) -> tuple[Filter, ...]:
    """Every filter with its choices."""
    used = {prop for exercise in stock for version in exercise.versions for prop in version.props}
    props = [(prop.id, prop.name) for prop in stock.props.values() if prop.id in used]
    return (
        _filter("region", "Aim", [(r.value, r.words) for r in Region], asked.region),
        _filter("quality", "Quality", [(q.value, q.words) for q in Quality], asked.quality),
        _filter("level", "Level", [(level.value, level.value) for level in Level], asked.level),
        _filter("position", "Position", [(p.value, p.words) for p in Position], asked.position),
        _filter("prop", "Prop", sorted(props, key=lambda prop: prop[1]), asked.prop),
    )


@kept(64)
def open_filters(stock: Shelf) -> SafeString:
    """The filters with nothing chosen yet, drawn: they are the same until the shelf changes."""
    return SafeString(render_to_string("exercises/_filters.html", {"filters": filters(Wanted(), stock)}))


def _filter(name: str, words: str, choices: list[tuple[str, str]], chosen: str | None) -> Filter:
    every = Choice("", "any", not chosen)
    return Filter(name, words, (every, *(Choice(value, label, value == chosen) for value, label in choices)))
