"""The figure of the balance: the body from the front and from the back, an outline for each area."""

from collections.abc import Mapping

from fairbench.core.plan.work import Area

WIDTH, HEIGHT = 220, 210


OUTLINES: Mapping[Area, tuple[str, ...]] = {
    Area.CHEST: ("M40 48h30q3 0 3 4v10q-4 8 -18 8t-18 -8v-10q0 -4 3 -4z",),
    Area.FRONT_SHOULDER: ("M29 48q-5 2 -5 10l1 6 8 -2v-13z", "M81 48q5 2 5 10l-1 6 -8 -2v-13z"),
    Area.FRONT_ARM: ("M24 66l9 -2 -2 26 -9 -1z", "M86 66l-9 -2 2 26 9 -1z"),
    Area.HAND: ("M21 92l9 1 -3 30 -6 8 -5 -3z", "M89 92l-9 1 3 30 6 8 5 -3z"),
    Area.BELLY: ("M43 72q12 5 24 0v27q-12 5 -24 0z",),
    Area.FLANK: ("M37 70l4 3v26l-5 -2z", "M73 70l-4 3v26l5 -2z"),
    Area.FRONT_HIP: ("M36 100q8 3 18 3v10l-14 4 -6 -8z", "M74 100q-8 3 -18 3v10l14 4 6 -8z"),
    Area.INNER_THIGH: ("M48 118l6 -2v34l-4 -2z", "M62 118l-6 -2v34l4 -2z"),
    Area.FRONT_THIGH: ("M34 112l5 7 8 -1 2 33 -11 1q-6 -22 -4 -40z", "M76 112l-5 7 -8 -1 -2 33 11 1q6 -22 4 -40z"),
    Area.SHIN: ("M39 156l10 -1 -2 36 -6 1q-3 -20 -2 -36z", "M71 156l-10 -1 2 36 6 1q3 -20 2 -36z"),
    Area.NECK: ("M158 33h14v9q-7 3 -14 0z",),
    Area.UPPER_BACK: ("M148 45q17 6 34 0l6 8 -6 20q-17 7 -34 0l-6 -20z",),
    Area.BACK_ARM: ("M134 62l9 -2 -2 28 -9 -1z", "M196 62l-9 -2 2 28 9 -1z"),
    Area.LOW_BACK: ("M149 76q16 6 32 0l1 21q-17 5 -34 0z",),
    Area.OUTER_HIP: ("M145 99l5 1v18l-6 -4q-1 -8 1 -15z", "M185 99l-5 1v18l6 -4q1 -8 -1 -15z"),
    Area.SEAT: ("M151 101q7 3 13 2v20q-9 3 -14 -2z", "M179 101q-7 3 -13 2v20q9 3 14 -2z"),
    Area.BACK_THIGH: ("M145 119l5 5 13 1 -3 27 -11 1q-6 -20 -4 -34z", "M185 119l-5 5 -13 1 3 27 11 1q6 -20 4 -34z"),
    Area.CALF: ("M149 157l11 -1 -1 24 -4 12 -4 0q-5 -20 -2 -35z", "M181 157l-11 -1 1 24 4 12 4 0q5 -20 2 -35z"),
}
"""By area, its shapes: front on the left of the picture, back on the right."""
REST = (
    "M55 8a12 13 0 0 1 0 26a12 13 0 0 1 0 -26z",
    "M49 33h12v11q-6 3 -12 0z",
    "M40 193l9 0 0 9h-12z",
    "M70 193l-9 0 0 9h12z",
    "M165 8a12 13 0 0 1 0 26a12 13 0 0 1 0 -26z",
    "M131 90l9 1 -3 30 -6 8 -5 -3z",
    "M199 90l-9 1 3 30 6 8 5 -3z",
    "M139 49q-5 2 -5 9l8 1z",
    "M191 49q5 2 5 9l-8 1z",
    "M150 194l9 0 0 8h-12z",
    "M180 194l-9 0 0 8h12z",
)
"""What stands for no area: heads, feet, the hands from behind."""
