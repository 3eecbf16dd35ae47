import django.db.models.deletion
import uuid
from django.db import migrations, models


class Migration(migrations.Migration):
    # A database of release 0.1 has all of these: it is one of version 1 already.
    replaces = [
        ('practice', '0001_initial'),
        ('practice', '0002_owners'),
    ]

    initial = True

    dependencies = [
        ('academy', '0001_version_1'),
    ]

    operations = [
        migrations.CreateModel(
            name='Homework',
            fields=[
                ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                ('title', models.CharField(max_length=80)),
                ('cues', models.CharField(blank=True, max_length=300)),
                ('rows', models.JSONField(default=list)),
                ('due_on', models.DateField()),
                ('made_at', models.DateTimeField()),
                ('closed_at', models.DateTimeField(blank=True, null=True)),
                ('withdrawn_at', models.DateTimeField(blank=True, null=True)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='homeworks', to='academy.student')),
            ],
            options={
                'ordering': ['-made_at'],
                'indexes': [models.Index(fields=['student', '-made_at'], name='practice_ho_student_ab6494_idx')],
            },
        ),
        migrations.CreateModel(
            name='Lesson',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('day', models.DateField()),
                ('seen', models.JSONField(default=dict)),
                ('faults', models.JSONField(default=list)),
                ('cue', models.CharField(blank=True, max_length=200)),
                ('drill', models.CharField(blank=True, max_length=200)),
                ('note', models.TextField(blank=True, max_length=2000)),
                ('changed_at', models.DateTimeField()),
                ('withdrawn_at', models.DateTimeField(blank=True, null=True)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='lessons', to='academy.student')),
            ],
            options={
                'ordering': ['-day'],
                'constraints': [models.UniqueConstraint(fields=('student', 'day'), name='one_lesson_a_day')],
            },
        ),
        migrations.CreateModel(
            name='OwnWord',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(choices=[('checkpoint', 'Checkpoint'), ('fault', 'Fault'), ('cue', 'Cue'), ('drill', 'Drill')], max_length=10)),
                ('part', models.CharField(blank=True, choices=[('setup', 'setup'), ('back', 'back'), ('through', 'through')], max_length=7)),
                ('text', models.CharField(max_length=200)),
                ('archived_at', models.DateTimeField(blank=True, null=True)),
                ('academy', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='lesson_words', to='academy.academy')),
                ('owner', models.ForeignKey(null=True, on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.coach')),
            ],
            options={
                'ordering': ['pk'],
                'constraints': [models.UniqueConstraint(condition=models.Q(('archived_at', None)), fields=('academy', 'kind', 'text'), name='own_word_once')],
            },
        ),
        migrations.CreateModel(
            name='Picture',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('swing', models.CharField(max_length=24)),
                ('trajectory', models.CharField(blank=True, max_length=5)),
                ('content', models.BinaryField()),
                ('width', models.PositiveSmallIntegerField()),
                ('height', models.PositiveSmallIntegerField()),
                ('taken_on', models.DateField()),
                ('withdrawn_at', models.DateTimeField(blank=True, null=True)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='pictures', to='academy.student')),
            ],
            options={
                'ordering': ['pk'],
                'indexes': [models.Index(fields=['student', 'swing'], name='practice_pi_student_59c8cd_idx')],
            },
        ),
        migrations.CreateModel(
            name='Round',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('uid', models.CharField(max_length=48)),
                ('row', models.PositiveSmallIntegerField(null=True)),
                ('trial', models.CharField(blank=True, choices=[('furrow', 'furrow'), ('ladder', 'ladder'), ('open field', 'open field'), ('strokes', 'strokes'), ('worse of two', 'worse of two')], max_length=12)),
                ('form', models.CharField(choices=[('blocked', 'blocked'), ('serial', 'serial'), ('random', 'random'), ('net', 'net'), ('worse of two', 'worse of two'), ('one swing', 'one swing')], max_length=12)),
                ('scoring', models.CharField(choices=[('within', 'within'), ('strokes', 'strokes')], max_length=7)),
                ('seed', models.PositiveIntegerField(default=0)),
                ('tolerance_yd', models.FloatField()),
                ('calls', models.JSONField(default=list)),
                ('results', models.JSONField(default=list)),
                ('par', models.JSONField(default=dict)),
                ('points', models.FloatField(null=True)),
                ('of', models.PositiveSmallIntegerField(default=0)),
                ('told', models.BooleanField(default=False)),
                ('reported', models.BooleanField(default=False)),
                ('clock_off', models.BooleanField(default=False)),
                ('day', models.DateField()),
                ('ended_at', models.DateTimeField()),
                ('received_at', models.DateTimeField()),
                ('seen_at', models.DateTimeField(blank=True, null=True)),
                ('withdrawn_at', models.DateTimeField(blank=True, null=True)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
                ('homework', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='rounds', to='practice.homework')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='rounds', to='academy.student')),
            ],
            options={
                'ordering': ['-ended_at', '-pk'],
                'indexes': [models.Index(fields=['student', '-ended_at'], name='practice_ro_student_09eec2_idx')],
                'constraints': [models.UniqueConstraint(fields=('student', 'uid'), name='round_once_a_student')],
            },
        ),
        migrations.CreateModel(
            name='Routine',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=80)),
                ('rows', models.JSONField(default=list)),
                ('archived_at', models.DateTimeField(blank=True, null=True)),
                ('academy', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='routines', to='academy.academy')),
                ('owner', models.ForeignKey(null=True, on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.coach')),
            ],
            options={
                'ordering': ['name', 'pk'],
                'constraints': [models.UniqueConstraint(condition=models.Q(('archived_at', None)), fields=('academy', 'name'), name='routine_name_in_academy')],
            },
        ),
        migrations.CreateModel(
            name='Sharing',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('shows', models.JSONField(default=list)),
                ('student', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='sharing', to='academy.student')),
            ],
        ),
    ]
