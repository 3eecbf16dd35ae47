"""Keeping what the morning's list shows of each student."""

from __future__ import annotations

from datetime import date, datetime
from uuid import UUID

from django.db import transaction
from django.db.models import Max

from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.people import day_at
from oxgang.core.carry.ageing import halves_after, too_wide_on
from oxgang.core.carry.prior import Point
from oxgang.core.due import State
from oxgang.core.events import changes_of
from oxgang.core.gaps import covered_yardages, stretches
from oxgang.core.protocols import Protocol, Wish, plan_for
from oxgang.core.shots import CellKey
from oxgang.core.stages import Stage
from oxgang.matrix.models import Summary
from oxgang.matrix.selectors.due import Standing, due_in
from oxgang.matrix.selectors.matrix import StudentMatrix, matrix_of
from oxgang.matrix.selectors.standing import standing_of
from oxgang.range_sessions.selectors.balls import balls_of

# What a coach asks for between two lessons.
CHECK_UP_BALLS = 15


def stale_ids(academy: Academy, now: datetime, most: int) -> list[UUID]:
    """Students whose summary is older than their records, then ones older than today, at most so
    many.

    Two queries whose cost grows with what they find, not with the academy.
    """
    changed = Student.objects.filter(academy=academy, stale=True).values_list("pk", flat=True)
    found = list(changed[:most])
    if len(found) < most:
        old = Summary.objects.filter(
            academy=academy, day__lt=day_at(academy, now), archived=False
        ).values_list("student_id", flat=True)
        found += [pk for pk in old[: most - len(found)] if pk not in found]
    return found


def refresh(student: Student, now: datetime, found: StudentMatrix | None = None) -> Summary:
    """Compute and keep a student's row of the list.

    Parameters
    ----------
    found
        The student's reviewed matrix of today, where it is known already.
    """
    revision = student.revision
    day = day_at(student.academy, now)
    found = found or matrix_of(student, day)
    standing = due_in(student, found)
    stage, _ = standing_of(student, found.matrix)
    due, ground = standing.due, found.ground
    yards = ground.to_yd - ground.from_yd + 1
    version = standing.version
    row = {
        "academy_id": student.academy_id,
        "archived": student.archived_at is not None,
        "name": student.name,
        "revision": revision,
        "day": day,
        "state": due.state,
        "need": due.need,
        "reasons": due.reasons,
        "stage": stage,
        "balls": balls_of(student).count(),
        "waiting": standing.waiting,
        "clubs": len(found.clubs),
        "last_hit": balls_of(student).order_by().aggregate(last=Max("hit_on"))["last"],
        "published_on": version and day_at(student.academy, version.published_at),
        "matters": due.matters,
        "wide": len(due.wide),
        "settles": _settled(student, found, standing, stage),
        "covered": ground.covered / yards,
        "doubtful": due.doubtful,
        "due_on": _due_on(student, found, standing),
        "ground": _strips(student, found, standing),
    }
    with transaction.atomic():
        summary, _ = Summary.objects.update_or_create(student=student, defaults=row)
        # A write that came meanwhile leaves the student stale.
        Student.objects.filter(pk=student.pk, revision=revision).update(stale=False)
    return summary


def _settled(student: Student, found: StudentMatrix, standing: Standing, stage: Stage) -> int:
    """How many of the cells that are due a check-up of `CHECK_UP_BALLS` would settle."""
    if not standing.wide:
        return 0
    wish = Wish(
        balls=CHECK_UP_BALLS,
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        stage=stage,
        due=standing.wide,
        tolerance_yd=student.tolerance_yd,
    )
    points, carries = _points(found), {cell.key: cell.carry_yd for cell in found.cells}
    plan = plan_for(Protocol.CHECK_UP, found.matrix, wish)
    halves = halves_after(
        found.hits,
        [points[key] for key in standing.wide],
        [(p.key, points[p.key], carries[p.key], p.balls) for p in plan],
        today=found.day,
        changes=changes_of(found.events),
    )
    return int((halves <= student.tolerance_yd).sum())


def _due_on(student: Student, found: StudentMatrix, standing: Standing) -> date | None:
    if standing.due.state is not State.TRUE:
        return None
    points = _points(found)
    return too_wide_on(
        found.hits,
        [points[c.key] for c in standing.played],
        today=found.day,
        tolerance_yd=student.tolerance_yd,
        changes=changes_of(found.events),
    )


def _points(found: StudentMatrix) -> dict[CellKey, Point]:
    fitted = found.matrix.fit
    rows = found.matrix.rows
    return {cell.key: fitted.points[rows[i]] for i, cell in enumerate(found.cells)}


def _strips(student: Student, found: StudentMatrix, standing: Standing) -> list[dict[str, object]]:
    """The small ground: sure, doubtful and fallow stretches of whole yards."""
    wide = set(standing.wide)
    sure = [c for c in standing.played if c.key not in wide]
    ends = {"from_yd": student.from_yd, "to_yd": student.to_yd}
    tolerance = student.tolerance_yd
    held = set(covered_yardages(sure, tolerance_yd=tolerance, **ends))
    some = set(covered_yardages(standing.played, tolerance_yd=tolerance, **ends))
    every = range(student.from_yd, student.to_yd + 1)
    kinds = {
        "sure": [y for y in every if y in held],
        "doubtful": [y for y in every if y in some and y not in held],
        "fallow": [y for y in every if y not in some],
    }
    return [
        {"from_yd": s.from_yd, "to_yd": s.to_yd, "kind": kind}
        for kind, yards in kinds.items()
        for s in stretches(yards)
    ]
