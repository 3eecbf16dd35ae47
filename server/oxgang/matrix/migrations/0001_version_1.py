import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    # A database of release 0.1 has all of these: it is one of version 1 already.
    replaces = [
        ('matrix', '0001_published'),
        ('matrix', '0002_stored'),
        ('matrix', '0003_safe_hands'),
        ('matrix', '0004_computed_anew'),
        ('matrix', '0005_true_numbers'),
        ('matrix', '0006_played'),
        ('matrix', '0007_computed_anew'),
        ('matrix', '0008_codes'),
        ('matrix', '0009_tallies'),
    ]

    initial = True

    dependencies = [
        ('academy', '0001_version_1'),
    ]

    operations = [
        migrations.CreateModel(
            name='CardLink',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('token_hash', models.CharField(max_length=64, unique=True)),
                ('made_at', models.DateTimeField()),
                ('expires_at', models.DateTimeField()),
                ('revoked_at', models.DateTimeField(blank=True, null=True)),
                ('code', models.CharField(blank=True, max_length=128)),
                ('wrong_codes', models.PositiveSmallIntegerField(default=0)),
                ('locked_until', models.DateTimeField(blank=True, null=True)),
                ('opened_at', models.DateTimeField(blank=True, null=True)),
                ('opened', models.PositiveIntegerField(default=0)),
                ('made_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='card_links', to='academy.student')),
            ],
        ),
        migrations.CreateModel(
            name='StoredMatrix',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('revision', models.PositiveIntegerField()),
                ('day', models.DateField()),
                ('content', models.TextField()),
                ('student', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.student')),
            ],
        ),
        migrations.CreateModel(
            name='PlayedShot',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('swing', models.CharField(max_length=24)),
                ('arm_deg', models.FloatField(blank=True, null=True)),
                ('trajectory', models.CharField(choices=[('low', 'low'), ('stock', 'stock'), ('high', 'high')], max_length=5)),
                ('spin', models.CharField(choices=[('release', 'release'), ('check', 'check'), ('grab', 'grab')], max_length=7)),
                ('tempo', models.CharField(choices=[('slower', 'slower'), ('normal', 'normal'), ('faster', 'faster')], max_length=6)),
                ('ball_position_in', models.FloatField(default=0)),
                ('grip_down_in', models.FloatField(default=0)),
                ('state', models.CharField(choices=[('played', 'played'), ('work', 'work'), ('neither', 'neither')], default='neither', max_length=7)),
                ('club', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.club')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='shots_played', to='academy.student')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('student', 'club', 'swing', 'trajectory', 'spin', 'tempo', 'ball_position_in', 'grip_down_in'), name='shot_played_once')],
            },
        ),
        migrations.CreateModel(
            name='PublishedMatrix',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('number', models.PositiveIntegerField()),
                ('note', models.CharField(blank=True, max_length=300)),
                ('content', models.JSONField()),
                ('published_at', models.DateTimeField()),
                ('withdrawn_at', models.DateTimeField(blank=True, null=True)),
                ('published_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='versions', to='academy.student')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('student', 'number'), name='version_number_a_student')],
            },
        ),
        migrations.CreateModel(
            name='Summary',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('archived', models.BooleanField(default=False)),
                ('name', models.CharField(max_length=120)),
                ('revision', models.PositiveIntegerField()),
                ('day', models.DateField()),
                ('state', models.CharField(max_length=16)),
                ('need', models.FloatField()),
                ('waiting', models.PositiveIntegerField()),
                ('reasons', models.JSONField(default=list)),
                ('content', models.TextField()),
                ('academy', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.academy')),
                ('student', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='summary', to='academy.student')),
            ],
            options={
                'indexes': [models.Index(fields=['academy', 'archived', '-need', 'name'], name='morning'), models.Index(fields=['academy', 'day'], name='summary_day'), models.Index(fields=['academy', 'archived', 'state', 'waiting', 'student'], name='summary_counts')],
            },
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
    ]
