"""What really happened in a class, worked out from what the device noted."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from .planned import Planned


@dataclass(frozen=True, slots=True)
class Noted:
    """Something the device noted. ``at`` is seconds from the first thing noted."""

    kind: str
    item: str
    at: float


@dataclass(frozen=True, slots=True)
class Actual:
    """Planned against actual seconds of one item. ``actual`` None: it was not taught."""

    item: str
    name: str
    planned: float
    actual: float | None
    skipped: bool

    @property
    def difference(self) -> float | None:
        """Seconds over what was planned, None where it was not taught."""
        return None if self.actual is None else self.actual - self.planned


@dataclass(frozen=True, slots=True)
class Span:
    """From when until when something went on, in seconds from the first thing noted. ``item`` is empty for a pause."""

    item: str
    start: float
    end: float


def spans_of(noted: Iterable[Noted]) -> tuple[Span, ...]:
    """When each item went on: from when it began until the next one began or the class ended. Events may come in any
    order; they are sorted by time."""
    spans: list[Span] = []
    running: Noted | None = None
    for event in sorted(noted, key=lambda event: event.at):
        if event.kind in ("item", "ended") and running is not None:
            spans.append(Span(running.item, running.at, event.at))
            running = None
        if event.kind == "item":
            running = event
    return tuple(spans)


def pauses_of(noted: Iterable[Noted]) -> tuple[Span, ...]:
    """When the class was paused; a pause that nothing ended goes to the end of the class, if that was noted."""
    pauses: list[Span] = []
    since: float | None = None
    for event in sorted(noted, key=lambda event: event.at):
        if event.kind == "paused" and since is None:
            since = event.at
        elif event.kind in ("resumed", "ended") and since is not None:
            pauses.append(Span("", since, event.at))
            since = None
    return tuple(pauses)


def actual_times(planned: Planned, noted: Iterable[Noted]) -> tuple[Actual, ...]:
    """Seconds each item took; an item gone back to adds up."""
    noted = tuple(noted)
    seconds: dict[str, float] = {}
    for span in spans_of(noted):
        seconds[span.item] = seconds.get(span.item, 0.0) + span.end - span.start
    skipped = {event.item for event in noted if event.kind == "skipped"}
    return tuple(
        Actual(item.id, item.name, item.total, seconds.get(item.id), item.id in skipped) for item in planned.items
    )


def taken(noted: Iterable[Noted]) -> float:
    """Seconds from the beginning of a class to its end, pauses and all; 0 where one of them was not noted."""
    moments = {event.kind: event.at for event in sorted(noted, key=lambda event: event.at)}
    return moments["ended"] - moments["began"] if {"began", "ended"} <= moments.keys() else 0.0


def taught_exercises(planned: Planned, actuals: Iterable[Actual]) -> tuple[str, ...]:
    """The exercises that count as taught: begun and not skipped, in order, each once."""
    done: Mapping[str, bool] = {a.item: a.actual is not None and not a.skipped for a in actuals}
    return tuple(dict.fromkeys(i.exercise for i in planned.items if done.get(i.id)))
