"""Where the work of a plan goes: by muscle area, by region and quality, by what balances what, and over time."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from enum import StrEnum

from ..dose.effort import Effort, EffortScale
from ..exercises.aim import Action, Aim, Quality, Region
from ..positions import Level
from .timeline import ItemTime, StepKind, Timeline

LOADING = frozenset({Quality.STRENGTH, Quality.ENDURANCE, Quality.BONE_LOADING})
WORKING = LOADING | {Quality.ACTIVATION, Quality.BALANCE}


class Area(StrEnum):
    """An area of the body as the figure of the balance shows it."""

    NECK = "neck"
    CHEST = "chest"
    FRONT_SHOULDER = "front_shoulder"
    FRONT_ARM = "front_arm"
    HAND = "hand"
    BELLY = "belly"
    FLANK = "flank"
    FRONT_HIP = "front_hip"
    INNER_THIGH = "inner_thigh"
    FRONT_THIGH = "front_thigh"
    SHIN = "shin"
    UPPER_BACK = "upper_back"
    BACK_ARM = "back_arm"
    LOW_BACK = "low_back"
    OUTER_HIP = "outer_hip"
    SEAT = "seat"
    BACK_THIGH = "back_thigh"
    CALF = "calf"

    @property
    def words(self) -> str:
        """As it is shown."""
        return _AREA_WORDS.get(self, self.value.replace("_", " "))


_AREA_WORDS = {
    Area.FRONT_SHOULDER: "shoulder",
    Area.FRONT_ARM: "front of the arm",
    Area.BACK_ARM: "back of the arm",
    Area.FLANK: "side of the trunk",
    Area.FRONT_HIP: "front of the hip",
    Area.FRONT_THIGH: "front of the thigh",
    Area.BACK_THIGH: "back of the thigh",
    Area.OUTER_HIP: "outside of the hip",
}
_ALL_LEGS = (Area.FRONT_THIGH, Area.SEAT, Area.CALF)
_AREAS: Mapping[Region, Mapping[Action, tuple[Area, ...]]] = {
    Region.NECK: dict.fromkeys(Action, (Area.NECK,)),
    Region.SHOULDER: {
        **dict.fromkeys(Action, (Area.FRONT_SHOULDER,)),
        Action.PUSH: (Area.CHEST,),
        Action.PULL: (Area.UPPER_BACK,),
        Action.FLEX: (Area.FRONT_ARM,),
        Action.EXTEND: (Area.BACK_ARM,),
    },
    Region.UPPER_BACK: dict.fromkeys(Action, (Area.UPPER_BACK,)),
    Region.TRUNK: {
        **dict.fromkeys(Action, (Area.BELLY,)),
        Action.EXTEND: (Area.LOW_BACK,),
        Action.SIDE_BEND: (Area.FLANK,),
        Action.ROTATE: (Area.FLANK, Area.BELLY),
    },
    Region.HIP: {
        **dict.fromkeys(Action, (Area.OUTER_HIP,)),
        Action.EXTEND: (Area.SEAT,),
        Action.FLEX: (Area.FRONT_HIP,),
        Action.LIFT: (Area.FRONT_HIP,),
        Action.GRIP: (Area.INNER_THIGH,),
    },
    Region.KNEE: {
        **dict.fromkeys(Action, (Area.FRONT_THIGH,)),
        Action.FLEX: (Area.BACK_THIGH,),
        Action.SQUAT: (Area.FRONT_THIGH, Area.SEAT),
        Action.STEP: (Area.FRONT_THIGH, Area.SEAT),
    },
    Region.ANKLE: {**dict.fromkeys(Action, (Area.CALF,)), Action.FLEX: (Area.SHIN,)},
    Region.HAND: dict.fromkeys(Action, (Area.HAND,)),
    Region.WHOLE_BODY: {
        **dict.fromkeys(Action, _ALL_LEGS),
        Action.PUSH: (Area.CHEST, *_ALL_LEGS),
        Action.PULL: (Area.UPPER_BACK, *_ALL_LEGS),
        Action.EXTEND: (Area.SEAT, Area.LOW_BACK, Area.BACK_ARM),
        Action.REST: (),
    },
}
"""Which areas an aim works. Our own assignment, after the prime movers of each action."""


def areas_of(aim: Aim) -> tuple[Area, ...]:
    """The areas that an exercise with this aim works."""
    return _AREAS[aim.region].get(aim.action, ())


@dataclass(frozen=True, slots=True)
class Pair:
    """Two things that balance each other, with their seconds."""

    one: str
    other: str
    seconds: float
    other_seconds: float

    @property
    def share(self) -> float:
        """The part of the first, 0 to 1; a half where there is neither."""
        both = self.seconds + self.other_seconds
        return self.seconds / both if both else 0.5

    @property
    def percent(self) -> int:
        """The same in whole percent."""
        return round(self.share * 100)


@dataclass(frozen=True, slots=True)
class RegionWork:
    """Seconds of one region by what is done there."""

    region: Region
    strength: float
    mobility: float
    stretch: float


@dataclass(frozen=True, slots=True)
class WorkOf:
    """Where the work of a plan goes. ``missing`` says in words what nothing is done for though its counterpart is."""

    areas: Mapping[Area, float]
    regions: tuple[RegionWork, ...]
    pairs: tuple[Pair, ...]
    levels: Mapping[Level, float]
    missing: tuple[str, ...]
    spared: frozenset[str] = frozenset()


def work_of(timeline: Timeline, spared: frozenset[str] = frozenset()) -> WorkOf:
    """Sums over the items of a plan, in seconds of work. What is ``spared`` is not missed and nothing is chosen to fill
    it: ``bend`` where somebody has thin bones, ``arch`` where arching hurts."""
    areas = dict.fromkeys(Area, 0.0)
    regions: dict[Region, list[float]] = {}
    levels = dict.fromkeys(Level, 0.0)
    for time in timeline.items:
        aim = time.exercise.aim
        levels[time.level] += time.work
        if aim.quality in WORKING:
            for area in areas_of(aim):
                areas[area] += time.work
        row = regions.setdefault(aim.region, [0.0, 0.0, 0.0])
        row[0 if aim.quality in WORKING else 2 if aim.quality is Quality.STRETCH else 1] += time.work
    pairs = _pairs(timeline.items)
    found = tuple(RegionWork(region, *regions[region]) for region in Region if region in regions)
    missing = tuple(name for name in _missing(pairs, found) if name not in spared)
    return WorkOf(areas, found, pairs, levels, missing, spared)


_ARMS = frozenset({Region.SHOULDER, Region.UPPER_BACK})
_LEAST = 60.0
"""Seconds of one thing from which nothing of the other is missed."""


def _pairs(items: Iterable[ItemTime]) -> tuple[Pair, ...]:
    push = pull = bend = arch = strength = stretch = 0.0
    for time in items:
        aim = time.exercise.aim
        if aim.quality in LOADING and aim.region in _ARMS | {Region.WHOLE_BODY}:
            push += time.work if aim.action is Action.PUSH else 0.0
            pull += time.work if aim.action in (Action.PULL, Action.SPREAD) else 0.0
        if aim.quality in WORKING and aim.region is Region.TRUNK:
            bend += time.work if aim.action is Action.FLEX else 0.0
            arch += time.work if aim.action is Action.EXTEND else 0.0
        strength += time.work if aim.quality in LOADING else 0.0
        stretch += time.work if aim.quality is Quality.STRETCH else 0.0
    return (
        Pair("push", "pull", push, pull),
        Pair("bend", "arch", bend, arch),
        Pair("strength", "stretch", strength, stretch),
    )


def _missing(pairs: Iterable[Pair], regions: Iterable[RegionWork]) -> tuple[str, ...]:
    said = []
    for pair in pairs:
        for name, seconds, against in (
            (pair.one, pair.seconds, pair.other_seconds),
            (pair.other, pair.other_seconds, pair.seconds),
        ):
            if not seconds and against >= _LEAST:
                said.append(name)
    said += [
        f"a stretch for the {row.region.words}"
        for row in regions
        if row.strength >= 2 * _LEAST and not row.stretch and row.region is not Region.WHOLE_BODY
    ]
    return tuple(said)


def fills(aim: Aim, work: WorkOf) -> float:
    """How well an exercise of this aim would fill what a plan lacks: the more, the less its areas have. Stretches count
    for regions that work and are not stretched."""
    if aim.quality is Quality.STRETCH:
        row = next((one for one in work.regions if one.region is aim.region), None)
        return max(0.0, row.strength - 4 * row.stretch) if row else 0.0
    areas = areas_of(aim)
    if aim.quality not in WORKING or not areas or (aim.region is Region.TRUNK and _AS.get(aim.action) in work.spared):
        return 0.0
    most = max(work.areas.values(), default=0.0)
    lacks = sum(most - work.areas[area] for area in areas) / len(areas)
    for pair in work.pairs[:2]:
        less = pair.other if pair.seconds > pair.other_seconds else pair.one
        if less in (aim.action.value, _AS.get(aim.action, "")) and pair.seconds != pair.other_seconds:
            lacks += abs(pair.seconds - pair.other_seconds)
    return lacks


_AS = {Action.SPREAD: "pull", Action.FLEX: "bend", Action.EXTEND: "arch"}
_USUAL_EFFORT = {
    Quality.RELAXATION: 1.0,
    Quality.BREATH: 1.0,
    Quality.STRETCH: 2.0,
    Quality.MOBILITY: 2.5,
    Quality.ACTIVATION: 3.0,
    Quality.BALANCE: 4.0,
    Quality.STRENGTH: 5.0,
    Quality.ENDURANCE: 5.5,
    Quality.BONE_LOADING: 5.5,
}
"""Out of ten, where nobody says how hard. Our own assumption."""


def of_ten(effort: Effort) -> float:
    """An effort on the scale to ten: 30 % is 3, half is 5, 80 % is 8; the mean of its steps."""
    mean = sum(effort.steps) / len(effort.steps)
    return mean if effort.scale is EffortScale.OF_TEN else mean / 10


def effort_of(time: ItemTime) -> float:
    """How hard an item is, out of ten: as its dose says, or as is usual for what it trains."""
    return of_ten(time.dose.effort) if time.dose.effort else _USUAL_EFFORT[time.exercise.aim.quality]


def effort_over_time(timeline: Timeline) -> tuple[tuple[float, float, float], ...]:
    """(from, until, effort out of ten) over a class: the effort while work goes on, 0 while it does not; stretches of
    the same effort are one."""
    efforts = {time.item.id: effort_of(time) for time in timeline.items}
    found: list[tuple[float, float, float]] = []
    for step in timeline.steps:
        effort = efforts[step.item] if step.kind is StepKind.WORK and step.item else 0.0
        if found and found[-1][2] == effort:
            found[-1] = (found[-1][0], step.end, effort)
        else:
            found.append((step.start, step.end, effort))
    return tuple(found)
