"""From where a figure is looked at."""

from dataclasses import dataclass
from math import cos, radians, sin

from ...sides import Side
from ..pose.vectors import Vector
from ..statics.outline import Point
from ..view import View


@dataclass(frozen=True, slots=True)
class Eye:
    """An eye far away: ``right`` and ``up`` span its picture, ``toward`` points from the body to it."""

    right: Vector
    up: Vector
    toward: Vector

    def see(self, v: Vector) -> Point:
        """Where a point in space falls in the picture, in statures."""
        r, u = self.right, self.up
        return (v[0] * r[0] + v[1] * r[1] + v[2] * r[2], v[0] * u[0] + v[1] * u[1] + v[2] * u[2])

    def near(self, v: Vector) -> float:
        """How near a point is: greater is nearer, in statures."""
        t = self.toward
        return v[0] * t[0] + v[1] * t[1] + v[2] * t[2]


_TURNED = {View.SIDE: (90.0, 2.0), View.FRONT: (0.0, 4.0), View.THREE_QUARTER: (48.0, 14.0)}
"""Degrees round from the front toward the working side, and up."""


def eye(view: View, working: Side, low: bool = False) -> Eye:
    """The eye of a view: on the working side, so that the working limb is near.

    ``low`` bodies, lying down, are looked at from somewhat higher.
    """
    round_, up = _TURNED[view]
    if low and view is not View.SIDE:
        up = 24.0 if view is View.THREE_QUARTER else 12.0
    sign = -1.0 if working is Side.RIGHT else 1.0
    a, e = radians(round_), radians(up)
    toward = (cos(e) * cos(a), sign * cos(e) * sin(a), sin(e))
    right: Vector = (-sign * sin(a), cos(a), 0.0)
    over = (-sin(e) * cos(a), -sign * sin(e) * sin(a), cos(e))
    return Eye(right, over, toward)
