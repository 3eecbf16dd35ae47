"""How far a student's control reaches, which numbers may be played by, where people reach Oxgang."""

from django.db import migrations, models

# The built-in scales as they were on this day.
LONGEST = {"clock": "11:00", "fraction": "90 %", "body": "shoulder", "zones": "2", "one-swing": "L to L"}


def control_ends(apps, schema_editor):
    for scale in apps.get_model("academy", "SwingScale").objects.filter(key__in=LONGEST):
        if any(p["label"] == LONGEST[scale.key] for p in scale.positions):
            scale.longest = LONGEST[scale.key]
            scale.save(update_fields=["longest"])


class Migration(migrations.Migration):
    dependencies = [("academy", "0008_true_numbers")]

    operations = [
        migrations.AddField("student", "longest", models.CharField(blank=True, max_length=24, default=""), preserve_default=False),
        migrations.AddField("student", "estimates_yd", models.FloatField(blank=True, null=True)),
        migrations.AddField("student", "shots_chosen", models.BooleanField(default=False)),
        migrations.AddField("swingscale", "longest", models.CharField(blank=True, max_length=24, default=""), preserve_default=False),
        migrations.AddField("academy", "public_address", models.CharField(blank=True, max_length=200, default=""), preserve_default=False),
        migrations.RunPython(control_ends, migrations.RunPython.noop),
    ]
