"""What a record says, in words: what was done, what differed, and who put it right and why."""

from collections.abc import Mapping, Sequence
from functools import cached_property

from django.utils import timezone

from fairbench.core.clock import minutes_and_seconds
from fairbench.core.teaching.done import Done, DoneState
from fairbench.core.teaching.planned import Planned
from fairbench.web.accounts.models import User

from .models import Difference, ItemTold, Meeting, StayCorrection

TINGLING = "tingling or spreading pain: talk first next time"


class Writers:
    """Who wrote what stands in a record, by name; asked for once, and only where it is needed."""

    def __init__(self, meeting: Meeting) -> None:
        self._practice = meeting.practice_id

    @cached_property
    def _names(self) -> Mapping[int, str]:
        return dict(User.objects.filter(practice=self._practice).values_list("id", "name"))

    def who_and_why(self, row: Difference | StayCorrection | ItemTold) -> str:
        """``Orla Brandt, 3 Nov 12:01: told afterwards``."""
        who = "someone who left" if row.user_id is None else self._names.get(row.user_id, "someone who left")
        return f"{who}, {timezone.localtime(row.at):%-d %b %H:%M}" + (f": {row.why}" if row.why else "")

    def earlier(self, row: Difference, planned: Planned) -> str:
        """An edition that was corrected since."""
        return f"earlier: {in_words(row, planned) or 'as planned'} ({self.who_and_why(row)})"

    def put_right(self, row: StayCorrection) -> str:
        """``came: 10:12, not from the beginning``, with who and why."""
        empty = {"joined": "from the beginning", "left": "to the end", "here": ""}[row.field]
        said = f"{row.get_field_display()}: {row.new or empty}, not {row.old or empty}"
        return f"{said} ({self.who_and_why(row)})"

    def told(self, rows: Sequence[ItemTold]) -> str:
        """What was said by hand of an item where a saved record was put right, the newest first."""
        return "; ".join(f"{'done' if row.done else 'not done'} ({self.who_and_why(row)})" for row in rows if row.why)


def done_words(done: Sequence[Done]) -> str:
    """``5 of 8 done, 1 in part``; nothing where all was done, or where it was not kept."""
    states = [one.state for one in done]
    if all(state in (DoneState.DONE, DoneState.NOT_KEPT) for state in states):
        return ""
    partly = states.count(DoneState.PARTLY)
    return f"{states.count(DoneState.DONE)} of {len(states)} done" + (f", {partly} in part" if partly else "")


def part_words(done: Done) -> str:
    """What was done of an item that was not done whole, by side: ``left 10 of 10, right 0 of 10``."""
    if done.state is DoneState.DONE:
        return ""
    if done.state is not DoneState.PARTLY:
        return done.state.value
    sides = []
    for side in done.sides:
        counted = side.planned.count > 1 or side.count > 1
        figure = f"{side.count} of {side.planned.count}" if counted else _seconds(side.seconds, side.planned.seconds)
        sides.append(f"{side.side} {figure}" if side.side else figure)
    return f"in part: {', '.join(sides)}"


def _seconds(done: float, planned: float) -> str:
    return f"{minutes_and_seconds(done)} of {minutes_and_seconds(planned)}"


def in_words(row: Difference, planned: Planned) -> str:
    """A difference as one reads it; nothing when it was taken back."""
    return " · ".join([*_done_words(row, planned), *_felt_words(row)])


def _done_words(row: Difference, planned: Planned) -> list[str]:
    """What was done otherwise."""
    parts = []
    if row.skipped:
        parts.append("not done")
    if row.version:
        time = planned.item(row.item)
        parts.append(time.versions.get(row.version, row.version) if time else row.version)
    if row.done is not None:
        parts.append(f"did {row.done}")
    sides = [f"{side} {n}" for side, n in (("left", row.done_left), ("right", row.done_right)) if n is not None]
    if sides:
        parts.append(f"did {', '.join(sides)}")
    if row.load is not None:
        parts.append(f"with {row.load:g} kg")
    return parts


def _felt_words(row: Difference) -> list[str]:
    """How it was, and what to mind."""
    parts = [f"too {row.felt}"] if row.felt else []
    marks = {
        "lost form": row.lost_form,
        "to be taught again": row.teach_again,
        TINGLING: row.tingling,
        "felt on the day after": row.sore_after,
    }
    parts += [words for words, so in marks.items() if so]
    if row.sides_differ:
        parts.append(f"sides differ: a {row.sides_differ}")
    if row.effort is not None:
        parts.append(f"effort {row.effort} of 10")
    if row.pain is not None:
        parts.append(f"pain {row.pain} of 10" + (f", {row.pain_where}" if row.pain_where else ""))
    elif row.pain_where:
        parts.append(f"pain: {row.pain_where}")
    if row.note:
        parts.append(row.note)
    return parts
