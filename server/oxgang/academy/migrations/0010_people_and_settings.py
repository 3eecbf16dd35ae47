"""People with roles, the academy's settings, consent, whose a student is, standards and cohorts."""

import django.db.models.deletion
from django.db import migrations, models


def first_is_head(apps, schema_editor):
    Coach = apps.get_model("academy", "Coach")
    for academy in apps.get_model("academy", "Academy").objects.all():
        # Whoever can sign in and came first; from there roles are given by hand.
        here = Coach.objects.filter(academy=academy).order_by("pk")
        first = here.filter(user__is_active=True).first() or here.first()
        if first is not None:
            first.role = "head"
            first.save(update_fields=["role"])


def whose_students(apps, schema_editor):
    Entry = apps.get_model("academy", "Entry")
    Student = apps.get_model("academy", "Student")
    added = Entry.objects.filter(
        student__isnull=False, coach__isnull=False,
        code__in=["log-student-added", "log-student-brought-in"],
    )
    for student, coach in added.order_by("-pk").values_list("student_id", "coach_id"):
        Student.objects.filter(pk=student).update(coach=coach)


class Migration(migrations.Migration):

    dependencies = [
        ('academy', '0009_played'),
    ]

    operations = [
        migrations.CreateModel(
            name='Consent',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('junior', models.BooleanField(default=False)),
                ('guardian', models.CharField(blank=True, max_length=120)),
                ('contact', models.CharField(blank=True, max_length=200)),
                ('records_on', models.DateField(blank=True, null=True)),
                ('pictures_on', models.DateField(blank=True, null=True)),
                ('phone_on', models.DateField(blank=True, null=True)),
                ('note', models.CharField(blank=True, max_length=200)),
            ],
        ),
        migrations.CreateModel(
            name='EntryLink',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(blank=True, max_length=120)),
                ('role', models.CharField(choices=[('head', 'Head'), ('coach', 'Coach'), ('assistant', 'Assistant')], default='coach', max_length=9)),
                ('token_hash', models.CharField(max_length=64, unique=True)),
                ('made_at', models.DateTimeField()),
                ('expires_at', models.DateTimeField()),
                ('used_at', models.DateTimeField(blank=True, null=True)),
                ('ended_at', models.DateTimeField(blank=True, null=True)),
            ],
        ),
        migrations.CreateModel(
            name='Erased',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('student', models.UUIDField(unique=True)),
                ('at', models.DateTimeField()),
            ],
        ),
        migrations.CreateModel(
            name='SignIn',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('session', models.CharField(max_length=40, unique=True)),
                ('at', models.DateTimeField()),
                ('seen_at', models.DateTimeField()),
                ('where', models.CharField(blank=True, max_length=64)),
                ('browser', models.CharField(blank=True, max_length=200)),
            ],
        ),
        migrations.CreateModel(
            name='Standard',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(choices=[('set-up', 'Set Up'), ('card', 'Card')], max_length=6)),
                ('name', models.CharField(max_length=80)),
                ('content', models.JSONField(default=dict)),
                ('changed_at', models.DateTimeField()),
                ('archived_at', models.DateTimeField(blank=True, null=True)),
            ],
            options={
                'ordering': ['kind', 'name', 'pk'],
            },
        ),
        migrations.AddField(
            model_name='academy',
            name='ball_limit',
            field=models.PositiveSmallIntegerField(default=80),
        ),
        migrations.AddField(
            model_name='academy',
            name='card',
            field=models.JSONField(default=dict),
        ),
        migrations.AddField(
            model_name='academy',
            name='junior_limit',
            field=models.PositiveSmallIntegerField(default=30),
        ),
        migrations.AddField(
            model_name='academy',
            name='keep_months',
            field=models.PositiveSmallIntegerField(default=0),
        ),
        migrations.AddField(
            model_name='academy',
            name='link_days',
            field=models.PositiveSmallIntegerField(default=730),
        ),
        migrations.AddField(
            model_name='academy',
            name='picture_months',
            field=models.PositiveSmallIntegerField(default=0),
        ),
        migrations.AddField(
            model_name='academy',
            name='scale',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.swingscale'),
        ),
        migrations.AddField(
            model_name='academy',
            name='school',
            field=models.CharField(default='shallow', max_length=10),
        ),
        migrations.AddField(
            model_name='academy',
            name='second_factor',
            field=models.BooleanField(default=False),
        ),
        migrations.AddField(
            model_name='academy',
            name='tolerances',
            field=models.JSONField(default=dict),
        ),
        migrations.AddField(
            model_name='academy',
            name='units',
            field=models.CharField(choices=[('yd', 'yards'), ('m', 'metres')], default='yd', max_length=2),
        ),
        migrations.AddField(
            model_name='coach',
            name='left_at',
            field=models.DateTimeField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='coach',
            name='role',
            field=models.CharField(choices=[('head', 'Head'), ('coach', 'Coach'), ('assistant', 'Assistant')], default='coach', max_length=9),
        ),
        migrations.AddField(
            model_name='student',
            name='coach',
            field=models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='students', to='academy.coach'),
        ),
        migrations.AddField(
            model_name='student',
            name='moved',
            field=models.BooleanField(default=False),
        ),
        migrations.AddField(
            model_name='student',
            name='shared_with',
            field=models.ManyToManyField(blank=True, related_name='shared', to='academy.coach'),
        ),
        migrations.AddIndex(
            model_name='student',
            index=models.Index(condition=models.Q(('moved', True)), fields=['academy'], name='moved_students'),
        ),
        migrations.AddField(
            model_name='consent',
            name='student',
            field=models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='consent', to='academy.student'),
        ),
        migrations.AddField(
            model_name='entrylink',
            name='academy',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.academy'),
        ),
        migrations.AddField(
            model_name='entrylink',
            name='coach',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.coach'),
        ),
        migrations.AddField(
            model_name='entrylink',
            name='made_by',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach'),
        ),
        migrations.AddField(
            model_name='erased',
            name='academy',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.academy'),
        ),
        migrations.AddField(
            model_name='signin',
            name='coach',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='sign_ins', to='academy.coach'),
        ),
        migrations.AddField(
            model_name='standard',
            name='academy',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='standards', to='academy.academy'),
        ),
        migrations.AddField(
            model_name='standard',
            name='owner',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.coach'),
        ),
        migrations.AddConstraint(
            model_name='standard',
            constraint=models.UniqueConstraint(condition=models.Q(('archived_at', None)), fields=('academy', 'kind', 'name'), name='standard_name_in_academy'),
        ),
        migrations.RunPython(first_is_head, migrations.RunPython.noop),
        migrations.RunPython(whose_students, migrations.RunPython.noop),
    ]
