"""The pack list and the cue sheet: by what people really do."""

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.fit.fit import fit
from fairbench.core.fit.otherwise import otherwise
from fairbench.core.fit.packing import pack, pieces
from fairbench.core.fit.verdict import Fit
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.sides import Side

SHELF, CONDITIONS = load_shelf(), load_conditions()
EIGHT = tuple(Person(f"p{n}", f"P{n}") for n in range(8))


def fitted(people: tuple[Person, ...], *items: str) -> Fit:
    placed = tuple(Item(f"i{n}", *name.split("/")) for n, name in enumerate(items))
    timeline = compile_timeline(Plan("P", 45, (Block(BlockKind.STRENGTHEN, placed),)), Group(people), SHELF)
    return fit(timeline, people, SHELF, CONDITIONS)


def packed(people: tuple[Person, ...], *items: str) -> dict[str, tuple[str, tuple[str, ...]]]:
    return {one.prop.id: (one.words, one.used_in) for one in pack(fitted(people, *items), SHELF)}


def test_it_counts_for_everyone_and_the_instructor() -> None:
    found = packed(EIGHT, "heel-raise/at-the-rail", "band-row/one-arm", "band-pull-apart/at-chest")
    assert found["rail"] == ("1", ("Heel raise",))
    assert found["band"] == ("9", ("Seated row", "Pull apart"))


def test_two_weights_are_a_pair_and_one_is_one() -> None:
    both = SHELF.exercise("overhead-press").version("press-weights")
    one = SHELF.exercise("bottle-curl").version("light-weight")
    assert (pieces(both, "hand-weight"), pieces(one, one.props[-1])) == (2, 1)
    assert packed(EIGHT, "overhead-press/press-weights")["hand-weight"][0] == "9 pairs"
    assert packed((), "overhead-press/press-weights")["hand-weight"][0] == "1 pair"


def test_what_somebody_does_instead_is_packed_and_what_they_leave_is_not() -> None:
    """A hand that cannot close takes no weight; who is sent to the chair needs one."""
    no_grip = Person("g", "G", conditions=(Declared("no-grip"),))
    cannot_stand = Person("s", "S", conditions=(Declared("cannot-stand"),))
    with_all = packed(EIGHT, "overhead-press/press-weights")["hand-weight"][0]
    assert packed((*EIGHT[:7], no_grip), "overhead-press/press-weights")["hand-weight"][0] == "8 pairs" != with_all
    standing = packed(EIGHT, "stool-tap/taps-rail")
    assert "chair" not in standing
    assert packed((*EIGHT, cannot_stand), "stool-tap/taps-rail")["chair"] == ("1", ("Step taps",))


def test_who_is_to_be_talked_with_first_is_packed_for() -> None:
    waits = Person("t", "T", talk_first="No screening yet.")
    assert packed((*EIGHT, waits), "band-row/one-arm")["band"][0] == "10"


def test_those_who_do_the_same_otherwise_stand_together_with_their_things() -> None:
    seated = tuple(Person(name, name, conditions=(Declared("cannot-stand"),)) for name in ("Nerys", "Emeka"))
    left = Person("Halvard", "Halvard", conditions=(Declared("no-grip", Side.RIGHT),))
    found = fitted((*EIGHT, *seated, left), "stool-tap/taps-rail")
    others = otherwise(found.of_item("i0"), SHELF)
    assert [(one.names, one.things) for one in others] == [(("Nerys", "Emeka"), ("chair", "block"))]
    assert "seated" in others[0].words
    assert otherwise(fitted(EIGHT, "stool-tap/taps-rail").of_item("i0"), SHELF) == ()
