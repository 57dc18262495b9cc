"""What the bands of tests need of somebody."""

import datetime

from fairbench.core.measures.test import Sex
from fairbench.web.people.models import Participant


def age_on(person: Participant, day: datetime.date) -> int | None:
    """Full years that somebody surely has on a day: of a year of birth alone, as if their birthday were on the last day
    of it. The younger age has the stricter band."""
    if person.birth_year is None:
        return None
    return max(0, day.year - person.birth_year - 1)


def sex_of(person: Participant) -> Sex | None:
    """Which of the bands they are held against; None where nobody said."""
    return Sex(person.sex) if person.sex else None
