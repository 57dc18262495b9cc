"""What every command reads: files, the shelf with what a file brings along, a version of it."""

import argparse
import datetime
import sys
from collections.abc import Callable
from pathlib import Path
from typing import TypeVar

from fairbench.core.errors import InputError, PlanError
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.exercises_doc import read_exercises, with_exercises
from fairbench.core.formats.plan_doc import LARGEST_FILE

Value = TypeVar("Value")


def stock_argument(command: argparse.ArgumentParser) -> None:
    """``--exercises FILE``."""
    command.add_argument(
        "--exercises", metavar="FILE", help="a file of exercises, YAML or JSON, to have on the shelf as well"
    )


def version_argument(command: argparse.ArgumentParser) -> None:
    """A version of the shelf, and the file of exercises that may have it."""
    stock_argument(command)
    command.add_argument(
        "version", metavar="EXERCISE[/VERSION]", help="such as bridge/half-bridge; by itself, its base"
    )


def stock_of(asked: argparse.Namespace) -> Shelf:
    """What ships, and what a file brings along."""
    if not asked.exercises:
        return load_shelf()
    documents = of_file(asked.exercises, lambda data: read_exercises(data, load_shelf()))
    return with_exercises(load_shelf(), documents)


def of_file(name: str, read: Callable[[bytes], Value]) -> Value:
    """What ``read`` makes of a file, or of standard input for ``-``; an error names the file first."""
    try:
        return read(_bytes(name))
    except InputError as error:
        raise InputError(str(error), "standard input" if name == "-" else name) from None


def _bytes(name: str) -> bytes:
    if name == "-":
        return sys.stdin.buffer.read(LARGEST_FILE + 1)
    try:
        with Path(name).open("rb") as file:
            return file.read(LARGEST_FILE + 1) if Path(name).stat().st_size <= LARGEST_FILE else file.read()
    except OSError as error:
        raise PlanError(f"cannot be read: {error.strerror}") from None
    except ValueError:
        raise PlanError("is no name that a file can have") from None


def version_of(asked: argparse.Namespace) -> tuple[Exercise, Version]:
    """The exercise and version that were asked; by itself, its base."""
    return version_named(asked.version, stock_of(asked))


def version_named(name: str, shelf: Shelf) -> tuple[Exercise, Version]:
    """``bridge/half-bridge``, or ``bridge`` for its base. Raises :class:`PlanError`."""
    exercise_id, _, version_id = name.partition("/")
    exercise = shelf.exercise(exercise_id)
    return exercise, exercise.version(version_id or exercise.base)


def write_file(name: str, text: str) -> None:
    """Raises :class:`InputError` where it cannot be written."""
    try:
        Path(name).write_text(text, encoding="utf-8")
    except OSError as error:
        raise InputError(f"cannot be written: {error.strerror}", name) from None
    except ValueError:
        raise InputError("is no name that a file can have", "FILE") from None


def today() -> datetime.date:
    """The day it is here."""
    return datetime.datetime.now().astimezone().date()
