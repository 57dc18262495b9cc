"""Readings: the usual figures beyond which nobody joins in yet, and what cannot be read."""

from pathlib import Path

import pytest

from fairbench.core.errors import CatalogueError, InputError
from fairbench.core.formats.catalogue_folder import CATALOGUE
from fairbench.core.formats.readings_doc import load_readings, reading
from fairbench.core.people.readings import strictest
from fairbench.core.people.screening import Outcome

TALK, CLEARANCE = Outcome.TALK_FIRST, Outcome.CLEARANCE


@pytest.mark.parametrize(
    ("kind", "values", "lead"),
    [
        ("blood-pressure", (179, 99), None),
        ("blood-pressure", (180, 70), CLEARANCE),
        ("blood-pressure", (150, 110), CLEARANCE),
        ("blood-pressure", (150, 100), TALK),
        ("blood-pressure", (89, 60), TALK),
        ("blood-pressure", (90, 60), None),
        ("pulse", (99,), None),
        ("pulse", (100,), TALK),
        ("pulse", (120,), CLEARANCE),
        ("oxygen", (90,), None),
        ("oxygen", (89,), TALK),
        ("oxygen", (87,), CLEARANCE),
        ("sugar", (5,), None),
        ("sugar", (4.9,), TALK),
        ("sugar", (3.9,), CLEARANCE),
        ("sugar", (13.9,), None),
        ("sugar", (14,), TALK),
        ("sugar", (20,), CLEARANCE),
        ("temperature", (37.9,), None),
        ("temperature", (38,), CLEARANCE),
    ],
)
def test_levels(kind: str, values: tuple[float, ...], lead: Outcome | None) -> None:
    found = reading(kind, values)
    assert (found.level.lead if found.level else None) is lead
    assert bool(found.reason) is (lead is not None)


def test_words() -> None:
    assert reading("blood-pressure", (182, 96)).words == "blood pressure 182/96 mmHg"
    assert reading("oxygen", (91,)).words == "oxygen 91%"
    assert reading("oxygen", (86,)).reason.startswith("Oxygen 86%. Not with this")


def test_the_last_of_a_kind_counts_and_the_strictest_of_all() -> None:
    high, calm, low = (
        reading("blood-pressure", (190, 90)),
        reading("blood-pressure", (150, 90)),
        reading("sugar", (4.5,)),
    )
    assert strictest([high]) is high
    assert strictest([high, calm]) is None
    assert strictest([calm, high, low]) is high
    assert strictest([high, calm, low]) is low


@pytest.mark.parametrize(
    ("kind", "values", "says"),
    [
        ("blood-pressure", (120,), "blood pressure is 2 figures: upper/lower"),
        ("pulse", (70, 71), "pulse at rest is one figure: rate"),
        ("blood-pressure", (120, 900), "blood pressure, lower: 900 is not from 20 to 200"),
        ("mood", (3,), "there is no reading 'mood'"),
    ],
)
def test_what_cannot_be_read_is_named(kind: str, values: tuple[float, ...], says: str) -> None:
    with pytest.raises(InputError, match=says):
        reading(kind, values)


def test_a_level_of_a_part_that_there_is_not_names_its_line(tmp_path: Path) -> None:
    text = (CATALOGUE / "readings.yaml").read_text(encoding="utf-8")
    (tmp_path / "readings.yaml").write_text(text.replace("under: {upper: 90}", "under: {uper: 90}"), encoding="utf-8")
    with pytest.raises(CatalogueError, match=r"readings.yaml, line \d+, blood-pressure.levels"):
        load_readings(tmp_path)
