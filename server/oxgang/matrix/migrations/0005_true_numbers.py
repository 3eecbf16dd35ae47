"""Numbers are made another way and say more: what was kept of them is computed anew."""

from django.db import migrations


def forget(apps, schema_editor):
    apps.get_model("matrix", "StoredMatrix").objects.all().delete()
    apps.get_model("academy", "Student").objects.update(stale=True)


class Migration(migrations.Migration):
    dependencies = [
        ("matrix", "0004_computed_anew"),
        ("academy", "0008_true_numbers"),
    ]

    operations = [migrations.RunPython(forget, migrations.RunPython.noop)]
