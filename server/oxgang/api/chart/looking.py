"""What a file holds that is a chart and no table of balls."""

from __future__ import annotations

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import bag_of
from oxgang.api.chart.schemas import ChartLook
from oxgang.api.fields import made
from oxgang.api.files.schemas import MOST_SHOWN, FileLook
from oxgang.files.chart import read_chart
from oxgang.files.foreign import Sheets
from oxgang.range_sessions.selectors.mappings import remembered_names


def chart_look(student: Student, sheets: Sheets, *, unit: str) -> FileLook | None:
    """What a file holds that is a chart; None for any other."""
    clubs = [club.as_core() for club in bag_of(student)]
    positions = student.scale.as_core().positions
    found = read_chart(sheets, clubs, positions, unit=unit)
    if found is None:
        return None
    before = remembered_names(student.academy, found.signature)
    look = made(
        ChartLook,
        signature=found.signature,
        boxes=[
            {
                "line": box.line,
                "club_name": box.club_name,
                "swing_name": box.swing_name,
                "club": box.club.ours if box.club.certain else "",
                "swing": box.swing.ours if box.swing.certain else "",
                "trajectory": box.trajectory,
                "distance_yd": box.distance_yd,
                "of_yd": box.of,
            }
            for box in found.boxes
        ],
        total=any(box.total for box in found.boxes),
        strange=[
            {
                "about": about,
                "name": name,
                "proposal": one.ours,
                "answer": before.get(f"{about} {name}", ""),
            }
            for about, names in found.strange().items()
            for name, one in names.items()
        ],
    )
    return made(
        FileLook,
        rows=0,
        new=0,
        known=0,
        problems=found.problems[:MOST_SHOWN],
        problems_total=len(found.problems),
        questions=[],
        questions_total=0,
        as_notes=[],
        columns=[],
        targets=[],
        units={},
        mapping={"sources": {}},
        people=[],
        day_orders=[],
        remembered=False,
        file_clubs=[],
        file_swings=[],
        file_strikes=[],
        bag=[club.label for club in clubs],
        positions=[p.label for p in positions],
        preview=[],
        chart=look,
    )
