"""Everything that a body can touch, rest on or stand on, in one table each: from here follow what carries weight, what
steadies, which props are needed, and what it is called."""

from collections.abc import Mapping
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Touch:
    """What a hand can touch. ``braces`` carries weight: the support moves the whole body until the arms reach it.
    ``steadies`` somebody who stands; ``level`` lets a flat hand lie on it.
    """

    words: str
    on_body: bool = False
    props: tuple[str, ...] = ()
    braces: bool = False
    steadies: bool = False
    level: bool = False


@dataclass(frozen=True, slots=True)
class FootRest:
    """What a foot can touch. ``height`` is a share of stature, 0 for the ground; ``soft`` gives way or rolls,
    ``raised`` is stepped up to. ``heel`` and ``toes`` are parts of the foot on the floor, ``knee`` the kneeling leg."""

    height: float = 0.0
    props: tuple[str, ...] = ()
    soft: bool = False
    raised: bool = False


@dataclass(frozen=True, slots=True)
class UnderBody:
    """What bears the trunk or is stood on: its height as a share of stature; ``pads`` is soft under the knees."""

    height: float
    props: tuple[str, ...] = ()
    soft: bool = False
    pads: bool = False


HAND: Mapping[str, Touch] = {
    "thighs": Touch("the thighs", on_body=True),
    "knees": Touch("knees", on_body=True),
    "hips": Touch("hips", on_body=True),
    "belly": Touch("belly", on_body=True),
    "ribs": Touch("ribs", on_body=True),
    "chest": Touch("chest", on_body=True),
    "crossed": Touch("the chest, crossed", on_body=True),
    "shoulders": Touch("shoulders", on_body=True),
    "behind-head": Touch("the back of the head", on_body=True),
    "brow": Touch("brow", on_body=True),
    "ears": Touch("ears", on_body=True),
    "low-back": Touch("the low back", on_body=True),
    "folded": Touch("the other forearm", on_body=True),
    "palms": Touch("together", on_body=True),
    "hold": Touch("in front of the chest", on_body=True),
    "hold-away": Touch("in front", on_body=True),
    "hold-low": Touch("in front of the belly", on_body=True),
    "hold-up": Touch("overhead", on_body=True),
    "opposite-knee": Touch("opposite knee", on_body=True),
    "shins": Touch("shins", on_body=True),
    "ankles": Touch("ankles", on_body=True),
    "feet": Touch("feet", on_body=True),
    "behind-thigh": Touch("behind thigh", on_body=True),
    "lap": Touch("the lap", on_body=True),
    "opposite-thigh": Touch("opposite thigh", on_body=True),
    "chin": Touch("chin", on_body=True),
    "cheek": Touch("cheek", on_body=True),
    "opposite-elbow": Touch("opposite elbow", on_body=True),
    "hug-knee": Touch("hug knee", on_body=True),
    "side-waist": Touch("the waist", on_body=True),
    "seat": Touch("the seat", level=True),
    "seat-behind": Touch("the seat behind", level=True),
    "chair-back": Touch("a chair back", props=("second-chair",), steadies=True),
    "rail": Touch("the rail", props=("rail",), steadies=True),
    "rail-side": Touch("the rail", props=("rail",), steadies=True),
    "worktop": Touch("the worktop", props=("rail",), braces=True, steadies=True, level=True),
    "table": Touch("the table", props=("table",), level=True),
    "bar": Touch("the bar overhead", props=("bar",), steadies=True),
    "wall": Touch("the wall", props=("wall",), braces=True, steadies=True),
    "wall-high": Touch("the wall", props=("wall",), steadies=True),
    "wall-side": Touch("the wall", props=("wall",), steadies=True),
    "frame": Touch("the door frame", props=("door-frame",), steadies=True),
    "floor": Touch("the floor", braces=True, level=True),
    "forearm": Touch("the forearms", braces=True),
    "floor-beside": Touch("the floor", level=True),
    "floor-behind": Touch("the floor", level=True),
    "floor-under": Touch("the floor", braces=True, level=True),
    "floor-front": Touch("the floor", level=True),
    "floor-ahead": Touch("the floor", level=True),
    "under-brow": Touch("the brow"),
    "second-chair": Touch("a second chair", props=("second-chair",), steadies=True, level=True),
    "second-back": Touch("a second chair", props=("second-chair",), steadies=True),
    "chair-seat": Touch("a chair seat", props=("second-chair",), braces=True, steadies=True, level=True),
    "block": Touch("a block", props=("block",), level=True),
    "ball-front": Touch("the ball", props=("large-ball",)),
    "stick-down": Touch("a stick", props=("stick",), steadies=True),
    "roller-front": Touch("the roller", props=("roller",)),
    "wall-back": Touch("the wall", props=("wall",), steadies=True),
    "floor-across": Touch("the floor", level=True),
    "floor-long": Touch("the floor", level=True),
}
FOOT: Mapping[str, FootRest] = {
    "flat": FootRest(),
    "heel": FootRest(),
    "toes": FootRest(),
    "free": FootRest(),
    "knee": FootRest(),
    "tucked": FootRest(),
    "lying": FootRest(),
    "chair": FootRest(height=0.262, props=("second-chair",), raised=True),
    "step": FootRest(height=0.09, props=("step",), raised=True),
    "stool": FootRest(height=0.12, props=("stool",), raised=True),
    "small-ball": FootRest(height=0.105, props=("small-ball",), soft=True),
    "large-ball": FootRest(height=0.36, props=("large-ball",), soft=True),
    "roller": FootRest(height=0.09, props=("roller",), soft=True),
    "half-roller": FootRest(height=0.045, props=("half-roller",), soft=True),
    "block": FootRest(height=0.06, props=("block",), raised=True),
    "wall": FootRest(props=("wall",)),
    "towel": FootRest(height=0.006, props=("towel",)),
    "pedals": FootRest(height=0.075, props=("pedals",)),
    "cushion": FootRest(height=0.045, props=("cushion",), soft=True),
    "chair-behind": FootRest(height=0.262, props=("second-chair",)),
}
UNDER: Mapping[str, UnderBody] = {
    "chair": UnderBody(0.262),
    "large-ball": UnderBody(0.27, props=("large-ball",), soft=True),
    "roller-long": UnderBody(0.09, props=("roller",)),
    "half-roller-long": UnderBody(0.045, props=("half-roller",)),
    "roller-across": UnderBody(0.09, props=("roller",)),
    "roller-pelvis": UnderBody(0.09, props=("roller",)),
    "ball-pelvis": UnderBody(0.095, props=("small-ball",)),
    "block-pelvis": UnderBody(0.06, props=("block",)),
    "cushion-pelvis": UnderBody(0.045, props=("cushion",)),
    "cushion-seat": UnderBody(0.045, props=("cushion",)),
    "half-roller": UnderBody(0.045, props=("half-roller",), soft=True),
    "cushion": UnderBody(0.045, props=("cushion",), soft=True, pads=True),
    "step": UnderBody(0.09, props=("step",)),
    "wall-lean": UnderBody(0.0, props=("wall",)),
    "wall-sit": UnderBody(0.0, props=("wall",)),
    "cushion-seated": UnderBody(0.3, props=("chair", "cushion")),
    "ball-back": UnderBody(0.0, props=("large-ball", "wall")),
    "blanket-knees": UnderBody(0.012, props=("folded-blanket",), pads=True),
    "cushion-belly": UnderBody(0.03, props=("cushion",)),
    "towel-back": UnderBody(0.0, props=("towel",)),
}
