from __future__ import annotations

from dataclasses import asdict
from uuid import UUID, uuid4

from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Club
from oxgang.academy.selectors.people import local_day, student_of
from oxgang.api.auth import CoachRequest
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
from oxgang.core.carry.cells import furrow
from oxgang.core.errors import InputError
from oxgang.core.ground.coverage import Coverage, coverage
from oxgang.core.ground.fills import Fill, fills_for
from oxgang.core.ground.gaps import Stretch, checked_range, checked_tolerance, leaves
from oxgang.core.ground.ground import Ground
from oxgang.core.ground.lofts import search_lofts
from oxgang.core.ground.played import Play
from oxgang.core.ground.window import window_at
from oxgang.core.words.bag import Club as CoreClub
from oxgang.core.words.bag import checked_club
from oxgang.core.words.green import Firmness
from oxgang.core.words.shots import Lie
from oxgang.matrix.selectors.as_data import cell_data
from oxgang.matrix.selectors.lookup import Conditions, look_up
from oxgang.matrix.selectors.matrix import ground_under, matrix_of
from oxgang.matrix.selectors.played import PlayedNow, limit_of, played_in
from oxgang.matrix.selectors.runs import runs_seen
from oxgang.matrix.selectors.standing import standing_of

router = Router(tags=["gaps"])

GROUND = tuple(Ground.__dataclass_fields__)
# Narrower stretches are a footnote.
FOOTNOTE_YARDS = 2


def _coverage(found: Coverage) -> CoverageOut:
    return CoverageOut(played=found.played, measured=found.measured, all=found.all, chance=found.chance)


def _fill(fill: Fill, later: bool, gaps: list[Stretch], tolerance_yd: float, now: PlayedNow) -> FillOut:
    lo, hi = furrow(fill.carry_yd, fill.shot_sd_yd)
    name = (fill.key, fill.ball_position_in, fill.grip_down_in)
    there = not fill.between and name in {shot.name for shot in now.shots}
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
        use=fill.use,
        state=now.states.get(name, Play.NEITHER) if there else None,
        ball_position_in=fill.ball_position_in,
        taught=fill.taught,
        grip_down_in=fill.grip_down_in,
        leaves=[
            StretchOut.model_validate(s) for gap in gaps for s in leaves(gap, fill.carry_yd, tolerance_yd)
        ],
        later=later,
    )


@router.get("/students/{student_id}/gaps", response=GapsOut)
def gaps(
    request: CoachRequest,
    student_id: UUID,
    tolerance_yd: Query[float | None] = None,
    from_yd: Query[int | None] = None,
    to_yd: Query[int | None] = None,
) -> GapsOut:
    """The fallow stretches with ways to close them, coverage three ways, the fewest shots."""
    student = student_of(request.coach, student_id)
    day = local_day(student, timezone.now())
    tolerance = checked_tolerance(student.tolerance_yd if tolerance_yd is None else tolerance_yd)
    lo = student.from_yd if from_yd is None else from_yd
    hi = student.to_yd if to_yd is None else to_yd
    checked_range(lo, hi)
    found = matrix_of(student, day)
    stage, _ = standing_of(student, found.matrix)
    now, limit = played_in(student, found, stage), limit_of(student, stage)
    cells = [now.cells[i] for i in now.answering]
    covered = coverage(found.cells, cells, from_yd=lo, to_yd=hi, tolerance_yd=tolerance)
    lofts = {club.label: club.loft_deg for club in found.clubs}
    names = {now.shots[i].name for i in now.answering}

    def ways(gap: Stretch) -> list[FillOut]:
        for later in (False, True):
            fills = fills_for(
                gap,
                found.matrix,
                found.evidence,
                gaps=covered.gaps,
                played=names,
                limit=limit,
                tolerance_yd=tolerance,
                stage=stage,
                later=later,
            )
            if fills:
                return [_fill(fill, later, covered.gaps, tolerance, now) for fill in fills]
        return []

    wide = sorted((gap for gap in covered.gaps if gap.width > FOOTNOTE_YARDS), key=lambda gap: -gap.width)
    return made(
        GapsOut,
        coverage=_coverage(covered),
        gaps=[
            {"gap": gap, "fills": ways(gap), "window": window_at(gap, now.shots, limit, lofts)}
            for gap in wide
        ],
        small=[gap for gap in covered.gaps if gap.width <= FOOTNOTE_YARDS],
        fallow=covered.gaps,
        played=len(cells),
        chosen=now.chosen,
        stage=stage,
        measured=sum(1 for cell in found.cells if cell.balls),
    )


@router.post("/students/{student_id}/what-if", response=WhatIfOut)
def what_if(request: CoachRequest, student_id: UUID, data: WhatIfIn) -> WhatIfOut:
    """What another bag would do for the student. Nothing is stored."""
    student = student_of(request.coach, student_id)
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
        known.get(c.label) or Club(id=uuid4(), label=c.label, loft_deg=c.loft_deg, bounce_deg=c.bounce_deg)
        for c in wanted
    ]
    for club, core in zip(clubs, wanted, strict=True):
        club.loft_deg, club.bounce_deg = core.loft_deg, core.bounce_deg
    ground = ground_under(student, matrix.cells)
    covered = coverage(
        matrix.cells,
        [],
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        tolerance_yd=student.tolerance_yd,
    )
    return made(
        WhatIfOut,
        clubs=clubs,
        cells=[cell_data(cell) for cell in matrix.cells],
        ground={name: getattr(ground, name) for name in GROUND}
        | {"covered_played": 0, "unplayed": [], "plays": [], "near": []},
        coverage=_coverage(covered),
    )


@router.post("/students/{student_id}/loft-search", response=list[GappingOut])
def loft_search(request: CoachRequest, student_id: UUID, data: SearchIn) -> list[GappingOut]:
    """The lofts of so many more wedges that cover the ground best, beside the ones that stay."""
    student = student_of(request.coach, student_id)
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
    request: CoachRequest,
    student_id: UUID,
    yardage: float,
    temperature_c: Query[float] = 20.0,
    headwind_mps: Query[float] = 0.0,
    lie: Lie = Lie.FAIRWAY,
    firmness: Firmness = Firmness.MEDIUM,
) -> list[LookedUp]:
    """The shot played for a yardage in today's air and wind from a lie, with run and total; then
    those that reach it too, and better ones that are not played."""
    student = student_of(request.coach, student_id)
    if not 1 <= yardage <= 200:
        raise InputError("Look up a yardage of 1 to 200.", field="yardage")
    found = matrix_of(student, local_day(student, timezone.now()))
    conditions = Conditions(
        temperature_c=temperature_c, headwind_mps=headwind_mps, lie=lie, firmness=firmness
    )
    shots = look_up(student, found, played_in(student, found), yardage, conditions)
    seen = runs_seen(student, found, [one.shot.standard for one in shots])
    return [
        made(
            LookedUp,
            role=one.role,
            cell=cell_data(one.shot.standard),
            today_yd=one.shot.cell.carry_yd,
            run_yd=one.shot.run_yd,
            run_sd_yd=one.shot.run_sd_yd,
            run_seen=seen.get(one.shot.standard.name),
            total_yd=one.shot.cell.carry_yd + one.shot.run_yd,
            chance=one.chance,
            taught=one.taught,
        )
        for one in shots
    ]
