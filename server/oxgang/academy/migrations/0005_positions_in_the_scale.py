"""The swing lengths of a scale become one field of it, so that a change can be taken back."""

from django.db import migrations, models


def gather(apps, schema_editor):
    Scale = apps.get_model("academy", "SwingScale")
    Position = apps.get_model("academy", "SwingPosition")
    for scale in Scale.objects.all():
        rows = Position.objects.filter(scale=scale).order_by("order")
        scale.lengths = [{"label": p.label, "arm_deg": p.arm_deg, "cue": p.cue} for p in rows]
        scale.save(update_fields=["lengths"])


class Migration(migrations.Migration):
    dependencies = [("academy", "0004_keeping_true")]

    operations = [
        migrations.AddField("swingscale", "lengths", models.JSONField(default=list)),
        migrations.RunPython(gather, migrations.RunPython.noop),
        migrations.DeleteModel("SwingPosition"),
        migrations.RenameField("swingscale", "lengths", "positions"),
    ]
