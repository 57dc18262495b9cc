"""Ids of items have a pattern now. Plans that came from files could have others; they are given new ones, the same in the
plan, in its classes and in their records."""

import re
from hashlib import sha256

from django.db import migrations

_ALLOWED = re.compile(r"[A-Za-z0-9_.-]{1,64}\Z")


def _new(item_id):
    return item_id if _ALLOWED.match(item_id) else f"item-{sha256(item_id.encode()).hexdigest()[:16]}"


def _renamed(document):
    changed = False
    for block in document.get("blocks", []):
        for item in block.get("items", []):
            if item["id"] != _new(item["id"]):
                item["id"] = _new(item["id"])
                changed = True
    return changed


def forward(apps, schema_editor):
    for app, model, field in (("plans", "PlanRevision", "document"), ("classes", "Meeting", "plan_document")):
        for row in apps.get_model(app, model).objects.all().iterator():
            if _renamed(getattr(row, field)):
                row.save(update_fields=[field])
    for model in ("TeachEvent", "Difference"):
        rows = apps.get_model("classes", model).objects.exclude(item="").exclude(item__regex=r"^[A-Za-z0-9_.-]{1,64}$")
        for row in rows.iterator():
            row.item = _new(row.item)
            row.save(update_fields=["item"])


class Migration(migrations.Migration):
    dependencies = [("classes", "0002_health"), ("plans", "0003_picture")]

    operations = [migrations.RunPython(forward, migrations.RunPython.noop)]
