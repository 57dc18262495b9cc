"""What the board of a term shows, worked out from its rows."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any

from django.template.loader import render_to_string
from django.utils.html import format_html_join
from django.utils.safestring import SafeString

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.kept import kept
from fairbench.core.terms.balance import Balance, balance
from fairbench.core.terms.board import CellKind, Row, board
from fairbench.core.terms.clashes import Booked, Clash, clashes
from fairbench.core.terms.curve import effort
from fairbench.core.terms.term import Slot, SlotState
from fairbench.core.terms.term import Term as CoreTerm
from fairbench.web.accounts.models import User
from fairbench.web.plans.adapter import shelf
from fairbench.web.plans.models import Plan

from .covers import who_covers
from .models import ClosedDay, Term
from .term_rows import heads_of, values_with

_KEPT = 24
_CURVE = 44
"""Pixels of a whole effort."""


@dataclass(frozen=True, slots=True)
class Column:
    """One class at the head of the board; ``is_next`` is the one that comes next."""

    slot: Slot
    week: int
    part: int
    height: int
    plan_name: str
    clashes: tuple[Clash, ...]
    is_next: bool

    @property
    def has_plan(self) -> bool:
        """Whether its plan is there."""
        return bool(self.plan_name)


@dataclass(frozen=True, slots=True)
class BlockRows:
    """The exercises of one part of a class."""

    block: BlockKind
    rows: tuple[Row, ...]


@dataclass(frozen=True, slots=True)
class Counted:
    """How often something comes, by class and in all."""

    name: str
    times: tuple[tuple[Slot, int | None], ...]
    total: int


@dataclass(frozen=True, slots=True)
class Worked:
    """What follows from a term alone: its balance, its rows and what could be added, as they are shown."""

    balance: Balance
    rows: SafeString
    choices: SafeString


@kept(_KEPT)
def worked_out(value: CoreTerm, before: tuple[tuple[str, int], ...], stock: Shelf) -> Worked:
    """Made once for a term as it stands, for what was taught ``before`` it, and a shelf."""
    found = balance(value, stock)
    rows = board(value, dict(before), stock, found.left_out)
    blocks = [
        BlockRows(block, chosen) for block in BlockKind if (chosen := tuple(row for row in rows if row.block is block))
    ]
    shown = {"blocks": blocks, "regions": _counted(value, found), "columns": len(value.slots)}
    named = set(value.exercises())
    offered = (one for one in stock if one.id not in named and one.id not in stock.archived)
    options = sorted((one.name, one.id) for one in offered)
    return Worked(
        found,
        SafeString(render_to_string("terms/_term_rows.html", shown)),
        format_html_join("", '<option value="{1}">{0}</option>', options),
    )


def _counted(value: CoreTerm, found: Balance) -> list[Counted]:
    """How often each region and each quality comes."""
    held = [slot.id for slot in value.held]
    times_of = {kind.words: times for kind, times in found.regions.items()}
    times_of |= {kind.words: times for kind, times in found.qualities.items()}
    counted = []
    for name, times in times_of.items():
        by_slot = dict(zip(held, times, strict=True))
        counted.append(Counted(name, tuple((slot, by_slot.get(slot.id)) for slot in value.slots), sum(times)))
    return counted


class BoardPage:
    """A term as its board shows it."""

    def __init__(self, term: Term) -> None:
        self.term = term
        others = Term.objects.filter(archived=False, ends_on__gte=term.starts_on).exclude(id=term.id)
        terms = [term, *others.select_related("group", "group__room", "room", "teacher")]
        heads = heads_of(terms)
        values = values_with(terms, heads)
        self.value: CoreTerm = values[0][1]
        self.covers = who_covers(terms)
        self._booked = [booked_of(one, value, self.covers) for one, value in values]
        worked = worked_out(self.value, self._before(), shelf())
        self.balance, self.rows, self.choices = worked.balance, worked.rows, worked.choices
        self.can_undo = heads[term.id].parent is not None
        self.last = heads[term.id].summary

    def _before(self) -> tuple[tuple[str, int], ...]:
        """In how many classes what is named was taught before the term: what is counted now, without those of it."""
        taught = {name: self.term.group.taught.get(name, 0) for name in self.value.exercises()}
        for slot in self.value.held:
            if slot.state is SlotState.TAUGHT:
                for name in slot.named:
                    taught[name] = max(0, taught[name] - 1)
        return tuple(sorted(taught.items()))

    @cached_property
    def columns(self) -> list[Column]:
        """The classes, with how hard they are, their plans and their clashes."""
        parts = {slot.id: part for slot, part in effort(self.value)}
        ids = [slot.plan for slot in self.value.slots if slot.plan]
        names = {str(key): name for key, name in Plan.objects.filter(id__in=ids).values_list("id", "name")}
        found: dict[str, list[Clash]] = {}
        for clash in self._clashes():
            found.setdefault(clash.slot.id, []).append(clash)
        following = next(iter(self.value.ahead), None)
        return [
            Column(
                slot,
                self.value.week(slot),
                round(100 * parts.get(slot.id, 0)),
                round(_CURVE * parts.get(slot.id, 0)),
                names.get(slot.plan, ""),
                tuple(found.get(slot.id, ())),
                slot is following,
            )
            for slot in self.value.slots
        ]

    def _clashes(self) -> Sequence[Clash]:
        closed = set(ClosedDay.objects.filter(day__gte=self.term.starts_on).values_list("day", flat=True))
        return clashes(self._booked[0], self._booked[1:], closed)

    @property
    def without_plan(self) -> int:
        """How many classes to come have no plan yet."""
        return sum(not slot.plan for slot in self.value.ahead)

    @property
    def legend(self) -> list[CellKind]:
        """The kinds of cells that there are."""
        return [kind for kind in CellKind if kind is not CellKind.NOTHING]


def booked_of(term: Term, value: CoreTerm, covers: Mapping[tuple[Any, str], User]) -> Booked:
    """A term with its teacher, its room, and what of it somebody covers."""
    room = term.room or term.group.room
    return Booked(
        term.group.name,
        value,
        str(term.teacher_id or ""),
        term.teacher.name if term.teacher else "",
        frozenset(slot for of_term, slot in covers if of_term == term.id),
        str(room.id) if room else "",
        room.name if room else "",
    )
