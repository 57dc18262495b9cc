"""What a worker knows before its first visitor."""

import gzip
from pathlib import Path

import pytest

from fairbench.core.body.movement import KNOWN, demands
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.cautions import demand_set
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.demands_doc import digest, work_out
from fairbench.core.sides import Side


@pytest.fixture
def unknown():
    KNOWN.forget()
    demands.cache_clear()
    demand_set.cache_clear()
    yield
    KNOWN.forget()
    demands.cache_clear()
    demand_set.cache_clear()


FEW = Shelf({exercise.id: exercise for exercise in list(load_shelf())[::20]})
"""Enough of the shelf to tell what was kept from what was not."""


def asked(shelf: Shelf) -> dict[tuple[str, str, Side], tuple]:
    every = ((exercise, version) for exercise in shelf for version in exercise.versions)
    return {(e.id, v.id, side): demands(v.movement, side) for e, v in every for side in Side}


def test_nobody_waits_for_what_the_shelf_asks(unknown, settings, tmp_path: Path) -> None:
    settings.LOCAL = tmp_path
    from fairbench.web import wsgi

    wsgi.be_ready()
    worked_out = demands.cache_info().misses
    assert worked_out > 500
    asked(load_shelf())
    assert demands.cache_info().misses == worked_out


def test_what_was_kept_is_what_is_worked_out_and_a_broken_file_is_worked_out_anew(unknown, tmp_path: Path) -> None:
    (tmp_path / "demands-of-before.json.gz").write_bytes(b"old")
    assert work_out(FEW, tmp_path) is False
    fresh = asked(FEW)
    (kept,) = tmp_path.iterdir()
    assert digest()[:16] in kept.name
    KNOWN.forget()
    demands.cache_clear()
    assert work_out(FEW, tmp_path) is True
    assert asked(FEW) == fresh
    whole = kept.read_bytes()
    for broken in (whole[:-200], b"", gzip.compress(b"{}"), gzip.compress(b'{"digest": "of before"}')):
        kept.write_bytes(broken)
        KNOWN.forget()
        demands.cache_clear()
        assert work_out(FEW, tmp_path) is False
        assert kept.read_bytes() == whole


def test_a_folder_that_cannot_be_written_is_no_reason_to_fail(unknown, tmp_path: Path) -> None:
    (tmp_path / "a-file").write_text("in the way")
    assert work_out(FEW, tmp_path / "a-file" / "folder") is False
