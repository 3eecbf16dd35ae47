"""Students side by side."""

import django.db.models.deletion
import uuid
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('academy', '0010_people_and_settings'),
        ('range_sessions', '0012_ball_reported'),
    ]

    operations = [
        migrations.CreateModel(
            name='Bay',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('number', models.PositiveSmallIntegerField()),
                ('day', models.DateField(null=True)),
            ],
            options={
                'ordering': ['number'],
            },
        ),
        migrations.CreateModel(
            name='Group',
            fields=[
                ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                ('day', models.DateField()),
                ('together', models.UUIDField(blank=True, null=True)),
                ('made_at', models.DateTimeField()),
                ('ended_at', models.DateTimeField(blank=True, null=True)),
                ('change', models.PositiveBigIntegerField(default=0)),
            ],
        ),
        migrations.CreateModel(
            name='Turn',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('uid', models.CharField(max_length=64)),
                ('kind', models.CharField(choices=[('up', 'Up'), ('monitor', 'Monitor'), ('shot', 'Shot')], max_length=7)),
                ('number', models.PositiveSmallIntegerField(null=True)),
                ('plays', models.JSONField(default=dict)),
                ('at', models.DateTimeField()),
            ],
        ),
        migrations.AddField(
            model_name='appointment',
            name='together',
            field=models.UUIDField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='feedball',
            name='by_hand',
            field=models.BooleanField(default=False),
        ),
        migrations.AddIndex(
            model_name='appointment',
            index=models.Index(condition=models.Q(('together__isnull', False)), fields=['together'], name='booked_together'),
        ),
        migrations.AddField(
            model_name='bay',
            name='student',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.student'),
        ),
        migrations.AddField(
            model_name='group',
            name='academy',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.academy'),
        ),
        migrations.AddField(
            model_name='group',
            name='device',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='groups', to='range_sessions.device'),
        ),
        migrations.AddField(
            model_name='group',
            name='made_by',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach'),
        ),
        migrations.AddField(
            model_name='bay',
            name='group',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='bays', to='range_sessions.group'),
        ),
        migrations.AddField(
            model_name='turn',
            name='by',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach'),
        ),
        migrations.AddField(
            model_name='turn',
            name='group',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='turns', to='range_sessions.group'),
        ),
        migrations.AddIndex(
            model_name='group',
            index=models.Index(fields=['academy', 'day'], name='groups_of_day'),
        ),
        migrations.AddConstraint(
            model_name='group',
            constraint=models.UniqueConstraint(condition=models.Q(('ended_at', None)), fields=('device',), name='monitor_in_one_group'),
        ),
        migrations.AddConstraint(
            model_name='bay',
            constraint=models.UniqueConstraint(condition=models.Q(('day__isnull', False)), fields=('group', 'number'), name='one_student_a_bay'),
        ),
        migrations.AddConstraint(
            model_name='bay',
            constraint=models.UniqueConstraint(condition=models.Q(('day__isnull', False)), fields=('student', 'day'), name='one_bay_a_student'),
        ),
        migrations.AddIndex(
            model_name='turn',
            index=models.Index(fields=['group', 'at'], name='turns_in_order'),
        ),
        migrations.AddConstraint(
            model_name='turn',
            constraint=models.UniqueConstraint(fields=('group', 'uid'), name='turn_once'),
        ),
    ]
