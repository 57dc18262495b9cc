"""``standing`` is called ``health_summary`` and ``Overrule`` is ``Override``, in what is kept as well."""

from django.db import migrations


def _rename(apps, old, new):
    for row in apps.get_model("people", "Participant").objects.exclude(health_summary={}):
        if old in row.health_summary:
            row.health_summary = {new if key == old else key: value for key, value in row.health_summary.items()}
            row.save(update_fields=["health_summary"])


def forward(apps, schema_editor):
    _rename(apps, "overruled", "overrides")


def back(apps, schema_editor):
    _rename(apps, "overrides", "overruled")


class Migration(migrations.Migration):
    dependencies = [("people", "0003_words_and_listings")]

    operations = [
        migrations.RenameField("participant", "standing", "health_summary"),
        migrations.RenameModel("Overrule", "Override"),
        migrations.RunPython(forward, back),
    ]
