"""What a revision changed is its summary."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("plans", "0003_picture")]

    operations = [migrations.RenameField("planrevision", "said", "summary")]
