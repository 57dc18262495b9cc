"""An option of the stroke is called by what can be seen: "arm of little use" is "arm moves little so far"."""

from django.db import migrations

BEFORE, NOW = "arm of little use", "arm moves little so far"


def renamed(before, now):
    def run(apps, schema_editor):
        apps.get_model("people", "Condition").objects.filter(severity=before).update(severity=now)
        for participant in apps.get_model("people", "Participant").objects.all():
            summary = participant.health_summary
            told = [c for c in summary.get("conditions", []) if c.get("severity") == before]
            for condition in told:
                condition["severity"] = now
            if told:
                participant.save(update_fields=["health_summary"])

    return run


class Migration(migrations.Migration):
    dependencies = [("people", "0007_constraints")]

    operations = [migrations.RunPython(renamed(BEFORE, NOW), renamed(NOW, BEFORE))]
