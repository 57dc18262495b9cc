"""How much of a group does exercises as they stand."""

from fairbench.core.fit.group_share import group_shares
from fairbench.core.fit.verdict import VerdictKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Person

SHELF, CONDITIONS = load_shelf(), load_conditions()
BASES = [(exercise.id, exercise.base) for exercise in SHELF]


def shares(*people: Person):
    return group_shares(BASES, people, SHELF, CONDITIONS)


def test_who_has_nothing_declared_does_everything_as_it_stands() -> None:
    found = shares(Person("a", "A"), Person("b", "B"))
    assert len(found) == len(SHELF)
    assert {share.words for share in found.values()} == {"2 of 2 as it stands"}
    assert all(share.fits and share.share == 1 for share in found.values())


def test_nobody_is_no_reason_against_anything() -> None:
    assert all(share.fits for share in shares().values())


def test_everybody_is_counted_once_and_who_must_talk_first_is_told() -> None:
    found = shares(
        Person("a", "A"),
        Person("b", "B", conditions=(Declared("no-floor"),)),
        Person("c", "C", talk_first="No screening yet."),
    )
    for share in found.values():
        assert share.people == 3
        assert dict(share.kinds)[VerdictKind.TALK_FIRST] == 1
        assert share.words.startswith(("1 of 3", "2 of 3"))
        assert share.words.endswith("1 talk first")
        assert not share.fits
    assert found["bridge"].share == 1 / 3
    assert found["band-row"].share == 2 / 3
