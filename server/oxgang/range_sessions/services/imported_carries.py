"""Taking in a matrix that somebody kept on paper or in a sheet."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.selectors.people import bag_of, known_swings
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import Changed, changed, created, fields_of, record_entry
from oxgang.core.carry.matrix import Basis
from oxgang.files.matrix import MatrixRow
from oxgang.files.tables import RowProblem
from oxgang.range_sessions.models import ImportedCarry
from oxgang.range_sessions.services.balls import local_day


@retry_on_conflict
def import_carries(
    student: Student,
    rows: Sequence[tuple[int, MatrixRow]],
    *,
    skip_bad: bool,
    by: Coach,
    now: datetime,
) -> tuple[int, int, list[RowProblem]]:
    """Keep the carries of a matrix file; a cell imported before takes the new carry. A row that was
    only estimated where it comes from is evidence of nothing and left out.

    Returns
    -------
    tuple
        How many cells were kept (none while there are problems and they were not to be skipped),
        how many were left out as estimated, and the rows that fit no club or swing of the student.
    """
    clubs = {club.label.casefold(): club for club in bag_of(student)}
    swings = known_swings(student)
    problems, cells, estimated = [], [], 0
    for line, row in rows:
        club = clubs.get(row.key.club.casefold())
        swing = swings.get(row.key.swing.casefold())
        if club is None:
            problems.append(RowProblem(line, "club", f'"{row.key.club}" is not in the bag.'))
        elif swing is None:
            problems.append(RowProblem(line, "swing", f'"{row.key.swing}" is not a swing here.'))
        elif row.basis is Basis.ESTIMATED:
            estimated += 1
        elif row.carry_yd > 0:
            cells.append((club, swing, row))
    if problems and not skip_bad:
        return 0, 0, problems
    done: list[Changed] = []
    for club, swing, row in cells:
        which = {
            "student": student,
            "club": club,
            "swing": swing.label,
            "trajectory": row.key.trajectory,
            "spin": row.key.spin,
            "tempo": row.key.tempo,
        }
        values = {
            "arm_deg": swing.arm_deg,
            "carry_yd": row.carry_yd,
            "imported_on": row.last_measured or local_day(student, now),
            "imported_by_id": by.pk,
            "withdrawn_at": None,
        }
        imported = ImportedCarry.objects.filter(**which).first()
        if imported is None:
            imported = ImportedCarry.objects.create(**which, **values)
            done.append(created(imported, "withdrawn_at"))
            continue
        before = fields_of(imported, values)
        for name, value in values.items():
            setattr(imported, name, value)
        imported.save()
        done += changed(imported, before)
    if cells:
        values = {"cells": len(cells)}
        record_entry(student, AuditAction.CARRIES_IMPORTED, values, by=by, now=now, changes=done)
    return len(cells), estimated, problems
