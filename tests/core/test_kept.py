"""What threads share is a value that nobody changes; and sixteen of them, from nothing, get what one gets."""

import ast
import dataclasses
import enum
import importlib
import inspect
import pkgutil
import re
import tempfile
import textwrap
import threading
import types
import typing
from collections.abc import Callable, Collection, Iterable, Mapping, Sequence
from datetime import date, time, timedelta
from fractions import Fraction
from pathlib import Path
from uuid import UUID
from zoneinfo import ZoneInfo

import pytest
from django.utils.safestring import SafeString
from hypothesis import given
from hypothesis import strategies as st

import fairbench
from fairbench.core import kept
from fairbench.core.body.pose.skeleton import Body
from fairbench.core.body.support.holding import Anchors
from fairbench.core.kept import Kept

PLAIN = {
    str,
    int,
    float,
    bool,
    bytes,
    type(None),
    date,
    time,
    timedelta,
    UUID,
    Path,
    ZoneInfo,
    re.Pattern,
    Fraction,
    SafeString,
}
READ_ONLY = {tuple, frozenset, Mapping, Sequence, Collection, Iterable, types.MappingProxyType}
"""What is told as one of these is only read: the type checker refuses to write to it."""
GUARDED = {
    Kept: "has a lock of its own",
    Anchors: "grows as Body does",
    Body: "grows while a pose is held up, and is only read once it is: the threads below compare",
    tempfile.TemporaryDirectory: "is only asked for its name, and goes with the process",
    typing.Any: "what a package gives back, only read",
    Callable: "a function",
}


def every_kept_function() -> list[Callable]:
    for module in pkgutil.walk_packages(fairbench.__path__, "fairbench."):
        if ".migrations" not in module.name and not module.name.endswith((".__main__", ".wsgi")):
            importlib.import_module(module.name)
    return kept.FUNCTIONS


def why_not(kind: object, seen: frozenset[object] = frozenset()) -> str:
    """Why a thing of that type must not be shared; nothing where it may."""
    if kind in PLAIN or kind in GUARDED or kind in seen or isinstance(kind, typing.TypeVar):
        return ""
    seen |= {kind}
    origin, inside = typing.get_origin(kind), typing.get_args(kind)
    if origin is not None:
        if origin in (typing.Union, types.UnionType, *READ_ONLY):
            return next(filter(None, (why_not(one, seen) for one in inside if one is not ...)), "")
        return "" if origin in GUARDED or origin is typing.Literal else why_not(origin, seen)
    if kind in READ_ONLY or (isinstance(kind, type) and issubclass(kind, enum.Enum)):
        return ""
    if dataclasses.is_dataclass(kind):
        if not kind.__dataclass_params__.frozen:
            return f"{kind.__name__} is not frozen"
        hints = typing.get_type_hints(kind)
        fields = ((field.name, why_not(hints[field.name], seen)) for field in dataclasses.fields(kind))
        return next((f"{kind.__name__}.{name}: {why}" for name, why in fields if why), "")
    if isinstance(kind, type) and kind.__module__.startswith("fairbench."):
        return changes_itself(kind)
    return f"{kind} can be changed"


def changes_itself(kind: type) -> str:
    """Where a class of ours writes to itself after it was made."""
    tree = ast.parse(textwrap.dedent(inspect.getsource(kind)))
    for method in ast.walk(tree):
        if isinstance(method, ast.FunctionDef) and method.name != "__init__":
            for node in ast.walk(method):
                targets = node.targets if isinstance(node, ast.Assign) else [getattr(node, "target", None)]
                written = (target for target in targets if isinstance(target, ast.Attribute | ast.Subscript))
                if any("self." in ast.unparse(target) for target in written):
                    return f"{kind.__name__}.{method.name} changes it"
    return ""


@pytest.mark.sweep
def test_whatever_is_kept_can_be_shared() -> None:
    told = {}
    for function in every_kept_function():
        gives = typing.get_type_hints(function.__wrapped__).get("return")
        if why := why_not(gives):
            told[f"{function.__module__}.{function.__qualname__}"] = why
    assert not told, "\n".join(f"{name}: {why}" for name, why in told.items())


def test_nothing_is_kept_in_another_way() -> None:
    """No cache of functools but ours, and no module that writes to a dictionary of its own."""
    other = []
    for path in sorted(Path(fairbench.__file__).parent.rglob("*.py")):
        if path.name == "kept.py" and path.parent.name == "core":
            continue
        text = path.read_text(encoding="utf-8")
        if re.search(r"\b(lru_cache|functools\.cache)\b|import .*\bcache\b|OrderedDict|WeakKey|WeakValue", text):
            other.append(str(path))
    assert other == []


@dataclasses.dataclass
class Open:
    words: list[str]


@dataclasses.dataclass(frozen=True)
class Half:
    words: list[str]


class Later:
    def more(self) -> None:
        self.words = ()


@pytest.mark.parametrize("kind", [list[str], dict[str, int], Open, Half, Later, tuple[Half, ...], set, Later | None])
def test_what_can_be_changed_is_told(kind: type) -> None:
    assert why_not(kind)


@given(st.lists(st.tuples(st.integers(0, 9), st.integers()), max_size=60), st.integers(1, 5))
def test_at_most_so_many_are_kept_and_the_oldest_goes(asked: list[tuple[int, int]], most: int) -> None:
    place: Kept[int, int] = Kept(most)
    there: dict[int, int] = {}
    for key, value in asked:
        there.setdefault(key, value)
        assert place.once(key, lambda value=value: value) == there[key]
        while len(there) > most:
            del there[next(iter(there))]
    assert {key: place.get(key) for key in range(10) if place.get(key) is not None} == there


def test_two_that_make_the_same_at_once_get_one() -> None:
    place: Kept[str, object] = Kept(4)
    both = threading.Barrier(2)

    def make() -> object:
        both.wait()
        return object()

    got: list[object] = []
    threads = [threading.Thread(target=lambda: got.append(place.once("same", make))) for _ in range(2)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert got[0] is got[1]
