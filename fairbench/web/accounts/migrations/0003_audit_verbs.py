"""What was done is called by the names that the actions have now, so that the history reads as one."""

from django.db import migrations

_NEW = {
    "plan.put_away": "plan.archive",
    "plan.bring_back": "plan.restore",
    "exercise.put_away": "exercise.archive",
    "exercise.bring_back": "exercise.restore",
    "group.list": "group.add",
    "group.take_off": "group.remove",
    "group.bring_in": "group.import_csv",
    "participant.see": "participant.view",
    "screening.see": "screening.view",
    "screening.give_in": "screening.submit",
    "health.overrule": "health.override",
    "health.end_overrule": "health.end_override",
}


def _rename(apps, names):
    for old, new in names.items():
        apps.get_model("accounts", "AuditEntry").objects.filter(verb=old).update(verb=new)


def forward(apps, schema_editor):
    _rename(apps, _NEW)


def back(apps, schema_editor):
    _rename(apps, {new: old for old, new in _NEW.items()})


class Migration(migrations.Migration):
    dependencies = [("accounts", "0002_own_exercises")]

    operations = [migrations.RunPython(forward, back)]
