from django.db import migrations


def drop_stored(apps, schema_editor):
    apps.get_model("matrix", "StoredMatrix").objects.all().delete()


class Migration(migrations.Migration):
    """A stored matrix has names that the page no longer reads: it is computed when next asked for."""

    dependencies = [("matrix", "0001_version_1")]

    operations = [migrations.RunPython(drop_stored, migrations.RunPython.noop)]
