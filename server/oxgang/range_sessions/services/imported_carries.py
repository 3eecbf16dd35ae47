"""Taking in carries that somebody has on paper: a chart that is typed, or a matrix from a file."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime

from oxgang.academy.models import AuditAction, Club, Coach, Student
from oxgang.academy.selectors.chain import chain_of
from oxgang.academy.selectors.people import bag_of, known_swings, local_day, match_club
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import Changed, changed, created, fields_of, record_entry
from oxgang.core.carry.matrix import Basis
from oxgang.core.errors import InputError
from oxgang.core.flight.checks import NO_SUCH_DAY, in_calendar, problem_with
from oxgang.core.flight.standard import to_standard
from oxgang.core.words.shots import CellKey, Shot, Spin, Tempo, Trajectory
from oxgang.core.words.swing import Position
from oxgang.files.matrix import MatrixRow
from oxgang.files.tables import RowProblem
from oxgang.range_sessions.models import ImportedCarry
from oxgang.range_sessions.models.imported_carry import MAX_SOURCE


@dataclass(frozen=True, slots=True)
class Box:
    """One box of a chart: a shot by its names, and its number [yd]; None empties it."""

    club: str
    swing: str
    trajectory: Trajectory
    distance_yd: float | None
    spin: Spin = Spin.CHECK
    tempo: Tempo = Tempo.NORMAL
    measured_on: date | None = None

    def __str__(self) -> str:
        return str(CellKey(self.club, self.swing, self.trajectory, self.spin, self.tempo))


@retry_on_conflict
def report_carries(
    student: Student,
    boxes: Sequence[Box],
    *,
    by: Coach,
    now: datetime,
    measured_on: date | None = None,
    source: str = "",
    total: bool = False,
) -> int:
    """Store the numbers of a chart; a box that has one takes the new number, an emptied one gives it up.

    Parameters
    ----------
    measured_on, source
        When and by whom the chart was measured; today and nobody where it is not known.
    total
        Whether its numbers are totals.

    Returns
    -------
    int
        How many boxes changed.

    Raises
    ------
    InputError
        For a club or a swing that the student has not, two numbers for one shot, or a number that is no
        distance of a shot.
    """
    if len(source) > MAX_SOURCE:
        raise InputError(f"Keep who measured it to {MAX_SOURCE} characters.", field="source")
    today = local_day(student, now)
    if measured_on and (not in_calendar(measured_on) or measured_on > today):
        words = "The date of the chart is in the future." if measured_on > today else f"{NO_SUCH_DAY}."
        raise InputError(words, field="measured_on")
    places = [(box, *_place(student, box, today, f"boxes.{at}")) for at, box in enumerate(boxes)]
    seen: set[tuple[object, ...]] = set()
    measured = "total_yd" if total else "carry_yd"
    for at, (box, club, swing) in enumerate(places):
        name = (club.pk, swing.label, box.trajectory, box.spin, box.tempo)
        if name in seen:
            raise InputError(f"The chart has two numbers for {box}. Keep one.", field=f"boxes.{at}")
        seen.add(name)
        wrong = "" if box.distance_yd is None else problem_with(measured, box.distance_yd)
        if wrong:
            raise InputError(f"{box}: {wrong}", field=f"boxes.{at}")
    carries = _carries(student, places, total=total)
    done: list[Changed] = []
    for (box, club, swing), (carry_yd, sd) in zip(places, carries, strict=True):
        which = {
            "student": student,
            "club": club,
            "swing": swing.label,
            "trajectory": box.trajectory,
            "spin": box.spin,
            "tempo": box.tempo,
        }
        there = ImportedCarry.objects.filter(**which).first()
        if box.distance_yd is None:
            if there is not None and there.withdrawn_at is None:
                done += _set(there, {"withdrawn_at": now})
            continue
        values: dict[str, object] = {
            "arm_deg": swing.arm_deg,
            "carry_yd": carry_yd,
            "total_yd": box.distance_yd if total else None,
            "standard_sd": sd,
            "imported_on": box.measured_on or measured_on or today,
            "source": source.strip(),
            "imported_by_id": by.pk,
            "withdrawn_at": None,
        }
        if there is None:
            done.append(created(ImportedCarry.objects.create(**which, **values), "withdrawn_at"))
        else:
            done += _set(there, values)
    if done:
        record_entry(
            student, AuditAction.CARRIES_IMPORTED, {"cells": len(done)}, by=by, now=now, changes=done
        )
    return len(done)


def _set(row: ImportedCarry, values: dict[str, object]) -> list[Changed]:
    before = fields_of(row, values)
    for name, value in values.items():
        setattr(row, name, value)
    row.save()
    return changed(row, before)


def _place(student: Student, box: Box, today: date, field: str) -> tuple[Club, Position]:
    club = match_club(bag_of(student), box.club, today)
    swing = known_swings(student).get(box.swing.casefold())
    if club is None:
        raise InputError(f'"{box.club}" is not in the bag.', field=field)
    if swing is None:
        raise InputError(f'"{box.swing}" is not a swing here.', field=field)
    return club, swing


def _carries(
    student: Student, places: Sequence[tuple[Box, Club, Position]], *, total: bool
) -> list[tuple[float, float]]:
    """The carry of each box [yd] and how unsure it is, of log carry: totals by the run that is usual."""
    if not total:
        return [(box.distance_yd or 0.0, 0.0) for box, _, _ in places]
    lofts = {str(club.pk): club.loft_deg for _, club, _ in places}
    shots = [
        Shot(
            cell=CellKey(str(club.pk), swing.label, box.trajectory, box.spin, box.tempo),
            total_yd=box.distance_yd or 1.0,
        )
        for box, club, swing in places
    ]
    standards = to_standard(shots, student.academy.altitude_m, chain_of(student, lofts))
    return [(standard.carry_yd or 0.0, standard.sd) for standard in standards]


def import_carries(
    student: Student,
    rows: Sequence[tuple[int, MatrixRow]],
    *,
    skip_bad: bool,
    by: Coach,
    now: datetime,
) -> tuple[int, int, list[RowProblem]]:
    """Store the carries of a matrix file; a cell imported before takes the new carry. A row that was
    only estimated where it comes from is evidence of nothing and left out.

    Returns
    -------
    tuple
        How many cells were stored (none while there are problems and they were not to be skipped),
        how many were left out as estimated, and the rows that fit no club or swing of the student.
    """
    bag, today = bag_of(student), local_day(student, now)
    swings = known_swings(student)
    problems: list[RowProblem] = []
    estimated = 0
    boxes: dict[CellKey, Box] = {}
    for line, row in rows:
        club = match_club(bag, row.key.club, today)
        swing = swings.get(row.key.swing.casefold())
        if club is None:
            problems.append(RowProblem(line, "club", f'"{row.key.club}" is not in the bag.'))
        elif swing is None:
            problems.append(RowProblem(line, "swing", f'"{row.key.swing}" is not a swing here.'))
        elif row.basis is Basis.ESTIMATED:
            estimated += 1
        elif row.carry_yd > 0:
            k = row.key
            box = Box(club.label, swing.label, k.trajectory, row.carry_yd, k.spin, k.tempo, row.last_measured)
            boxes[CellKey(box.club, box.swing, k.trajectory, k.spin, k.tempo)] = box
    if problems and not skip_bad:
        return 0, 0, problems
    report_carries(student, [*boxes.values()], by=by, now=now)
    return len(boxes), estimated, problems
