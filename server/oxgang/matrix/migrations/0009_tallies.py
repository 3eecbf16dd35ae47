"""What students did in a month; how often a link was opened."""

import django.db.models.deletion
from django.db import migrations, models


def count_anew(apps, schema_editor):
    # Tallies come with the next look at each student.
    apps.get_model("academy", "Student").objects.update(stale=True)


class Migration(migrations.Migration):

    dependencies = [
        ('academy', '0010_people_and_settings'),
        ('matrix', '0008_codes'),
    ]

    operations = [
        migrations.AddField(
            model_name='cardlink',
            name='opened',
            field=models.PositiveIntegerField(default=0),
        ),
        migrations.CreateModel(
            name='Tally',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('month', models.DateField()),
                ('balls', models.PositiveIntegerField(default=0)),
                ('solid', models.PositiveIntegerField(default=0)),
                ('scatter', models.FloatField(null=True)),
                ('spare', models.PositiveIntegerField(default=0)),
                ('covered', models.FloatField(null=True)),
                ('due', models.BooleanField(null=True)),
                ('academy', models.ForeignKey(db_index=False, on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.academy')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.student')),
            ],
            options={
                'indexes': [models.Index(fields=['academy', 'month'], name='tallies_of_month')],
                'constraints': [models.UniqueConstraint(fields=('student', 'month'), name='one_tally_a_month')],
            },
        ),
        migrations.RunPython(count_anew, migrations.RunPython.noop),
    ]
