"""What a whole term works, by region and quality, and where its gaps are."""

import datetime
from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass

from ..exercises.aim import Action, Quality, Region
from ..exercises.shelf import Shelf
from .spread import due_in
from .term import Term

LITTLE = 0.5
"""Under this part of the mean is little. Our own assumption."""
TOO_LONG = datetime.timedelta(weeks=5)
"""Longer than the longest return."""
_TRAINED = tuple(region for region in Region if region is not Region.WHOLE_BODY)
_PAIRS = ((Action.PUSH, Action.PULL), (Action.FLEX, Action.EXTEND))


@dataclass(frozen=True, slots=True)
class Balance:
    """How often each region and each quality comes in a term, by class and in all; ``gaps`` in words."""

    regions: Mapping[Region, tuple[int, ...]]
    qualities: Mapping[Quality, tuple[int, ...]]
    gaps: tuple[str, ...]
    left_out: tuple[str, ...]


def balance(term: Term, shelf: Shelf) -> Balance:
    """The balance of a whole term, and what lacks; what is named and no longer on the shelf counts nothing."""
    regions: dict[Region, list[int]] = {}
    qualities: dict[Quality, list[int]] = {}
    actions: Counter[Action] = Counter()
    held = term.held
    for place, slot in enumerate(held):
        for name in slot.named:
            exercise = shelf.exercises.get(name)
            if exercise is None:
                continue
            regions.setdefault(exercise.aim.region, [0] * len(held))[place] += 1
            qualities.setdefault(exercise.aim.quality, [0] * len(held))[place] += 1
            actions[exercise.aim.action] += 1
    return Balance(
        {region: tuple(regions[region]) for region in Region if region in regions},
        {quality: tuple(qualities[quality]) for quality in Quality if quality in qualities},
        tuple(_gaps(regions, actions)),
        left_out_too_long(term),
    )


def _gaps(regions: Mapping[Region, list[int]], actions: Mapping[Action, int]) -> list[str]:
    """What the term hardly has."""
    totals = {region: sum(regions.get(region, ())) for region in _TRAINED}
    mean = sum(totals.values()) / len(totals)
    if not mean:
        return ["Nothing is named yet."]
    found = [f"Nothing for {region.words}." for region, total in totals.items() if not total]
    found += [
        f"Little for {region.words}: {total} of {sum(totals.values())}."
        for region, total in totals.items()
        if 0 < total < LITTLE * mean
    ]
    for one, other in _PAIRS:
        few, many = sorted((one, other), key=lambda action: actions.get(action, 0))
        if actions.get(many, 0) and actions.get(few, 0) < LITTLE * actions[many]:
            found.append(f"{many.words.capitalize()} {actions[many]} times, {few.words} {actions.get(few, 0)}.")
    return found


def left_out_too_long(term: Term) -> tuple[str, ...]:
    """What was there and is not again for over five weeks before the term ends, without being dropped."""
    if not term.held:
        return ()
    last = term.held[-1]
    found = []
    for name in due_in(term, last):
        days = [slot.day for slot in term.held if name in slot.named]
        if last.day - max(days) > TOO_LONG:
            found.append(name)
    return tuple(found)
