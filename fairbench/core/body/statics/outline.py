"""Points in a plane and the outline round them."""

Point = tuple[float, float]
"""Right and up, or forward and left, in stature."""


def hull(points: list[Point]) -> tuple[Point, ...]:
    """The convex outline round some points, anticlockwise (Andrew's monotone chain)."""
    ordered = sorted(set(points))
    if len(ordered) < 3:
        return tuple(ordered)

    def half(run: list[Point]) -> list[Point]:
        chain: list[Point] = []
        for p in run:
            while len(chain) > 1 and _turn(chain[-2], chain[-1], p) <= 0:
                chain.pop()
            chain.append(p)
        return chain[:-1]

    return tuple(half(ordered) + half(ordered[::-1]))


def _turn(a: Point, b: Point, c: Point) -> float:
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
