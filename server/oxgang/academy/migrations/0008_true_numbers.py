from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("academy", "0007_did_in_codes")]

    operations = [
        migrations.AddField("student", "friction", models.CharField(blank=True, max_length=9, default=""), preserve_default=False),
        migrations.AddField("student", "handicap", models.FloatField(blank=True, null=True)),
        migrations.AddField("event", "at", models.DateTimeField(blank=True, null=True)),
    ]
