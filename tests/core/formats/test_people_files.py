"""People and cases as files: what earlier versions wrote is read as it was meant."""

import datetime
import json

import pytest

from fairbench.core.errors import InputError
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.people_doc import read_cases, read_people

TODAY = datetime.date(2026, 11, 26)


def test_overrides_by_their_older_name() -> None:
    override = {"exercise": "bridge", "version": "full-bridge", "reason": "Asked for it."}

    def read(name: str):
        return read_people(json.dumps([{"id": "nerys", name: [override]}]).encode(), load_conditions(), TODAY)

    assert read("overruled") == read("overrides")
    assert [(shown.exercise, shown.version) for shown in read("overruled")[0].overrides] == [("bridge", "full-bridge")]


def test_demands_by_their_older_names() -> None:
    def read(*demands: tuple[str, float]):
        asked = [{"id": name, "value": value} for name, value in demands]
        case = {"conditions": [{"condition": "stenosis"}], "demands": asked}
        return read_cases(json.dumps(case).encode(), load_conditions(), TODAY)[0]

    assert read(("shoulder_lever", 0.1), ("unsteadiness", 0.04)) == read(
        ("shoulder_moment", 0.1), ("stability_margin", -0.04)
    )
    assert read(("unsteadiness", 0.04)) != read(("stability_margin", 0.04))


def first(**said) -> str:
    """Why somebody of a file talks first."""
    return read_people(json.dumps([{"id": "nerys", **said}]).encode(), load_conditions(), TODAY)[0].talk_first


def test_a_file_carries_dates_figures_and_weeks() -> None:
    hip = {"condition": "hip-replacement", "side": "left", "severity": "front approach"}
    for said, stage in (({"since": "2026-10-08"}, "early"), ({"weeks": 12}, "settled"), ({}, "")):
        case = {"conditions": [hip | said, {"condition": "limit-hip-bend", "measure": 90}]}
        declared = read_cases(json.dumps(case).encode(), load_conditions(), TODAY)[0].declared
        assert (declared[0].stage, declared[1].measure) == (stage, 90)


def test_a_file_carries_readings_events_screening_and_advice() -> None:
    assert first() == ""
    assert first(readings=[{"reading": "blood-pressure", "values": [184, 90]}]).startswith("Blood pressure 184/90 mmHg")
    assert first(readings=[{"reading": "blood-pressure", "values": [140, 90]}]) == ""
    assert first(screening={"given": None}) == "No screening yet: talk before the first class."
    assert first(screening={"given": "2026-06-01"}) == ""
    assert first(screening={"given": "2025-06-01"}) == "The screening ran out on 1 Jun 2026: ask again."
    assert first(screening={"given": "2026-06-01", "read": False}) == "The answers wait to be read together."
    fell = [{"what": "a fall", "on": "2026-08-01"}]
    assert first(events=fell) == "A fall on 1 Aug 2026: ask again before joining in."
    assert first(events=fell, screening={"given": "2026-06-01"}).startswith("A fall on 1 Aug 2026")
    assert first(events=fell, screening={"given": "2026-09-01"}) == ""


def test_advice_clears_until_its_last_day() -> None:
    retina = [{"condition": "retina"}]
    assert first(conditions=retina).startswith("Clearance from a clinician is wanted")
    for until, clears in (("2026-11-26", True), ("2026-11-25", False), (None, True)):
        advice = [{"about": "retina", "until": until}]
        assert bool(first(conditions=retina, advice=advice)) is not clears


def test_what_a_file_gets_wrong_is_said_with_its_place() -> None:
    for said, place in (
        (
            {"readings": [{"reading": "mood", "values": [1]}]},
            r"\[0\].readings\[0\].reading: .* 'mood'",
        ),
        ({"conditions": [{"condition": "stenosis", "since": "2026-01-01"}]}, r"conditions\[0\].since: .* no day"),
        ({"conditions": [{"condition": "limit-lift", "measure": 90}]}, r"conditions\[0\].measure: .* to 20 kg"),
        ({"events": [{"what": "a fall", "on": "soon"}]}, r"events\[0\].on"),
    ):
        with pytest.raises(InputError, match=place):
            first(**said)
