"""The health summary carries what a person's page shows of it: ids, notes, who said what."""

from django.db import migrations


def _day(day):
    return day.isoformat() if day else None


def forward(apps, schema_editor):
    def rows(model, participant):
        return apps.get_model("people", model).objects.filter(participant=participant, ended_at=None).order_by("noted_at")

    for participant in apps.get_model("people", "Participant").objects.exclude(health_summary={}):
        summary = {name: value for name, value in participant.health_summary.items() if name != "cleared"}
        summary["conditions"] = [
            {
                "id": str(c.id),
                "condition": c.condition,
                "side": c.side,
                "severity": c.severity,
                "stage": c.stage,
                "until": _day(c.until),
                "note": c.note,
            }
            for c in rows("Condition", participant)
        ]
        summary["events"] = [
            {"id": str(e.id), "kind": e.kind, "happened_on": _day(e.happened_on), "note": e.note}
            for e in rows("HealthEvent", participant)
        ]
        summary["advice"] = [
            {
                "id": str(c.id),
                "condition": c.condition,
                "until": _day(c.until),
                "who": c.who,
                "said": c.said,
                "letter": c.letter,
            }
            for c in rows("Clearance", participant)
        ]
        summary["overrides"] = [
            {
                "id": str(o.id),
                "exercise": o.exercise,
                "version": o.version,
                "instead": o.instead,
                "reason": o.reason,
                "until": _day(o.until),
            }
            for o in rows("Override", participant)
        ]
        participant.health_summary = summary
        participant.save(update_fields=["health_summary"])


class Migration(migrations.Migration):
    dependencies = [("people", "0004_health_summary_and_override")]

    operations = [migrations.RunPython(forward, migrations.RunPython.noop)]
