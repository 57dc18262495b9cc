from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("plans", "0002_archived")]

    operations = [
        migrations.AddField("planrevision", "picture", models.JSONField(editable=False, null=True)),
    ]
