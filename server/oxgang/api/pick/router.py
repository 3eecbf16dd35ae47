"""The pick: the right shot for the ball that lies there, what would change it, ten to decide."""

from __future__ import annotations

from dataclasses import asdict
from uuid import UUID

from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import local_day, student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import made
from oxgang.api.matrix.schemas import KeyOut
from oxgang.api.pick.schemas import (
    PickChange,
    PickOut,
    SituationIn,
    SituationOut,
    TablePart,
)
from oxgang.core.carry.cells import FURROW_SHARE
from oxgang.core.carry.matrix import Cell
from oxgang.core.errors import InputError
from oxgang.core.ground.played import Name
from oxgang.core.pick.changes import loss_of, variants
from oxgang.core.pick.choice import Picked
from oxgang.core.pick.quiz import quiz
from oxgang.core.pick.rules import WANTS
from oxgang.core.pick.situation import Situation, band_of, checked, pin_at
from oxgang.core.pick.table import LIES
from oxgang.core.words.intervals import z_of
from oxgang.core.words.shots import Lie
from oxgang.matrix.selectors.cached import CachedMatrix, cached_matrix
from oxgang.matrix.selectors.pick_table import table_part
from oxgang.matrix.selectors.picking import (
    Shots,
    patterns_in,
    pick_in,
    pick_of,
    shots_to_pick,
)
from oxgang.matrix.selectors.played import played_in
from oxgang.matrix.selectors.runs import runs_seen

router = Router(tags=["pick"])

# Half of where the middle of the balls finishes, in deviations.
FURROW_Z = z_of(FURROW_SHARE)
SEEDS = (0, 2**31 - 1)


def _cached(request: CoachRequest, student_id: UUID) -> tuple[Student, CachedMatrix]:
    student = student_of(request.coach, student_id)
    return student, cached_matrix(student, local_day(student, timezone.now()))


def _asked(data: SituationIn) -> Situation:
    values = data.dict(exclude={"trouble", "every"})
    return checked(Situation(**values, trouble=tuple(band_of(text) for text in data.trouble)))


def _shots(student: Student, cached: CachedMatrix, *, every: bool) -> Shots:
    shots = shots_to_pick(student, played_in(student, cached.found), every=every)
    if not shots:
        raise InputError("No shot to pick from. Measure some, or choose shots under Shots.")
    return shots


@router.get("/students/{student_id}/pick", response=PickOut)
def pick(request: CoachRequest, student_id: UUID, data: Query[SituationIn]) -> PickOut:
    """The shot for a situation, with what it costs against the others."""
    student, cached = _cached(request, student_id)
    situation = _asked(data)
    shots = _shots(student, cached, every=data.every)
    picking = cached.picking(student)
    found = pick_in(picking, shots, situation, paths=True)
    standards = {candidate.name: cell for cell, candidate in shots}
    return _out(student, cached, found, standards)


def _out(student: Student, cached: CachedMatrix, found: Picked, standards: dict[Name, Cell]) -> PickOut:
    picking = cached.picking(student)
    seen = runs_seen(student, cached.found, standards.values())
    least = found.outcomes[found.best].cost
    return made(
        PickOut,
        situation=_situation(found.situation),
        shots=[
            {
                "key": asdict(p.shot.key),
                "back_in": p.shot.back_in,
                "down_in": p.shot.down_in,
                "standard_yd": standards[p.shot.name].carry_yd,
                "carry_yd": p.carry_yd,
                "carry_sd_yd": p.carry_sd_yd,
                "run_yd": p.run_yd,
                "run_sd_yd": p.run_sd_yd,
                "run_off_yd": p.run_off_yd,
                "run_seen": seen.get(p.shot.name),
                "finish_yd": p.finish_yd,
                "finish_from_yd": p.finish_yd - FURROW_Z * p.finish_sd_yd,
                "finish_to_yd": p.finish_yd + FURROW_Z * p.finish_sd_yd,
                "wide_yd": FURROW_Z * p.lateral_sd_yd,
                "bias_yd": p.bias_yd,
                "lateral_sd_yd": p.lateral_sd_yd,
                "drift_yd": p.drift_yd,
                "mishit_share": p.mishit_share,
                "on_green": o.on,
                "inside_10ft": o.near,
                "over_three": o.worse,
                "caught": o.caught.share,
                "short": o.short,
                "long": o.long,
                "trouble": [{"kind": kind, "share": share} for kind, share in o.trouble.items()],
                "strokes": o.cost,
                "more": o.cost - least,
                "unsure": o.unsure,
                "apex_yd": p.apex_yd,
                "landing_deg": p.landing_deg,
                "measured": p.shot.measured,
                "path": [{"along": along, "up": up} for along, up in p.path],
                "reasons": [message.as_data() for message in reasons],
            }
            for p, o, reasons in zip(found.patterns, found.outcomes, found.reasons, strict=True)
        ],
        best=found.best,
        either=found.either,
        reach=found.reach,
        goal=found.goal,
        wants=found.verdict.wants,
        rules=[{**asdict(ruled), "wants": WANTS.get(ruled.rule)} for ruled in found.rules],
        aim_yd=found.aim_yd,
        aim_saves=found.aim_saves,
        off_flag=found.off_flag,
        handicap=picking.baseline.handicap,
        handicap_set=student.handicap is not None,
        lateral_share=picking.lateral.share,
        lateral_balls=picking.lateral.balls,
        mishits=picking.contact.share,
        contact_balls=picking.contact.balls,
    )


def _situation(situation: Situation) -> SituationOut:
    return made(SituationOut, **asdict(situation), pin_at=pin_at(situation))


@router.get("/students/{student_id}/pick/changes", response=list[PickChange])
def changes(request: CoachRequest, student_id: UUID, data: Query[SituationIn]) -> list[PickChange]:
    """What would change the choice: one thing at a time, where another shot is then picked."""
    student, cached = _cached(request, student_id)
    situation = _asked(data)
    shots = _shots(student, cached, every=data.every)
    picking = cached.picking(student)
    now = pick_in(picking, shots, situation)
    found = []
    for what, other in variants(situation).items():
        patterns = patterns_in(picking, shots, other)
        if not patterns:
            continue
        then = pick_of(picking, patterns, other)
        changed, loses = loss_of(now, then)
        if not changed:
            continue
        best = then.patterns[then.best].shot
        found.append(
            made(
                PickChange,
                what=what,
                situation=_situation(other),
                key=KeyOut(**asdict(best.key)),
                back_in=best.back_in,
                down_in=best.down_in,
                loses=loses,
            )
        )
    return found


@router.get("/students/{student_id}/pick/quiz", response=list[SituationOut])
def questions(request: CoachRequest, student_id: UUID, seed: int) -> list[SituationOut]:
    """Ten situations to decide with the student: the same ones for the same seed."""
    student, cached = _cached(request, student_id)
    lo, hi = SEEDS
    if not lo <= seed <= hi:
        raise InputError(f"A seed is a whole number of {lo} to {hi}.", field="seed")
    shots = _shots(student, cached, every=False)
    plain = patterns_in(cached.picking(student), shots, Situation(pin_yd=student.from_yd))
    finishes = [pattern.finish_yd for pattern in plain]
    asked = quiz(seed, finishes, from_yd=student.from_yd, to_yd=student.to_yd)
    return [_situation(one) for one in asked]


@router.get("/students/{student_id}/pick/table", response=TablePart)
def table(request: CoachRequest, student_id: UUID, lie: Lie) -> TablePart:
    """Work out the part of the phone's table for a lie, so that publishing need not wait for it."""
    student, cached = _cached(request, student_id)
    if lie not in LIES:
        raise InputError(f"The phone knows {', '.join(LIES)}.", field="lie")
    rows = table_part(student, cached, played_in(student, cached.found), lie)
    return TablePart(lie=lie, rows=len(rows))
