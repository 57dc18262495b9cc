"""Where somebody stands in one exercise, worked out from the log alone: the same log gives the same state."""

import datetime
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from fractions import Fraction

from .amount import Amount, ups
from .log import Bout
from .proposal import Kind, Proposal
from .setting import Setting


@dataclass(frozen=True, slots=True)
class State:
    """Own rung, own dose, own load (``amount``), the exact number ``carried``, and the ``last`` bout. ``rose_on`` is
    when anything last went up, ``at_top`` how often running the top of the range was reached with moderate effort,
    ``hard`` how often running it took more effort than planned, ``backs`` how often running it stepped back.
    ``put_down`` is the load that was put down for a first time with a harder version."""

    exercise: str
    amount: Amount
    carried: Fraction
    last: Bout
    rose_on: datetime.date | None = None
    at_top: int = 0
    hard: int = 0
    backs: int = 0
    put_down: float | None = None


Next = Callable[[State, Setting, datetime.date], Proposal]
"""What is due next: a school with what holds for all of them."""


def first_state(bout: Bout, setting: Setting) -> State:
    """After the first time."""
    return State(
        bout.exercise,
        bout.amount,
        Fraction(bout.amount.value),
        bout,
        at_top=int(_at_top(bout, setting)),
        hard=int(bout.too_hard),
    )


def after(state: State, bout: Bout, setting: Setting, school: Next) -> State:
    """After one more time. What was due is worked out again for that day, so that the number that is carried rises
    with what was really done and not with what somebody looked at."""
    due = school(state, setting, bout.day)
    before, at_top = state.amount, _at_top(bout, setting)
    same_version = bout.amount.version == before.version
    other = not same_version or bout.amount.kg != before.kg or bout.amount.band != before.band
    fewer = bout.amount.value < before.value and due.kind in (Kind.UP, Kind.SAME)
    carried = due.carried
    if other or fewer or carried < bout.amount.value:
        carried = Fraction(bout.amount.value)
    harder = setting.place(bout.amount.version) > setting.place(before.version)
    rose = harder or (same_version and bool(ups(before, bout.amount, setting.bands)))
    carried_on = same_version and carried >= due.carried > state.carried
    dropped = before.kg if not same_version and before.kg and bout.amount.kg is None else None
    return State(
        state.exercise,
        bout.amount,
        carried,
        bout,
        rose_on=bout.day if rose or carried_on else state.rose_on,
        at_top=state.at_top + 1 if same_version and at_top else int(at_top),
        hard=state.hard + 1 if bout.too_hard else 0,
        backs=state.backs + 1 if due.kind is Kind.BACK else 0,
        put_down=dropped,
    )


def state_of(bouts: Iterable[Bout], setting: Setting, school: Next) -> State | None:
    """The state after a log of one person's one exercise; None of nothing. The order of the lines does not matter."""
    found: State | None = None
    for bout in sorted(bouts, key=lambda one: one.day):
        found = first_state(bout, setting) if found is None else after(found, bout, setting, school)
    return found


def _at_top(bout: Bout, setting: Setting) -> bool:
    rung = setting.rung(bout.amount.version)
    return rung is not None and bout.went_well and bout.amount.value >= rung.high
