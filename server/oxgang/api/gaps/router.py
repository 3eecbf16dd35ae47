from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from uuid import UUID, uuid4

from django.http import HttpRequest
from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Club
from oxgang.academy.selectors.people import student_of
from oxgang.api.auth import coach_of
from oxgang.api.fields import made
from oxgang.api.gaps.schemas import (
    CoverageOut,
    FillOut,
    GappingOut,
    GapsOut,
    LookedUp,
    SearchIn,
    WhatIfIn,
    WhatIfOut,
)
from oxgang.api.matrix.schemas import KeyOut, StretchOut
from oxgang.core.carry.cells import Basis, Cell, furrow
from oxgang.core.carry.surfaces import lie_factors
from oxgang.core.carry.today import Today, today_of
from oxgang.core.carry.trims import trims_of
from oxgang.core.errors import InputError
from oxgang.core.flight.run import Firmness
from oxgang.core.ground.coverage import Coverage, coverage, probability, smallest_set, spare
from oxgang.core.ground.fills import Fill, fills_for
from oxgang.core.ground.gaps import Stretch, best_at, checked_range, checked_tolerance, leaves
from oxgang.core.ground.lofts import search_lofts
from oxgang.core.words.bag import Club as CoreClub
from oxgang.core.words.bag import checked_club
from oxgang.core.words.shots import Lie
from oxgang.matrix.selectors.as_data import cell_data
from oxgang.matrix.selectors.matrix import chain_in, ground_under, matrix_of
from oxgang.matrix.selectors.standing import standing_of
from oxgang.range_sessions.services.balls import local_day

router = Router(tags=["gaps"])

# A trim is offered beside the shots when it starts from one so near [yd] and is so much likelier.
TRIM_NEAR_YD = 12.0
TRIM_BETTER = 0.05
MOST_TRIMS = 2
MOST_LOOKED_UP = 5


def _coverage(found: Coverage) -> CoverageOut:
    return CoverageOut(measured=found.measured, all=found.all, chance=found.chance)


def _fill(fill: Fill, later: bool, gaps: list[Stretch], tolerance_yd: float) -> FillOut:
    lo, hi = furrow(fill.carry_yd, fill.shot_sd_yd)
    return FillOut(
        way=fill.way,
        key=KeyOut(**asdict(fill.key)),
        between=fill.between,
        carry_yd=fill.carry_yd,
        carry_lo_yd=fill.carry_lo_yd,
        carry_hi_yd=fill.carry_hi_yd,
        furrow_from_yd=lo,
        furrow_to_yd=hi,
        closes=fill.closes,
        ball_position_in=fill.ball_position_in,
        taught=fill.taught,
        grip_down_in=fill.grip_down_in,
        leaves=[
            StretchOut.model_validate(s)
            for gap in gaps
            for s in leaves(gap, fill.carry_yd, tolerance_yd)
        ],
        later=later,
    )


@router.get("/students/{student_id}/gaps", response=GapsOut)
def gaps(
    request: HttpRequest,
    student_id: UUID,
    tolerance_yd: Query[float | None] = None,
    from_yd: Query[int | None] = None,
    to_yd: Query[int | None] = None,
) -> GapsOut:
    """The fallow stretches with ways to close them, coverage three ways, the fewest shots."""
    student = student_of(coach_of(request).academy, student_id)
    day = local_day(student, timezone.now())
    tolerance = checked_tolerance(student.tolerance_yd if tolerance_yd is None else tolerance_yd)
    lo = student.from_yd if from_yd is None else from_yd
    hi = student.to_yd if to_yd is None else to_yd
    checked_range(lo, hi)
    found = matrix_of(student, day)
    stage, _ = standing_of(student, found.matrix)

    def ways(gap: Stretch) -> list[FillOut]:
        for later in (False, True):
            fills = fills_for(
                gap,
                found.matrix,
                found.evidence,
                tolerance_yd=tolerance,
                stage=stage,
                later=later,
            )
            if fills:
                return [_fill(fill, later, covered.gaps, tolerance) for fill in fills]
        return []

    covered = coverage(found.cells, from_yd=lo, to_yd=hi, tolerance_yd=tolerance)
    return made(
        GapsOut,
        coverage=_coverage(covered),
        gaps=[{"gap": gap, "fills": ways(gap)} for gap in covered.gaps],
        smallest=smallest_set(found.cells, from_yd=lo, to_yd=hi, tolerance_yd=tolerance),
        spare=spare(found.cells, from_yd=lo, to_yd=hi, tolerance_yd=tolerance),
        stage=stage,
        measured=sum(1 for cell in found.cells if cell.balls),
    )


@router.post("/students/{student_id}/what-if", response=WhatIfOut)
def what_if(request: HttpRequest, student_id: UUID, data: WhatIfIn) -> WhatIfOut:
    """What another bag would do for the student. Nothing is stored."""
    student = student_of(coach_of(request).academy, student_id)
    day = local_day(student, timezone.now())
    wanted = [checked_club(CoreClub(c.label, c.loft_deg, c.bounce_deg)) for c in data.clubs]
    if not wanted:
        raise InputError("A bag needs at least one club.", field="clubs")
    if len({c.label.casefold() for c in wanted}) < len(wanted):
        raise InputError("Two clubs have the same label.", field="clubs")
    wanted.sort(key=lambda club: -club.loft_deg)
    found = matrix_of(student, day)
    known = {club.label: club for club in found.clubs}
    matrix = found.evidence.with_bag(wanted).matrix()
    clubs = [
        known.get(c.label)
        or Club(id=uuid4(), label=c.label, loft_deg=c.loft_deg, bounce_deg=c.bounce_deg)
        for c in wanted
    ]
    for club, core in zip(clubs, wanted, strict=True):
        club.loft_deg, club.bounce_deg = core.loft_deg, core.bounce_deg
    covered = coverage(
        matrix.cells,
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        tolerance_yd=student.tolerance_yd,
    )
    return made(
        WhatIfOut,
        clubs=clubs,
        cells=[cell_data(cell) for cell in matrix.cells],
        ground=ground_under(student, matrix.cells),
        coverage=_coverage(covered),
    )


@router.post("/students/{student_id}/loft-search", response=list[GappingOut])
def loft_search(request: HttpRequest, student_id: UUID, data: SearchIn) -> list[GappingOut]:
    """The lofts of so many more wedges that cover the ground best, beside the ones that stay."""
    student = student_of(coach_of(request).academy, student_id)
    day = local_day(student, timezone.now())
    found = matrix_of(student, day)
    staying = [c.as_core() for c in found.clubs if c.label in set(data.staying)]
    steps = search_lofts(
        found.evidence.with_bag(staying),
        data.number,
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        tolerance_yd=student.tolerance_yd,
    )
    *_, (_, _, best) = steps
    return [GappingOut(lofts=list(g.lofts), covered=g.covered) for g in best]


@router.get("/students/{student_id}/lookup", response=list[LookedUp])
def lookup(
    request: HttpRequest,
    student_id: UUID,
    yardage: float,
    temperature_c: Query[float] = 20.0,
    headwind_mps: Query[float] = 0.0,
    lie: Lie = Lie.FAIRWAY,
    firmness: Firmness = Firmness.MEDIUM,
) -> list[LookedUp]:
    """The best shots for a yardage in today's air and wind from a lie, with run and total; a trim
    of a measured shot where it serves better."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    if not 1 <= yardage <= 200:
        raise InputError("Look up a yardage of 1 to 200.", field="yardage")
    found = matrix_of(student, local_day(student, timezone.now()))
    factor = lie_factors(found.matrix.fit)[lie]
    chain = chain_in(student, found)

    def best(cells: Sequence[Cell], most: int) -> list[tuple[Today, float]]:
        today = today_of(
            cells,
            chain,
            altitude_m=coach.academy.altitude_m,
            temperature_c=temperature_c,
            headwind_mps=headwind_mps,
            firmness=firmness,
            lie=lie,
            factor=factor,
        )
        chosen = best_at([shot.cell for shot in today], yardage, most=most)
        return [
            (today[i], probability(today[i].cell, yardage, student.tolerance_yd)) for i in chosen
        ]

    shots = best(found.cells, MOST_LOOKED_UP)
    near = [
        cell
        for cell in found.cells
        if cell.basis is Basis.MEASURED
        and abs(cell.carry_yd * factor.share - yardage) <= TRIM_NEAR_YD
    ]
    trims = trims_of(found.matrix, found.evidence, near)
    taught = {(t.cell.key, t.cell.back_in, t.cell.down_in): t.taught for t in trims}
    likely = max((chance for _, chance in shots), default=0.0)
    shots += [s for s in best([t.cell for t in trims], MOST_TRIMS) if s[1] > likely + TRIM_BETTER]
    return [
        made(
            LookedUp,
            cell=cell_data(shot.home),
            today_yd=shot.cell.carry_yd,
            run_yd=shot.run_yd,
            run_sd_yd=shot.run_sd_yd,
            total_yd=shot.cell.carry_yd + shot.run_yd,
            chance=chance,
            taught=taught.get((shot.home.key, shot.home.back_in, shot.home.down_in), 0),
        )
        for shot, chance in shots
    ]
