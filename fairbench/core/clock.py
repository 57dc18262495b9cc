"""The grain of time: every duration is a whole number of 64ths of a second.

Sums of such numbers are exact in binary floating point, so a timeline's steps meet without a gap
and a total is the sum of its parts to the last bit.
"""

GRAIN = 64


def snap(seconds: float) -> float:
    """The nearest duration on the grain, in seconds."""
    return round(seconds * GRAIN) / GRAIN


def minutes_and_seconds(seconds: float) -> str:
    """``315`` as ``5:15``; rounds to the whole second, keeps the sign."""
    whole = round(abs(seconds))
    sign = "-" if seconds < 0 and whole else ""
    return f"{sign}{whole // 60}:{whole % 60:02d}"


def span(low: float, high: float, between: str = " to ") -> str:
    """``5:00 to 7:30``; ``5:00`` alone where both are the same to the second."""
    first, last = minutes_and_seconds(low), minutes_and_seconds(high)
    return first if first == last else f"{first}{between}{last}"


def spoken_seconds(seconds: float) -> str:
    """A duration as one would say it on a label: ``45 s``, ``1 min``, ``1 min 30 s``."""
    whole = round(seconds, 2)
    if whole < 60 or whole % 1:
        return f"{whole:g} s"
    minutes, rest = divmod(int(whole), 60)
    return f"{minutes} min" + (f" {rest} s" if rest else "")
