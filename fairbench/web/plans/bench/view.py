"""What the bench shows, worked out once from a plan, its group and what is chosen."""

from dataclasses import dataclass
from typing import Any

from django.db.models import Q
from django.urls import reverse
from django.utils.safestring import SafeString, mark_safe

from fairbench.core.checks import side_sums
from fairbench.core.checks.sides import SideSums
from fairbench.core.clock import minutes_and_seconds, span
from fairbench.core.counted import how_many
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.base_versions import Proposal, best_bases
from fairbench.core.fit.share import Share, lowest
from fairbench.core.fit.verdict import Fit, VerdictKind
from fairbench.core.fit.words import in_words
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.plan.line_verbs import lines_before
from fairbench.core.plan.lines import CheckKind, Line, Scale
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.core.plan.purpose import Purpose
from fairbench.core.plan.shares import share_bounds
from fairbench.core.plan.timeline import StepKind, Timeline
from fairbench.core.positions import Position
from fairbench.core.rooms.room import Room as CoreRoom
from fairbench.core.things.setups import changes_in
from fairbench.figures.verdict_shapes import verdict_sign
from fairbench.web.people.models import Group
from fairbench.web.rooms.models import Room

from ..adapter import core_group
from ..models import Plan
from ..surroundings import room_of, with_store
from .advice import Advised, advise, asides_of
from .balance import Balance, balance_of
from .drawing import Drawing
from .inspector import Inspector, inspect
from .judged import judged
from .order import OrderBlock, ShownAs, running_order
from .reasons import Reason, Session, reason_of, session_of
from .svg import bench_svg, effort_svg

_STEP_WORDS = {
    StepKind.TRANSFER: "Changing position",
    StepKind.FETCH: "Fetching things",
    StepKind.EXPLAIN: "Explaining",
    StepKind.WORK: "Working",
    StepKind.SWITCH: "Changing sides",
    StepKind.REST: "Resting",
    StepKind.WATER: "Water",
    StepKind.LINE: "Talk, notices and checks",
    StepKind.CLOSE: "Putting away",
}


KEY = mark_safe(
    "".join(f"<span>{verdict_sign(kind)} {kind.words}</span>" for kind in VerdictKind)
    + f"<span>{verdict_sign(VerdictKind.EASED, overridden=True)} your decision</span>"
)


MINUTE = 60.0
OTHERS = 60
"""So many other plans, those changed last, can be copied from."""


@dataclass(frozen=True, slots=True)
class BlockTotal:
    """Time of one block against what is usual."""

    number: int
    kind: str
    words: str
    seconds: float
    low: float
    high: float
    items: int

    @property
    def usual(self) -> str:
        """The usual length of the block, in words."""
        return span(self.low, self.high, "–")

    @property
    def state(self) -> str:
        """How long the block is beside that."""
        if self.seconds < self.low:
            return "short"
        return "long" if self.seconds > self.high else "usual"

    @property
    def state_words(self) -> str:
        """How it stands to what is usual, before the usual span."""
        return {"short": "under", "long": "over", "usual": "usual"}[self.state]


@dataclass(frozen=True, slots=True)
class BenchSelection:
    """What is selection at beside the chosen item: a person, or the proposal of fairer bases."""

    person: str = ""
    bases: bool = False


NOTHING_ELSE = BenchSelection()


@dataclass(frozen=True, slots=True)
class DifferingPerson:
    """Somebody who does the chosen item otherwise, in a line."""

    person: str
    name: str
    kind: str
    words: str


@dataclass(frozen=True, slots=True)
class BenchView:
    """Everything the page of the bench shows."""

    plan: Plan
    value: CorePlan
    group: CoreGroup
    timeline: Timeline
    drawing: Drawing
    totals: tuple[BlockTotal, ...]
    advised: Advised
    inspector: Inspector | None
    address: str
    do: str
    lowest: Share | None = None
    reason: Reason | None = None
    session: Session | None = None
    proposal: Proposal | None = None
    different: tuple[DifferingPerson, ...] = ()
    groups: tuple[Group, ...] = ()
    rooms: tuple[Room, ...] = ()
    others: tuple[Plan, ...] = ()
    """Other plans of the practice, of which a block can be copied."""
    room: CoreRoom | None = None
    set_ups: int = 0
    shown_as: ShownAs = ShownAs.FIT
    order: tuple[OrderBlock, ...] = ()
    lines: tuple[Line, ...] = ()
    """The lines at the end of the class."""

    @property
    def purposes(self) -> tuple[Purpose, ...]:
        """What a class can be for."""
        return tuple(Purpose)

    @property
    def check_kinds(self) -> tuple[CheckKind, ...]:
        """What a check can go by."""
        return tuple(CheckKind)

    @property
    def scales(self) -> tuple[Scale, ...]:
        """How a check can be answered."""
        return tuple(Scale)

    @property
    def side_sums(self) -> tuple[SideSums, ...]:
        """How much each side works, by region."""
        return side_sums(self.timeline)

    @property
    def svg(self) -> SafeString:
        """The drawing."""
        return bench_svg(self.drawing, self.address, self.chosen, f"{self.plan.name}, {self.spoken}")

    @property
    def can_go_to_time(self) -> bool:
        """Whether the class is led, and is too long or has a minute or more to spare."""
        over = self.timeline.over
        return bool(self.timeline.items) and self.value.purpose.is_led and not -MINUTE < over <= 0

    @property
    def effort(self) -> SafeString:
        """How hard the class is over its time."""
        return effort_svg(self.drawing)

    @property
    def balance(self) -> Balance:
        """Where the work goes."""
        return balance_of(self.timeline, self.group.people)

    @property
    def positions(self) -> tuple[Position, ...]:
        """Where everyone can start and end."""
        return tuple(Position)

    @property
    def kinds(self) -> tuple[BlockKind, ...]:
        """Kinds of block that can be added."""
        return tuple(BlockKind)

    @property
    def chosen(self) -> str:
        """The id of the item that is open, or nothing."""
        if self.reason:
            return self.reason.time.item.id
        return self.inspector.id if self.inspector else ""

    @property
    def chosen_words(self) -> str:
        """What is open, as a screen reader hears it: the item with its dose, seconds and end, a verdict, a session or
        the proposal; nothing for the plan's own details."""
        if self.reason:
            return f"{self.reason.person.name}, {self.reason.time.exercise.name}: {self.reason.words}"
        if self.inspector:
            one, time = self.inspector, self.inspector.time
            took, ends = minutes_and_seconds(time.total), minutes_and_seconds(time.end)
            return f"{one.exercise.name}, {one.version.name}: {one.summary}, {took}, ends {ends}."
        if self.session:
            share = self.session.share.part
            return f"Session of {self.session.person.name}: {share:.0%} of the working time."
        if self.proposal:
            number = len(self.proposal.changes)
            return f"Fairer versions: {how_many(number, 'change')} suggested."
        return ""

    @property
    def selected_person(self) -> str:
        """The id of whom the reason or the session beside the bench is about."""
        of = self.reason.verdict.person if self.reason else self.session.person if self.session else None
        return of.id if of else ""

    @property
    def key(self) -> SafeString:
        """What each shape means."""
        return KEY

    @property
    def changes(self) -> list[dict[str, Any]]:
        """The proposal's changes in words."""
        names = {time.item.id: time.exercise.name for time in self.timeline.items}
        return [
            {
                "exercise": names[change.item],
                "before": change.before.name,
                "after": change.after.name,
                "differ_before": change.differ_before,
                "differ_after": change.differ_after,
            }
            for change in (self.proposal.changes if self.proposal else ())
        ]

    @property
    def lowest_words(self) -> str:
        """``Least included: Dilwyn, 82%``; nobody is named where everyone has all; nothing without people or work."""
        if self.lowest is None or not self.lowest.of:
            return ""
        if self.lowest.part >= 1:
            left_out = any(person.talk_first for person in self.group.people)
            return "Everyone else is included all the time" if left_out else "Everyone is included all the time"
        return f"Least included: {self.lowest.person.name}, {self.lowest.part:.0%}"

    @property
    def talk_first_words(self) -> str:
        """``1 to talk to first``: they are left out of the lowest share, as no version of theirs would mend it."""
        number = sum(bool(person.talk_first) for person in self.group.people)
        return f"{number} to talk to first" if number else ""

    @property
    def over_words(self) -> str:
        """``0:45 over``, ``2:10 to spare``, or ``to the second``."""
        over = round(self.timeline.over)
        if not over:
            return "to the second"
        return f"{minutes_and_seconds(abs(over))} {'over' if over > 0 else 'to spare'}"

    @property
    def parts(self) -> list[tuple[str, float]]:
        """Seconds by kind of step, as far as there are any."""
        return [(_STEP_WORDS[kind], seconds) for kind, seconds in self.timeline.parts().items() if seconds]

    @property
    def counts_words(self) -> str:
        """How many items, people and changes of level there are."""
        counts = (
            (len(self.timeline.items), "item", "items"),
            (len(self.group.people), "person", "people"),
            (self.timeline.changes_of_level(), "change of level", "changes of level"),
        )
        return " · ".join(f"{number} {singular if number == 1 else plural}" for number, singular, plural in counts)

    @property
    def opened(self) -> bool:
        """Whether something stands beside the bench instead of the plan's details."""
        return bool(self.reason or self.inspector or self.session or self.proposal)

    @property
    def beside_words(self) -> str:
        """What stands in the place beside the bench."""
        if self.reason:
            return "Why this version"
        if self.inspector:
            return "Chosen exercise"
        if self.session:
            return "Session for one person"
        return "Fairer versions" if self.proposal else "The plan’s details"

    @property
    def spoken(self) -> str:
        """What a screen reader hears after a change."""
        number = len(self.timeline.items)
        return f"{how_many(number, 'item')}, {minutes_and_seconds(self.timeline.total)}, {self.over_words}."


def bench_view(
    plan: Plan,
    value: CorePlan,
    chosen: str = "",
    wrong: dict[str, Any] | None = None,
    selection: BenchSelection = NOTHING_ELSE,
    shown_as: ShownAs = ShownAs.FIT,
) -> BenchView:
    """Compile, fit and lay out, as an axis or as a running order. ``wrong`` names a figure that was refused, so that it
    is shown beside it."""
    group = core_group(plan.group)
    around = with_store(room_of(plan), len(group.people), value.style)
    stock, conditions = around.shelf, around.conditions
    kept = judged(value, group, around)
    timeline, found, everyone = kept.now.timeline, kept.now.found, kept.now.shares
    time = timeline.time_of(chosen) if chosen else None
    person = next((known for known in group.people if known.id == selection.person), None)
    address = reverse("plans:bench", args=[plan.id])
    details = _NOT_SHOWN if time or person or selection.bases else _details(plan, value, stock)
    return BenchView(
        plan=plan,
        value=value,
        group=group,
        timeline=timeline,
        drawing=kept.roomy if shown_as is ShownAs.ROOMY else kept.drawing,
        totals=_totals(timeline),
        advised=advise(kept.checked, value, asides_of(plan)),
        shown_as=shown_as,
        order=running_order(timeline, found, stock) if shown_as is ShownAs.ORDER else (),
        lines=lines_before(value, ""),
        inspector=inspect(timeline, time, stock, wrong) if time and not person else None,
        address=address,
        do=f"{address}do/",
        lowest=lowest(tuple(share for share in everyone if not share.person.talk_first)),
        reason=reason_of(found, time, person, stock, conditions) if time and person else None,
        session=session_of(found, person) if person and not time else None,
        proposal=best_bases(timeline, group.people, stock, conditions) if selection.bases else None,
        different=_different(found, chosen) if time and not person else (),
        groups=details.groups,
        others=details.others,
        rooms=details.rooms,
        room=around.room,
        set_ups=details.set_ups,
    )


@dataclass(frozen=True, slots=True)
class _Details:
    """What the plan's own details ask of the database; they show where nothing is chosen."""

    groups: tuple[Group, ...] = ()
    rooms: tuple[Room, ...] = ()
    others: tuple[Plan, ...] = ()
    set_ups: int = 0


_NOT_SHOWN = _Details()


def _details(plan: Plan, value: CorePlan, stock: Shelf) -> _Details:
    return _Details(
        groups=tuple(Group.objects.select_related("room")),
        rooms=tuple(Room.objects.filter(Q(archived=False) | Q(id=plan.room_id))),
        others=_others(plan),
        set_ups=changes_in(value, stock),
    )


def _others(plan: Plan) -> tuple[Plan, ...]:
    return tuple(Plan.objects.filter(archived=False).exclude(id=plan.id).only("id", "name")[:OTHERS])


def _different(found: Fit, item: str) -> tuple[DifferingPerson, ...]:
    return tuple(
        DifferingPerson(verdict.person.id, verdict.person.name, verdict.kind.value, in_words(verdict))
        for verdict in found.of_item(item)
        if verdict.differs
    )


def _totals(timeline: Timeline) -> tuple[BlockTotal, ...]:
    length = timeline.plan.length_min * 60.0
    totals = []
    for number, (block, seconds) in enumerate(zip(timeline.plan.blocks, timeline.block_seconds(), strict=True)):
        low, high = share_bounds(block.kind, length)
        totals.append(BlockTotal(number, block.kind.value, block.words, seconds, low, high, len(block.items)))
    return tuple(totals)
