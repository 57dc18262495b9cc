"""How somebody shares the work of an item between their sides, where that is noted otherwise than planned."""

from dataclasses import replace

from ..dose.dose import Dose
from ..people.own_sides import OwnSharing, Sharing, sharing_of
from ..people.person import Person
from ..sides import Side, Sides
from .verdict import Verdict, VerdictKind


def with_own_sharing(verdict: Verdict, dose: Dose) -> Verdict:
    """The verdict with the person's own way of sharing, as one more thing that is done otherwise. It stays as it is
    where nothing is noted, nothing suits, both sides work at once, or the plan says the same anyway; and where the one
    side that they are to work is one that rests."""
    version, person = verdict.version, verdict.person
    own = sharing_of(verdict.exercise.id, person.own_sharing)
    if own is None or version is None or not (dose.sides.tell_sides and version.limbs.tells_sides):
        return verdict
    side = _side(own, person, verdict.exercise.id)
    if own.how is Sharing.ONLY and side is not None and dose.sides is not Sides.ONE_SIDE:
        return _only(verdict, side)
    words = _words(own, side, dose)
    if not words:
        return verdict
    left, right = (
        replace(made, easings=(*made.easings, words)) if made.version is not None else made
        for made in (verdict.left, verdict.right)
    )
    return replace(verdict, kind=_at_least_eased(verdict), left=left, right=right)


def _side(own: OwnSharing, person: Person, exercise: str) -> Side | None:
    """Their left or right; None where it is whichever is weaker or affected, and that is not known."""
    return person.own_side(own.side, exercise) if own.side.is_personal else Side(own.side.value)


def _only(verdict: Verdict, side: Side) -> Verdict:
    """One side alone; the other rests while the others do theirs."""
    works, rests = (verdict.left, verdict.right) if side is Side.LEFT else (verdict.right, verdict.left)
    if works.version is None or rests.version is None:
        return verdict
    resting = replace(rests, version=None, easings=())
    left, right = (works, resting) if side is Side.LEFT else (resting, works)
    return replace(verdict, kind=_at_least_eased(verdict), version=works.version, left=left, right=right)


def _words(own: OwnSharing, side: Side | None, dose: Dose) -> str:
    """What is said to them, to be done; empty where the plan says it anyway."""
    one_side = dose.sides is Sides.ONE_SIDE
    if own.how is Sharing.SAME:
        return "half of it on each side" if one_side else "no set more on either side" if dose.more else ""
    planned = dose.first is own.side
    if own.how is Sharing.MORE:
        said = "a set more on their {}" if dose.has_two_sides and not (dose.more and planned) else ""
    elif own.how is Sharing.FIRST:
        said = "their {} first" if not (planned or one_side) else ""
    else:
        said = "only their {}" if not planned else ""
    which = side.value if side else f"{own.side.value} side"
    return said.format(which) + (": ask which" if said and side is None else "")


def _at_least_eased(verdict: Verdict) -> VerdictKind:
    return VerdictKind.EASED if verdict.kind is VerdictKind.AS_PLANNED else verdict.kind
