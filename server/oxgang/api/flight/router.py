from __future__ import annotations

from uuid import UUID

from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Student
from oxgang.academy.selectors.chain import chain_of
from oxgang.academy.selectors.people import club_of, local_day, student_of
from oxgang.academy.selectors.recipes import recipes_of
from oxgang.academy.services.recipes import Setups, keep_recipes
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import made
from oxgang.api.flight.schemas import (
    BarBody,
    PictureIn,
    PictureOut,
    RecipesBody,
    RecipesIn,
    RecipesOut,
    ShotOut,
    TodayOut,
)
from oxgang.core.carry.matrix import Basis
from oxgang.core.carry.surfaces import lie_factors
from oxgang.core.carry.today import today_of
from oxgang.core.errors import InputError
from oxgang.core.flight.air import Air
from oxgang.core.flight.conditions import standard_air
from oxgang.core.flight.impact import Contact
from oxgang.core.flight.launch import launch_from_mark
from oxgang.core.flight.picture import Bar, Pictured, picture
from oxgang.core.flight.recipes import LIMITS, RECIPES, Recipe, checked_recipe
from oxgang.core.flight.trajectory import Wind
from oxgang.core.words.intervals import Z
from oxgang.core.words.shots import Trajectory
from oxgang.matrix.selectors.matrix import chain_in, matrix_of
from oxgang.range_sessions.selectors.balls import measured_shots
from oxgang.range_sessions.services.standard_carries import convert_carries

router = Router(tags=["flight"])


def _recipes(data: RecipesBody) -> dict[Trajectory, Recipe]:
    return {t: checked_recipe(Recipe(**r.dict())) for t, r in data.recipes.items()}


def _recipes_out(student: Student) -> RecipesOut:
    return made(
        RecipesOut,
        school=student.school,
        recipes=recipes_of(student),
        schools=RECIPES,
        limits=LIMITS,
        converting=student.moved,
    )


@router.get("/students/{student_id}/recipes", response=RecipesOut)
def recipes(request: CoachRequest, student_id: UUID) -> RecipesOut:
    """The student's set-ups, and what the schools start from."""
    return _recipes_out(student_of(request.coach, student_id))


@router.put("/students/{student_id}/recipes", response=RecipesOut)
def keep(request: CoachRequest, student_id: UUID, data: RecipesIn) -> RecipesOut:
    """Keep the student's school and set-ups."""
    coach = request.coach
    student = student_of(coach, student_id)
    wanted = Setups(data.school, _recipes(data))
    was = Setups(data.was.school, _recipes(data.was)) if data.was else None
    before = recipes_of(student)
    keep_recipes(student, wanted, by=coach, now=timezone.now(), was=was)
    if recipes_of(student) != before:
        student.moved = not convert_carries(student)
    return _recipes_out(student)


def _shot(shot: Pictured) -> ShotOut:
    launch = shot.launch
    return ShotOut(
        trajectory=shot.trajectory,
        dynamic_loft_deg=launch.dynamic_loft_deg,
        attack_deg=launch.attack_deg,
        spin_loft_deg=launch.spin_loft_deg,
        ball_speed_mps=launch.ball_speed_mps,
        launch_deg=launch.launch_deg,
        window=shot.window,
        spin_rpm=launch.spin_rpm,
        slides=launch.slides,
        carry_yd=shot.carry_yd,
        apex_yd=shot.apex_yd,
        landing_deg=shot.landing_deg,
        run_yd=shot.run_yd,
        run_sd_yd=shot.run_sd_yd,
        path=shot.path,
        above_gate_m=shot.above_gate_m,
        above_tape_m=shot.above_tape_m,
    )


def _bar(bar: BarBody | None) -> Bar | None:
    return Bar(bar.height_m, bar.distance_m) if bar else None


@router.post("/students/{student_id}/picture", response=PictureOut)
def draw(request: CoachRequest, student_id: UUID, data: PictureIn) -> PictureOut:
    """What set-ups do with a club at a club speed. Nothing is stored."""
    coach = request.coach
    student = student_of(coach, student_id)
    club = club_of(coach, data.club_id)
    if not data.recipes:
        raise InputError("Give the set-up of at least one trajectory.", field="recipes")
    chain = chain_of(student, {}).learnt(measured_shots(student, {club.pk: club.label}))
    gate, tape = _bar(data.gate), _bar(data.tape)
    shots = picture(
        _recipes(data),
        loft_deg=club.loft_deg,
        club_speed_mps=data.club_speed_mps,
        windows={t: chain.window(t, club.loft_deg) for t in Trajectory},
        own=chain.own,
        contact=Contact(
            lie=data.lie,
            ball=data.ball,
            grooves=data.grooves,
            wet=data.wet,
            skill=chain.skill,
        ),
        air=Air(data.temperature_c, coach.academy.altitude_m),
        wind=Wind(data.headwind_mps),
        firmness=data.firmness,
        gate=gate,
        tape=tape,
    )
    stock = next((s for s in shots if s.trajectory is Trajectory.STOCK), shots[0])

    def touching(bar: Bar | None) -> float | None:
        if bar is None:
            return None
        speed = stock.launch.ball_speed_mps
        return launch_from_mark(bar.height_m, bar.distance_m, ball_speed_mps=speed)

    return PictureOut(
        shots=[_shot(shot) for shot in shots],
        gate_launch_deg=touching(gate),
        tape_launch_deg=touching(tape),
        windows={t: chain.window(t, club.loft_deg) for t in Trajectory},
        measured={t: own.launches for t, own in chain.own.items()},
    )


@router.get("/students/{student_id}/today", response=TodayOut)
def today(
    request: CoachRequest,
    student_id: UUID,
    temperature_c: Query[float] = 20.0,
    headwind_mps: Query[float] = 0.0,
) -> TodayOut:
    """What today's air and wind do to the student's cells, at the typical launch and spin."""
    coach = request.coach
    student = student_of(coach, student_id)
    found = matrix_of(student, local_day(student, timezone.now()))
    measured = [cell for cell in found.cells if cell.basis is Basis.MEASURED]
    standard = standard_air(coach.academy.altitude_m).density()
    here = Air(temperature_c, coach.academy.altitude_m).density()
    shots = today_of(
        measured,
        chain_in(student, found),
        altitude_m=coach.academy.altitude_m,
        temperature_c=temperature_c,
        headwind_mps=headwind_mps,
    )
    return made(
        TodayOut,
        density=here,
        standard_density=standard,
        lies=[
            {"lie": lie, "share": f.share, "half": Z * f.sd * f.share, "balls": f.balls}
            for lie, f in lie_factors(found.matrix.fit).items()
        ],
        cells=[
            {
                "club": shot.standard.key.club,
                "swing": shot.standard.key.swing,
                "trajectory": shot.standard.key.trajectory,
                "standard_yd": shot.standard.carry_yd,
                "today_yd": shot.cell.carry_yd,
            }
            for shot in shots
        ],
    )
