from django.db import migrations, models


def bring_home_anew(apps, schema_editor):
    """The way home has changed: carries at home are made again after all migrations
    (`services.home.fill_in_home_carries`)."""
    apps.get_model("range_sessions", "Ball").objects.update(home_yd=None)


class Migration(migrations.Migration):
    dependencies = [
        ("range_sessions", "0010_measurements_have_names"),
        ("academy", "0008_true_numbers"),
    ]

    operations = [
        migrations.AddField(
            "ball",
            "grooves",
            models.CharField(
                choices=[("clean", "clean"), ("worn", "worn")], default="clean", max_length=5
            ),
        ),
        migrations.AddField("ball", "wet", models.BooleanField(default=False)),
        migrations.RunPython(bring_home_anew, migrations.RunPython.noop),
    ]
