"""``bin/size``: how large the house is and where it is hard to read: lines by package, functions by their cyclomatic
complexity, modules that are very small or very long. Printed before and after a clean-up, it says what that did."""

import ast
import sys
from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
HARD = 15
"""A function over this many ways through is named."""
SMALL, LONG = 25, 450
_WAYS = (ast.If, ast.IfExp, ast.For, ast.While, ast.ExceptHandler, ast.Assert, ast.comprehension, ast.match_case)


def main() -> int:
    """Print the tables of a checkout, this one unless another is named."""
    root = Path(sys.argv[1]) if len(sys.argv) > 1 else ROOT
    modules = sorted(path for path in (root / "fairbench").rglob("*.py") if "migrations" not in path.parts)
    lines = {path: len(path.read_text(encoding="utf-8").splitlines()) for path in modules}
    _print_packages(root, lines)
    _print_functions(root, modules)
    _print_modules(root, lines)
    return 0


def _print_packages(root: Path, lines: Mapping[Path, int]) -> None:
    by_package: Counter[str] = Counter()
    for path, number in lines.items():
        parts = path.relative_to(root / "fairbench").parts
        by_package["/".join(parts[:2]) if len(parts) > 2 else parts[0]] += number
    print("Lines by package\n")
    for package, number in sorted(by_package.items()):
        print(f"{number:8,}  {package}")
    print(f"{sum(lines.values()):8,}  in all, in {len(lines)} modules\n")


def _print_functions(root: Path, modules: Iterable[Path]) -> None:
    hard = sorted(
        ((ways, path, name) for path in modules for name, ways in functions(path) if ways > HARD), reverse=True
    )
    print(f"{len(hard)} functions with more than {HARD} ways through\n")
    for ways, path, name in hard:
        print(f"{ways:8}  {path.relative_to(root)}  {name}")


def _print_modules(root: Path, lines: Mapping[Path, int]) -> None:
    small = [path for path in lines if 0 < lines[path] < SMALL and path.name not in ("__init__.py", "apps.py")]
    long = [path for path in lines if lines[path] > LONG]
    print(f"\n{len(small)} modules of under {SMALL} lines, {len(long)} of over {LONG}\n")
    for path in (*small, *long):
        print(f"{lines[path]:8}  {path.relative_to(root)}")


def functions(path: Path) -> Iterator[tuple[str, int]]:
    """Every function of a module with the number of ways through it: one, and one more for each branch, loop, handler,
    condition of a comprehension and word ``and`` or ``or`` (McCabe 1976). One inside another counts for both."""
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.FunctionDef):
            yield node.name, 1 + sum(map(_ways_of, ast.walk(node)))


def _ways_of(node: ast.AST) -> int:
    if isinstance(node, ast.BoolOp):
        return len(node.values) - 1
    return 1 + len(node.ifs) if isinstance(node, ast.comprehension) else int(isinstance(node, _WAYS))


if __name__ == "__main__":
    sys.exit(main())
