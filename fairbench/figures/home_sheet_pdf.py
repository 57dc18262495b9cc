"""Home sheets as PDF, and how many pages each comes to."""

import gc
import io
import tempfile
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, replace
from pathlib import Path

from fontTools.ttLib import TTFont
from pypdf import PdfWriter
from weasyprint import HTML

from fairbench.core.exercises.shelf import Shelf
from fairbench.core.handouts.home import HomeRules
from fairbench.core.kept import kept

from .home_sheet import FACES, Face, Printed, sheets_html


@dataclass(frozen=True, slots=True)
class Pdf:
    """A file with its number of pages."""

    data: bytes
    pages: int


def sheet_pdf(printed: Printed, rules: HomeRules, shelf: Shelf, paper: str = "A4") -> Pdf:
    """One sheet."""
    faces = _unpacked()
    with _uncollected():
        document = HTML(string=sheets_html([printed], rules, shelf, paper, faces)).render()
        data: bytes = document.write_pdf()
        return Pdf(data, len(document.pages))


@contextmanager
def _uncollected() -> Iterator[None]:
    """Nothing of a sheet is garbage until it is made; to look for some meanwhile takes a fifth of its time."""
    was = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if was:
            gc.enable()


@kept(1)
def _folder() -> tempfile.TemporaryDirectory[str]:
    """Goes away with the process."""
    return tempfile.TemporaryDirectory(prefix="fairbench-fonts-", ignore_cleanup_errors=True)


@kept(1)
def _unpacked() -> tuple[Face, ...]:
    """The typeface unpacked once: to unpack it for each sheet takes an eighth of its time."""
    made = []
    for face in FACES:
        font = TTFont(face.file)
        font.flavor = None
        unpacked = replace(face, file=Path(_folder().name) / f"{face.file.stem}.ttf")
        font.save(unpacked.file)
        made.append(unpacked)
    return tuple(made)


def one_after_the_other(files: Sequence[bytes]) -> bytes:
    """Files of sheets as one, each beginning on the front of a page of its own, to be printed on both sides."""
    writer = PdfWriter()
    for data in files:
        writer.append(io.BytesIO(data))
        if len(writer.pages) % 2 and data is not files[-1]:
            writer.add_blank_page()
    written = io.BytesIO()
    writer.write(written)
    return written.getvalue()
