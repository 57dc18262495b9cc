"""The little three-dimensional arithmetic the body needs, on plain tuples."""

from math import cos, radians, sin, sqrt

Vector = tuple[float, float, float]
Matrix = tuple[Vector, Vector, Vector]

IDENTITY: Matrix = ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))
ZERO: Vector = (0.0, 0.0, 0.0)
UP: Vector = (0.0, 0.0, 1.0)


def add(a: Vector, b: Vector) -> Vector:
    """Their sum."""
    return (a[0] + b[0], a[1] + b[1], a[2] + b[2])


def sub(a: Vector, b: Vector) -> Vector:
    """From b to a."""
    return (a[0] - b[0], a[1] - b[1], a[2] - b[2])


def scale(a: Vector, k: float) -> Vector:
    """A vector k times as long."""
    return (a[0] * k, a[1] * k, a[2] * k)


def dot(a: Vector, b: Vector) -> float:
    """Their inner product."""
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def cross(a: Vector, b: Vector) -> Vector:
    """At right angles to both, right-handed."""
    return (a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0])


def length(a: Vector) -> float:
    """How long it is."""
    return sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2])


def distance(a: Vector, b: Vector) -> float:
    """How far apart two points are."""
    return length(sub(a, b))


def unit(a: Vector) -> Vector:
    """The direction of ``a``; of nothing, straight up."""
    size = length(a)
    return scale(a, 1 / size) if size > 1e-12 else UP


def lerp(a: Vector, b: Vector, t: float) -> Vector:
    """The point a share t of the way from a to b."""
    return (a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t)


def middle(points: list[Vector]) -> Vector:
    """The mean of some points."""
    n = len(points)
    return (sum(p[0] for p in points) / n, sum(p[1] for p in points) / n, sum(p[2] for p in points) / n)


def apply(m: Matrix, v: Vector) -> Vector:
    """A vector turned by a matrix."""
    a, b, c = m
    x, y, z = v
    return (a[0] * x + a[1] * y + a[2] * z, b[0] * x + b[1] * y + b[2] * z, c[0] * x + c[1] * y + c[2] * z)


def unapply(m: Matrix, v: Vector) -> Vector:
    """``v`` seen from within ``m``: the transpose, which for a rotation is the inverse."""
    a, b, c = m
    x, y, z = v
    return (a[0] * x + b[0] * y + c[0] * z, a[1] * x + b[1] * y + c[1] * z, a[2] * x + b[2] * y + c[2] * z)


def times(m: Matrix, n: Matrix) -> Matrix:
    """The matrix that turns by n and then by m."""
    (n0, n1, n2), (p0, p1, p2), (q0, q1, q2) = n
    (a, b, c), (d, e, f), (g, h, i) = m
    return (
        (a * n0 + b * p0 + c * q0, a * n1 + b * p1 + c * q1, a * n2 + b * p2 + c * q2),
        (d * n0 + e * p0 + f * q0, d * n1 + e * p1 + f * q1, d * n2 + e * p2 + f * q2),
        (g * n0 + h * p0 + i * q0, g * n1 + h * p1 + i * q1, g * n2 + h * p2 + i * q2),
    )


def about_x(angle: float) -> Matrix:
    """Degrees about the forward axis; positive takes left up to over."""
    s, c = sin(radians(angle)), cos(radians(angle))
    return ((1.0, 0.0, 0.0), (0.0, c, -s), (0.0, s, c))


def about_y(angle: float) -> Matrix:
    """Degrees about the axis to the left; positive takes up to forward."""
    s, c = sin(radians(angle)), cos(radians(angle))
    return ((c, 0.0, s), (0.0, 1.0, 0.0), (-s, 0.0, c))


def about_z(angle: float) -> Matrix:
    """Degrees about the upright axis; positive takes forward to left."""
    s, c = sin(radians(angle)), cos(radians(angle))
    return ((c, -s, 0.0), (s, c, 0.0), (0.0, 0.0, 1.0))


def mirrored(m: Matrix) -> Matrix:
    """The rotation as the mirror shows it, left and right exchanged."""
    (a, b, c), (d, e, f), (g, h, i) = m
    return ((a, -b, c), (-d, e, -f), (g, -h, i))
