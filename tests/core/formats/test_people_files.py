"""People and cases as files: what earlier versions wrote is read as it was meant."""

import json

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.people_doc import read_cases, read_people


def test_overrides_by_their_older_name() -> None:
    override = {"exercise": "bridge", "version": "full-bridge", "reason": "Asked for it."}

    def read(name: str):
        return read_people(json.dumps([{"id": "nerys", name: [override]}]).encode(), load_conditions())

    assert read("overruled") == read("overrides")
    assert [(shown.exercise, shown.version) for shown in read("overruled")[0].overrides] == [("bridge", "full-bridge")]


def test_demands_by_their_older_names() -> None:
    def read(*demands: tuple[str, float]):
        asked = [{"id": name, "value": value} for name, value in demands]
        case = {"conditions": [{"condition": "stenosis"}], "demands": asked}
        return read_cases(json.dumps(case).encode(), load_conditions())[0]

    assert read(("shoulder_lever", 0.1), ("unsteadiness", 0.04)) == read(
        ("shoulder_moment", 0.1), ("stability_margin", -0.04)
    )
    assert read(("unsteadiness", 0.04)) != read(("stability_margin", 0.04))
