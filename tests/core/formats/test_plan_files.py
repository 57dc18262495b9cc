"""Plans as files: out and in again, and every bad file named with its place."""

import json
import re
from pathlib import Path

import pytest
from hypothesis import given

from fairbench.core.errors import InputError
from fairbench.core.formats.catalogue_doc import exercise_schema
from fairbench.core.formats.class_doc import class_schema
from fairbench.core.formats.conditions_doc import conditions_schema
from fairbench.core.formats.people_doc import people_schemas
from fairbench.core.formats.plan_doc import plan_schema, read_plan, write_plan
from fairbench.core.formats.pose_doc import body_schemas
from fairbench.core.formats.ready_classes_doc import load_ready_classes
from fairbench.core.plan.plan import Plan
from tests.core import strategies
from tests.core.strategies import SHELF

FORMATS = Path(__file__).resolve().parents[3] / "docs/formats"


@pytest.mark.sweep
@given(strategies.plans())
def test_out_and_in_again(plan: Plan) -> None:
    assert read_plan(write_plan(plan).encode(), SHELF) == plan


def test_assumed_figures_stay_left_out() -> None:
    text = (FORMATS / "example-plan.json").read_text(encoding="utf-8")
    plan = read_plan(text, SHELF)
    assert read_plan(write_plan(plan), SHELF) == plan
    loose = _with(dose={"kind": "repetitions", "reps": 8})
    dose = next(read_plan(json.dumps(loose), SHELF).items()).dose
    assert dose
    assert dose.assumed == {"tempo", "rest", "switch"}
    written = json.loads(write_plan(read_plan(json.dumps(loose))))
    assert written["blocks"][0]["items"][0]["dose"] == {
        "kind": "repetitions",
        "reps": 8,
        "sides": "together",
        "sets": 1,
        "ends": "count",
    }


def test_published_schemas_are_current() -> None:
    for name, schema in (
        ("plan", plan_schema()),
        ("exercises", exercise_schema()),
        ("class", class_schema()),
        ("body", body_schemas()),
        ("people", people_schemas()),
        ("conditions", conditions_schema()),
    ):
        assert json.loads((FORMATS / f"{name}.schema.json").read_text(encoding="utf-8")) == schema


def _with(item: dict | None = None, dose: dict | None = None, **facts) -> dict:
    entry = {"id": "a", "exercise": "band-row", "version": "no-band", **(item or {})}
    if dose is not None:
        entry["dose"] = dose
    plan = {"format": "fairbench-plan", "format_version": 1, "name": "P", "length_min": 45}
    return {**plan, "blocks": [{"kind": "strengthen", "items": [entry]}], **facts}


ITEM = "blocks[0].items[0]"


@pytest.mark.parametrize(
    ("document", "place", "says"),
    [
        (_with(dose={"kind": "repetitions", "reps": 0}), f"{ITEM}.dose.reps", "must be 1 to 100, not 0"),
        (_with(dose={"kind": "repetitions", "reps": 10_000}), f"{ITEM}.dose.reps", "not 10000"),
        (_with(dose={"kind": "repetitions"}), f"{ITEM}.dose.reps", "is missing"),
        (_with(dose={"reps": 3}), f"{ITEM}.dose", "needs a 'kind'"),
        (_with(dose={"kind": "hops", "reps": 3}), f"{ITEM}.dose", "kind must be one of repetitions, hold"),
        (_with(dose={"kind": "hold", "seconds": "20"}), f"{ITEM}.dose.seconds", "valid number, not '20'"),
        (_with(dose={"kind": "repetitions", "reps": 8, "tempo": {"work": 99}}), f"{ITEM}.dose.tempo.work", "0 to 30"),
        (
            _with(
                dose={"kind": "sequence", "parts": [{"kind": "timed", "seconds": 9}, {"kind": "pulses", "count": 0}]}
            ),
            f"{ITEM}.dose.parts[1].count",
            "must be 1 to 60",
        ),
        (_with(dose={"kind": "timed", "seconds": 60, "speed": 3}), f"{ITEM}.dose.speed", "not a field"),
        (_with({"exercise": "kite-flying"}), f"{ITEM}.exercise", "no exercise 'kite-flying'"),
        (_with({"version": "upside-down"}), f"{ITEM}.version", "no version 'upside-down'"),
        (_with({"rest_after": 9999}), f"{ITEM}.rest_after", "0 to 300"),
        (_with({"note": "a\x00b"}), f"{ITEM}.note", "control character"),
        (_with({"note": "\ud800"}), f"{ITEM}.note", "half a character"),
        (_with(name=""), "name", "needs a name"),
        (_with(length_min=45.5), "length_min", "valid integer"),
        (_with(format="other"), "format", "fairbench-plan"),
        (_with(lead="middle"), "lead", "'left' or 'right'"),
        (_with(blocks=[{"kind": "sprint", "items": []}]), "blocks[0].kind", "'settle'"),
        ([], "", "an object with named fields"),
    ],
)
def test_bad_files_are_named_with_their_place(document, place, says) -> None:
    with pytest.raises(InputError) as error:
        read_plan(json.dumps(document), SHELF)
    assert error.value.place == place
    assert says in error.value.message


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b"", "not JSON"),
        (b"%PDF-1.7 ...", "line 1, column 1: not JSON"),
        (b"\xff\xfe\x00", "not UTF-8"),
        (b"[" * 200_000, "nested too deeply"),
        (b'{"length_min": NaN}', "NaN is not a number"),
        (b" " * 5_000_000, "the file is 5.0 MB; a plan has at most 1 MB"),
    ],
)
def test_files_that_are_no_plan_at_all(data: bytes, says: str) -> None:
    with pytest.raises(InputError) as error:
        read_plan(data, SHELF)
    assert says in str(error.value)


def test_markup_emoji_and_right_to_left_names_are_only_text() -> None:
    for name in ("<script>alert(1)</script>", "🧘 stretch", "תוכנית לבוקר", "a\u202eb"):
        assert read_plan(json.dumps(_with(name=name))).name == name


def test_the_example_of_a_circuit_is_the_ready_class() -> None:
    text = (FORMATS / "example-circuit.json").read_text(encoding="utf-8")
    assert read_plan(text, SHELF) == load_ready_classes()["band-arm-by-arm"].plan


def test_a_file_from_before_brackets_is_read_as_it_was_meant() -> None:
    plan = read_plan((FORMATS / "example-plan.json").read_text(encoding="utf-8"), SHELF)
    assert (plan.brackets, plan.lines, plan.purpose, plan.end, plan.put_aside) == ((), (), "full", None, frozenset())
    assert not any(item.bracket or item.optional or item.beside or item.steps for item in plan.items())


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"brackets": [{"id": "x", "kind": "rounds"}]}, "stand together"),
        ({"brackets": [{"id": "x", "kind": "spiral"}]}, "brackets[0].kind"),
        ({"lines": [{"id": "l", "kind": "water", "before": "nowhere"}]}, "not in the plan"),
        ({"lines": [{"id": "l", "kind": "check", "seconds": 1}]}, "lines[0]"),
        ({"purpose": "fun"}, "purpose"),
    ],
)
def test_what_holds_a_plan_together_is_checked(change: dict, says: str) -> None:
    document = json.loads((FORMATS / "example-plan.json").read_text(encoding="utf-8")) | change
    with pytest.raises(InputError, match=re.escape(says)):
        read_plan(json.dumps(document), SHELF)


@pytest.mark.parametrize(
    ("style", "says"),
    [({"no-such": "x"}, "there is no question 'no-such'"), ({"eyes": "shut"}, "has no answer 'shut'")],
)
def test_a_style_that_is_not_there_is_named_with_its_place(style, says) -> None:
    document = json.loads((FORMATS / "example-circuit.json").read_text(encoding="utf-8")) | {"style": style}
    with pytest.raises(InputError, match=says) as error:
        read_plan(json.dumps(document), SHELF)
    assert error.value.place.startswith("style")
