"""What was taught in an ended class: to the group, and to each of those who came. Worked out when one of the rows
changes, and kept; the rows stay."""

from collections import Counter
from collections.abc import Iterable
from uuid import UUID

from fairbench.core.teaching.done import exercises_done
from fairbench.web.people.models import Group, Participant

from .happened import Happened, what_happened
from .meeting import keeps_parts
from .models import Attendance, Meeting
from .own_ways import keep_own_ways


def keep_what_was_taught(meeting: Meeting) -> None:
    """What was taught in an ended class, from everything that is known of it, and what its group and each of those who
    came know by it."""
    happened = what_happened(meeting)
    ends = [event.at for event in happened.events if event.kind == "ended"]
    if ends:
        meeting.ended_at = max(ends)
    meeting.exercises = list(happened.taught)
    meeting.save(update_fields=["ended_at", "exercises"])
    keep_taught(Group.objects.select_for_update().get(id=meeting.group_id))
    keep_done_each(happened)


def keep_done_each(happened: Happened, attendances: Iterable[Attendance] | None = None) -> None:
    """Work out anew of which exercises each of those who came, or of some of them, did something, and what they know by
    it."""
    meeting, planned = happened.meeting, happened.planned
    left_out: dict[UUID, set[str]] = {}
    for person, item in meeting.differences.filter(current=True, skipped=True).values_list("participant_id", "item"):
        left_out.setdefault(person, set()).update([item] if item else [one.id for one in planned.items])
    came = list(attendances if attendances is not None else meeting.attendances.select_related("participant"))
    keep_own_ways(meeting, came)
    for attendance in came:
        nothing = left_out.get(attendance.participant_id, set())
        done = exercises_done(planned, happened.done_by(attendance), nothing)
        attendance.exercises = list(done) if keeps_parts(planned) else None
    Attendance.objects.bulk_update(came, ["exercises"])
    people = Participant.objects.filter(id__in=[attendance.participant_id for attendance in came])
    keep_taught_each(people.order_by("id").select_for_update())


def keep_taught(group: Group) -> None:
    """Count anew in how many of its classes a group was taught each exercise, and keep it. The group is locked."""
    group.taught = taught_of(group)
    group.save(update_fields=["taught"])


def taught_of(group: Group) -> dict[str, int]:
    """In how many ended classes of the group each exercise was taught."""
    ended = Meeting.objects.filter(group=group, ended_at__isnull=False)
    return dict(Counter(exercise for taught in ended.values_list("exercises", flat=True) for exercise in taught))


def keep_taught_each(people: Iterable[Participant]) -> None:
    """Count anew in how many classes each of them was taught each exercise, and keep it. They are locked."""
    people = list(people)
    counts = taught_each(people)
    changed = [person for person in people if person.taught != counts[person.id]]
    for person in changed:
        person.taught = counts[person.id]
    Participant.objects.bulk_update(changed, ["taught"])


def taught_each(people: Iterable[Participant]) -> dict[UUID, dict[str, int]]:
    """In how many ended classes that each of them came to each exercise was taught; one query for all."""
    counts: dict[UUID, Counter[str]] = {person.id: Counter() for person in people}
    ended = Attendance.objects.filter(participant__in=counts, meeting__ended_at__isnull=False)
    for person, own, all_of_it in ended.values_list("participant_id", "exercises", "meeting__exercises"):
        counts[person].update(all_of_it if own is None else own)
    return {person: dict(counted) for person, counted in counts.items()}
