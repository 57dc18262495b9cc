"""Order: mobilise before loading, easier before harder, balance before the legs are tired."""

from collections.abc import Iterator

from ..clock import minutes_and_seconds
from ..dose.load import Band, Kilograms
from ..dose.work import ContractRelax, RampedIsometric, parts_of
from ..exercises.aim import Quality, Region
from ..exercises.exercise import Version
from ..plan.timeline import ItemTime
from ..positions import Level
from .findings import Finding, Weight
from .load import LOADING, names
from .rules import CannotJudgeError, rule
from .situation import Situation

WARMS = frozenset({Quality.MOBILITY, Quality.ACTIVATION, Quality.ENDURANCE})
NEIGHBOURS: dict[Region, frozenset[Region]] = {
    Region.NECK: frozenset({Region.SHOULDER, Region.UPPER_BACK}),
    Region.SHOULDER: frozenset({Region.UPPER_BACK}),
    Region.UPPER_BACK: frozenset({Region.SHOULDER, Region.TRUNK}),
    Region.TRUNK: frozenset({Region.UPPER_BACK, Region.HIP}),
    Region.HIP: frozenset({Region.KNEE, Region.TRUNK}),
    Region.KNEE: frozenset({Region.HIP, Region.ANKLE}),
    Region.ANKLE: frozenset({Region.KNEE}),
    Region.HAND: frozenset({Region.SHOULDER}),
    Region.WHOLE_BODY: frozenset(Region),
}
"""What is warm when a region was mobilised: what it moves along with. Our own assumption."""
WARM_ENOUGH = 180.0
"""Seconds of easy movement after which somebody is warm enough for contract–relax."""
LEGS = frozenset({Region.HIP, Region.KNEE, Region.ANKLE})
TIRED_LEGS = 180.0
"""Seconds of leg strength after which the legs are tired."""
LEGS_REST = 120.0
"""Seconds in which they come back."""
_LEVEL_ORDER = {Level.FLOOR: 0, Level.SEATED: 0, Level.STANDING: 1}


def warms(warm: Region, region: Region) -> bool:
    """Whether a region is warm once another was moved."""
    return warm is region or warm is Region.WHOLE_BODY or warm in NEIGHBOURS[region]


@rule("cold-strength")
def cold_strength(now: Situation) -> Iterator[Finding]:
    """A region is loaded before anything mobilised it or what moves with it."""
    warm: set[Region] = set()
    told: set[Region] = set()
    for time in now.timeline.items:
        aim = time.exercise.aim
        if aim.quality is Quality.STRENGTH and aim.region not in told:
            cold = aim.region is not Region.WHOLE_BODY and not any(warms(one, aim.region) for one in warm)
            if cold or not warm:
                told.add(aim.region)
                yield Finding(
                    Weight.LOOK,
                    f"{time.exercise.name} loads a cold {aim.region.words}",
                    f"Nothing before {minutes_and_seconds(time.start)} moves the {aim.region.words} lightly. Mobilise, "
                    "then load.",
                    time.item.id,
                    place=aim.region.words,
                )
        elif aim.quality in WARMS:
            warm.add(aim.region)


@rule("harder-first")
def harder_first(now: Situation) -> Iterator[Finding]:
    """A harder version of an exercise comes before an easier one of the same exercise."""
    for number, time in enumerate(now.timeline.items):
        for later in now.timeline.items[number + 1 :]:
            if later.exercise is time.exercise and time.exercise.rung(later.version.id) < time.exercise.rung(
                time.version.id
            ):
                yield Finding(
                    Weight.LOOK,
                    f"{time.exercise.name}: the harder version comes first",
                    f"“{time.version.name}” is taught before “{later.version.name}”, which is easier. Most learn it "
                    "the other way round.",
                    time.item.id,
                    items=(time.item.id, later.item.id),
                )
                break


@rule("harder-position-first")
def harder_position_first(now: Situation) -> Iterator[Finding]:
    """The same movement is taught standing before it is taught seated or lying, as another exercise."""
    for number, time in enumerate(now.timeline.items):
        kin = now.shelf.words.kin_of(time.exercise.id)
        for later in now.timeline.items[number + 1 :]:
            if later.exercise.id in kin and _LEVEL_ORDER[later.level] < _LEVEL_ORDER[time.level]:
                yield Finding(
                    Weight.FINE,
                    f"{time.exercise.name} stands, {later.exercise.name} comes later and sits",
                    "They are the same movement, and it is easier to learn sitting first.",
                    time.item.id,
                    items=(time.item.id, later.item.id),
                )
                break


@rule("balance-on-tired-legs")
def balance_on_tired_legs(now: Situation) -> Iterator[Finding]:
    """Standing balance is asked for right after three minutes of leg strength."""
    legs: list[ItemTime] = []
    unsteady: dict[str, ItemTime] = {}
    before: dict[str, ItemTime] = {}
    for time in now.timeline.items:
        recent = bool(legs) and time.begins - legs[-1].end < LEGS_REST
        if recent and _balances(time) and sum(one.work for one in legs) >= TIRED_LEGS:
            unsteady[time.item.id] = time
            before |= {one.item.id: one for one in legs}
        if _loads_legs(time):
            legs = [*legs, time] if recent else [time]
    if unsteady:
        seconds = sum(one.work for one in before.values())
        yield Finding(
            Weight.LOOK,
            f"{names(tuple(unsteady.values()))} on tired legs",
            f"{minutes_and_seconds(seconds)} of leg strength come right before. Balance is steadier, and safer, before "
            "the legs are tired.",
            next(iter(unsteady)),
            items=(*before, *unsteady),
            seconds=seconds,
        )


def _balances(time: ItemTime) -> bool:
    return time.exercise.aim.quality is Quality.BALANCE and time.level is Level.STANDING


def _loads_legs(time: ItemTime) -> bool:
    aim = time.exercise.aim
    return aim.quality in LOADING and (aim.region in LEGS or _squats(time))


def _squats(time: ItemTime) -> bool:
    return time.exercise.aim.region is Region.WHOLE_BODY and time.level is Level.STANDING


def is_loaded(version: Version, load: object = None) -> bool:
    """Whether something is worked against: a weight in the poses or in the dose, or a band."""
    return bool(version.movement.load) or "band" in version.props or isinstance(load, Kilograms | Band)


def unloaded_of(time: ItemTime) -> Version | None:
    """The hardest easier version of its exercise without a load; None where there is none."""
    rung = time.exercise.rung(time.version.id)
    plain = [one for one in time.exercise.versions[:rung] if not is_loaded(one, one.dose.load)]
    return plain[-1] if plain else None


@rule("loaded-unseen")
def loaded_unseen(now: Situation) -> Iterator[Finding]:
    """A loaded exercise that this group was never shown, and not unloaded before it in this plan either."""
    if not now.group.taught:
        raise CannotJudgeError("what this group was taught before is not recorded")
    shown: set[str] = set()
    for time in now.timeline.items:
        fresh = not now.group.taught.get(time.exercise.id) and time.exercise.id not in shown
        shown.add(time.exercise.id)
        plain = unloaded_of(time) if is_loaded(time.version, time.dose.load) else None
        if fresh and plain is not None:
            yield Finding(
                Weight.LOOK,
                f"{time.exercise.name}: loaded the first time",
                f"This group has not done it yet. {plain.name} shows the movement without a load first.",
                time.item.id,
            )


@rule("cold-contract-relax")
def cold_contract_relax(now: Situation) -> Iterator[Finding]:
    """Contract and relax, or a ramped press at the end of the range, before anybody is warm."""
    moved = 0.0
    cold: list[ItemTime] = []
    for time in now.timeline.items:
        presses = any(isinstance(part, ContractRelax | RampedIsometric) for part in parts_of(time.dose.work))
        if presses and moved < WARM_ENOUGH:
            cold.append(time)
        if time.exercise.aim.quality in WARMS | LOADING | {Quality.BALANCE}:
            moved += time.work
            if moved >= WARM_ENOUGH:
                break
    if cold:
        yield Finding(
            Weight.LOOK,
            f"{names(cold)}: pressed into a cold stretch",
            f"Less than {minutes_and_seconds(WARM_ENOUGH)} of movement come before. With so much of it a muscle gives "
            "more and tears less.",
            cold[0].item.id,
            items=tuple(time.item.id for time in cold),
        )
