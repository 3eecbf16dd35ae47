"""What was kept of matrices says nothing of the shots played: it is computed anew."""

from django.db import migrations


def forget(apps, schema_editor):
    apps.get_model("matrix", "StoredMatrix").objects.all().delete()
    apps.get_model("academy", "Student").objects.update(stale=True)


class Migration(migrations.Migration):
    dependencies = [("matrix", "0006_played"), ("academy", "0009_played")]

    operations = [migrations.RunPython(forget, migrations.RunPython.noop)]
