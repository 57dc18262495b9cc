"""The command line: what it prints, and one clear line with exit code 2 for wrong input."""

import io
import json
from pathlib import Path

import pytest

from fairbench.cli.__main__ import main
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.exercises_doc import exercise_document, write_json, write_yaml

PLAN = str(Path(__file__).resolve().parents[2] / "docs/formats/example-plan.json")


def test_time_prints_steps_and_totals(capsys) -> None:
    assert main(["time", PLAN]) == 0
    out = capsys.readouterr().out
    assert "Weight curl · their right · set 3 of 3" in out
    assert "in all       9:47 of 10:00, 0:13 to spare" in out


def test_time_as_json_adds_up(capsys) -> None:
    assert main(["time", PLAN, "--json", "--known", "3", "--pace", "1.5"]) == 0
    value = json.loads(capsys.readouterr().out)
    assert value["total"] == sum(value["parts"].values()) == value["steps"][-1]["end"]
    assert value["items"][2]["count"] == 60
    assert value["items"][0]["explain"] == 6


def test_show_says_doses_in_words(capsys) -> None:
    assert main(["show", PLAN]) == 0
    assert "Weight curl, a light weight: 10 each arm · 3 sets · 60 in all" in capsys.readouterr().out
    assert main(["show", PLAN, "--json"]) == 0
    assert json.loads(capsys.readouterr().out)["plan"]["name"] == "Chair and rail"


def test_brackets_lines_and_sides_are_told(capsys) -> None:
    circuit = PLAN.replace("example-plan", "example-circuit")
    assert main(["show", circuit]) == 0
    shown = capsys.readouterr().out
    assert "[Arm by arm: all on the weaker side, then all on the other]" in shown
    assert "From seated to seated" in shown
    assert main(["time", circuit]) == 0
    told = capsys.readouterr().out
    assert told.index("weaker side") < told.index("other side")


def test_catalogue_lists_and_narrows(capsys) -> None:
    assert main(["catalogue", "band", "pull"]) == 0
    assert any(line.startswith("band-row ") for line in capsys.readouterr().out.splitlines())
    assert main(["catalogue", "--json"]) == 0
    assert len(json.loads(capsys.readouterr().out)) >= 30


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("{", "line 1, column 2: not JSON"),
        ('{"format": "fairbench-plan"}', "format_version: is missing"),
        (Path(PLAN).read_text(encoding="utf-8").replace('"reps": 10', '"reps": 0'), "blocks[2].items[0].dose.reps"),
        (Path(PLAN).read_text(encoding="utf-8").replace("bottle-curl", "kite"), "blocks[2].items[0].exercise"),
    ],
)
def test_wrong_input_is_one_line_and_exit_2(text, says, capsys, monkeypatch) -> None:
    monkeypatch.setattr("sys.stdin", io.TextIOWrapper(io.BytesIO(text.encode())))
    assert main(["time", "-"]) == 2
    captured = capsys.readouterr()
    assert captured.out == ""
    assert captured.err.count("\n") == 1
    assert says in captured.err


def test_a_missing_file_and_an_impossible_pace(capsys) -> None:
    assert main(["time", "/no/such/plan.json"]) == 2
    assert "cannot be read" in capsys.readouterr().err
    assert main(["time", PLAN, "--pace", "9"]) == 2
    assert "pace must be 1 to 3" in capsys.readouterr().err


def test_a_figure_is_written_or_printed(tmp_path, capsys) -> None:
    assert main(["figure", "bridge", "--view", "front", "--pose", "end", "--ink", "print"]) == 0
    printed = capsys.readouterr().out
    assert printed.startswith("<svg ")
    assert "Lying on the back, seen from the front" in printed
    file = tmp_path / "bridge.svg"
    assert main(["figure", "bridge", "--view", "front", "--pose", "end", "--ink", "print", "-o", str(file)]) == 0
    assert capsys.readouterr().out == ""
    assert file.read_text(encoding="utf-8") == printed
    assert main(["figure", "bridge", "-o", str(tmp_path / "no" / "such.svg")]) == 2
    assert "such.svg: cannot be written" in capsys.readouterr().err


def test_a_figure_of_the_other_side_is_told_so(capsys) -> None:
    main(["figure", "wall-slide/one-hand-wall", "--side", "right"])
    right = capsys.readouterr().out
    main(["figure", "wall-slide/one-hand-wall", "--side", "left"])
    left = capsys.readouterr().out
    assert right != left
    assert "right arm" in right
    assert "left arm" in left


def test_demands_are_told_with_pose_joint_and_shares(capsys) -> None:
    assert main(["demands", "push-up/on-knees"]) == 0
    words = capsys.readouterr().out
    assert "weight on the hands" in words
    assert main(["demands", "push-up/on-knees", "--json", "--side", "left"]) == 0
    value = json.loads(capsys.readouterr().out)
    hands = next(demand for demand in value["demands"] if demand["id"] == "hands_share")
    assert hands["unit"] == "%"
    assert hands["pose"] in {pose["pose"] for pose in value["poses"]}
    assert max(pose["shares"]["hands"] for pose in value["poses"]) * 100 == pytest.approx(hands["value"], abs=0.01)
    assert main(["demands", "push-up/on-clouds"]) == 2
    assert "on-clouds" in capsys.readouterr().err


def test_a_pose_file_is_held_up(tmp_path, capsys) -> None:
    file = tmp_path / "pose.json"
    file.write_text(json.dumps({"position": "standing", "person": {"mass": 60, "stature": 1.6}}), encoding="utf-8")
    assert main(["body", str(file), "--json"]) == 0
    out = json.loads(capsys.readouterr().out)
    assert out["shares"]["feet"] == pytest.approx(1.0)
    assert out["each"]["left_foot"] == pytest.approx(0.5)
    assert all(contact["gap"] <= 0.005 for contact in out["contacts"])
    assert main(["body", str(file)]) == 0
    assert "% of stature inside what holds it" in capsys.readouterr().out


def test_heavier_people_hold_more(tmp_path, capsys) -> None:
    level = {"shoulder_flex": 90, "elbow_flex": 0}
    moments = []
    for mass in (50, 100):
        file = tmp_path / f"{mass}.json"
        pose = {"position": "standing", "arms": "free", **level, "person": {"mass": mass, "stature": 1.7}}
        file.write_text(json.dumps(pose), encoding="utf-8")
        assert main(["body", str(file), "--json"]) == 0
        moments.append(json.loads(capsys.readouterr().out)["moments"]["right_shoulder"])
    assert moments[1] == pytest.approx(2 * moments[0], rel=0.01)


@pytest.mark.parametrize(
    ("pose", "says"),
    [
        ({"position": "hovering"}, "position: "),
        ({"position": "standing", "knee_flex": 190}, "knee"),
        ({"position": "standing", "tail": 3}, "tail"),
        ({"position": "seated", "arms": "feet"}, "hand does not reach feet"),
        ({"position": "standing", "person": {"mass": 5}}, "person.mass"),
        ({"position": "standing", "with": ["anvil"]}, "no way to hold 'anvil'"),
    ],
)
def test_a_wrong_pose_names_the_file_and_the_place(tmp_path, capsys, pose: dict, says: str) -> None:
    file = tmp_path / "pose.json"
    file.write_text(json.dumps(pose), encoding="utf-8")
    assert main(["body", str(file), "--json"]) == 2
    captured = capsys.readouterr()
    assert captured.out == ""
    assert captured.err.startswith(f"fairbench: {file}: ")
    assert says in captured.err


def test_an_error_names_which_of_two_files_it_is_in(tmp_path, capsys) -> None:
    people = tmp_path / "people.json"
    people.write_text('[{"id": "a", "name": "A", "conditions": [{"condition": "flat-feet"}]}]', encoding="utf-8")
    assert main(["fit", PLAN, str(people)]) == 2
    said = capsys.readouterr().err
    assert said.startswith(f"fairbench: {people}: ")
    assert "flat-feet" in said
    assert main(["fit", str(people), str(people)]) == 2
    assert capsys.readouterr().err.startswith(f"fairbench: {people}: ")


@pytest.mark.parametrize("which", ["plan", "exercises", "body", "people", "conditions", "class", "room"])
def test_schemas_are_printed_as_they_are_published(which: str, capsys) -> None:
    assert main(["schema", which]) == 0
    published = Path(PLAN).with_name(f"{which}.schema.json")
    assert json.loads(capsys.readouterr().out) == json.loads(published.read_text(encoding="utf-8"))


def test_the_spread_of_the_shelf_adds_up(capsys) -> None:
    assert main(["shelf", "--json"]) == 0
    value = json.loads(capsys.readouterr().out)
    assert value["exercises"] >= 130
    assert value["versions"] >= 420
    assert sum(count["exercises"] for count in value["families"].values()) == value["exercises"]
    assert sum(count["versions"] for count in value["positions"].values()) == value["versions"]
    assert main(["shelf"]) == 0
    assert f"{value['exercises']} exercises, {value['versions']} versions" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("case", "says"),
    [
        ('{"demands": [{"id": "spine_extension", "value": NaN}]}', "demands[0].value: "),
        ('{"demands": [{"id": "spine_extension", "value": 1e999}]}', "demands[0].value: "),
        ('{"demands": [{"id": "wing_span"}]}', "demands[0].id: there is no demand 'wing_span'"),
        ('{"demands": [3]}', "demands[0]: should be an object with named fields"),
        ('{"seconds": -1}', "seconds: "),
        ('{"position": "flying"}', "position: "),
        ('{"conditions": [{"condition": "stenosis", "side": "left"}]}', "conditions[0].side: "),
        ('{"conditions": [{"condition": "hip-replacement", "stage": "late"}]}', "has no stage 'late'"),
        ("[]", "should be an object with named fields"),
        ("{", "is not JSON"),
    ],
)
def test_a_case_that_says_nothing_sure_is_refused_and_not_judged(case: str, says: str, capsys, monkeypatch) -> None:
    monkeypatch.setattr("sys.stdin", io.TextIOWrapper(io.BytesIO(case.encode())))
    assert main(["judge", "-", "--json"]) == 2
    captured = capsys.readouterr()
    assert captured.out == ""
    assert captured.err.startswith("fairbench: standard input: ")
    assert says in captured.err


def test_every_movement_of_the_ready_classes_has_its_version(capsys) -> None:
    assert main(["ready"]) == 0
    shown = capsys.readouterr().out
    assert "Even weight on both seat bones → even-weight/even-hands" in shown
    assert main(["ready", "--json"]) == 0
    classes = json.loads(capsys.readouterr().out)
    assert len(classes) == 21
    assert sum(len(one["movements"]) for one in classes) == shown.count(" → ")
    assert all(movement["versions"] for one in classes for movement in one["movements"])


def test_exercises_of_ones_own_come_along_from_a_file(tmp_path, capsys) -> None:
    documents = [{**exercise_document(load_shelf().exercise("band-row")), "id": "own-haul", "name": "Hauling the nets"}]
    for name, text in (("own.yaml", write_yaml(documents)), ("own.json", write_json(documents))):
        file = tmp_path / name
        file.write_text(text, encoding="utf-8")
        assert main(["catalogue", "--exercises", str(file), "hauling"]) == 0
        assert "Hauling the nets" in capsys.readouterr().out
        assert main(["demands", "--exercises", str(file), "own-haul/one-arm"]) == 0
        assert main(["figure", "--exercises", str(file), "own-haul", "-o", str(tmp_path / "haul.svg")]) == 0
        capsys.readouterr()
    assert main(["catalogue", "hauling"]) == 0
    assert "Hauling" not in capsys.readouterr().out
    (tmp_path / "bad.yaml").write_text(write_yaml([{**documents[0], "base": "none"}]), encoding="utf-8")
    assert main(["catalogue", "--exercises", str(tmp_path / "bad.yaml")]) == 2
    assert "line" in capsys.readouterr().err
