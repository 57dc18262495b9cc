"""What the people of the demo could do when the term began, half way, and last week; made with a fixed seed."""

import datetime
import random

from fairbench.core.formats.measures_doc import load_bands, load_tests
from fairbench.core.formats.taken_doc import Measured
from fairbench.core.measures.bands import Band, band_for
from fairbench.core.measures.test import Better, Sex, Taken
from fairbench.core.sides import Side
from fairbench.web.accounts.actor import Actor
from fairbench.web.measures import actions
from fairbench.web.measures.inputs import SexInput
from fairbench.web.measures.person_facts import age_on, sex_of
from fairbench.web.people.health_summary import screening_status_of
from fairbench.web.people.models import Participant

SEED = 57
WEEKS = (11, 5, 1)
_OF_ALL = {"chair-rise-30s": 12.0, "up-and-go-2m44": 6.4, "one-leg-stand": 16.0}
"""Tests that everybody took, with what somebody of the middle does."""
_OF_SOME = {"grip": 29.0, "knee-to-wall": 8.0}
_GRIP_OF_MEN = 38.0
_LEAST, _MOST = {"one-leg-stand": 6.0}, {"up-and-go-2m44": 8.5}
"""Nobody here is as unsteady or slow as a clinician would be asked about."""
_AS_MEN = frozenset({"Cosmo Idris", "Dilwyn Farrow", "Halvard Moe", "Tomasz Wilk", "Emeka Thorne", "Aurelio Finch"})
_WORSE = frozenset({"Halvard Moe"})
"""Who was ill for three weeks."""


def taken(actor: Actor, today: datetime.date) -> None:
    """Put the measures of everybody down."""
    chance = random.Random(SEED)
    for row in Participant.objects.order_by("call_name"):
        person = actions.set_sex(actor, row.id, SexInput(sex="m" if row.call_name in _AS_MEN else "f"))
        if screening_status_of(person).talk_first:
            continue
        able = 1 + chance.uniform(-0.1, 0.2)
        names = [*_OF_ALL, *chance.sample(list(_OF_SOME), 1)]
        for name in names:
            for number, weeks in enumerate(WEEKS):
                gained = 1 + 0.07 * number * (-1 if person.call_name in _WORSE else 1)
                day = today - datetime.timedelta(weeks=weeks)
                usual = _usual(person, name, day)
                actions.save(actor, person.id, _measured(name, usual, able * gained, day, chance))


def _usual(person: Participant, name: str, day: datetime.date) -> float:
    """What somebody of their age usually does: the middle of the band, or a figure of our own."""
    band = band_for(load_tests()[name], load_bands(), sex_of(person), age_on(person, day))
    if isinstance(band, Band):
        return (band.usual_from + band.usual_to) / 2
    return _GRIP_OF_MEN if name == "grip" and sex_of(person) is Sex.MALE else _OF_ALL.get(name) or _OF_SOME[name]


def _measured(name: str, usual: float, part: float, day: datetime.date, chance: random.Random) -> Measured:
    test = load_tests()[name]
    better = part if test.better is Better.MORE else 1 / part

    def trials(weaker: float) -> tuple[float, ...]:
        made = []
        for _ in range(test.trials):
            value = usual * better * weaker * chance.uniform(0.96, 1.04)
            value = min(max(value, _LEAST.get(name, test.least)), _MOST.get(name, test.most))
            made.append(float(round(value)) if test.whole else round(value * 2) / 2)
        return tuple(made)

    if test.sided:
        return Measured(day, Taken(test, {Side.LEFT: trials(chance.uniform(0.84, 1)), Side.RIGHT: trials(1)}))
    return Measured(day, Taken(test, {None: trials(1)}))
