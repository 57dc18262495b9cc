"""The demo's people: who they are, what they live with, and where their screening stands."""

import datetime
from dataclasses import asdict, dataclass

from django.utils import timezone

from fairbench.core.formats.screening_doc import load_questions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.screening import Outcome
from fairbench.core.sides import Side
from fairbench.web.accounts.actor import Actor
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import AdviceInput, DeclaredInput, DeclareInput
from fairbench.web.people.health_summary import keep_health_summary
from fairbench.web.people.models import Group, Listing, Participant, PastListing, Screening

LEFT, RIGHT = Side.LEFT, Side.RIGHT


@dataclass(frozen=True, slots=True)
class Someone:
    """One person of the demo. ``screened`` is how many days ago; None for somebody who was never asked. ``weeks`` are
    those since the day that what they have counts from; ``limit`` is what the clinician who cleared them has set."""

    name: str
    born: int
    pace: float = 1.0
    note: str = ""
    remember: str = ""
    goals: str = ""
    has: tuple[Declared, ...] = ()
    screened: int | None = 100
    cleared: str = ""
    weeks: int | None = None
    limit: Declared | None = None


def _has(*declared: Declared) -> tuple[Declared, ...]:
    return declared


CHAIRS = (
    Someone(
        "Tomasz Wilk",
        1947,
        1.1,
        goals="Carry the shopping up two flights.",
        has=_has(Declared("high-blood-pressure", severity="controlled")),
    ),
    Someone("Ifeoma Adair", 1951, note="Sits near the door; leaves at quarter to for her bus."),
    Someone(
        "Halvard Moe",
        1939,
        1.6,
        "Hears better on the left side.",
        "Give him time to start; count aloud. Speak from his left.",
        "Turn over in bed by himself.",
        _has(Declared("parkinsons", severity="moderate"), Declared("no-floor"), Declared("arms-of-chair")),
    ),
    Someone(
        "Bronwen Sayle",
        1944,
        1.3,
        "Likes the chair with arms.",
        "No rounding of the back, no twisting with load.",
        "Stand tall at her granddaughter's wedding.",
        _has(Declared("thin-bones", severity="marked"), Declared("spine-fracture", stage="old")),
    ),
    Someone(
        "Nerys Quill",
        1958,
        has=_has(Declared("hip-replacement", LEFT, stage="settled")),
        goals="Walk the harbour wall again.",
    ),
    Someone(
        "Dilwyn Farrow",
        1942,
        1.8,
        "",
        "Left arm follows, does not lead. Chair against the wall.",
        "Get out of the bath without help.",
        _has(
            Declared("stroke", LEFT, severity="arm moves little so far"),
            Declared("no-floor"),
            Declared("short-standing"),
        ),
    ),
    Someone("Ragnhild Voss", 1949, 1.2, has=_has(Declared("stenosis")), goals="Stand through the Sunday concert."),
    Someone(
        "Emeka Thorne",
        1953,
        remember="Inhaler in his left pocket.",
        has=_has(Declared("breathless-lungs", severity="moderate")),
        goals="Walk to the lighthouse without stopping.",
    ),
    Someone(
        "Solveig Penhale",
        1946,
        1.25,
        "New glasses; sits in the front.",
        "Say it, do not only show it. Hand near the chair back.",
        has=_has(Declared("low-vision"), Declared("fear-of-falling")),
    ),
    Someone("Cosmo Idris", 1955, screened=None),
)
MATS = (
    Someone("Amparo Teal", 1962),
    Someone(
        "Aurelio Finch",
        1957,
        1.2,
        remember="No kneeling on the right knee.",
        goals="Kneel in the garden again.",
        has=_has(Declared("knee-replacement", RIGHT)),
        weeks=9,
        cleared="May do everything but kneel; bends the knee to 115 degrees for now.",
        limit=Declared("limit-knee-bend", RIGHT, measure=115),
    ),
    Someone(
        "Yelena Marsh",
        1964,
        note="Teaches her grandson to swim on Fridays.",
        has=_has(Declared("thumb-arthritis", LEFT), Declared("thumb-arthritis", RIGHT)),
    ),
    Someone(
        "Corin Hale",
        1959,
        1.3,
        remember="Slowly when the head changes place.",
        has=_has(Declared("positional-vertigo")),
    ),
    Someone("Maud Ostler", 1961, has=_has(Declared("back-bending")), screened=400),
    Someone(
        "Idris Penn", 1956, 1.4, "Kneels on a folded mat.", has=_has(Declared("knee-arthritis", LEFT, severity="mild"))
    ),
    Someone("Sunniva Lowe", 1966, has=_has(Declared("fear-of-falling"), Declared("falls"))),
    Someone(
        "Sefa Lund",
        1991,
        remember="Not long on her back.",
        goals="Stay strong until the birth.",
        has=_has(Declared("pregnancy")),
        weeks=26,
        cleared="No objection to gentle exercise.",
    ),
)


def put_down(actor: Actor, group: Group, people: tuple[Someone, ...], today: datetime.date) -> None:
    """Make the people, put them on the group's list and keep what is known of their health."""
    for someone in people:
        person = Participant.objects.create(
            practice=actor.practice,
            call_name=someone.name,
            birth_year=someone.born,
            pace=someone.pace,
            private_note=someone.note,
            remember=someone.remember,
            goals=someone.goals,
            emergency=f"Family, 0555 01{someone.born}",
        )
        kind = Listing.Kind.REGULAR if someone.screened is not None else Listing.Kind.TRIAL
        listing = Listing.objects.create(practice=actor.practice, group=group, participant=person, kind=kind)
        Listing.objects.filter(id=listing.id).update(since=today - _listed_for(someone))
        for declared in someone.has:
            health_actions.declare(actor, person.id, DeclareInput(**asdict(declared), weeks=someone.weeks))
        if someone.cleared:
            condition = someone.has[0].condition
            until = today + datetime.timedelta(days=150)
            limit = DeclaredInput(**asdict(someone.limit)) if someone.limit else None
            advice = AdviceInput(
                condition=condition, who="Dr Mirren Oake", said=someone.cleared, until=until, limit=limit
            )
            health_actions.clear(actor, person.id, advice)
        if someone.screened is not None:
            _screen(actor, person, someone, today)


def _listed_for(someone: Someone) -> datetime.timedelta:
    """Whoever was screened came the week after."""
    return datetime.timedelta(days=max(0, (someone.screened or 0) - 7))


def has_left(actor: Actor, group: Group, name: str, today: datetime.date, since: int, until: int) -> None:
    """Somebody was on a group's list from so many days ago until so many days ago."""
    PastListing.objects.create(
        practice=actor.practice,
        group=group,
        participant=Participant.objects.get(call_name=name),
        since=today - datetime.timedelta(days=since),
        until=today - datetime.timedelta(days=until),
        kind=Listing.Kind.REGULAR,
    )


def _screen(actor: Actor, person: Participant, someone: Someone, today: datetime.date) -> None:
    """A screening of some days ago, answered as what they live with says."""
    day = today - datetime.timedelta(days=someone.screened or 0)
    given = timezone.make_aware(datetime.datetime.combine(day, datetime.time(8)))
    conditions = {declared.condition for declared in someone.has}
    answers = {q.id: "yes" if q.condition in conditions else "no" for q in load_questions()}
    outcome = Outcome.CAUTIONS if conditions else Outcome.FINE
    screening = Screening.objects.create(
        practice=actor.practice,
        participant=person,
        answers=answers,
        started_by=actor.user,
        given_on=day,
        reviewed_at=given,
        reviewed_by=actor.user,
        outcome=outcome.value,
    )
    Screening.objects.filter(id=screening.id).update(started_at=given)
    keep_health_summary(person)
