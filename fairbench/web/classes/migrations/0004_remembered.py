"""What to remember of a class is kept with it, so that Today need not read its rows."""

from django.db import migrations, models


def forward(apps, schema_editor):
    notes = apps.get_model("classes", "TeachEvent").objects.filter(kind="noted", participant__isnull=False)
    pains = apps.get_model("classes", "Difference").objects.filter(current=True, pain__gt=0)
    Meeting = apps.get_model("classes", "Meeting")
    remembered = {}
    for meeting, who, text in notes.order_by("at").values_list("meeting_id", "participant_id", "text"):
        remembered.setdefault(meeting, []).append({"participant": str(who), "words": text})
    fields = ("meeting_id", "participant_id", "pain", "pain_where")
    for meeting, who, pain, where in pains.order_by("at").values_list(*fields):
        place = f" in the {where}" if where else ""
        words = f"Pain {pain} of 10{place}. Ask how it was the day after."
        remembered.setdefault(meeting, []).append({"participant": str(who), "words": words})
    for meeting, rows in remembered.items():
        Meeting.objects.filter(id=meeting).update(remembered=rows)


class Migration(migrations.Migration):
    dependencies = [("classes", "0003_item_ids")]

    operations = [
        migrations.AddField("meeting", "remembered", models.JSONField(default=list, editable=False)),
        migrations.RunPython(forward, migrations.RunPython.noop),
    ]
