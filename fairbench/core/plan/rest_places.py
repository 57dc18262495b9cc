"""Where one rests between sets: for each position the places that are near, with what is said of each."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from ..positions import Position

P = Position
OFFERED = 2
"""So many places are offered, so that each can choose."""


@dataclass(frozen=True, slots=True)
class RestPlace:
    """A place to rest: how it is said after "rest:", and the version in whose first pose one is there, which is what
    is weighed."""

    words: str
    exercise: str
    version: str


_LEANING_BACK = RestPlace("sit back in the chair, hands in your lap", "tall-sitting", "leaning-back")
_UPRIGHT = RestPlace("sit tall, both feet down, arms loose", "tall-sitting", "mid-chair")
_STANDING = RestPlace("stand easy, feet apart, arms loose", "belly-breathing", "standing-hands")
_HOLDING = RestPlace("stand still and keep hold of your support", "stool-tap", "taps-rail")
_HALF_BACK = RestPlace("sit half way back towards your heels", "rest-back", "rest-half")
_KNEES_BENT = RestPlace("lie on your back, knees bent", "bridge", "tilt-only")
_LEGS_LONG = RestPlace("lie on your back, legs long", "let-go", "whole-body")
_ELBOWS_IN = RestPlace("lie on your back, knees bent, elbows at your sides", "forearm-swing", "swing-lying")
_ON_THE_SIDE = RestPlace("lie on your side, knees bent", "knee-opener", "press-only")
_ON_THE_FRONT = RestPlace("lie on your front, arms by your sides", "prone-wings", "wings-low")
_KNEELING = RestPlace("kneel up tall, arms loose", "toe-stretch", "toes-kneel")
_ON_THE_FLOOR = RestPlace("sit on the floor, legs long", "ankle-pump", "pump-long-sitting")

PLACES: Mapping[Position, tuple[RestPlace, ...]] = {
    P.STANDING: (_STANDING, _LEANING_BACK, _UPRIGHT, _HOLDING),
    P.STANDING_SUPPORTED: (_HOLDING, _LEANING_BACK, _UPRIGHT, _STANDING),
    P.SEATED: (_LEANING_BACK, _UPRIGHT, _STANDING, _HOLDING),
    P.SEATED_EDGE: (_LEANING_BACK, _UPRIGHT, _STANDING, _HOLDING),
    P.HALF_KNEELING: (_HALF_BACK, _KNEELING, _ON_THE_SIDE, _KNEES_BENT),
    P.KNEELING: (_HALF_BACK, _KNEELING, _ON_THE_SIDE, _KNEES_BENT),
    P.QUADRUPED: (_HALF_BACK, _ON_THE_SIDE, _KNEES_BENT, _LEGS_LONG),
    P.FOREARM_QUADRUPED: (_HALF_BACK, _ON_THE_SIDE, _KNEES_BENT, _LEGS_LONG),
    P.LONG_SITTING: (_ON_THE_FLOOR, _ON_THE_SIDE, _KNEES_BENT),
    P.SIDE_LYING: (_ON_THE_SIDE, _KNEES_BENT, _LEGS_LONG, _ELBOWS_IN),
    P.SUPINE: (_KNEES_BENT, _ON_THE_SIDE, _LEGS_LONG, _ELBOWS_IN),
    P.PRONE: (_ON_THE_FRONT, _ON_THE_SIDE, _KNEES_BENT, _LEGS_LONG),
}
"""Where one can rest without going far, the nearest first. Our own choice."""


def usual_places(position: Position) -> tuple[RestPlace, ...]:
    """The two that are offered to who has no cautions."""
    return PLACES[position][:OFFERED]


def rest_words(places: Iterable[RestPlace]) -> str:
    """``Stand easy, feet apart, arms loose; or sit back in the chair, hands in your lap.``"""
    words = "; or ".join(place.words for place in places)
    return f"{words[:1].upper()}{words[1:]}."
