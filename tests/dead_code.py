"""Code that nothing uses: what vulture finds, less what a template, a script or the catalogue names, less the
exceptions in ``pyproject.toml``, each of which a framework calls by its name."""

import re
import sys
import tomllib
from pathlib import Path

from vulture import Vulture
from vulture.core import Item

ROOT = Path(__file__).resolve().parents[1]
ELSEWHERE = ("*.html", "*.js", "*.yaml", "*.txt")
"""Files that name things of the code."""


def main() -> int:
    """Print what nothing uses; 1 where there is any."""
    settings = tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))["tool"]["vulture"]
    found = Vulture(ignore_names=settings["ignore_names"], ignore_decorators=settings["ignore_decorators"])
    found.scavenge([str(ROOT / path) for path in settings["paths"]], exclude=settings["exclude"])
    named = _named_elsewhere()
    unused = found.get_unused_code(min_confidence=60)
    dead = [one for one in unused if one.name not in named and not _is_read_as_a_row(one)]
    for one in dead:
        print(f"{Path(one.filename).relative_to(ROOT)}:{one.first_lineno}: nothing uses {one.typ} {one.name}")
    return 1 if dead else 0


def _is_read_as_a_row(one: Item) -> bool:
    """Members of an enumeration are read from data by their value; columns are for the database and its readers."""
    if one.typ not in ("variable", "attribute"):
        return False
    path = Path(one.filename)
    line = path.read_text(encoding="utf-8").splitlines()[one.first_lineno - 1]
    is_member = line.startswith(" ") and one.name.isupper()
    return is_member or path.name.endswith("models.py")


def _named_elsewhere() -> set[str]:
    words: set[str] = set()
    for kind in ELSEWHERE:
        for path in (ROOT / "fairbench").rglob(kind):
            if not path.name.endswith(".min.js"):
                words.update(re.findall(r"[A-Za-z_]\w*", path.read_text(encoding="utf-8", errors="replace")))
    return words


if __name__ == "__main__":
    sys.exit(main())
