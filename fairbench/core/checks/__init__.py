"""Checks of a timeline: one file a family, each a function from a timeline to findings."""

from .findings import Finding, Mend, Weight
from .people import check_bases, check_people
from .time import check_time

__all__ = ["Finding", "Mend", "Weight", "check_bases", "check_people", "check_time"]
