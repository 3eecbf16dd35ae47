"""The shots a student plays."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("academy", "0009_played"), ("matrix", "0005_true_numbers")]

    operations = [
        migrations.CreateModel(
            name="PlayedShot",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("swing", models.CharField(max_length=24)),
                ("arm_deg", models.FloatField(blank=True, null=True)),
                ("trajectory", models.CharField(choices=[("low", "low"), ("stock", "stock"), ("high", "high")], max_length=5)),
                ("spin", models.CharField(choices=[("release", "release"), ("check", "check"), ("grab", "grab")], max_length=7)),
                ("tempo", models.CharField(choices=[("slower", "slower"), ("normal", "normal"), ("faster", "faster")], max_length=6)),
                ("ball_position_in", models.FloatField(default=0)),
                ("grip_down_in", models.FloatField(default=0)),
                ("state", models.CharField(choices=[("played", "played"), ("work", "work"), ("neither", "neither")], default="neither", max_length=7)),
                ("club", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="+", to="academy.club")),
                ("student", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="shots_played", to="academy.student")),
            ],
            options={
                "constraints": [
                    models.UniqueConstraint(
                        fields=("student", "club", "swing", "trajectory", "spin", "tempo", "ball_position_in", "grip_down_in"),
                        name="shot_played_once",
                    )
                ]
            },
        ),
    ]
