from collections import defaultdict

from django.db import migrations
from django.utils import timezone


def join(apps, schema_editor):
    """Balls whose spin grade was read off a monitor go back to the shot they were hit for.

    A monitor's spin made several shots of one swing. What a coach had chosen to play stays, and each
    student's log has an entry that takes it back.
    """
    Ball = apps.get_model("range_sessions", "Ball")
    Entry = apps.get_model("academy", "Entry")
    Student = apps.get_model("academy", "Student")
    PlayedShot = apps.get_model("matrix", "PlayedShot")
    chosen = {
        (shot.student_id, shot.club_id, shot.swing, shot.trajectory, shot.spin, shot.tempo)
        for shot in PlayedShot.objects.exclude(state="neither").exclude(spin="check")
    }
    found = defaultdict(lambda: defaultdict(list))
    split = Ball.objects.exclude(spin="check").filter(spin_rpm__isnull=False, ball_speed_mps__isnull=False)
    for ball in split.only("student_id", "club_id", "swing", "trajectory", "spin", "tempo"):
        name = (ball.student_id, ball.club_id, ball.swing, ball.trajectory, ball.spin, ball.tempo)
        if name not in chosen:
            found[ball.student_id][ball.spin].append(ball.pk)
    for student in Student.objects.filter(pk__in=list(found)):
        by_spin = found[student.pk]
        changes = [
            {"row": "range_sessions.Ball", "ids": ids, "before": {"spin": spin}, "after": {"spin": "check"}}
            for spin, ids in by_spin.items()
        ]
        for ids in by_spin.values():
            for start in range(0, len(ids), 500):
                Ball.objects.filter(pk__in=ids[start : start + 500]).update(spin="check")
        Entry.objects.create(
            academy_id=student.academy_id,
            student=student,
            at=timezone.now(),
            code="log-spin-joined",
            values={"balls": sum(map(len, by_spin.values()))},
            changes=changes,
        )
        # Their conversion to standard conditions is worked out anew.
        student.moved = student.stale = True
        student.revision += 1
        student.save(update_fields=["moved", "stale", "revision"])


class Migration(migrations.Migration):
    """Measured spin is of the ball, and never a shot by itself."""

    dependencies = [
        ("academy", "0002_words"),
        ("matrix", "0001_version_1"),
        ("range_sessions", "0002_standard_terms"),
    ]

    operations = [migrations.RunPython(join, migrations.RunPython.noop)]
