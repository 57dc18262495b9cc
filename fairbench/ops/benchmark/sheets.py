"""What home sheets take on paper: one, and those of a group one after the other."""

import time

from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.handouts_doc import load_home_rules
from fairbench.core.handouts.alone import Alone
from fairbench.core.handouts.choose import at_own_rung
from fairbench.core.handouts.home import Home
from fairbench.core.handouts.sheet import Sheet
from fairbench.core.people.person import Person
from fairbench.core.progress.amount import amount_of
from fairbench.figures.home_sheet import Printed
from fairbench.figures.home_sheet_pdf import one_after_the_other, sheet_pdf

from .table import Row

PEOPLE, LINES = 16, 5
ONE, ALL = 1.5, 12.0
_CHOSEN = (
    "sit-to-stand",
    "heel-raise",
    "band-row",
    "calf-stretch",
    "seated-turn",
    "knee-straighten",
    "side-leg",
    "wall-push",
    "shoulder-rolls",
    "chest-opener",
)


def sheet_rows() -> list[Row]:
    """One sheet, and sixteen different ones as one file."""
    rules, shelf = load_home_rules(), load_shelf()
    sheets = [_sheet(number) for number in range(PEOPLE)]
    sheet_pdf(Printed(sheets[-1], "Warm"), rules, shelf)  # fonts and figures are there, as on a server that runs
    begun = time.perf_counter()
    sheet_pdf(Printed(sheets[0], "Enid"), rules, shelf)
    one = time.perf_counter() - begun
    begun = time.perf_counter()
    one_after_the_other([sheet_pdf(Printed(sheet, "Enid"), rules, shelf).data for sheet in sheets])
    everybody = time.perf_counter() - begun
    return [
        (f"A home sheet of {LINES} exercises as PDF", f"{one:.2f} s", f"under {ONE:g} s", one < ONE),
        (f"Home sheets of {PEOPLE} people as one PDF", f"{everybody:.1f} s", f"under {ALL:g} s", everybody < ALL),
    ]


def _sheet(number: int) -> Sheet:
    """One of several with other exercises each."""
    shelf = load_shelf()
    alone = Alone(Person("1", "Enid"), Home("the worktop"), load_home_rules(), shelf, load_conditions())
    lines = []
    for place in range(LINES):
        exercise = shelf.exercise(_CHOSEN[(number + place) % len(_CHOSEN)])
        version = exercise.version(exercise.base)
        last = amount_of(version.id, version.dose)
        lines.append(at_own_rung(exercise, last, alone))
    return Sheet(tuple(lines))
