"""The list to have ready, in plain sentences: for a group, or for one person with what they have at home."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from ..body.reach_of import Reach
from ..fit.verdict import Fit
from ..people.chair import ANY_CHAIR, ChairFacts
from ..positions import Level
from .ready import Ready


@dataclass(frozen=True, slots=True)
class Announced:
    """One thing to have ready: what it is, what can stand in for it, and on which side it lies."""

    prop: str
    words: str
    stand_in: str
    side: str

    @property
    def sentence(self) -> str:
        """``A resistance band, light, on your left; or tights or a long scarf (a light pull only).``"""
        side = f", on your {self.side}" if self.side else ""
        instead = ""
        if self.stand_in:
            what, _, note = self.stand_in.partition("; ")
            instead = f"; or {what}{f' ({note})' if note else ''}"
        return f"{self.words[:1].upper()}{self.words[1:]}{side}{instead}."


def announced(ready: Iterable[Ready], own: Mapping[str, str] | None = None) -> tuple[Announced, ...]:
    """Things in the order in which they are needed. ``own`` is what somebody has at home by prop: the thing itself
    where it says nothing, else what they take instead."""
    mine = own or {}
    return tuple(
        Announced(one.prop.id, one.words, _stand_in(one, mine), one.on_side) for one in ready if one.prop.id != "mat"
    )


def _stand_in(one: Ready, own: Mapping[str, str]) -> str:
    if one.prop.id in own:
        return own[one.prop.id] and f"your {own[one.prop.id]}"
    return one.prop.substitute


def place_advice(found: Fit, person: str | None = None, chair: ChairFacts = ANY_CHAIR) -> tuple[str, ...]:
    """What is said of the chair and the floor, by what is really done; for one person or for everybody."""
    verdicts = found.of_person(person) if person else tuple(found.verdicts.values())
    versions = [verdict.at_hand for verdict in verdicts]
    versions += [] if person else [time.version for time in found.timeline.items]
    said = []
    if any("chair" in version.props for version in versions):
        facts = f", {chair.words}" if chair.words else ""
        said.append(f"A firm chair without wheels that does not slide{facts}.")
    if any(version.position.level is Level.FLOOR for version in versions):
        said.append("A mat, or a folded blanket on carpet, with a firm chair beside it to get down and up by.")
    return tuple(said)


def space_words(reach: Reach) -> str:
    """``Clear 2.1 m from side to side and 1.4 m from front to back.``"""
    return f"Clear {reach.wide:.1f} m from side to side and {reach.deep:.1f} m from front to back."
