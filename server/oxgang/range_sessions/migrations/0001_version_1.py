import django.db.models.deletion
import uuid
from django.db import migrations, models


class Migration(migrations.Migration):
    # A database of release 0.1 has all of these: it is one of version 1 already.
    replaces = [
        ('range_sessions', '0001_initial'),
        ('range_sessions', '0002_devices'),
        ('range_sessions', '0003_home_carry'),
        ('range_sessions', '0004_review_and_plan'),
        ('range_sessions', '0005_mappings'),
        ('range_sessions', '0006_told'),
        ('range_sessions', '0007_calendar'),
        ('range_sessions', '0008_safe_hands'),
        ('range_sessions', '0009_plans_in_codes'),
        ('range_sessions', '0010_measurements_have_names'),
        ('range_sessions', '0011_true_numbers'),
        ('range_sessions', '0012_ball_reported'),
        ('range_sessions', '0013_bays'),
    ]

    initial = True

    dependencies = [
        ('academy', '0001_version_1'),
    ]

    operations = [
        migrations.CreateModel(
            name='CalendarLink',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('token_hash', models.CharField(max_length=64, unique=True)),
                ('made_at', models.DateTimeField()),
                ('revoked_at', models.DateTimeField(blank=True, null=True)),
                ('coach', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.coach')),
            ],
        ),
        migrations.CreateModel(
            name='Device',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=60)),
                ('token_hash', models.CharField(max_length=64, null=True, unique=True)),
                ('made_at', models.DateTimeField()),
                ('revoked_at', models.DateTimeField(blank=True, null=True)),
                ('last_heard_at', models.DateTimeField(blank=True, null=True)),
                ('plays', models.JSONField(default=dict)),
                ('straight', models.BooleanField(default=True)),
                ('plays_since', models.DateTimeField(blank=True, null=True)),
                ('plays_until', models.DateTimeField(blank=True, null=True)),
                ('change', models.PositiveBigIntegerField(default=0)),
                ('academy', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='devices', to='academy.academy')),
                ('made_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
                ('plays_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
                ('plays_for', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.student')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('academy', 'name'), name='device_name_in_academy')],
            },
        ),
        migrations.CreateModel(
            name='FeedBall',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('uid', models.CharField(max_length=48)),
                ('hit_at', models.DateTimeField()),
                ('received_at', models.DateTimeField()),
                ('measured', models.JSONField()),
                ('extra', models.JSONField(default=dict)),
                ('question', models.CharField(blank=True, max_length=300)),
                ('discarded_at', models.DateTimeField(blank=True, null=True)),
                ('by_hand', models.BooleanField(default=False)),
                ('device', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='sent', to='range_sessions.device')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('device', 'uid'), name='sent_once_a_device')],
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
                ('academy', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.academy')),
                ('device', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='groups', to='range_sessions.device')),
                ('made_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
            ],
            options={
                'indexes': [models.Index(fields=['academy', 'day'], name='groups_of_day')],
                'constraints': [models.UniqueConstraint(condition=models.Q(('ended_at', None)), fields=('device',), name='monitor_in_one_group')],
            },
        ),
        migrations.CreateModel(
            name='Bay',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('number', models.PositiveSmallIntegerField()),
                ('day', models.DateField(null=True)),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.student')),
                ('group', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='bays', to='range_sessions.group')),
            ],
            options={
                'ordering': ['number'],
                'constraints': [models.UniqueConstraint(condition=models.Q(('day__isnull', False)), fields=('group', 'number'), name='one_student_a_bay'), models.UniqueConstraint(condition=models.Q(('day__isnull', False)), fields=('student', 'day'), name='one_bay_a_student')],
            },
        ),
        migrations.CreateModel(
            name='RangeSession',
            fields=[
                ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                ('day', models.DateField()),
                ('coach', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='sessions', to='academy.student')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('student', 'day'), name='one_session_a_day')],
            },
        ),
        migrations.CreateModel(
            name='Ball',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('uid', models.CharField(max_length=64)),
                ('hit_on', models.DateField()),
                ('hit_at', models.DateTimeField(blank=True, null=True)),
                ('swing', models.CharField(max_length=24)),
                ('arm_deg', models.FloatField(blank=True, null=True)),
                ('trajectory', models.CharField(choices=[('low', 'low'), ('stock', 'stock'), ('high', 'high')], max_length=5)),
                ('spin', models.CharField(choices=[('release', 'release'), ('check', 'check'), ('grab', 'grab')], max_length=7)),
                ('tempo', models.CharField(choices=[('slower', 'slower'), ('normal', 'normal'), ('faster', 'faster')], max_length=6)),
                ('strike', models.CharField(choices=[('solid', 'solid'), ('fat', 'fat'), ('thin', 'thin'), ('heel', 'heel'), ('toe', 'toe'), ('hard', 'hard')], max_length=5)),
                ('ball', models.CharField(choices=[('premium', 'premium'), ('range', 'range')], max_length=7)),
                ('lie', models.CharField(choices=[('tee', 'tee'), ('mat', 'mat'), ('fairway', 'fairway'), ('rough-up', 'rough-up'), ('rough-down', 'rough-down')], max_length=10)),
                ('carry_yd', models.FloatField(blank=True, null=True, verbose_name='carry')),
                ('total_yd', models.FloatField(blank=True, null=True, verbose_name='total')),
                ('launch_deg', models.FloatField(blank=True, null=True, verbose_name='launch angle')),
                ('spin_rpm', models.FloatField(blank=True, null=True, verbose_name='spin')),
                ('ball_speed_mps', models.FloatField(blank=True, null=True, verbose_name='ball speed')),
                ('club_speed_mps', models.FloatField(blank=True, null=True, verbose_name='club speed')),
                ('attack_deg', models.FloatField(blank=True, null=True, verbose_name='attack angle')),
                ('dynamic_loft_deg', models.FloatField(blank=True, null=True, verbose_name='dynamic loft')),
                ('apex_yd', models.FloatField(blank=True, null=True, verbose_name='apex')),
                ('landing_deg', models.FloatField(blank=True, null=True, verbose_name='landing angle')),
                ('offline_yd', models.FloatField(blank=True, null=True, verbose_name='offline')),
                ('temperature_c', models.FloatField(blank=True, null=True, verbose_name='temperature')),
                ('altitude_m', models.FloatField(blank=True, null=True, verbose_name='altitude')),
                ('headwind_mps', models.FloatField(blank=True, null=True, verbose_name='headwind')),
                ('ball_position_in', models.FloatField(default=0, verbose_name='ball position')),
                ('grip_down_in', models.FloatField(default=0, verbose_name='grip down')),
                ('grooves', models.CharField(choices=[('clean', 'clean'), ('worn', 'worn')], default='clean', max_length=5)),
                ('wet', models.BooleanField(default=False)),
                ('home_yd', models.FloatField(blank=True, null=True)),
                ('home_sd', models.FloatField(default=0)),
                ('reported', models.BooleanField(default=False)),
                ('kept', models.BooleanField(default=False)),
                ('excluded', models.CharField(blank=True, max_length=200)),
                ('extra', models.JSONField(blank=True, default=dict)),
                ('withdrawn_at', models.DateTimeField(blank=True, null=True)),
                ('club', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='balls', to='academy.club')),
                ('entry', models.ForeignKey(db_index=False, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.entry')),
                ('student', models.ForeignKey(db_index=False, on_delete=django.db.models.deletion.CASCADE, related_name='balls', to='academy.student')),
                ('sent', models.ForeignKey(blank=True, db_index=False, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='balls', to='range_sessions.feedball')),
                ('session', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='balls', to='range_sessions.rangesession')),
            ],
            options={
                'indexes': [models.Index(fields=['student', 'hit_on'], name='range_sessi_student_7d53fb_idx'), models.Index(condition=models.Q(('sent__isnull', False)), fields=['sent'], name='balls_of_devices')],
                'constraints': [models.UniqueConstraint(fields=('student', 'uid'), name='ball_once_a_student'), models.UniqueConstraint(condition=models.Q(('withdrawn_at', None)), fields=('sent',), name='sent_ball_taken_once')],
            },
        ),
        migrations.CreateModel(
            name='StoredMapping',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('signature', models.CharField(max_length=64)),
                ('mapping', models.JSONField()),
                ('academy', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.academy')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('academy', 'signature'), name='one_mapping_a_header')],
            },
        ),
        migrations.CreateModel(
            name='StoredPlan',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('title', models.CharField(max_length=60)),
                ('homework', models.BooleanField(default=False)),
                ('items', models.JSONField(default=list)),
                ('made_at', models.DateTimeField()),
                ('dropped_at', models.DateTimeField(blank=True, null=True)),
                ('made_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='plans', to='academy.student')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('student', 'homework'), name='one_plan_of_a_kind')],
            },
        ),
        migrations.CreateModel(
            name='ToldCell',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('swing', models.CharField(max_length=24)),
                ('arm_deg', models.FloatField()),
                ('trajectory', models.CharField(max_length=5)),
                ('spin', models.CharField(max_length=7)),
                ('tempo', models.CharField(max_length=6)),
                ('carry_yd', models.FloatField()),
                ('told_on', models.DateField()),
                ('withdrawn_at', models.DateTimeField(blank=True, null=True)),
                ('club', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.club')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.student')),
                ('told_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('student', 'club', 'swing', 'trajectory', 'spin', 'tempo'), name='told_once_a_cell')],
            },
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
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.coach')),
                ('group', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='turns', to='range_sessions.group')),
            ],
            options={
                'indexes': [models.Index(fields=['group', 'at'], name='turns_in_order')],
                'constraints': [models.UniqueConstraint(fields=('group', 'uid'), name='turn_once')],
            },
        ),
        migrations.CreateModel(
            name='Appointment',
            fields=[
                ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                ('starts_at', models.DateTimeField()),
                ('minutes', models.PositiveSmallIntegerField()),
                ('check_up', models.PositiveSmallIntegerField(default=0)),
                ('note', models.CharField(blank=True, max_length=200)),
                ('together', models.UUIDField(blank=True, null=True)),
                ('changed_at', models.DateTimeField()),
                ('withdrawn_at', models.DateTimeField(blank=True, null=True)),
                ('coach', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='appointments', to='academy.coach')),
                ('entry', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='academy.entry')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='appointments', to='academy.student')),
            ],
            options={
                'ordering': ['starts_at', 'id'],
                'indexes': [models.Index(fields=['student', 'starts_at'], name='range_sessi_student_40aa3c_idx'), models.Index(fields=['coach', 'starts_at'], name='range_sessi_coach_i_c5df09_idx'), models.Index(condition=models.Q(('together__isnull', False)), fields=['together'], name='booked_together')],
            },
        ),
    ]
