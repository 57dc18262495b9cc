"""Checks of a timeline: one file a family, each a function from a timeline to findings."""

from .findings import Finding, SuggestedFix, Weight
from .people import check_bases, check_people
from .room import check_chairs, check_places_of_chairs, check_stand_ins, check_things
from .sides import check_sides, side_sums
from .time import check_time

__all__ = [
    "Finding",
    "SuggestedFix",
    "Weight",
    "check_bases",
    "check_chairs",
    "check_people",
    "check_places_of_chairs",
    "check_sides",
    "check_stand_ins",
    "check_things",
    "check_time",
    "side_sums",
]
