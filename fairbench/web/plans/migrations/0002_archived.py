from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("plans", "0001_initial")]

    operations = [migrations.RenameField("plan", "put_away", "archived")]
