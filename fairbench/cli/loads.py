"""``bin/fairbench load``: a bottle for a weight, the pull of a band, the lever of two versions."""

import argparse
import json
from dataclasses import asdict
from typing import Any

from fairbench.core.body.pose.segments import STATURE
from fairbench.core.exercises.exercise import Version
from fairbench.core.loads.band import EASIER, MORE, ElasticBand, calibrated, pulls
from fairbench.core.loads.bottle import Bottle, LoadError, fill
from fairbench.core.loads.lever import JOINTS, Bearer, compare
from fairbench.core.loads.units import read_length, read_mass

from .reading import stock_argument, stock_of, version_named


def add(commands: Any) -> None:
    """The command, its three kinds and their arguments."""
    kinds = commands.add_parser("load", help="a bottle for a weight, a band's pull, two levers").add_subparsers(
        required=True, metavar="KIND"
    )

    bottle = kinds.add_parser("bottle", help="how far to fill a bottle for a weight")
    bottle.add_argument("--empty", required=True, metavar="MASS", help="what it weighs empty, such as 40 g")
    bottle.add_argument("--holds", required=True, type=float, metavar="ML", help="what it holds, in ml")
    bottle.add_argument("--for", required=True, dest="wanted", metavar="MASS", help="what it is to weigh")
    bottle.add_argument("--has", type=float, default=0.0, metavar="ML", help="what is in it, in ml (default 0)")
    bottle.add_argument("--straight", metavar="LENGTH", help="how high its straight part is, for the line")
    bottle.add_argument("--json", action="store_true", help="as JSON")
    bottle.set_defaults(run=_bottle)

    band = kinds.add_parser("band", help="what a band pulls, and where to grip it for more or less")
    stock_argument(band)
    band.add_argument("--free", required=True, metavar="LENGTH", help="its length, not stretched")
    band.add_argument("--newtons", type=float, help="its force at double length, in newtons")
    band.add_argument(
        "--scale", metavar="KG,KG,KG", help="or what a scale showed at double length, at least three times"
    )
    band.add_argument("--at", metavar="LENGTH", help="a length that it is stretched to")
    band.add_argument("--version", metavar="EXERCISE/VERSION", help="a version of the shelf, for its start and end")
    band.add_argument("--stature", metavar="LENGTH", help="how tall the person is (default 1.65 m)")
    band.add_argument("--json", action="store_true", help="as JSON")
    band.set_defaults(run=_band)

    lever = kinds.add_parser("lever", help="what a load weighs at a joint in two versions")
    stock_argument(lever)
    lever.add_argument("first", metavar="EXERCISE/VERSION")
    lever.add_argument("second", metavar="EXERCISE/VERSION")
    lever.add_argument("--joint", choices=JOINTS, default="shoulder")
    lever.add_argument("--load", default="0.5 kg", metavar="MASS", help="in the hand or on the ankle (default 0.5 kg)")
    lever.add_argument("--body", default="70 kg", metavar="MASS", help="what the person weighs (default 70 kg)")
    lever.add_argument("--stature", metavar="LENGTH", help="how tall the person is (default 1.65 m)")
    lever.add_argument("--json", action="store_true", help="as JSON")
    lever.set_defaults(run=_lever)


def _bottle(asked: argparse.Namespace) -> str:
    straight = read_length(asked.straight, "--straight") if asked.straight else None
    bottle = Bottle(read_mass(asked.empty, "--empty"), asked.holds, straight)
    made = fill(bottle, read_mass(asked.wanted, "--for"), asked.has)
    if asked.json:
        return _json(asdict(made))
    lines = [f"{made.ml:.0f} ml in all"]
    if asked.has:
        lines.append(f"{abs(made.add_ml):.0f} ml {'more' if made.add_ml >= 0 else 'less'} than is in it")
    if made.line_cm is not None:
        lines.append(f"up to {made.line_cm:.1f} cm from the bottom")
    return "\n".join(lines) + "\n"


def _band(asked: argparse.Namespace) -> str:
    band = _elastic(asked)
    stature = _stature(asked)
    lengths = [("at that length", read_length(asked.at, "--at"))] if asked.at else []
    if asked.version:
        version = _version(asked, asked.version)
        lengths += [(f"in the {pull.pose} pose", pull.cm) for pull in pulls(version.movement, band, stature)]
    if not lengths:
        raise LoadError("needs --at or --version: how far is the band stretched?", "band")
    found = [_pull(band, where, cm) for where, cm in lengths]
    if asked.json:
        return _json(found)
    return "\n".join(_pull_words(one) for one in found) + "\n"


def _elastic(asked: argparse.Namespace) -> ElasticBand:
    free = read_length(asked.free, "--free")
    if (asked.newtons is None) == (asked.scale is None):
        raise LoadError("needs either --newtons or --scale: how strong is it?", "band")
    if asked.newtons is not None:
        return ElasticBand(asked.newtons, free)
    return calibrated(free, [read_mass(part, "--scale") for part in asked.scale.split(",")])


def _pull(band: ElasticBand, where: str, cm: float) -> dict[str, Any]:
    newtons = band.newtons(cm)
    grips = {} if not newtons else {"more": band.grip_nearer_cm(cm, MORE), "easier": band.grip_nearer_cm(cm, EASIER)}
    return {"where": where, "cm": cm, "newtons": newtons, "grip_nearer_cm": grips}


def _pull_words(one: dict[str, Any]) -> str:
    said = f"{one['newtons']:5.1f} N {one['where']}, {one['cm']:.0f} cm long"
    grips = one["grip_nearer_cm"]
    if not grips:
        return f"{said}: it hangs loose"
    return f"{said}: grip {grips['more']:.1f} cm nearer for 10 % more, {-grips['easier']:.1f} cm further for 10 % less"


def _lever(asked: argparse.Namespace) -> str:
    first, second = _version(asked, asked.first), _version(asked, asked.second)
    load = read_mass(asked.load, "--load")
    who = Bearer(read_mass(asked.body, "--body"), _stature(asked))
    found = compare(first.movement, second.movement, asked.joint, load, who)
    if asked.json:
        return _json({"joint": asked.joint, "load_kg": load, **asdict(found)})
    joint = asked.joint.replace("_", " ")
    lines = [
        f"{found.first:5.1f} N·m at the {joint}: {first.name}, with {load:g} kg",
        f"{found.second:5.1f} N·m at the {joint}: {second.name}, with {load:g} kg",
        f"the first is {found.ratio:.1f} times the second",
    ]
    if found.equal_kg is None:
        lines.append("no load makes them equal")
    else:
        lines.append(f"with {found.equal_kg:.2f} kg the second asks what the first does")
    return "\n".join(lines) + "\n"


def _stature(asked: argparse.Namespace) -> float:
    return read_length(asked.stature, "--stature") / 100 if asked.stature else STATURE


def _version(asked: argparse.Namespace, name: str) -> Version:
    return version_named(name, stock_of(asked))[1]


def _json(value: object) -> str:
    return json.dumps(value, indent=2, ensure_ascii=False) + "\n"
