"""Checks of a timeline: one file a family, each a function from a timeline to findings."""

from .findings import Finding, Weight
from .time import check_time

__all__ = ["Finding", "Weight", "check_time"]
