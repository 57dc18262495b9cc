"""Two plans side by side: which items stand in both, what differs of them, and how the whole differs."""

from collections.abc import Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher

from ..dose.words import summary
from .timeline import ItemTime, Timeline


@dataclass(frozen=True, slots=True)
class Pairing:
    """An item of the one plan beside the same of the other; None where it is in one only. ``differs`` says in words
    what is otherwise in the second."""

    before: ItemTime | None
    after: ItemTime | None
    differs: tuple[str, ...]

    @property
    def same(self) -> bool:
        """Whether nothing differs."""
        return not self.differs and self.before is not None and self.after is not None


@dataclass(frozen=True, slots=True)
class Compared:
    """Two plans beside each other, in order."""

    pairings: tuple[Pairing, ...]

    @property
    def changed(self) -> int:
        """How many items differ, came or went."""
        return sum(not pairing.same for pairing in self.pairings)


def compare(before: Timeline, after: Timeline, of_one_plan: bool) -> Compared:
    """The items of two plans, matched by their ids where they are states of one plan, else by their exercises, in the
    longest order that both have."""
    known = {time.item.id for time in before.items} & {time.item.id for time in after.items}
    ids = known if of_one_plan else set()
    keys = _ids if ids else _exercises
    one, other = keys(before.items), keys(after.items)
    pairings: list[Pairing] = []
    for what, a, b, c, d in SequenceMatcher(None, one, other, autojunk=False).get_opcodes():
        if what == "equal":
            both = zip(before.items[a:b], after.items[c:d], strict=True)
            pairings += [Pairing(was, now, _differs(was, now)) for was, now in both]
        else:
            gone, come = list(before.items[a:b]), list(after.items[c:d])
            pairings += [Pairing(time, None, (_where(time, after, ids),)) for time in gone]
            pairings += [Pairing(None, time, (_from_where(time, before, ids),)) for time in come]
    return Compared(tuple(pairings))


def _ids(items: Sequence[ItemTime]) -> list[str]:
    return [time.item.id for time in items]


def _exercises(items: Sequence[ItemTime]) -> list[str]:
    return [time.exercise.id for time in items]


def _where(time: ItemTime, after: Timeline, ids: set[str]) -> str:
    return "stands elsewhere now" if time.item.id in ids and after.time_of(time.item.id) else "no longer in it"


def _from_where(time: ItemTime, before: Timeline, ids: set[str]) -> str:
    return "stood elsewhere" if time.item.id in ids and before.time_of(time.item.id) else "new"


def _differs(was: ItemTime, now: ItemTime) -> tuple[str, ...]:
    said = []
    if was.exercise.id != now.exercise.id:
        said.append(f"{now.exercise.name} instead of {was.exercise.name}")
        return tuple(said)
    if was.version.id != now.version.id:
        said.append(f"{now.version.name} instead of {was.version.name}")
    if was.dose != now.dose and summary(was.dose, was.exercise.limb) != summary(now.dose, now.exercise.limb):
        said.append(f"{summary(now.dose, now.exercise.limb)} instead of {summary(was.dose, was.exercise.limb)}")
    for words, before, after in (
        ("note", was.item.note, now.item.note),
        ("rest after", was.item.rest_after, now.item.rest_after),
        ("extra", was.item.extra, now.item.extra),
        ("locked", was.item.locked, now.item.locked),
        ("optional", was.item.optional, now.item.optional),
        ("bracket", bool(was.item.bracket), bool(now.item.bracket)),
    ):
        if before != after:
            said.append(f"another {words}" if not isinstance(after, bool) else words if after else f"no longer {words}")
    return tuple(said)
