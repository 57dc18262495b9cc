"""Hypothesis strategies for plans, doses and groups that are possible."""

from dataclasses import replace
from itertools import pairwise

from hypothesis import strategies as st

from fairbench.core.dose.dose import Dose, Ending, Rest, Share
from fairbench.core.dose.edit import frame_fields, work_fields
from fairbench.core.dose.effort import Effort, EffortScale
from fairbench.core.dose.load import Band, BandLength, BodyShare, Kilograms, ResistanceStep
from fairbench.core.dose.ranges import Range
from fairbench.core.dose.stages import Stage, StageKind
from fairbench.core.dose.tempo import Tempo
from fairbench.core.dose.work import (
    Breaths,
    ContractRelax,
    Hold,
    Pulses,
    RampedIsometric,
    Repetitions,
    Sequence,
    StagedIsometric,
    Timed,
    parts_of,
)
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.brackets import Bracket, BracketKind
from fairbench.core.plan.item import Item
from fairbench.core.plan.lines import Line, LineKind
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.plan.purpose import Purpose
from fairbench.core.positions import Position
from fairbench.core.sides import First, Side, Sides

SHELF = load_shelf()


def quarters(low: float, high: float) -> st.SearchStrategy[float]:
    return st.integers(int(low * 4), int(high * 4)).map(lambda n: n / 4)


tempos = st.one_of(
    st.builds(Tempo, quarters(0.5, 6), quarters(0, 6), quarters(0, 6), quarters(0, 6)),
    st.builds(Tempo.to_music, st.integers(40, 180), st.integers(2, 16)),
)
parts = st.one_of(
    st.builds(Repetitions, st.integers(1, 20), tempos),
    st.builds(Hold, quarters(1, 90), st.integers(1, 4), quarters(0, 20)),
    st.builds(Breaths, st.integers(1, 8).map(lambda n: n * 2), quarters(2, 10)),
    st.builds(Timed, quarters(5, 120)),
    st.builds(Pulses, st.integers(1, 20), quarters(0.5, 2)),
)


@st.composite
def _stages(draw: st.DrawFn) -> tuple[Stage, ...]:
    """Stages that go where their words say."""
    made = [Stage(StageKind.SETTLE, draw(quarters(1, 60)))]
    now = 0
    for _ in range(draw(st.integers(1, 4))):
        now = draw(st.integers(now + 1, 90 if now < 90 else 100)) if now < 99 else 100
        made.append(Stage(StageKind.BUILD, draw(quarters(1, 20)), now))
        if now >= 99:
            break
        made.append(Stage(draw(st.sampled_from([StageKind.HOLD, StageKind.BRACE])), draw(quarters(1, 20))))
    made.append(Stage(StageKind.LIGHTEN, draw(quarters(1, 20)), draw(st.integers(0, now - 1))))
    return (*made, Stage(StageKind.EASE_OFF, draw(quarters(1, 20))))


stages = _stages()
one_sided = st.one_of(
    st.builds(ContractRelax, st.integers(1, 4), quarters(0, 20), quarters(1, 20), quarters(0, 5), quarters(1, 20)),
    st.builds(RampedIsometric, quarters(0, 60), quarters(1, 20), quarters(0, 20), quarters(0, 10)),
)
sequences = st.builds(Sequence, st.lists(parts, min_size=2, max_size=4).map(tuple))
mixed = st.builds(Sequence, st.lists(st.one_of(parts, one_sided), min_size=2, max_size=4).map(tuple))
unalternating = st.sampled_from([sides for sides in Sides if sides is not Sides.ALTERNATING])


loads = st.one_of(
    st.builds(Kilograms, st.integers(1, 200).map(lambda quarter: quarter / 4)),
    st.builds(
        Band,
        st.sampled_from(["light", "strong 2", "harbour-long"]),
        st.none() | st.sampled_from(BandLength),
        st.none() | st.integers(5, 200),
        st.booleans(),
    ),
    st.builds(ResistanceStep, st.integers(1, 30)),
    st.builds(BodyShare, st.integers(1, 100)),
)
efforts = st.one_of(
    st.builds(Effort, st.just(EffortScale.OF_TEN), st.lists(st.integers(0, 10), min_size=1, max_size=8).map(tuple)),
    st.builds(Effort, st.just(EffortScale.PERCENT), st.lists(st.integers(0, 100), min_size=1, max_size=8).map(tuple)),
)


def _and_ranges(dose: Dose) -> st.SearchStrategy[Dose]:
    """The same, with a range around some of its figures."""
    figures = [field for field in (*work_fields(dose), *frame_fields(dose)) if "." not in field.path]
    figures = [field for field in figures if field.path in ("sets", "reps", "repeats", "seconds", "count", "rounds")]
    around = [
        Range(field.path, max(field.low, field.value - 1), min(field.high, field.value + 2))
        for field in figures
        if field.high > field.low
    ]
    if not around or isinstance(dose.work, Breaths):
        return st.just(dose)
    return st.lists(st.sampled_from(around), max_size=2, unique_by=lambda one: one.path).map(
        lambda ranges: replace(dose, ranges=tuple(ranges))
    )


@st.composite
def _said_of_sides(draw: st.DrawFn, dose: Dose) -> Dose:
    """The same with what is said of sides, further sets and rests."""
    dose = replace(dose, offered=draw(st.integers(0, 2)))
    if dose.sides.tell_sides:
        firsts = [first for first in First if not (first.is_personal and dose.sides is Sides.ALTERNATING)]
        dose = replace(dose, first=draw(st.sampled_from(firsts)))
    rests = [rest for rest in Rest if dose.has_two_sides or rest is not Rest.OTHER_SIDE]
    more = draw(st.integers(0, 2)) if dose.has_two_sides else 0
    return replace(dose, rest_how=draw(st.sampled_from(rests)), more=more)


def _dose(work: st.SearchStrategy, sides: st.SearchStrategy) -> st.SearchStrategy[Dose]:
    return st.builds(
        Dose,
        work,
        sides,
        st.integers(1, 4),
        quarters(0, 90),
        quarters(0, 20),
        st.sampled_from(Ending),
        st.sampled_from(Share),
        load=st.none() | loads,
        effort=st.none() | efforts,
    ).flatmap(_and_ranges)


doses = st.one_of(
    _dose(st.one_of(parts, sequences), st.sampled_from(Sides)),
    _dose(st.one_of(one_sided, mixed, stages.map(StagedIsometric)), unalternating),
)

versions = st.sampled_from([(e.id, v.id) for e in SHELF for v in e.versions])


@st.composite
def doses_of(draw: st.DrawFn, exercise: str, version: str) -> Dose:
    """A dose shared between sides as the version can be done."""
    dose = draw(doses)
    can_be = SHELF.exercise(exercise).version(version).sides
    if any(isinstance(part, ContractRelax | RampedIsometric | StagedIsometric) for part in parts_of(dose.work)):
        can_be -= {Sides.ALTERNATING}
    shared = dose.shared(draw(st.sampled_from(sorted(can_be))))
    return draw(_said_of_sides(shared))


_block_names = st.sampled_from(["", "Second round"])


@st.composite
def plans(draw: st.DrawFn) -> Plan:
    count = draw(st.integers(0, 12))
    items = [
        Item(
            f"i{number}",
            *(where := draw(versions)),
            dose=draw(st.none() | doses_of(*where)),
            rest_after=draw(st.none() | quarters(0, 60)),
            note=draw(st.text(st.characters(exclude_categories=["Cc", "Cs"]), max_size=30)),
            extra=draw(st.booleans()),
            optional=draw(st.booleans()),
            locked=draw(st.booleans()),
            meanwhile=draw(st.just("") | versions.map("/".join)),
        )
        for number in range(count)
    ]
    cuts = sorted(draw(st.lists(st.integers(0, count), min_size=2, max_size=5)))
    bounds = [0, *cuts, count]
    kinds = [draw(st.sampled_from(BlockKind)) for _ in bounds[1:]]
    brackets: list[Bracket] = []
    for a, b in pairwise(bounds):
        if b - a > 1 and draw(st.booleans()):
            bracket = draw(_brackets(f"b{a}"))
            brackets.append(bracket)
            items[a:b] = [replace(item, bracket=bracket.id) for item in items[a:b]]
    blocks = tuple(
        Block(kind, tuple(items[a:b]), draw(_block_names)) for kind, (a, b) in zip(kinds, pairwise(bounds), strict=True)
    )
    where = st.sampled_from(["", *(item.id for item in items)])
    lines = draw(st.lists(st.builds(Line, st.just(""), st.sampled_from(LineKind), where, quarters(5, 90)), max_size=3))
    return Plan(
        draw(st.text(st.characters(exclude_categories=["Cc", "Cs"]), min_size=1, max_size=40).filter(str.strip)),
        draw(st.integers(5, 180)),
        blocks,
        draw(st.sampled_from(Side)),
        draw(st.integers(0, 60)),
        draw(st.sampled_from([Position.SEATED, Position.STANDING])),
        draw(st.sampled_from([None, Position.SEATED, Position.SUPINE])),
        tuple(brackets),
        tuple(replace(line, id=f"l{number}") for number, line in enumerate(lines)),
        draw(st.sampled_from(Purpose)),
        draw(st.frozensets(st.sampled_from(["a", "b"]))),
        note=draw(st.sampled_from(["", "Bring chalk."])),
        style=draw(st.sampled_from([(), (("eyes", "ahead"),)])),
    )


def _brackets(bracket_id: str) -> st.SearchStrategy[Bracket]:
    return st.builds(
        Bracket,
        st.just(bracket_id),
        st.sampled_from(BracketKind),
        st.integers(1, 4),
        quarters(0, 60),
        quarters(5, 90),
        st.sampled_from(First),
    ).map(_as_it_is_written)


def _as_it_is_written(bracket: Bracket) -> Bracket:
    """Only what counts for its kind, as it stands in a file."""
    usual = Bracket("", bracket.kind)
    if bracket.kind is not BracketKind.ROUNDS:
        bracket = replace(bracket, rounds=usual.rounds)
    return bracket if bracket.kind is BracketKind.STATIONS else replace(bracket, seconds=usual.seconds)


paces = st.integers(100, 300).map(lambda n: n / 100)
groups = st.builds(
    Group,
    st.lists(st.builds(Person, st.uuids().map(str), st.text(max_size=10), paces), max_size=4).map(tuple),
    st.dictionaries(st.sampled_from([e.id for e in SHELF]), st.integers(0, 5)),
)
