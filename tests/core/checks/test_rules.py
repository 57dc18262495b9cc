"""Every rule has a plan that it must find something in, and one in which it must not."""

from dataclasses import replace

import pytest

from fairbench.core.checks import RULES, Situation, check
from fairbench.core.checks.rules import rule
from fairbench.core.fit.in_room import conditions_in, shelf_in
from fairbench.core.people.budgets import Budget, OwnBudget
from fairbench.core.people.chair import ChairFacts
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Group, Override, Person
from fairbench.core.plan.brackets import Bracket, BracketKind
from fairbench.core.plan.lines import Line, LineKind
from fairbench.core.plan.plan import take_stand_in
from fairbench.core.positions import Position
from fairbench.core.rooms.room import Chair, Room
from fairbench.core.rooms.store import Stock, Store
from fairbench.core.sides import Side
from tests.core.checks.asked import CARDS, CONDITIONS, asked
from tests.core.checks.written import plan_of
from tests.core.strategies import SHELF

ADA, BO, CY = (Person(name.lower(), name) for name in ("Ada", "Bo", "Cy"))
THUMBS = replace(ADA, conditions=(Declared("thumb-arthritis"),))
KNEES = replace(ADA, conditions=(Declared("knee-arthritis"),))
SHOULDER = replace(ADA, conditions=(Declared("stiff-shoulder"),))
SORE = replace(ADA, conditions=tuple(Declared("shoulder-pain", side, "marked") for side in Side))
NO_FLOOR = replace(ADA, conditions=(Declared("no-floor"),))
BY_CHAIR = replace(ADA, conditions=(Declared("floor-with-chair"),))
NEW_KNEE = replace(ADA, conditions=(Declared("knee-replacement", stage="early"),))
WALKER = replace(
    ADA,
    overrides=tuple(
        Override(planned, version, "Does better standing.", instead)
        for planned, version, instead in (("bridge", "at-the-rail", "heel-raise"), ("knee-hug", "at-wall", "push-up"))
    ),
)
HALL = Room("Hall", 12, 9, smooth_wall=9, rail=4, door_frames=1)


def now(plan, *people, taught=None, room=None, store=None, shelf=SHELF) -> Situation:
    conditions = CONDITIONS
    if room is not None:
        conditions, shelf = conditions_in(CONDITIONS, room), shelf_in(shelf, room)
    return Situation(plan, Group(people, taught or {}), shelf, conditions, room, store)


def p(text: str, *people, **more) -> Situation:
    """A plan in text for some people; what is no detail of a plan is of the situation."""
    of_now = {name: more.pop(name) for name in ("taught", "room", "store") if name in more}
    return now(plan_of(text, **more), *people, **of_now)


def still_version() -> Situation:
    """A movement of one pose whose dose counts repetitions, as a workshop may make one."""
    exercise = SHELF.exercise("bottle-curl")
    version = exercise.version(exercise.base)
    first = version.movement.poses[0]
    still = replace(version, movement=replace(version.movement, poses=(first, ("end", first[1]))))
    changed = replace(exercise, versions=tuple(still if v is version else v for v in exercise.versions))
    shelf = replace(SHELF, exercises={**SHELF.exercises, exercise.id: changed})
    return now(plan_of("strengthen: bottle-curl"), shelf=shelf)


def unbreathed() -> Situation:
    """A strain without a word on the breath, as a workshop may make one."""
    exercise = SHELF.exercise("effort-breath")
    version = replace(exercise.version(exercise.base), breath="")
    changed = replace(exercise, versions=tuple(version if v.id == version.id else v for v in exercise.versions))
    shelf = replace(SHELF, exercises={**SHELF.exercises, exercise.id: changed})
    return now(plan_of("settle: effort-breath"), shelf=shelf)


WARM = "warm_up: shoulder-rolls timed=200, seated-march timed=200"
BRACKET = {"brackets": (Bracket("b", BracketKind.BY_SIDE),)}
NOTICED = {"lines": (Line("n", LineKind.NOTICE, "i0", 15), Line("c", LineKind.CHECK, "", 30))}

CASES: dict[str, tuple[Situation, Situation]] = {
    # time
    "over-time": (
        p("strengthen: seated-jacks timed=900", length_min=10),
        p("strengthen: seated-jacks timed=400", length_min=10),
    ),
    "time-to-spare": (
        p("strengthen: seated-jacks timed=60", length_min=20),
        p("strengthen: seated-jacks timed=1000", length_min=20),
    ),
    "short-block": (
        p(f"{WARM}; strengthen: seated-jacks timed=850", length_min=45),
        p(f"{WARM}; strengthen: seated-jacks timed=1100", length_min=45),
    ),
    "long-block": (
        p(f"{WARM}; strengthen: seated-jacks timed=1700", length_min=45),
        p(f"{WARM}; strengthen: seated-jacks timed=1100", length_min=45),
    ),
    "much-talk": (p("strengthen: band-row reps=1, heel-raise reps=1"), p("strengthen: seated-jacks timed=300")),
    "late-start": (
        p("warm_up: shoulder-rolls", lines=(Line("t", LineKind.TALK, "i0", 200),)),
        p("warm_up: shoulder-rolls"),
    ),
    "too-quick": (p("strengthen: sit-to-stand each=1"), p("strengthen: sit-to-stand")),
    # order
    "no-warm-up": (p("strengthen: band-row"), p(f"{WARM}; strengthen: band-row", length_min=20)),
    "no-close": (
        p(f"{WARM}; close:", length_min=45),
        p(f"{WARM}; close: slow-march-down timed=120", length_min=45),
    ),
    "cold-strength": (p("strengthen: band-row"), p("warm_up: shoulder-rolls; strengthen: band-row")),
    "harder-first": (
        p("strengthen: push-up/at-worktop, push-up/at-wall"),
        p("strengthen: push-up/at-wall, push-up/at-worktop"),
    ),
    "harder-position-first": (
        p("strengthen: weighted-curl, bottle-curl"),
        p("strengthen: bottle-curl, weighted-curl"),
    ),
    "balance-on-tired-legs": (
        p("strengthen: rail-squat sets=4 reps=15; steady: one-leg-stand"),
        p("steady: one-leg-stand; strengthen: rail-squat sets=4 reps=15"),
    ),
    "loaded-unseen": (
        p("strengthen: bottle-curl", taught={"band-row": 3}),
        p("strengthen: bottle-curl", taught={"bottle-curl": 1}),
    ),
    "cold-contract-relax": (
        p("stretch: thigh-back-stretch press=3"),
        p(f"{WARM}; stretch: thigh-back-stretch press=3"),
    ),
    # load on one place
    "same-region-running": (
        p("strengthen: ring-press, wall-push"),
        p("strengthen: ring-press rest=40, wall-push"),
    ),
    "hands-running": (p("strengthen: push-up, wall-push"), p("strengthen: push-up, band-row, wall-push")),
    "hands-in-all": (p("strengthen: wall-push sets=5 reps=15"), p("strengthen: wall-push")),
    "kneeling-in-all": (
        p("strengthen: thread-through sets=3, band-row", start=Position.QUADRUPED),
        p("warm_up: thread-through reps=3"),
    ),
    "standing-long": (
        p("strengthen: rail-squat sets=4, step-touch timed=600", start=Position.STANDING),
        p("strengthen: step-touch timed=300, band-row, rail-squat"),
    ),
    "overhead-running": (p("strengthen: overhead-press sets=3 reps=11"), p("strengthen: overhead-press")),
    "grip-running": (
        p("strengthen: towel-wring sets=2, band-row sets=3"),
        p("strengthen: towel-wring, heel-raise, band-row"),
    ),
    "neck-back": (p("strengthen: prone-wings sets=2 reps=10"), p("strengthen: prone-wings reps=5")),
    "own-hands": (p("strengthen: wall-push sets=3 reps=10", THUMBS), p("strengthen: wall-push sets=3 reps=10", ADA)),
    "own-kneeling": (
        p("strengthen: thread-through sets=2", replace(ADA, budgets=(OwnBudget(Budget.KNEELING, 1),))),
        p("strengthen: thread-through sets=2", ADA),
    ),
    "own-standing": (
        p("strengthen: step-touch timed=400", KNEES),
        p("strengthen: step-touch timed=400", replace(KNEES, budgets=(OwnBudget(Budget.STANDING, 12),))),
    ),
    "own-overhead": (
        p("strengthen: alternate-high-reach sets=3 reps=10", replace(ADA, budgets=(OwnBudget(Budget.OVERHEAD, 1),))),
        p("strengthen: alternate-high-reach sets=3 reps=10", ADA),
    ),
    # balance of the work
    "one-side-more": (
        p("strengthen: bottle-curl more=1"),
        p("strengthen: bottle-curl more=1", notes={"i0": "The arm after the fracture."}),
    ),
    "one-direction": (p("warm_up: ankle-circles sides=each_side"), p("warm_up: ankle-circles")),
    "push-pull": (
        p("strengthen: ring-press sets=3, wall-push sets=2"),
        p("strengthen: ring-press sets=3, band-row sets=3"),
    ),
    "bend-arch": (
        p("strengthen: roll-down reps=10"),
        p("strengthen: roll-down reps=10", replace(ADA, conditions=(Declared("stenosis"),))),
    ),
    "worked-unstretched": (
        p("strengthen: heel-raise sets=4 reps=15"),
        p("strengthen: heel-raise sets=4 reps=15; stretch: calf-stretch"),
    ),
    "front-only": (
        p("strengthen: ring-press sets=3, head-lift sets=2"),
        p("strengthen: ring-press sets=3, head-lift sets=2, band-row"),
    ),
    "circuit-one-side": (
        p("strengthen: bottle-curl bracket=b, band-row bracket=b", **BRACKET),
        p("strengthen: bottle-curl bracket=b, one-side-row bracket=b", **BRACKET),
    ),
    # getting about
    "many-levels": (
        p("strengthen: rail-squat, band-row, heel-raise, ring-press, side-step, bottle-curl"),
        p("strengthen: rail-squat, heel-raise, side-step, band-row, ring-press, bottle-curl"),
    ),
    "floor-twice": (p("strengthen: bridge, band-row, reach-and-slide"), p("strengthen: bridge, reach-and-slide")),
    "own-floor-twice": (
        p("strengthen: bridge, band-row, reach-and-slide", BY_CHAIR),
        p("strengthen: bridge, band-row, reach-and-slide", ADA),
    ),
    "many-rolls": (p("strengthen: knee-opener sets=3, side-prop sets=3"), p("strengthen: knee-opener")),
    "set-ups": (
        p("strengthen: band-row, anchored-row/anchor-seated, band-row/one-arm, one-side-row"),
        p("strengthen: band-row, band-row/one-arm, anchored-row/anchor-seated, one-side-row"),
    ),
    "leaves-alone": (p("strengthen: bridge", NO_FLOOR, BO, CY), p("strengthen: bridge", ADA, BO, CY)),
    "moves-alone": (
        p("strengthen: toe-dip, bridge, figure-four-lying, knee-hug, inner-thigh", WALKER, BO),
        p("strengthen: toe-dip, bridge, figure-four-lying, knee-hug, inner-thigh", ADA, BO),
    ),
    # places, things and room
    "queue": (p("stretch: door-frame-chest", ADA, BO, room=HALL), p("stretch: calf-stretch", ADA, room=HALL)),
    "shortage": (
        p("strengthen: band-row", ADA, BO, store=Store((Stock("band", 1),))),
        p("strengthen: band-row", ADA, BO, store=Store((Stock("band", 3),))),
    ),
    "stand-in-weight": (
        now(take_stand_in(plan_of("strengthen: weighted-curl/curl-one-kilo kg=1"), "i0", "hand-weight", 2), ADA),
        p("strengthen: weighted-curl/curl-one-kilo kg=1", ADA),
    ),
    "under-the-feet": (
        p("strengthen: band-row", replace(ADA, chair=ChairFacts(feet_raised=True)), store=Store()),
        p("strengthen: band-row", replace(ADA, chair=ChairFacts(feet_raised=True)), store=Store((Stock("block", 2),))),
    ),
    "chairs-at-the-wall": (
        p("strengthen: band-row", replace(ADA, chair=ChairFacts(at_wall=True)), room=Room("Yard", 9, 9)),
        p("strengthen: band-row", replace(ADA, chair=ChairFacts(at_wall=True)), room=HALL),
    ),
    "room-lacks": (
        p("strengthen: heel-raise", ADA, room=Room("Yard", 9, 9)),
        p("strengthen: heel-raise", ADA, room=HALL),
    ),
    "no-chair": (
        p(
            "strengthen: band-row",
            replace(ADA, chair=ChairFacts(arms=True)),
            room=replace(HALL, chairs=(Chair("stacking chair", 9),)),
        ),
        p("strengthen: band-row", ADA, room=replace(HALL, chairs=(Chair("stacking chair", 9),))),
    ),
    # people
    "talk-first": (
        p("strengthen: band-row", replace(ADA, talk_first="Not screened.")),
        p("strengthen: band-row", ADA),
    ),
    "waits": (p("strengthen: heel-drop sets=5", NEW_KNEE), p("strengthen: heel-drop sets=5", ADA)),
    "low-share": (
        p("strengthen: heel-drop sets=1, band-row reps=6", NEW_KNEE),
        p("strengthen: heel-drop sets=1, band-row reps=6", ADA),
    ),
    "wrong-base": (p("warm_up: arm-sweep", SORE, BO), p("warm_up: heel-raise", SORE, BO)),
    # the whole day
    "same-muscle": (
        p("strengthen: band-row sets=4, anchored-row sets=4, band-pull-down sets=4"),
        p("strengthen: band-row, anchored-row, band-pull-down"),
    ),
    # comfort
    "no-water": (
        p("strengthen: seated-jacks timed=900, band-row, seated-punch timed=900"),
        p("strengthen: seated-jacks timed=900, band-row, seated-punch timed=900", water_every_min=15),
    ),
    "strain-without-breath": (unbreathed(), p("settle: effort-breath")),
    "nothing-to-notice": (p("strengthen: band-row"), p("strengthen: band-row", **NOTICED)),
    # what contradicts itself
    "hold-said-twice": (
        p("stretch: calf-stretch hold=20", notes={"i0": "Hold 30 s today."}),
        p("stretch: calf-stretch hold=20", notes={"i0": "Hold for 20 seconds."}),
    ),
    "nothing-moves": (still_version(), p("strengthen: bottle-curl")),
    "total-contradicts": (
        p("strengthen: bottle-curl sets=3 reps=10", notes={"i0": "30 in all."}),
        p("strengthen: bottle-curl sets=3 reps=10", notes={"i0": "60 in all."}),
    ),
    "two-names": (p("strengthen: band-row, one-side-row"), p("strengthen: band-row, ring-press")),
    "side-word": (
        p("strengthen: bottle-curl", notes={"i0": "Keep the left elbow still."}),
        p("strengthen: bottle-curl", notes={"i0": "Keep the working elbow still, right away."}),
    ),
}


def test_every_rule_has_its_two_plans() -> None:
    assert set(CASES) == set(RULES) == set(CARDS)
    assert len(RULES) >= 36


@pytest.mark.parametrize("name", CASES)
def test_a_rule_finds_what_it_must_and_nothing_else(name: str) -> None:
    must, must_not = CASES[name]
    found = asked(must, name)
    assert found, "nothing was found"
    for one in found:
        assert one.rule == name
        assert one.title
        assert one.detail.endswith((".", "?")), one.detail
        assert set(one.about) <= {item.id for item in must.plan.items()}
    assert asked(must_not, name) == ()


@pytest.mark.parametrize(
    ("name", "why"),
    [
        ("shortage", "nothing was ever counted in the room or in the cupboard"),
        ("under-the-feet", "nothing was ever counted in the room or in the cupboard"),
        ("chairs-at-the-wall", "no room is chosen"),
        ("room-lacks", "no room is chosen"),
        ("no-chair", "no room is chosen"),
        ("loaded-unseen", "what this group was taught before is not recorded"),
        ("waits", "nobody is in the group yet"),
        ("low-share", "nobody is in the group yet"),
        ("talk-first", "nobody is in the group yet"),
        ("wrong-base", "nobody is in the group yet"),
    ],
)
def test_what_cannot_be_judged_says_so_and_does_not_pass(name: str, why: str) -> None:
    checked = check(p("strengthen: band-row"), [name])
    assert (checked.findings, checked.judged) == ((), ())
    assert [(one.rule, one.why) for one in checked.not_judged] == [(name, why)]


def test_a_plan_of_nothing_and_of_sixty_items_is_judged() -> None:
    assert check(p("strengthen:")).findings == ()
    one = check(p("strengthen: band-row"))
    sixty = check(p("strengthen: " + ", ".join(["band-row"] * 60), ADA, BO))
    assert one.findings
    assert sixty.findings


def test_a_rule_that_is_not_there_or_comes_twice_is_refused() -> None:
    with pytest.raises(KeyError, match="no-such"):
        check(p("strengthen: band-row"), ["no-such"])
    with pytest.raises(ValueError, match="two rules are called 'over-time'"):
        rule("over-time")(lambda _: ())


def test_the_hands_of_one_with_sore_thumbs_are_counted_by_what_she_really_does() -> None:
    eased = p("strengthen: push-up/on-knees sets=2 reps=10, wall-push sets=2", THUMBS, BO)
    (finding,) = asked(eased, "own-hands") or (None,)
    done = [eased.found.of("ada", f"i{n}").version for n in range(2)]
    planned = [time.version for time in eased.timeline.items]
    if done == planned:
        assert finding is not None
    else:
        assert finding is None or finding.seconds < sum(time.work for time in eased.timeline.items)
