"""What an exercise is for: the part of the session it belongs to, and the aim it trains."""

from dataclasses import dataclass
from enum import StrEnum


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
        """As it is shown."""
        return "warm-up" if self is BlockKind.WARM_UP else self.value


class Region(StrEnum):
    """Which part of the body an exercise is for."""

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
        """As it is shown."""
        return self.value.replace("_", " ")


class Quality(StrEnum):
    """What an exercise trains there."""

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
        """As it is shown."""
        return self.value.replace("_", " ")


class Action(StrEnum):
    """What the body does in it."""

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
        """As it is shown."""
        return self.value.replace("_", " ")


@dataclass(frozen=True, slots=True)
class Aim:
    """What an exercise trains: where, which quality, by which action."""

    region: Region
    quality: Quality
    action: Action

    @property
    def words(self) -> str:
        """As it is shown."""
        return f"{self.region.words} · {self.quality.words} · {self.action.words}"


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
        """As it is shown."""
        return _FAMILY_WORDS[self]


_FAMILY_WORDS = {
    Family.SETTLE: "settle",
    Family.MOBILITY: "mobility",
    Family.STRENGTH: "strengthen",
    Family.STEADINESS: "steady",
    Family.ENDURANCE: "endurance",
    Family.BONE_LOADING: "bone loading",
    Family.STRETCH: "stretch",
    Family.CLOSING: "close",
}
_FAMILY_BY_BLOCK = {BlockKind.SETTLE: Family.SETTLE, BlockKind.CLOSE: Family.CLOSING}
_FAMILY_BY_QUALITY = {
    Quality.STRENGTH: Family.STRENGTH,
    Quality.BALANCE: Family.STEADINESS,
    Quality.ENDURANCE: Family.ENDURANCE,
    Quality.BONE_LOADING: Family.BONE_LOADING,
    Quality.STRETCH: Family.STRETCH,
}


def family_of(block: BlockKind, quality: Quality) -> Family:
    """The family of an exercise of this block and quality."""
    return _FAMILY_BY_BLOCK.get(block) or _FAMILY_BY_QUALITY.get(quality, Family.MOBILITY)
