"""Addresses are kept in small letters, so that no two differ by capitals only; letters to members."""

import uuid

import django.db.models.deletion
import django.db.models.functions.text
from django.db import migrations, models


def forward(apps, schema_editor):
    """Where two users differ by capitals only, the later one keeps a way to be found: its number before the address."""
    User = apps.get_model("accounts", "User")
    seen = set()
    for user in User.objects.order_by("id"):
        address = user.email.strip().lower()
        if address in seen:
            address = f"{user.id}-{address}"
        seen.add(address)
        if address != user.email:
            User.objects.filter(id=user.id).update(email=address)


class Migration(migrations.Migration):
    dependencies = [("accounts", "0004_audit_values")]

    operations = [migrations.RunPython(forward, migrations.RunPython.noop)]
