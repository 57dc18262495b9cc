"""What the load tools are asked and what they answer, in words."""

from dataclasses import dataclass
from typing import Annotated

from django.http import QueryDict
from pydantic import Field

from fairbench.core.body.pose.segments import STATURE
from fairbench.core.errors import InputError
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.loads.band import EASIER, MORE, ElasticBand, lengths
from fairbench.core.loads.bottle import Bottle, fill
from fairbench.core.loads.lever import JOINTS, Bearer, compare
from fairbench.core.loads.units import length_words, mass_words, read_length, read_mass
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.site.inputs import Input, Number, OptionalNumber

from .models import Stock
from .store_page import practice_units

_Said = Annotated[str, Field(max_length=20)]
_Version = Annotated[str, Field(max_length=121, pattern=r"^[a-z0-9-]+(/[a-z0-9-]+)?$")]
_STRAIGHT = 0.05
"""Part by which two moments may differ to be called equal."""


class BottleInput(Input):
    """A bottle and what it is to weigh."""

    empty: _Said
    holds: Number
    wanted: _Said
    has: OptionalNumber = None
    straight: _Said = ""


class BandInput(Input):
    """A band, by a line of a store or by what is typed, and what it is used in. ``free`` is how much of it is free in
    this grip, empty for the whole of a band of the store."""

    stock: _Said | Annotated[str, Field(max_length=40)] = ""
    free: _Said = ""
    newtons: OptionalNumber = None
    version: _Version
    stature: _Said = ""


class LeverInput(Input):
    """Two versions, a joint, a load, and whose joint it is."""

    first: _Version
    second: _Version
    joint: Annotated[str, Field(max_length=12)]
    load: _Said
    weighs: _Said = ""
    stature: _Said = ""


@dataclass(frozen=True, slots=True)
class Filled:
    """A bottle made to weigh something."""

    wanted: str
    ml: int
    change: str
    line: str


def bottle_of(fields: QueryDict) -> Filled:
    """How to fill a bottle. Raises :class:`InputError` for more than it holds."""
    given = BottleInput.read(fields)
    straight = read_length(given.straight, "height of its straight part") if given.straight.strip() else None
    bottle = Bottle(read_mass(given.empty, "empty bottle"), given.holds, straight)
    wanted = read_mass(given.wanted, "wanted weight")
    made = fill(bottle, wanted, given.has or 0.0)
    add = round(made.add_ml)
    change = ""
    if given.has:
        change = f"Pour in {add} ml more." if add > 0 else f"Pour out {-add} ml."
        change = change if add else "It is right as it is."
    line = "" if made.line_cm is None else f"The water stands {made.line_cm:.1f} cm above the bottom."
    return Filled(mass_words(wanted, practice_units()), round(made.ml), change, line)


@dataclass(frozen=True, slots=True)
class PullAt:
    """The band in one pose: how long it is, what it pulls, and where to grip for a little more or less."""

    pose: str
    cm: str
    newtons: int
    kilograms: str
    more_cm: str
    easier_cm: str


@dataclass(frozen=True, slots=True)
class BandFound:
    """What a band does in a version; ``gripped`` says how it is held, where that is not whole."""

    name: str
    pulls: tuple[PullAt, ...]
    least_free: str
    gripped: str = ""


def band_of(fields: QueryDict) -> BandFound:
    """The pull at the start, at the end and between. Raises :class:`InputError`, also where it would tear."""
    given = BandInput.read(fields)
    exercise, version = _version(given.version)
    found = lengths(version.movement, _stature(given.stature))
    shortest, longest = min(cm for _, cm in found), max(cm for _, cm in found)
    band, gripped = _band(given), ""
    if longest <= band.free_cm and not given.free.strip():
        band = ElasticBand(band.k, shortest)
        gripped = f"Held whole it hangs loose. These are its pulls gripped so that {_cm(shortest)} are free: just taut."
    return BandFound(
        f"{exercise.name}, {version.name}",
        tuple(_pull_at(pose, cm, band) for pose, cm in found),
        _cm(longest / 2),
        gripped,
    )


def _cm(cm: float) -> str:
    """A length to the centimetre, which is as well as one grips."""
    return length_words(round(cm), practice_units())


def _pull_at(pose: str, cm: float, band: ElasticBand) -> PullAt:
    newtons = band.newtons(cm)
    more = easier = ""
    if newtons:
        more = f"{band.grip_nearer_cm(cm, MORE):.1f} cm"
        easier = f"{-band.grip_nearer_cm(cm, EASIER):.1f} cm"
    return PullAt(pose, f"{cm:.0f} cm", round(newtons), f"{newtons / 9.81:.1f} kg", more, easier)


def _band(given: BandInput) -> ElasticBand:
    if given.stock:
        row = Stock.objects.filter(id=given.stock).exclude(newtons=None).exclude(free_cm=None).first()
        if row is None:
            raise InputError("this band is not known by a scale any more", "band")
        assert row.newtons is not None
        assert row.free_cm is not None
        return ElasticBand(row.newtons, read_length(given.free, "free length") if given.free.strip() else row.free_cm)
    if given.newtons is None or not given.free.strip():
        raise InputError("choose a band, or give its free length and its force at double length", "band")
    return ElasticBand(given.newtons, read_length(given.free, "free length"))


@dataclass(frozen=True, slots=True)
class LeverFound:
    """Two versions with the same load."""

    first: str
    second: str
    words: str
    equal: str
    figures: tuple[tuple[str, str], ...]


def lever_of(fields: QueryDict) -> LeverFound:
    """Which of two versions asks more of a joint, and by how much. Raises :class:`InputError`."""
    given = LeverInput.read(fields)
    if given.joint not in JOINTS:
        raise InputError(f"there is no figure for '{given.joint}'", "joint")
    (a_exercise, a), (b_exercise, b) = _version(given.first), _version(given.second)
    load = read_mass(given.load, "load")
    who = Bearer(read_mass(given.weighs, "body weight") if given.weighs.strip() else 70.0, _stature(given.stature))
    found = compare(a.movement, b.movement, given.joint, load, who)
    first, second = f"{a_exercise.name}, {a.name}", f"{b_exercise.name}, {b.name}"
    joint = given.joint.replace("_", " ")
    if abs(found.ratio - 1) < _STRAIGHT:
        words = f"Both ask about the same of the {joint}."
    elif found.ratio > 1:
        words = f"{first} asks about {found.ratio:.1f} times as much of the {joint} as {second}."
    else:
        words = f"{second} asks about {1 / found.ratio:.1f} times as much of the {joint} as {first}."
    equal = "No load makes them equal."
    if found.equal_kg is not None:
        said = mass_words(found.equal_kg, practice_units())
        equal = f"With {said}, {second} asks what {first} does with {mass_words(load, practice_units())}."
    return LeverFound(first, second, words, equal, ((first, f"{found.first:.1f}"), (second, f"{found.second:.1f}")))


def _version(name: str) -> tuple[Exercise, Version]:
    exercise_id, _, version_id = name.partition("/")
    exercise = practice_shelf().exercise(exercise_id)
    return exercise, exercise.version(version_id or exercise.base)


def _stature(said: str) -> float:
    return read_length(said, "height") / 100 if said.strip() else STATURE
