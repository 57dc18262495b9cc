"""Whoever came to classes before it was counted is not new to what was taught in them."""

from collections import Counter

from django.db import migrations


def count(apps, schema_editor):
    Attendance = apps.get_model("classes", "Attendance")
    Participant = apps.get_model("people", "Participant")
    counts = {}
    ended = Attendance._base_manager.filter(meeting__ended_at__isnull=False, participant__erased_at=None)
    for person, exercises in ended.values_list("participant_id", "meeting__exercises"):
        counts.setdefault(person, Counter()).update(exercises)
    for person, taught in counts.items():
        Participant._base_manager.filter(id=person).update(taught=dict(taught))


class Migration(migrations.Migration):
    dependencies = [("classes", "0010_readings"), ("people", "0010_taught")]

    operations = [migrations.RunPython(count, migrations.RunPython.noop)]
