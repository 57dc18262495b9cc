"""Exercises, their graded versions, and the shelf that holds them."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from .body.movement import Movement
from .dose import Dose
from .errors import PlanError
from .positions import Position


class BlockKind(StrEnum):
    """The parts of a session, in the order they come."""

    SETTLE = "settle"
    WARM_UP = "warm_up"
    STRENGTHEN = "strengthen"
    STEADY = "steady"
    STRETCH = "stretch"
    CLOSE = "close"

    @property
    def words(self) -> str:
        return "warm-up" if self is BlockKind.WARM_UP else self.value


class Region(StrEnum):
    NECK = "neck"
    SHOULDER = "shoulder"
    UPPER_BACK = "upper_back"
    TRUNK = "trunk"
    HIP = "hip"
    KNEE = "knee"
    ANKLE = "ankle"
    HAND = "hand"
    WHOLE_BODY = "whole_body"

    @property
    def words(self) -> str:
        return self.value.replace("_", " ")


class Quality(StrEnum):
    MOBILITY = "mobility"
    ACTIVATION = "activation"
    STRENGTH = "strength"
    ENDURANCE = "endurance"
    BALANCE = "balance"
    STRETCH = "stretch"
    BREATH = "breath"
    RELAXATION = "relaxation"
    BONE_LOADING = "bone_loading"

    @property
    def words(self) -> str:
        return self.value.replace("_", " ")


class Action(StrEnum):
    PUSH = "push"
    PULL = "pull"
    LIFT = "lift"
    ROTATE = "rotate"
    SIDE_BEND = "side_bend"
    FLEX = "flex"
    EXTEND = "extend"
    SQUAT = "squat"
    STEP = "step"
    SPREAD = "spread"
    GRIP = "grip"
    REST = "rest"

    @property
    def words(self) -> str:
        return self.value.replace("_", " ")


@dataclass(frozen=True, slots=True)
class Aim:
    """What an exercise trains: where, which quality, by which action."""

    region: Region
    quality: Quality
    action: Action

    @property
    def words(self) -> str:
        return f"{self.region.words} · {self.quality.words} · {self.action.words}"


@dataclass(frozen=True, slots=True)
class Cues:
    """What the instructor says. May hold ``{side}`` and ``{other}``; see :mod:`.cues`."""

    set_up: tuple[str, ...]
    do: tuple[str, ...]
    watch: tuple[str, ...]
    stop: str


@dataclass(frozen=True, slots=True)
class Prop:
    """A thing that is used. ``fetch`` is seconds to hand it out, ``shared`` that one serves the room."""

    id: str
    name: str
    fetch: float
    shared: bool = False
    stand_in: str = ""


@dataclass(frozen=True, slots=True, eq=False)
class Version:
    """One graded way to do an exercise. Two are the same only if they are one and the same.

    ``dose`` is the usual one; ``safe_seconds`` the quickest a repetition may be; ``change`` says
    how it differs from its easier neighbour, and ``climbs`` why it is harder where no pose shows it.
    ``movement`` holds its poses.
    """

    id: str
    name: str
    position: Position
    dose: Dose
    cues: Cues
    breath: str
    movement: Movement
    props: tuple[str, ...] = ()
    change: str = ""
    climbs: str = ""
    safe_seconds: float | None = None


class Family(StrEnum):
    """What kind of exercise it is, for finding it on the shelf. Follows from its aim and block."""

    SETTLE = "settle"
    MOBILITY = "mobility"
    STRENGTH = "strength"
    STEADINESS = "steadiness"
    ENDURANCE = "endurance"
    BONE_LOADING = "bone_loading"
    STRETCH = "stretch"
    CLOSING = "closing"

    @property
    def words(self) -> str:
        return _FAMILY_WORDS[self]


_FAMILY_WORDS = {
    Family.SETTLE: "settle and breathe",
    Family.MOBILITY: "mobilise",
    Family.STRENGTH: "strengthen",
    Family.STEADINESS: "steadiness and stepping",
    Family.ENDURANCE: "keep going",
    Family.BONE_LOADING: "load the bones",
    Family.STRETCH: "stretch",
    Family.CLOSING: "relax and close",
}
_FAMILY_BY_BLOCK = {BlockKind.SETTLE: Family.SETTLE, BlockKind.CLOSE: Family.CLOSING}
_FAMILY_BY_QUALITY = {
    Quality.STRENGTH: Family.STRENGTH,
    Quality.BALANCE: Family.STEADINESS,
    Quality.ENDURANCE: Family.ENDURANCE,
    Quality.BONE_LOADING: Family.BONE_LOADING,
    Quality.STRETCH: Family.STRETCH,
}


@dataclass(frozen=True, slots=True)
class Exercise:
    """One movement with a purpose and a ladder of versions, easiest first.

    ``base`` is the version a plan starts from; ``limb`` what one side is called; ``counts_as``
    what counts as one; ``directions`` what the two ways are called where there are two.
    """

    id: str
    name: str
    short: str
    purpose: str
    aim: Aim
    block: BlockKind
    limb: str
    counts_as: str
    versions: tuple[Version, ...]
    base: str
    directions: tuple[str, str] = ("one way", "the other way")

    @property
    def family(self) -> Family:
        return _FAMILY_BY_BLOCK.get(self.block) or _FAMILY_BY_QUALITY.get(self.aim.quality, Family.MOBILITY)

    def version(self, version_id: str) -> Version:
        for version in self.versions:
            if version.id == version_id:
                return version
        raise PlanError(f"{self.name} has no version '{version_id}'", "version")

    def rung(self, version_id: str) -> int:
        """Where on the ladder, 0 the easiest."""
        return self.versions.index(self.version(version_id))


@dataclass(frozen=True, slots=True, eq=False, weakref_slot=True)
class Shelf:
    """Every exercise and prop there is to choose from. Two shelves are never the same one.

    ``put_away`` are exercises that plans may still hold but nobody is offered any more.
    """

    exercises: Mapping[str, Exercise]
    props: Mapping[str, Prop] = field(default_factory=dict)
    put_away: frozenset[str] = frozenset()

    def __iter__(self) -> Iterator[Exercise]:
        return iter(self.exercises.values())

    def __len__(self) -> int:
        return len(self.exercises)

    def exercise(self, exercise_id: str) -> Exercise:
        try:
            return self.exercises[exercise_id]
        except KeyError:
            raise PlanError(f"there is no exercise '{exercise_id}' on the shelf", "exercise") from None
