"""``put_away`` is called ``archived``; in the documents, ``counts_as`` is ``one_repetition`` and ``asks`` is ``demands``."""

from django.db import migrations

_NEW = {"counts_as": "one_repetition", "asks": "demands"}


def _renamed(document, names):
    versions = [{names.get(key, key): value for key, value in version.items()} for version in document["versions"]]
    return {**{names.get(key, key): value for key, value in document.items()}, "versions": versions}


def _rename(apps, names):
    for model in ("OwnExercise", "OwnExerciseRevision"):
        for row in apps.get_model("exercises", model).objects.all():
            row.document = _renamed(row.document, names)
            row.save(update_fields=["document"])


def forward(apps, schema_editor):
    _rename(apps, _NEW)


def back(apps, schema_editor):
    _rename(apps, {new: old for old, new in _NEW.items()})


class Migration(migrations.Migration):
    dependencies = [("exercises", "0001_own_exercises")]

    operations = [
        migrations.RenameField("ownexercise", "put_away", "archived"),
        migrations.RunPython(forward, back),
    ]
