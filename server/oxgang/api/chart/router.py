"""The student's chart: numbers that a coach has on paper."""

from __future__ import annotations

from uuid import UUID

from django.utils import timezone
from ninja import Router

from oxgang.academy.selectors.people import student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.chart.schemas import BoxIn, ChartBox, ChartIn, ChartOut
from oxgang.api.readers import reader_of
from oxgang.core.errors import InputError
from oxgang.core.words.shots import Trajectory
from oxgang.files.chart import value_of
from oxgang.files.tables import BadCell
from oxgang.range_sessions.selectors.charts import chart_of
from oxgang.range_sessions.services.imported_carries import Box, report_carries
from oxgang.range_sessions.services.mappings import remember_names

router = Router(tags=["chart"])


@router.get("/students/{student_id}/chart", response=ChartOut)
def chart(request: CoachRequest, student_id: UUID) -> ChartOut:
    """The numbers that were taken in without their balls."""
    rows = chart_of(student_of(request.coach, student_id))
    newest = max(rows, key=lambda row: row.imported_on, default=None)
    boxes = [
        ChartBox(
            club=row.club.label,
            swing=row.swing,
            trajectory=Trajectory(row.trajectory),
            distance_yd=row.carry_yd if row.total_yd is None else row.total_yd,
            total=row.total_yd is not None,
        )
        for row in rows
    ]
    if newest is None:
        return ChartOut(boxes=boxes, source="", measured_on=None)
    return ChartOut(boxes=boxes, source=newest.source, measured_on=newest.imported_on)


@router.post("/students/{student_id}/chart", response=ChartOut)
def store_chart(request: CoachRequest, student_id: UUID, data: ChartIn) -> ChartOut:
    """Store the boxes of a chart, all or none."""
    student = student_of(request.coach, student_id)
    unit = reader_of(request).carry.sign
    report_carries(
        student,
        [_box(box, unit, at) for at, box in enumerate(data.boxes)],
        by=request.coach,
        now=timezone.now(),
        measured_on=data.measured_on,
        source=data.source,
        total=data.total,
    )
    if data.signature and data.names:
        remember_names(student.academy, data.signature, data.names)
    return chart(request, student_id)


def _box(box: BoxIn, unit: str, at: int) -> Box:
    """A box with its number [yd]; what is wrong is said of its place among those sent."""
    if not box.text.strip():
        return Box(box.club, box.swing, box.trajectory, None)
    try:
        value, _ = value_of(box.text.strip(), unit, "boxes")
    except BadCell as error:
        name = Box(box.club, box.swing, box.trajectory, None)
        raise InputError(f"{name}: {error.template}", field=f"boxes.{at}") from None
    return Box(box.club, box.swing, box.trajectory, value)
