"""Cautions as data: every rule's own examples, sides, stages, and no over-warning."""

import datetime
import json
from pathlib import Path

import pytest

from fairbench.cli.__main__ import main
from fairbench.core.body.demands import WORDS, Demand
from fairbench.core.errors import CatalogueError, InputError
from fairbench.core.fit.cautions import DemandSet, cautions, demand_set, demand_set_of, triggered_rules
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.catalogue_folder import CATALOGUE
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.people_doc import read_people
from fairbench.core.formats.screening_doc import load_questions
from fairbench.core.people.conditions import ConditionError, Declared
from fairbench.core.people.rules import Effect, read_when
from fairbench.core.positions import Position
from fairbench.core.sides import Side
from tests.every import every

SHELF = load_shelf()
CONDITIONS = load_conditions()
RULES = [(condition, rule) for condition in CONDITIONS for rule in condition.rules]
IDS = [rule.id for _, rule in RULES]
ASKED_FOR = [
    "thin-bones",
    "spine-fracture",
    "stenosis",
    "back-bending",
    "back-arching",
    "sciatica",
    "neck-arthritis",
    "neck-unstable",
    "shoulder-pain",
    "frozen-shoulder",
    "cuff-repair",
    "shoulder-replacement",
    "elbow-tendon",
    "hand-arthritis",
    "thumb-arthritis",
    "wrist-pain",
    "carpal-tunnel",
    "hip-arthritis",
    "knee-arthritis",
    "hip-replacement",
    "knee-replacement",
    "ankle-pain",
    "neuropathy",
    "rheumatoid",
    "hypermobility",
    "high-blood-pressure",
    "heart-disease",
    "heart-failure",
    "pacemaker",
    "angina",
    "breathless-lungs",
    "diabetes-insulin",
    "dizziness",
    "positional-vertigo",
    "faint-on-standing",
    "falls",
    "fear-of-falling",
    "stroke",
    "parkinsons",
    "multiple-sclerosis",
    "memory-loss",
    "eye-pressure",
    "retina",
    "low-vision",
    "hearing-loss",
    "hernia",
    "pelvic-floor",
    "prolapse",
    "pregnancy",
    "pelvic-girdle",
    "after-birth",
    "parted-belly",
    "lymphoedema",
    "breast-surgery",
    "belly-operation",
    "chest-operation",
    "stiff-knee",
    "leg-loss",
    "arm-loss",
    "blood-thinners",
    "fatigue",
    "oxygen",
    "unwell",
]

MOST_AVOIDED = {"cuff-repair": 0.69, "no-weight-foot": 0.62, "wheelchair": 0.54}
"""An arm in a sling; a foot that carries nothing, and a wheelchair: everything is done sitting."""


def version(name: str):
    exercise, _, rung = name.partition("/")
    found = SHELF.exercise(exercise)
    return found.version(rung or found.base)


def of(name: str, declared: Declared, working: Side = Side.RIGHT) -> set[tuple[Effect, Side | None]]:
    return {(hit.effect, hit.side) for hit in cautions([declared], CONDITIONS, demand_set(version(name), working))}


def effects(name: str, declared: Declared, working: Side = Side.RIGHT) -> set[Effect]:
    return {effect for effect, _ in of(name, declared, working)} - {Effect.FAVOUR, Effect.WATCH}


def test_there_are_enough_and_all_that_were_asked_for() -> None:
    assert set(ASKED_FOR) <= set(CONDITIONS.by_id)
    assert len(RULES) >= 220


def examples(given: tuple) -> list[DemandSet]:
    found = []
    for example in given:
        if isinstance(example, str):
            found.append([demand_set(version(example), side) for side in Side])
        else:
            demands = [Demand(name, WORDS[name][0], value, WORDS[name][1]) for name, value in example if name in WORDS]
            facts = dict(example)
            position = Position.STANDING if facts.get("standing") else Position.SEATED
            found.append([demand_set_of(demands, position, facts.get("seconds", 0.0), facts.get("held", 0.0))])
    return found


@every(("condition", "rule"), RULES, ids=IDS)
def test_every_rule_meets_its_own_examples(condition, rule) -> None:
    declared = Declared(condition.id, Side.RIGHT if condition.sided else None)
    assert rule.triggers
    assert rule.spares
    if rule.is_measured:
        rule = rule.measured_at(condition.measure.least)
    for ways in examples(rule.triggers):
        assert any(triggered_rules(declared, [rule], way) for way in ways), rule.triggers
    for ways in examples(rule.spares):
        assert not any(triggered_rules(declared, [rule], way) for way in ways), rule.spares


@every(("condition", "rule"), RULES, ids=IDS)
def test_every_rule_is_said_plainly(condition, rule) -> None:
    assert rule.because.endswith(".")
    assert len(rule.because) < 130
    assert rule.kind
    assert rule.when_words


def test_a_left_shoulder_never_touches_a_right_arm() -> None:
    left = Declared("shoulder-pain", Side.LEFT, "marked")
    assert effects("band-row/one-arm", left, Side.RIGHT) == set()
    assert effects("wall-slide/one-hand-wall", left, Side.RIGHT) == set()
    assert Effect.AVOID in effects("wall-slide/one-hand-wall", left, Side.LEFT)
    for exercise in SHELF:
        for one in exercise.versions:
            hits = cautions([left], CONDITIONS, demand_set(one, Side.RIGHT))
            assert all(hit.side is not Side.RIGHT for hit in hits), one.id


def test_two_arms_are_eased_on_the_left_only() -> None:
    assert of("overhead-press/press-bottle", Declared("frozen-shoulder", Side.LEFT)) == {
        (Effect.EASE, Side.LEFT),
        (Effect.AVOID, Side.LEFT),
    }


def test_stage_and_severity_matter() -> None:
    early, settled = (Declared("hip-replacement", Side.RIGHT, stage=stage) for stage in ("early", "settled"))
    assert Effect.AVOID in effects("seated-march/knee-lift", early)
    assert effects("seated-march/knee-lift", settled) == set()
    calm, wild = (Declared("high-blood-pressure", severity=how) for how in ("controlled", "uncontrolled"))
    assert Effect.AVOID in effects("sit-stand-pace/pace-arms-crossed", wild)
    assert effects("sit-stand-pace/pace-arms-crossed", calm) == set()
    # What is not said is taken as the stricter.
    assert effects("seated-march/knee-lift", Declared("hip-replacement", Side.RIGHT)) == {Effect.AVOID}


def test_what_helps_is_favoured() -> None:
    assert (Effect.FAVOUR, None) in of("heel-drop/drop-rail", Declared("thin-bones", severity="mild"))
    assert (Effect.FAVOUR, None) in of("heel-raise/at-the-rail", Declared("fear-of-falling"))
    assert effects("heel-raise/at-the-rail", Declared("fear-of-falling")) == set()


@pytest.mark.sweep
@every("condition", list(CONDITIONS), ids=lambda c: c.id)
def test_nothing_warns_of_everything(condition) -> None:
    """Half the shelf stays fine or eased, whatever one has; only what keeps one in the chair, or up from the floor and
    off both arms, leaves less."""
    if condition.id == "unwell":
        return
    most = MOST_AVOIDED.get(condition.id, 0.52)
    for severity in condition.severities or ("",):
        for stage in condition.stages or ("",):
            declared = Declared(condition.id, None, severity, stage)
            avoided = total = 0
            for exercise in SHELF:
                for one in exercise.versions:
                    hits = cautions([declared], CONDITIONS, demand_set(one, Side.RIGHT))
                    avoided += any(hit.effect is Effect.AVOID for hit in hits)
                    total += 1
            assert avoided / total <= most, (severity, stage)


def test_the_reviewers_matrix_is_current() -> None:
    from fairbench.cli.text import matrix

    written = Path(__file__).resolve().parents[3] / "docs/cautions.md"
    assert written.read_text(encoding="utf-8") == matrix(CONDITIONS)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("spine_flexion >> 3", "is no test"),
        ("tail > 3", "there is no demand 'tail'"),
        ("spine_flexion > far", "is no test"),
    ],
)
def test_a_bad_test_is_named(text: str, says: str) -> None:
    with pytest.raises(CatalogueError, match=says):
        read_when(text)


@pytest.mark.parametrize(
    ("old", "new", "says"),
    [
        (
            "effect: avoid\n      when: floor",
            "effect: forbid\n      when: floor",
            r"conditions.yaml, line \d+, \[\d\].rules\[\d+\].effect: .*not 'forbid'",
        ),
        ("  severity: [mild, marked]\n  rules:", "  rules:", "thin-bones.rules"),
        ("  topic: bones", "  topic: bones\n  topic: back", r"conditions.yaml, line \d+: found duplicate key .topic."),
        ("  topic: bones", "  topik: bones", r"conditions.yaml, line \d+, \[0\].topic: is missing"),
        ("excludes: [no-floor]", "excludes: [no-roof]", "floor-with-chair.excludes: there is no condition 'no-roof'"),
    ],
)
def test_bad_data_names_file_line_and_field(tmp_path: Path, old: str, new: str, says: str) -> None:
    text = (CATALOGUE / "conditions.yaml").read_text(encoding="utf-8")
    assert old in text
    (tmp_path / "conditions.yaml").write_text(text.replace(old, new, 1), encoding="utf-8")
    with pytest.raises(CatalogueError, match=says):
        load_conditions(tmp_path)


@pytest.mark.parametrize(
    ("people", "says"),
    [
        (
            '[{"id": "a", "conditions": [{"condition": "nope"}]}]',
            r"\[0\].conditions\[0\].condition: there is no condition",
        ),
        ('[{"id": "a", "conditions": [{"condition": "thin-bones", "side": "left"}]}]', "low bone density has no side"),
        ('[{"id": "a", "conditions": [{"condition": "angina", "stage": "mad"}]}]', "angina has no stage 'mad'"),
        (
            '[{"id": "a", "conditions": [{"condition": "no-floor"}, {"condition": "floor-with-chair"}]}]',
            "cannot both be",
        ),
        ('[{"id": "a"}, {"id": "a"}]', "two people have the same id"),
        ('[{"id": "a", "pace": 9}]', r"\[0\].pace: pace must be 1 to 3"),
        ("[{]", "is not JSON"),
    ],
)
def test_bad_people_are_named(people: str, says: str) -> None:
    with pytest.raises(InputError, match=says):
        read_people(people.encode(), CONDITIONS, datetime.date(2026, 11, 26))


def test_declaring_twice_and_not_alike_is_refused() -> None:
    early, settled = (Declared("hip-replacement", Side.LEFT, stage=stage) for stage in ("early", "settled"))
    with pytest.raises(ConditionError, match="declared twice, and not alike"):
        CONDITIONS.check_together([early, settled])
    CONDITIONS.check_together([early, Declared("hip-replacement", Side.RIGHT, stage="settled")])


@pytest.mark.parametrize(
    ("case", "verdict"),
    [
        ({"conditions": [], "demands": [{"id": "spine_flexion", "value": 70}]}, "as planned"),
        (
            {
                "conditions": [{"condition": "spine-fracture", "cleared": True}],
                "demands": [{"id": "spine_flexion", "value": 45}],
            },
            "avoid",
        ),
        (
            {"conditions": [{"condition": "spine-fracture"}], "demands": [{"id": "spine_flexion", "value": 45}]},
            "talk first",
        ),
        ({"conditions": [{"condition": "thin-bones"}], "demands": [{"id": "spine_flexion", "value": 45}]}, "ease"),
        ({"conditions": [{"condition": "retina"}], "demands": []}, "talk first"),
        ({"conditions": [{"condition": "retina", "cleared": True}], "demands": []}, "as planned"),
        (
            {
                "conditions": [{"condition": "frozen-shoulder", "side": "left"}],
                "demands": [{"id": "shoulder_elevation", "value": 150, "side": "right"}],
            },
            "as planned",
        ),
        (
            {
                "conditions": [{"condition": "frozen-shoulder", "side": "left"}],
                "demands": [{"id": "shoulder_elevation", "value": 150, "side": "left"}],
            },
            "ease",
        ),
    ],
)
def test_a_case_is_judged_on_the_command_line(tmp_path: Path, capsys, case: dict, verdict: str) -> None:
    file = tmp_path / "case.json"
    file.write_text(json.dumps(case), encoding="utf-8")
    assert main(["judge", str(file), "--json"]) == 0
    out = json.loads(capsys.readouterr().out)
    assert out["verdict"] == verdict
    assert bool(out["applies"] or out["reasons"]) == (verdict != "as planned")


@pytest.mark.sweep
def test_cautions_and_conditions_on_the_command_line(capsys) -> None:
    assert main(["caution", "shoulder-pain:left:mild,thin-bones", "overhead-press", "--json"]) == 0
    hits = json.loads(capsys.readouterr().out)
    assert {hit["side"] for hit in hits if hit["condition"] == "shoulder-pain"} == {"left"}
    assert main(["caution", "shoulder-pain:up", "overhead-press"]) == 2
    assert "shoulder pain has no option 'up'" in capsys.readouterr().err
    assert main(["conditions", "--json"]) == 0
    assert {one["id"] for one in json.loads(capsys.readouterr().out)} == set(CONDITIONS.by_id)
    assert main(["conditions", "--warned"]) == 0
    assert "under half is fine or eased" in capsys.readouterr().out


def test_the_questions_are_short_and_lead_somewhere() -> None:
    questions = load_questions()
    assert len({question.group for question in questions}) >= 12
    for question in questions:
        assert question.ask.endswith("?")
        assert len(question.ask) < 130


def test_many_cases_are_judged_in_one_run_and_one_that_is_wrong_is_named(tmp_path: Path, capsys) -> None:
    file = tmp_path / "cases.json"
    cases = [{"conditions": [], "flags": ["calf"]}, {"conditions": []}]
    file.write_text(json.dumps(cases), encoding="utf-8")
    assert main(["judge", str(file), "--json"]) == 0
    out = json.loads(capsys.readouterr().out)
    assert [one["verdict"] for one in out] == ["talk first", "as planned"]
    assert out[0]["reasons"][0].startswith("Swollen calf: No exercise")
    file.write_text(json.dumps([{}, {"flags": ["boredom"]}]), encoding="utf-8")
    assert main(["judge", str(file), "--json"]) != 0
    assert "[1].flags[0]: there is no red flag 'boredom'" in capsys.readouterr().err


def test_what_a_condition_leaves_fine_is_listed_by_family(capsys) -> None:
    assert main(["conditions", "--fine", "neck-unstable"]) == 0
    out = capsys.readouterr().out
    assert "knee-straighten/" in out
    assert "swim/swim-both" not in out
    assert main(["conditions", "--fine", "nothing"]) != 0
