"""What the board of a term shows, worked out from its rows."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.terms.balance import Balance, balance
from fairbench.core.terms.board import CellKind, Row, board
from fairbench.core.terms.clashes import Booked, Clash, clashes
from fairbench.core.terms.curve import effort
from fairbench.core.terms.term import Slot
from fairbench.core.terms.term import Term as CoreTerm
from fairbench.web.plans.adapter import shelf
from fairbench.web.plans.models import Plan

from .models import ClosedDay, Term, TermRevision
from .term_rows import value_of, values_of

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


class BoardPage:
    """A term as its board shows it."""

    def __init__(self, term: Term) -> None:
        self.term = term
        self.value: CoreTerm = value_of(term)
        self.stock = shelf()
        self.balance: Balance = balance(self.value, self.stock)
        revision = TermRevision.objects.filter(term=term, number=term.head).values("parent", "summary").get()
        self.can_undo = revision["parent"] is not None
        self.last = revision["summary"]

    @cached_property
    def blocks(self) -> list[BlockRows]:
        """The rows, by their part of a class."""
        rows = board(self.value, self._before(), self.stock, self.balance.left_out)
        return [
            BlockRows(block, found)
            for block in BlockKind
            if (found := tuple(row for row in rows if row.block is block))
        ]

    def _before(self) -> Mapping[str, int]:
        """In how many classes each exercise was taught before the term: what is counted now, without those of it."""
        taught = dict(self.term.group.taught)
        for slot in self.value.held:
            if slot.state.value == "taught":
                for name in slot.named:
                    taught[name] = max(0, taught.get(name, 0) - 1)
        return taught

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
        others = Term.objects.filter(archived=False, ends_on__gte=self.term.starts_on).exclude(id=self.term.id)
        rows = list(others.select_related("group", "group__room", "room"))
        booked = [booked_of(term, value) for term, value in values_of(rows)]
        closed = set(ClosedDay.objects.filter(day__gte=self.term.starts_on).values_list("day", flat=True))
        return clashes(booked_of(self.term, self.value), booked, closed)

    @cached_property
    def regions(self) -> list[Counted]:
        """How often each region and each quality comes."""
        held = [slot.id for slot in self.value.held]
        found = []
        counted = {kind.words: times for kind, times in self.balance.regions.items()}
        counted |= {kind.words: times for kind, times in self.balance.qualities.items()}
        for name, times in counted.items():
            by_slot = dict(zip(held, times, strict=True))
            cells = tuple((slot, by_slot.get(slot.id)) for slot in self.value.slots)
            found.append(Counted(name, cells, sum(times)))
        return found

    @property
    def without_plan(self) -> int:
        """How many classes to come have no plan yet."""
        return sum(not slot.plan for slot in self.value.ahead)

    @property
    def choices(self) -> list[tuple[str, str]]:
        """Exercises that could be added, by name."""
        named = set(self.value.exercises())
        offered = (one for one in self.stock if one.id not in named and one.id not in self.stock.archived)
        return sorted(((one.id, one.name) for one in offered), key=lambda one: one[1])

    @property
    def legend(self) -> list[CellKind]:
        """The kinds of cells that there are."""
        return [kind for kind in CellKind if kind is not CellKind.NOTHING]


def booked_of(term: Term, value: CoreTerm) -> Booked:
    """A term with its teacher and its room."""
    room = term.room or term.group.room
    return Booked(
        term.group.name,
        value,
        str(term.teacher_id or ""),
        str(room.id) if room else "",
        room.name if room else "",
    )
