"""Erasing a person: their name, details, health and whatever was written of them goes; that somebody came, and the
figures of what was done, stay without a name, so that classes and counts stay true."""

from dataclasses import dataclass
from typing import Any

from django.db import transaction
from django.db.models import Q, QuerySet
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.accounts.models import AuditEntry, Letter
from fairbench.web.people.health_summary import NOTHING_KNOWN
from fairbench.web.people.models import AtHome, HomeTick, Milestone, Participant
from fairbench.web.plans.models import FloorPlaces

from .models import DayNote, Incident, IncidentLine, Meeting, StayCorrection, TeachEvent
from .remembered import keep_remembered

ERASED = "Erased person"
GONE = "Erased with the person it was about."
_BLANK: dict[str, Any] = {
    "call_name": ERASED,
    "birth_year": None,
    "pace": 1,
    "remember": "",
    "goals": "",
    "emergency": "",
    "private_note": "",
    "email": "",
    "chair_arms": "",
    "seat_from_cm": None,
    "seat_to_cm": None,
    "feet_raised": False,
    "chair_at_wall": False,
    "budgets": {},
    "sex": "",
    "school": "",
}


@dataclass(frozen=True, slots=True)
class Erasure:
    """What goes and what stays, in words with their numbers."""

    goes: tuple[tuple[str, int], ...]
    stays: tuple[tuple[str, int], ...]


def look(person: Participant) -> Erasure:
    """What erasing somebody would take away, and what would stay without their name."""
    return Erasure(
        goes=(
            ("conditions and needs", person.conditions.count()),
            ("screenings with their answers", person.screenings.count()),
            ("health events", person.healthevents.count()),
            ("words of clinicians", person.clearances.count()),
            ("decisions about versions", person.overrides.count()),
            ("weaker and affected sides", person.notedsides.count()),
            ("own ways of sharing sides", person.notedsharings.count()),
            ("loads", person.notedloads.count()),
            ("goals with their milestones", person.goals_kept.count()),
            ("things at home", person.own_things.count()),
            ("home sheets, with what was said of them", person.home_sheets.count() + person.home_reports.count()),
            ("private addresses, with their ticks", person.phone_sheets.count()),
            ("letters written to them", person.letters.count()),
            ("measures", person.measurements.count()),
            ("how classes felt", person.feelings.count()),
            ("letters to them", _letters_to(person).count()),
            ("news at the door", DayNote.objects.filter(participant=person).count()),
            ("notes from classes", TeachEvent.objects.filter(participant=person).exclude(text="").count()),
            (
                "places on lists of groups",
                person.listings.count() + person.past_listings.count() + person.waiting.count(),
            ),
        ),
        stays=(
            ("classes that somebody came to", person.attendances.count()),
            ("figures of what was done otherwise", person.differences.count()),
            ("incidents, without name and words", Incident.objects.filter(participant=person).count()),
        ),
    )


def _letters_to(person: Participant) -> "QuerySet[Letter]":
    """The letters about classes that went to their address."""
    return Letter.objects.filter(kind=Letter.Kind.CLASS, to=person.email).exclude(to="")


def _audited_of(person: Participant) -> "QuerySet[AuditEntry]":
    """What is on record of who did what to them, in whatever row."""
    who = str(person.id)
    in_classes = Q(old__participant=who) | Q(new__participant=who)
    on_floors = Q(verb__startswith="floor.", new__person=who)
    return AuditEntry.objects.filter(Q(object_id=person.id) | in_classes | on_floors)


def _leave_floors(person: Participant) -> None:
    """Their place on every floor goes, and that somebody stood beside them."""
    who = str(person.id)
    for floor in FloorPlaces.objects.select_for_update().filter(group__listings__participant=person):
        floor.pins = {other: at for other, at in floor.pins.items() if other != who}
        beside = [other for other in floor.helper.get("beside", []) if other != who]
        floor.helper = {**floor.helper, "beside": beside} if floor.helper else {}
        floor.save(update_fields=["pins", "helper"])


@transaction.atomic
def erase(actor: Actor, person: Participant, typed_name: str) -> None:
    """Erase somebody. Their name is typed to confirm it. Raises :class:`InputError` where it is another."""
    actor.require(Permission.ERASE)
    person = Participant.objects.select_for_update().get(id=person.id, erased_at=None)
    if typed_name.strip() != person.call_name:
        raise InputError("is not the name on this page", "name")
    meetings = list(Meeting.objects.select_for_update().filter(attendances__participant=person))
    DayNote.objects.filter(participant=person).delete()
    for rows in (
        person.conditions,
        person.healthevents,
        person.clearances,
        person.overrides,
        person.notedsides,
        person.notedsharings,
        person.notedloads,
        person.screenings,
        person.own_things,
        person.measurements,
        person.feelings,
        AtHome.objects.filter(participant=person),
        person.home_sheets,
        person.home_reports,
        HomeTick.objects.filter(phone__participant=person),
        person.phone_sheets,
        person.letters,
        person.waiting,
        Milestone.objects.filter(goal__participant=person),
        person.goals_kept,
    ):
        rows.all().delete()
    _letters_to(person).delete()
    _leave_floors(person)
    person.listings.all().delete()
    person.past_listings.all().delete()
    TeachEvent.objects.filter(participant=person).update(text="", participant=None)
    IncidentLine.objects.filter(incident__participant=person).update(text=GONE)
    Incident.objects.filter(participant=person).update(participant=None, what=GONE)
    StayCorrection.objects.filter(participant=person).update(why="")
    person.differences.update(note="", pain_where="", why="")
    _audited_of(person).update(old=None, new=None)
    for name, value in _BLANK.items():
        setattr(person, name, value)
    person.health_summary, person.taught, person.erased_at = NOTHING_KNOWN, {}, timezone.now()
    person.save(update_fields=[*_BLANK, "health_summary", "taught", "erased_at"])
    for meeting in meetings:
        keep_remembered(meeting)
    actor.audit("participant.erase", person.id)
