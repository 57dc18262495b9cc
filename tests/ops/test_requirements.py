"""What the product imports is among what it installs: what only the tests bring is missing on a fresh machine."""

import ast
import re
import sys
from importlib.metadata import packages_distributions
from pathlib import Path

ROOT = Path(__file__).parents[2]
WITH_THE_TESTS = {ROOT / "fairbench/ops/screenshots.py"}
"""Its command installs what the tests need first."""


def imported() -> set[str]:
    names = set()
    for path in set((ROOT / "fairbench").rglob("*.py")) - WITH_THE_TESTS:
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if isinstance(node, ast.Import):
                names |= {alias.name.split(".")[0] for alias in node.names}
            elif isinstance(node, ast.ImportFrom) and node.module and not node.level:
                names.add(node.module.split(".")[0])
    return names - set(sys.stdlib_module_names) - {"fairbench"}


def test_whatever_is_imported_is_installed_to_run() -> None:
    locked = {
        re.sub(r"[-_.]+", "-", line.split("==")[0]).lower()
        for line in (ROOT / "requirements/run.txt").read_text(encoding="utf-8").splitlines()
        if re.match(r"[a-zA-Z0-9_.-]+==", line)
    }
    made_by = packages_distributions()
    missing = {
        name
        for name in imported()
        if not {re.sub(r"[-_.]+", "-", package).lower() for package in made_by.get(name, [name])} & locked
    }
    assert missing == set()
