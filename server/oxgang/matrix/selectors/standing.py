"""In which stage a student is."""

from __future__ import annotations

from oxgang.academy.models import Student
from oxgang.academy.selectors.chain import windows_of
from oxgang.core.carry.matrix import Matrix
from oxgang.core.flight.launch import in_window
from oxgang.core.ground.stages import Criteria, Stage, Standing, stage_of, standings
from oxgang.core.words.shots import Strike, Trajectory
from oxgang.range_sessions.models import Ball

# The criteria look at the last balls only.
LOOK_BACK = 400


def criteria_of(student: Student) -> Criteria:
    """The student's own criteria, or the usual ones."""
    own = dict(student.criteria)
    if "over_balls" in own:
        # Students who came in as a file of release 0.1 have a count such as 20.0.
        own["over_balls"] = int(own["over_balls"])
    return Criteria(**own)


def standing_of(student: Student, matrix: Matrix) -> tuple[Stage, list[Standing]]:
    """The student's stage (the coach's own word wins) and what each stage lacks. One query."""
    rows = list(
        Ball.objects.filter(student=student, withdrawn_at=None, excluded="")
        .order_by("-hit_on", "-hit_at", "-pk")
        .values_list("strike", "trajectory", "launch_deg", "club__loft_deg")[:LOOK_BACK]
    )[::-1]
    chain = windows_of(student, {})
    found = standings(
        [Strike(strike) for strike, *_ in rows],
        matrix.cells,
        [
            in_window(launch, chain.window(Trajectory(trajectory), loft)) == "in"
            for strike, trajectory, launch, loft in rows
            if launch is not None and strike == Strike.SOLID
        ],
        tolerance_yd=student.tolerance_yd,
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        criteria=criteria_of(student),
    )
    return Stage(student.stage) if student.stage else stage_of(found), found
