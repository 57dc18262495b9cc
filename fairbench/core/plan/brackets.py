"""Brackets: items that are gone through together: in rounds, all on one side and then on the other, from station to
station, or by two who take turns."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from enum import StrEnum

from ..errors import PlanError
from ..limits import check_seconds, check_whole
from ..sides import First
from .item import Item

BRACKET_NAME_LIMIT = 40
MOST_BRACKETS = 12
DEFAULT_SECONDS = 60.0


class BracketKind(StrEnum):
    """How the items of a bracket are gone through."""

    ROUNDS = "rounds"
    BY_SIDE = "by_side"
    STATIONS = "stations"
    PAIRS = "pairs"

    @property
    def words(self) -> str:
        """As it is shown."""
        return _WORDS[self]


_WORDS = {
    BracketKind.ROUNDS: "rounds",
    BracketKind.BY_SIDE: "all on one side, then the other",
    BracketKind.STATIONS: "stations",
    BracketKind.PAIRS: "pairs, taking turns",
}


@dataclass(frozen=True, slots=True)
class Bracket:
    """What holds some items of one block together.

    ``rounds`` is how often a round is gone through; ``first`` which side begins where a bracket goes by side;
    ``seconds`` how long each station lasts. ``rest`` is between rounds and sides, and to get to the next station or to
    change over in pairs, in seconds. ``round_names`` is what each round is called: small, large, crossed, swung.
    """

    id: str
    kind: BracketKind
    rounds: int = 3
    rest: float = 30.0
    seconds: float = DEFAULT_SECONDS
    first: First = First.PLAN
    name: str = ""
    round_names: tuple[str, ...] = ()

    def __post_init__(self) -> None:
        if len(self.round_names) > self.rounds or any(len(name) > BRACKET_NAME_LIMIT for name in self.round_names):
            raise PlanError(
                f"there are {self.rounds} rounds to name, in {BRACKET_NAME_LIMIT} characters", "round_names"
            )
        check_whole("rounds", self.rounds)
        check_seconds("rest", self.rest, "rest")
        check_seconds("seconds", self.seconds, "timed")
        if len(self.name) > BRACKET_NAME_LIMIT:
            raise PlanError(f"a bracket's name has at most {BRACKET_NAME_LIMIT} characters", "name")

    def round_name(self, number: int) -> str:
        """What a round is called, from 1; nothing where it has no name."""
        return self.round_names[number - 1] if number <= len(self.round_names) else ""

    @property
    def words(self) -> str:
        """``3 times through``, as it stands at the bracket."""
        said = {
            BracketKind.ROUNDS: f"{self.rounds} times through" if self.rounds > 1 else "once through",
            BracketKind.BY_SIDE: f"all on {self._first_side}, then all on the other",
            BracketKind.STATIONS: f"stations of {self.seconds:g} s",
            BracketKind.PAIRS: "in pairs, taking turns",
        }[self.kind]
        return f"{self.name}: {said}" if self.name else said

    @property
    def _first_side(self) -> str:
        return "one side" if self.first is First.PLAN else f"the {self.first} side"


def gathered(items: Iterable[Item], brackets: Iterable[Bracket]) -> list[tuple[Bracket | None, list[Item]]]:
    """The items of a block in order, those of a bracket together; an item without one stands alone."""
    known = {bracket.id: bracket for bracket in brackets}
    parts: list[tuple[Bracket | None, list[Item]]] = []
    for item in items:
        bracket = known.get(item.bracket)
        if bracket is not None and parts and parts[-1][0] is bracket:
            parts[-1][1].append(item)
        else:
            parts.append((bracket, [item]))
    return parts


def tidied(
    blocks: tuple[tuple[Item, ...], ...], brackets: tuple[Bracket, ...]
) -> tuple[tuple[tuple[Item, ...], ...], tuple[Bracket, ...]]:
    """The items of every block and the brackets, put right after a change: what came to stand within a bracket is in
    it; what was taken out of its place is not; and a bracket that holds nothing is gone."""
    if not brackets and not any(item.bracket for items in blocks for item in items):
        return blocks, ()
    joined = [_joined(items) for items in blocks]
    kept = {bracket.id: _longest_run(bracket.id, joined) for bracket in brackets}
    left = tuple(bracket for bracket in brackets if kept[bracket.id])
    tidy = tuple(
        tuple(item if not item.bracket or item.id in kept.get(item.bracket, ()) else _out(item) for item in items)
        for items in joined
    )
    return tidy, left


def _out(item: Item) -> Item:
    return replace(item, bracket="")


def _joined(items: tuple[Item, ...]) -> list[Item]:
    """With whatever stands between two of one bracket in it as well."""
    result = list(items)
    for place in range(1, len(items) - 1):
        before, after = items[place - 1].bracket, items[place + 1].bracket
        if before and before == after:
            result[place] = replace(items[place], bracket=before)
    return result


def _longest_run(bracket: str, blocks: list[list[Item]]) -> frozenset[str]:
    """The ids of the items of a bracket that stand together, most of them where they stand in more than one place."""
    best: list[str] = []
    for items in blocks:
        run: list[str] = []
        for item in items:
            run = [*run, item.id] if item.bracket == bracket else []
            if len(run) > len(best):
                best = run
    return frozenset(best)
