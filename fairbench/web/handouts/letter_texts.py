"""The words of letters to people: what goes out after somebody looked at it. No health matter stands in them."""

import datetime
from collections.abc import Iterable

from fairbench.web.accounts.actor import Actor
from fairbench.web.people.letter_actions import Draft
from fairbench.web.people.models import HomeSheet, Participant, PersonLetter

RUNS_OUT_WITHIN = 31
"""Days before a screening runs out in which one is reminded."""


def _words(actor: Actor, person: Participant, *said: str) -> str:
    return "\n\n".join((f"Dear {person.call_name},", *said, f"{actor.user.name}\n{actor.practice.name}"))


def of_sheets(actor: Actor, sheets: Iterable[tuple[HomeSheet, str]]) -> list[Draft]:
    """A letter with each sheet that was not handed out yet; the second is its private address, "" for none."""
    drafts = []
    for sheet, address in sheets:
        person = sheet.participant
        where = f"On your telephone it is at {address}" if address else "I bring it on paper to our next class."
        drafts.append(
            Draft(
                person.id,
                PersonLetter.Kind.SHEET,
                str(sheet.id),
                "Your exercises at home",
                _words(
                    actor,
                    person,
                    f"your exercises for at home are ready: about {sheet.document['minutes_a_day']} minutes a day, "
                    f"{sheet.document['days']} days a week. {where}",
                    "Stop if something hurts or feels wrong, and tell me the next time.",
                ),
            )
        )
    return drafts


def of_screenings(actor: Actor, ends: Iterable[tuple[Participant, datetime.date]]) -> list[Draft]:
    """A reminder that the questions about health are asked again."""
    return [
        Draft(
            person.id,
            PersonLetter.Kind.SCREENING,
            f"{day:%Y-%m}",
            "Your yearly questions",
            _words(
                actor,
                person,
                f"once a year we go through some questions again before you exercise. Yours are due by "
                f"{day:%-d %B %Y}. Please come ten minutes early to one of the next classes.",
            ),
        )
        for person, day in ends
    ]


def of_class_off(
    actor: Actor, people: Iterable[Participant], group: str, day: datetime.date, instead: datetime.date | None
) -> list[Draft]:
    """A class is off, and when it is instead."""
    then = (
        f"Instead we meet on {instead:%A, %-d %B}." if instead else "It is not made up for; the next one is as usual."
    )
    return [
        Draft(
            person.id,
            PersonLetter.Kind.CANCELLED,
            f"{group[:50]} {day.isoformat()}",
            f"No class on {day:%-d %B}",
            _words(actor, person, f"the class of {group} on {day:%A, %-d %B %Y} is off. {then}"),
        )
        for person in people
    ]


def of_what_to_bring(
    actor: Actor, group: str, day: datetime.date, lists: Iterable[tuple[Participant, str]]
) -> list[Draft]:
    """What to have ready for a class, each their own list."""
    return [
        Draft(
            person.id,
            PersonLetter.Kind.BRING,
            f"{group[:50]} {day.isoformat()}",
            f"For the class on {day:%-d %B}",
            _words(actor, person, f"for {group} on {day:%A, %-d %B}:", words),
        )
        for person, words in lists
    ]
