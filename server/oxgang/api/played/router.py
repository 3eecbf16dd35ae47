from __future__ import annotations

from collections import Counter
from dataclasses import asdict
from typing import Any
from uuid import UUID

from django.utils import timezone
from ninja import Router

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import local_day, student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import made
from oxgang.api.played.schemas import ChooseIn, PlayedOut, ShotName
from oxgang.core.ground.choice import Answer, answer_at
from oxgang.core.ground.coverage import coverage
from oxgang.core.ground.played import Name, Play, let_in, may_be_proposed, worth_of
from oxgang.core.words.shots import CellKey
from oxgang.matrix.selectors.as_data import cell_data
from oxgang.matrix.selectors.cached import cached_matrix, carry_cache_forward
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.matrix.selectors.played import PlayedNow, limit_of, played_in, proposal_for
from oxgang.matrix.selectors.standing import standing_of
from oxgang.matrix.services.playing import Choice, choose_shots

router = Router(tags=["played"])


def _page(student: Student, found: StudentMatrix) -> PlayedOut:
    stage, _ = standing_of(student, found.matrix)
    now = played_in(student, found, stage)
    limit, ground = limit_of(student, stage), _ground(student)
    answering = now.answering
    may = set(may_be_proposed(now.shots, limit, **ground, estimates_yd=student.estimates_yd))
    worth = worth_of(now.shots, answering, **ground)
    rungs = _rungs(student, now)
    answers = Counter(answering[r.shot] for r in rungs if r.shot is not None)
    covered = coverage(found.cells, [now.cells[i] for i in answering], **ground)
    proposal = proposal_for(student, found, now.shots, stage)
    yards = proposal.yards
    return made(
        PlayedOut,
        chosen=now.chosen,
        **ground,
        estimates_yd=student.estimates_yd,
        longest={**asdict(limit), "own": student.longest == limit.label},
        shots=[
            {
                **cell_data(cell, now.states.get(shot.name, Play.NEITHER)),
                "worth": worth[i],
                "answers": answers[i],
                "may": i in may,
                "let_in": let_in(shot, student.estimates_yd),
            }
            for i, (cell, shot) in enumerate(zip(now.cells, now.shots, strict=True))
        ],
        gone=[{**_named(name), "play": play} for name, play in now.gone],
        rungs=[
            {
                "yardage": r.yardage,
                "shot": None if r.shot is None else answering[r.shot],
                "nearest": None if r.nearest is None else answering[r.nearest],
                "adds": r.adds,
                "chance": r.chance,
            }
            for r in rungs
        ],
        fallow=covered.gaps,
        covered={
            "yards": yards,
            "played": round(covered.played * yards),
            "measured": round(covered.measured * yards),
            "all": round(covered.all * yards),
        },
        proposal=proposal,
    )


def _ground(student: Student) -> dict[str, Any]:
    return {name: getattr(student, name) for name in ("from_yd", "to_yd", "tolerance_yd")}


def _rungs(student: Student, now: PlayedNow) -> list[Answer]:
    shots = [now.shots[i] for i in now.answering]
    return [
        answer_at(shots, yardage, student.tolerance_yd)
        for yardage in range(student.from_yd, student.to_yd + 1)
    ]


def _named(name: Name) -> dict[str, object]:
    key, back, down = name
    return {**asdict(key), "back_in": back, "down_in": down}


def _name(name: ShotName) -> Name:
    key = CellKey(name.club, name.swing, name.trajectory, name.spin, name.tempo)
    return key, name.back_in, name.down_in


@router.get("/students/{student_id}/played", response=PlayedOut)
def played(request: CoachRequest, student_id: UUID) -> PlayedOut:
    """The shots that the student plays, what each is worth, and the best sets of every size."""
    student = student_of(request.coach, student_id)
    return _page(student, cached_matrix(student, local_day(student, timezone.now())).found)


@router.post("/students/{student_id}/played", response=PlayedOut)
def choose(request: CoachRequest, student_id: UUID, data: ChooseIn) -> PlayedOut:
    """Take shots in, to work on, or out."""
    coach = request.coach
    student = student_of(coach, student_id)
    day, since = local_day(student, timezone.now()), student.revision
    cached = cached_matrix(student, day)
    choices = [Choice(_name(one), one.play, one.was) for one in data.shots]
    choose_shots(student, cached.found, choices, by=coach, now=timezone.now())
    # What a student plays moves no number.
    carry_cache_forward(student, day, cached, since)
    return _page(student, cached.found)
