"""Chairs, the set-out sheet and the list to have ready, by what people really do."""

from dataclasses import replace

from fairbench.core.body.reach_of import Reach
from fairbench.core.checks.findings import Weight
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.fit.fit import fit
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.chair import ChairFacts
from fairbench.core.people.conditions import Declared
from fairbench.core.people.own_sides import OwnSide
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.rooms.room import Chair, Room
from fairbench.core.rooms.store import Stock, Store, standing_things
from fairbench.core.sides import First, Side
from fairbench.core.things.announce import announced, place_advice, space_words
from fairbench.core.things.chairs import chair_needs
from fairbench.core.things.ready import ready_for, ready_for_all
from fairbench.core.things.set_out import set_out
from tests.core.checks.asked import of_fit

SHELF = load_shelf()
ADA, BO, CY = (Person(name.lower(), name) for name in ("Ada", "Bo", "Cy"))


def found_of(people, *items: str):
    made = []
    for number, item in enumerate(items):
        exercise, _, version = item.partition("/")
        made.append(Item(f"i{number}", exercise, version or SHELF.exercise(exercise).base))
    plan = Plan("Test", 60, (Block(BlockKind.STRENGTHEN, tuple(made)),))
    return fit(compile_timeline(plan, Group(tuple(people)), SHELF), tuple(people), SHELF, load_conditions())


SEATED = ("band-row/band-round-feet", "seated-march")


def test_what_is_said_of_a_chair() -> None:
    assert ChairFacts().words == ""
    assert ChairFacts(True, 45, 50).words == "with arms, seat 45 to 50 cm"
    assert ChairFacts(False, seat_to_cm=48, at_wall=True).words == "without arms, seat at most 48 cm, against the wall"
    assert ChairFacts(seat_from_cm=46, feet_raised=True).words == "seat at least 46 cm, feet on a block"


def test_whoever_gets_up_by_the_arms_needs_them_whatever_else_is_said() -> None:
    by_arms = replace(ADA, chair=ChairFacts(False), conditions=(Declared("arms-of-chair"),))
    (need,) = chair_needs(found_of((by_arms,), *SEATED))
    assert (need.arms, need.no_arms) == (True, False)


def test_nobody_who_only_stands_needs_a_chair() -> None:
    assert chair_needs(found_of((ADA,), "wall-push")) == ()


def test_three_who_need_arms_and_two_armchairs_leave_one_without_and_say_why() -> None:
    people = [replace(one, chair=ChairFacts(True)) for one in (ADA, BO, CY)]
    room = Room("Hall", 8, 6, chairs=(Chair("stacking chair", 9), Chair("armchair", 2, True)))
    (finding,) = of_fit(found_of(people, *SEATED), "no-chair", room=room)
    assert finding.title == "Cy: no chair in Hall serves"
    assert "stacking chair has no arms" in finding.detail
    assert "Others who need it too have every armchair" in finding.detail
    assert finding.weight is Weight.ALARM
    more = replace(room, chairs=(Chair("stacking chair", 9), Chair("armchair", 3, True)))
    assert of_fit(found_of(people, *SEATED), "no-chair", room=more) == ()


def test_a_room_whose_chairs_were_never_counted_is_not_judged() -> None:
    found = found_of((replace(ADA, chair=ChairFacts(True)),), *SEATED)
    assert of_fit(found, "no-chair", room=Room("Hall", 8, 6)) == ()
    assert of_fit(found, "no-chair") == ()


def test_feet_and_chairs_at_the_wall_have_their_place_or_are_told() -> None:
    people = [replace(one, chair=ChairFacts(feet_raised=True, at_wall=True)) for one in (ADA, BO)]
    found = found_of(people, *SEATED)
    places = ("under-the-feet", "chairs-at-the-wall")
    one_block = Store((Stock("block", 1),))
    feet, wall = of_fit(found, *places, room=Room("Hall", 8, 6, smooth_wall=1.2), store=one_block)
    assert (feet.title, wall.title) == ("1 too few under the feet", "No wall for every chair in Hall")
    assert "Ada, Bo sit with the feet raised" in feet.detail
    enough = Store((Stock("block", 1), Stock("stool", 1)))
    assert of_fit(found, *places, room=Room("Hall", 8, 6, smooth_wall=2.4), store=enough) == ()
    assert of_fit(found, *places) == ()
    assert of_fit(found_of(people, "wall-push"), *places, room=Room("Hall", 8, 6), store=Store()) == ()


def test_chairs_on_which_nobody_sits_can_be_taken_for_something_else() -> None:
    room = Room("Hall", 8, 6, chairs=(Chair("stacking chair", 9), Chair("armchair", 2, True)))
    assert standing_things(room, 8).count("second-chair") == 3
    assert standing_things(room, 20).count("second-chair") == 0
    assert standing_things(Room("Hall", 8, 6, steps=2), 0).count("step") == 2


def test_a_shortage_names_whom_it_hits_and_is_graver_where_it_is_not_only_the_instructor() -> None:
    found = found_of((ADA, BO), *SEATED)
    (only_you,) = of_fit(found, "shortage", store=Store((Stock("band", 2),)))
    assert (only_you.weight, only_you.short_of) == (Weight.LOOK, ("band", ""))
    assert only_you.detail.endswith("Without: you yourself.")
    (grave,) = of_fit(found, "shortage", store=Store((Stock("band", 1),)))
    assert grave.weight is Weight.ALARM
    assert grave.title == "2 too few: resistance band"
    assert "1 is there" in grave.detail
    assert "Without: Bo, you yourself." in grave.detail


def test_a_thing_lies_on_the_side_that_reaches_better() -> None:
    weak_right = replace(ADA, own_sides=(OwnSide(First.WEAKER, Side.RIGHT),))
    laid = {one.person: one for one in set_out(found_of((weak_right, BO), "light-press/light-press-both"), SHELF)}
    assert [one.side for one in laid["ada"].laid] == [Side.LEFT] * len(laid["ada"].laid)
    assert [one.side for one in laid["bo"].laid] == [Side.RIGHT] * len(laid["bo"].laid)


def test_the_set_out_sheet_names_each_place_with_its_chair() -> None:
    tall = replace(BO, chair=ChairFacts(seat_from_cm=47))
    room = Room("Hall", 8, 6, chairs=(Chair("stacking chair", 9), Chair("armchair", 1, True, 48)))
    you, ada, bo = set_out(found_of((ADA, tall), *SEATED), SHELF, room)
    assert (you.person, you.chair) == ("", None)
    assert ada.chair is not None
    assert ada.chair.name == "stacking chair"
    assert bo.chair is not None
    assert bo.chair.name == "armchair"
    assert bo.chair_words == "seat at least 47 cm"
    assert [one.ready for one in ada.laid] == list(ready_for("ada", found_of((ADA, tall), *SEATED), SHELF))


def test_the_list_says_what_stands_in_and_what_somebody_has_already() -> None:
    ready = ready_for_all(found_of((ADA,), *SEATED), SHELF)
    (band,) = announced(ready)
    assert band.sentence == "Resistance band; or tights or a long scarf (a light pull only)."
    (own,) = announced(ready, {"band": ""})
    assert own.sentence == "Resistance band."
    (scarf,) = announced(ready, {"band": "long scarf"})
    assert scarf.sentence == "Resistance band; or your long scarf."


def test_the_place_is_told_by_what_is_done() -> None:
    assert place_advice(found_of((ADA,), "wall-push")) == ()
    (chair,) = place_advice(found_of((ADA,), *SEATED), "ada", ChairFacts(True))
    assert chair == "A firm chair without wheels that does not slide, with arms."
    assert any(line.startswith("A mat") for line in place_advice(found_of((ADA,), "bridge")))
    assert space_words(Reach(0.5, 0.4, 1, 1)) == "Clear 2.0 m from side to side and 0.9 m from front to back."


def test_one_of_what_is_named_in_the_plural_is_called_one() -> None:
    weight = SHELF.props["hand-weight"]
    assert (weight.name, weight.single, SHELF.props["band"].single) == (
        "hand weights",
        "hand weight",
        "resistance band",
    )
