"""Cases written before the rules were tuned, judged: how many agree, and every miss. Run with -s to read them."""

from dataclasses import dataclass
from pathlib import Path

import yaml

from fairbench.core.fit.profile import profile_of
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.red_flags_doc import load_red_flags
from fairbench.core.people.conditions import Declared
from fairbench.core.people.red_flags import flags_of
from fairbench.core.people.rules import Effect
from fairbench.core.people.standing import clearance_wanted, talk_wanted
from fairbench.core.sides import Side
from tests.every import every

SHELF = load_shelf()
CONDITIONS = load_conditions()
FILE = Path(__file__).parents[2] / "data/judged_cases.yaml"
CASES = yaml.safe_load(FILE.read_text(encoding="utf-8"))
STRICTER = {"fine": 0, "ease": 1, "avoid": 2, "talk": 3}
LEAST_AGREEMENT = 0.97
MEANT_SO = {("breast-surgery right early", "wall-slide/seated-slide")}
"""Above shoulder height in the first weeks: the surgeons' usual limit stands against what the case wanted."""


@dataclass(frozen=True)
class Judged:
    case: dict
    got: str

    @property
    def agrees(self) -> bool:
        return self.got == self.case["wants"] or (self.case["wants"] == "ease" and self.got == "avoid")

    @property
    def is_serious(self) -> bool:
        """Milder than wanted by more than a step, or no talk where one was wanted."""
        wanted = self.case["wants"]
        return STRICTER[wanted] - STRICTER[self.got] > 1 or (wanted == "talk" and self.got != "talk")


def declared(text: str) -> tuple[Declared, ...]:
    """``stroke left arm helps; falls`` as conditions."""
    found = []
    for part in filter(None, (piece.strip() for piece in text.split(";"))):
        name, *rest = part.split(" ")
        side = Side(rest.pop(0)) if rest and rest[0] in list(Side) else None
        option, condition = " ".join(rest), CONDITIONS.condition(name)
        severity, stage = (option if option in options else "" for options in (condition.severities, condition.stages))
        assert not option or severity or stage, part
        found.append(Declared(name, side, severity, stage))
    return tuple(found)


def judged(case: dict) -> Judged:
    """What is asked of a clinician counts as cleared unless that is what is wanted to be said."""
    people, (exercise, _, version) = declared(case["who"]), case["does"].partition("/")
    says = [flag.strip() for flag in case.get("says", "").split(",") if flag.strip()]
    if flags_of(says, load_red_flags()):
        return Judged(case, "talk")
    if case["wants"] == "talk":
        first = clearance_wanted(people, frozenset(), CONDITIONS) or talk_wanted(people, CONDITIONS)
        return Judged(case, "talk" if first else "fine")
    both = profile_of(people, CONDITIONS).both(SHELF.exercise(exercise).version(version))
    against = [hit.effect for made in both for hit in made.against]
    return Judged(case, "avoid" if Effect.AVOID in against else "ease" if against else "fine")


ALL = [judged(case) for case in CASES]


def test_the_set_is_large_and_half_of_it_is_fine() -> None:
    assert len(CASES) >= 120
    assert 0.4 <= sum(case["wants"] == "fine" for case in CASES) / len(CASES) <= 0.6
    assert all(case["why"] and case["kind"] for case in CASES)


def test_agreement_and_every_miss() -> None:
    misses = [one for one in ALL if not one.agrees]
    for miss in misses:
        print(f"{miss.case['who']} · {miss.case['does']}: wanted {miss.case['wants']}, got {miss.got}")
    print(f"{len(ALL) - len(misses)} of {len(ALL)} agree")
    assert 1 - len(misses) / len(ALL) >= LEAST_AGREEMENT


@every("one", ALL, ids=[f"{case['who']}-{case['does']}" for case in CASES])
def test_no_miss_is_serious(one) -> None:
    assert not one.is_serious, one


def test_what_should_be_fine_is_not_ruled_out() -> None:
    ruled_out = {
        (one.case["who"], one.case["does"]) for one in ALL if one.case["wants"] == "fine" and one.got == "avoid"
    }
    assert ruled_out == MEANT_SO
