"""A class as a story on one time axis: what was planned, what went on when, who was there when, what differed, and
notes in their place, drawn. Places and widths are in percent of the axis."""

import datetime
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from uuid import UUID

from django.utils import timezone
from django.utils.html import format_html
from django.utils.safestring import SafeString

from fairbench.core.clock import minutes_and_seconds
from fairbench.core.teaching.done import WHOLE, Worked, as_planned
from fairbench.core.teaching.log import Span, pauses_of, spans_of
from fairbench.core.teaching.planned import Planned, labels_of
from fairbench.web.plans.adapter import core_plan

from .happened import Happened
from .meeting import noted_of
from .models import Incident, TeachEvent
from .record_view import PersonRecord

TICKS = (60, 120, 300, 600, 900, 1800)
"""Seconds between two ticks; the first with which there are not too many."""
MOST_TICKS = 10


@dataclass(frozen=True, slots=True)
class Lane:
    """One person on the axis: when they were there, in words, and what was theirs, drawn."""

    name: str
    words: str
    drawn: SafeString


@dataclass(frozen=True, slots=True)
class Story:
    """All of it. ``ticks`` are places with the time of day; ``planned`` and ``real`` are drawn; ``moments`` tells the
    same in order, with the time of day."""

    ticks: tuple[tuple[float, str], ...]
    planned: SafeString
    real: SafeString
    lanes: tuple[Lane, ...]
    moments: tuple[tuple[str, str], ...]


def story_of(happened: Happened, people: Sequence[PersonRecord], incidents: Sequence[Incident]) -> Story:
    """The story of an ended class, as far as it is known."""
    planned = happened.planned
    noted = noted_of(happened.events)
    spans = spans_of(noted) or _told_spans(happened)
    axis = max([planned.total, happened.took, *(span.end for span in spans), 1.0])
    at_item = _middle_of_items(planned, spans)
    real = [_bar(span, planned, axis, "") for span in spans]
    real += [
        _rect("pause", _percent(pause.start, axis), _percent(pause.end, axis), 1, 24, _lasted("Pause", pause))
        for pause in pauses_of(noted)
    ]
    real += [
        format_html('<line class="incident" x1="{0}%" x2="{0}%" y1="0" y2="26"/>', _percent(happened.after(i.at), axis))
        for i in incidents
    ]
    shown = [_bar(Span(item.id, item.start, item.end), planned, axis, " planned") for item in planned.items]
    return Story(
        _ticks(happened.origin, axis),
        SafeString("".join(shown)),
        SafeString("".join(real)),
        tuple(_lane(person, happened, axis, at_item) for person in people),
        _moments(happened, people),
    )


def _told_spans(happened: Happened) -> tuple[Span, ...]:
    """Where items stood in a class that no screen told of: as planned, stretched to the time it took."""
    done = {item for item, so in happened.told.items() if so}
    stretches: dict[str, list[Worked]] = {}
    for one in as_planned(happened.planned, done, happened.took):
        stretches.setdefault(one.item, []).append(one)
    return tuple(
        Span(item, min(max(0.0, one.end - one.seconds) for one in parts), max(one.end for one in parts))
        for item, parts in stretches.items()
    )


def _bar(span: Span, planned: Planned, axis: float, more: str) -> SafeString:
    item = planned.item(span.item)
    name, kind = (item.name, item.kind.value) if item else (span.item, "settle")
    height = 16 if more else 24
    return _rect(kind + more, _percent(span.start, axis), _percent(span.end, axis), 1, height, _lasted(name, span))


def _rect(css: str, left: float, right: float, top: int, height: int, words: str) -> SafeString:
    return format_html(
        '<rect class="{}" x="{}%" width="{}%" y="{}" height="{}"><title>{}</title></rect>',
        css,
        left,
        round(right - left, 2),
        top,
        height,
        words,
    )


def _lasted(name: str, span: Span) -> str:
    return f"{name}, {minutes_and_seconds(span.end - span.start)}"


def _percent(seconds: float, axis: float) -> float:
    return round(min(100.0, max(0.0, 100 * seconds / axis)), 2)


def _middle_of_items(planned: Planned, spans: Sequence[Span]) -> Mapping[str, float]:
    """Where on the axis something about an item is shown: in the middle of it as it went on, or was planned."""
    middles = {item.id: (item.start + item.end) / 2 for item in planned.items}
    return middles | {span.item: (span.start + span.end) / 2 for span in spans}


def _ticks(origin: datetime.datetime | None, axis: float) -> tuple[tuple[float, str], ...]:
    step = next((step for step in TICKS if axis / step <= MOST_TICKS), TICKS[-1])
    if origin is None:
        return tuple((100 * at / axis, minutes_and_seconds(at)) for at in range(0, int(axis) + 1, step))
    local = timezone.localtime(origin)
    first = -(local.minute * 60 + local.second) % step
    return tuple(
        (100 * at / axis, f"{timezone.localtime(origin + datetime.timedelta(seconds=at)):%H:%M}")
        for at in range(int(first), int(axis) + 1, step)
    )


def _lane(person: PersonRecord, happened: Happened, axis: float, at_item: Mapping[str, float]) -> Lane:
    stay = happened.stay(person.attendance)
    since, until = stay.since or 0.0, happened.took if stay.until is None else stay.until
    words = "was there all the time" if stay == WHOLE else person.stay
    left = _percent(since, axis)
    drawn = [_rect("there", left, max(left + 0.5, _percent(until, axis)), 7, 4, words)]
    for line in person.current:
        at = at_item.get(line.row.item, (since + until) / 2)
        drawn.append(format_html(_DIFFERS, _percent(at, axis), f"{line.where}: {line.what}"))
    for event in happened.events:
        if event.kind == "noted" and event.participant_id == person.participant.id:
            drawn.append(format_html(_NOTE, _percent(happened.after(event.at), axis), event.text))
    return Lane(person.participant.call_name, words, SafeString("".join(drawn)))


_NOTE = '<circle class="note" cx="{}%" cy="9" r="5"><title>{}</title></circle>'
_DIFFERS = (
    '<svg x="{}%" y="9" overflow="visible"><path class="differs" d="M0 -7L7 0L0 7L-7 0z"><title>{}</title></path></svg>'
)
_TOLD = {
    "began": "The class began.",
    "item": "{name} began.",
    "skipped": "{name} was skipped.",
    "one_more": "One more of {name}.",
    "set_taken": "{who} took a further set of {name}.",
    "answered": "{name} {who}: {text}.",
    "back": "Back in {name}.",
    "swapped": "{name} went on in another version.",
    "rested": "A rest was put in.",
    "paused": "Paused.",
    "resumed": "Went on.",
    "joined": "{who} came.",
    "left": "{who} left.",
    "noted": "{who}: {text}",
    "ended": "The class ended.",
    "reopened": "It was not over after all.",
}


def _moments(happened: Happened, people: Sequence[PersonRecord]) -> tuple[tuple[str, str], ...]:
    """What the device told, in order, with the time of day; ``worked`` says nothing new to a reader."""
    names = labels_of(happened.planned) | _line_words(happened)
    called: dict[UUID | None, str] = {person.participant.id: person.participant.call_name for person in people}
    return tuple(
        (
            f"{timezone.localtime(event.at):%H:%M:%S}",
            _TOLD[event.kind].format(
                name=names.get(event.item, "An exercise"),
                who=called.get(event.participant_id, "everyone" if event.participant_id is None else "Someone"),
                text=_reached(event),
            ),
        )
        for event in happened.events
        if event.kind in _TOLD
    )


def _line_words(happened: Happened) -> dict[str, str]:
    """What is asked in each line of the plan of the day."""
    return {line.id: line.says for line in core_plan(happened.meeting.plan_document).lines}


def _reached(event: TeachEvent) -> str:
    """What was noted, and for who stopped what they had reached."""
    if event.mark != TeachEvent.Mark.STOPPED or not event.seconds:
        return event.text
    counted = f"after {event.number}, " if event.number else "after "
    return f"{event.text} {counted}{event.seconds:g} s{f' on the {event.side}' if event.side else ''}"
