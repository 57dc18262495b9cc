"""What every version asks, kept in a file: worked out once for this very code and catalogue, read by every start."""

import gzip
import json
import os
import tempfile
import zlib
from collections.abc import Mapping
from hashlib import sha256
from pathlib import Path
from typing import Any

from ..body.demands import WORDS, Demand
from ..body.movement import Movement, demands, remember
from ..exercises.shelf import Shelf
from ..kept import kept
from ..sides import Side
from .catalogue_folder import CATALOGUE

_CORE = Path(__file__).resolve().parents[1]


@kept(1)
def digest() -> str:
    """A name for the code and the catalogue as they stand; another one as soon as a letter changes."""
    found = sha256()
    for folder, kind in ((_CORE, "*.py"), (CATALOGUE, "*.yaml")):
        for path in sorted(folder.rglob(kind)):
            found.update(str(path.relative_to(folder)).encode())
            found.update(path.read_bytes())
    return found.hexdigest()


def work_out(shelf: Shelf, folder: Path) -> bool:
    """Know what every version of a shelf asks: read from ``folder`` if it was kept there, else worked out and kept.
    Whether it was read. A folder that cannot be written is no reason to fail."""
    kept = folder / f"demands-{digest()[:16]}.json.gz"
    found = _read(kept, shelf)
    if found is not None:
        remember(found)
        return True
    _write(kept, {place: demands(movement) for place, movement in _places(shelf).items()})
    return False


def _places(shelf: Shelf) -> dict[str, Movement]:
    return {f"{one.id}/{version.id}": version.movement for one in shelf for version in one.versions}


def _read(kept: Path, shelf: Shelf) -> dict[Movement, tuple[Demand, ...]] | None:
    """By movement; None where the file is not there, is broken, or is not of today's code and shelf."""
    try:
        document = json.loads(gzip.decompress(kept.read_bytes()))
    except (OSError, EOFError, ValueError, zlib.error):
        return None
    if not isinstance(document, dict) or document.get("digest") != digest():
        return None
    asked = document["demands"]  # written by this very code, as its digest says
    if asked.keys() != _places(shelf).keys():
        return None
    return {movement: tuple(_demand(row) for row in asked[place]) for place, movement in _places(shelf).items()}


def _write(kept: Path, found: Mapping[str, tuple[Demand, ...]]) -> None:
    """Beside its place and moved there when it is whole; what was kept for other code goes."""
    document = {"digest": digest(), "demands": {place: [_row(one) for one in asked] for place, asked in found.items()}}
    try:
        kept.parent.mkdir(parents=True, exist_ok=True)
        with tempfile.NamedTemporaryFile(dir=kept.parent, delete=False) as unfinished:
            unfinished.write(gzip.compress(json.dumps(document, separators=(",", ":")).encode(), mtime=0))
        os.replace(unfinished.name, kept)
        for old in kept.parent.glob("demands-*.json.gz"):
            if old != kept:
                old.unlink(missing_ok=True)
    except OSError:
        return  # the next start works it out again


def _row(one: Demand) -> list[Any]:
    return [one.id, one.value, one.pose, one.joint, one.side and one.side.value]


def _demand(row: list[Any]) -> Demand:
    what, value, pose, joint, side = row
    words, unit = WORDS[what]
    return Demand(what, words, float(value), unit, pose, joint, Side(side) if side else None)
