"""What is worked out once and kept: the one way in which the house keeps things, and the one way to forget them.

Whatever is kept is shared by all threads, so it is a value that nobody changes. A test holds every kept function to
that, by what it says that it gives back (``tests/core/test_kept.py``).
"""

from collections.abc import Callable, Hashable
from functools import _lru_cache_wrapper, lru_cache
from threading import Lock
from typing import Any, Generic, TypeVar

Key = TypeVar("Key", bound=Hashable)
Value = TypeVar("Value")


class Kept(Generic[Key, Value]):
    """At most so many values; the one that was put there first goes first. Threads share it: two that miss the same
    value at once both make it, and both get the one that was there first."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._values: dict[Key, Value] = {}
        self._lock = Lock()

    def get(self, key: Key) -> Value | None:
        """The value of a key, if it is kept."""
        return self._values.get(key)  # one step of the interpreter, so it needs no lock

    def put(self, key: Key, value: Value) -> None:
        """Keep a value, in place of the one that was kept under its key."""
        with self._lock:
            self._values.pop(key, None)
            self._values[key] = value
            self._shrink()

    def once(self, key: Key, make: Callable[[], Value]) -> Value:
        """The value of a key, made where it is not kept."""
        found = self._values.get(key)
        if found is not None:
            return found
        made = make()
        with self._lock:
            found = self._values.setdefault(key, made)
            self._shrink()
        return found

    def forget(self) -> None:
        """Keep nothing of what was kept so far."""
        with self._lock:
            self._values.clear()

    def _shrink(self) -> None:
        while len(self._values) > self._most:
            del self._values[next(iter(self._values))]


FUNCTIONS: list["_lru_cache_wrapper[Any]"] = []
"""Every kept function of what was imported so far."""
_SHARED: list[Kept[Any, Any]] = []
_OF_ROWS: list[Kept[Any, Any]] = []


def kept(most: int) -> "Callable[[Callable[..., Value]], _lru_cache_wrapper[Value]]":
    """A decorator: the last ``most`` answers of a function are kept. They follow from what is asked alone."""

    def keep(function: Callable[..., Value]) -> "_lru_cache_wrapper[Value]":
        made = lru_cache(maxsize=most)(function)
        FUNCTIONS.append(made)
        return made

    return keep


def shared(most: int, of_rows: bool = False) -> Kept[Any, Any]:
    """A place of a module for ``most`` values. ``of_rows`` says that its keys hold the state in which rows of a
    database were, which another database may have as well."""
    made: Kept[Any, Any] = Kept(most)
    (_OF_ROWS if of_rows else _SHARED).append(made)
    return made


def forget() -> None:
    """Keep nothing of all that was kept."""
    for function in FUNCTIONS:
        function.cache_clear()
    for place in (*_SHARED, *_OF_ROWS):
        place.forget()


def forget_rows() -> None:
    """Keep nothing that was read from the rows of a database: it is another one from now on."""
    for place in _OF_ROWS:
        place.forget()
