from __future__ import annotations

from dataclasses import asdict

from django.conf import settings
from django.contrib.auth import logout
from django.http import HttpRequest
from django.middleware.csrf import get_token
from django.utils import timezone
from ninja import Router
from ninja.utils import check_csrf

from oxgang.academy.models import AuditAction
from oxgang.academy.selectors.notices import notices_for
from oxgang.academy.selectors.people import lately_erased
from oxgang.academy.server_state import troubles
from oxgang.academy.services import second_factor
from oxgang.academy.services.log import record_academy_entry
from oxgang.api.account.passwords import user_with
from oxgang.api.account.schemas import (
    Account,
    BagWords,
    Bounds,
    EdgesWords,
    EventWords,
    LoadWords,
    LogIn,
    MeasurementWords,
    Notice,
    OwnUnits,
    PickWords,
    UnitSetOut,
    UsualCell,
    Words,
)
from oxgang.api.account.sessions import ENTRY, start
from oxgang.api.auth import CoachRequest, signed_in_coach
from oxgang.api.fields import made
from oxgang.api.messages import did_of
from oxgang.api.rights import leads
from oxgang.core.carry.cells import ENOUGH_BALLS
from oxgang.core.errors import InputError, ProblemCode
from oxgang.core.flight.checks import ASK_OVER_YD
from oxgang.core.flight.recipes import School
from oxgang.core.ground.gaps import (
    FROM_YD,
    GROUND_LIMITS_YD,
    TO_YD,
    TOLERANCE_RANGE_YD,
    TOLERANCE_YD,
)
from oxgang.core.keeping.events import EFFECTS
from oxgang.core.pick.changes import BREEZE_MPS
from oxgang.core.pick.choice import LEAST_TIE
from oxgang.core.pick.situation import Trouble, edges_of
from oxgang.core.pick.table import LIES
from oxgang.core.practice.check_up import CHECK_UP_BALLS
from oxgang.core.practice.load import (
    BALL_LIMIT,
    JUNIOR_LIMIT,
    LIMIT_RANGE,
    REST_EVERY,
    WARN_BEFORE,
)
from oxgang.core.practice.plan import BALLS_RANGE, SESSION_BALLS
from oxgang.core.practice.protocols import Protocol
from oxgang.core.units import M_PER_YD, SETS
from oxgang.core.words import intervals
from oxgang.core.words.bag import USUAL_BAGS
from oxgang.core.words.glossary import Term
from oxgang.core.words.green import (
    BACK_YD,
    CLEAR_YD,
    DEEP_YD,
    FRONT_YD,
    RAISED_M,
    WIDTH_YD,
    Firmness,
    PinAt,
)
from oxgang.core.words.measurements import MEASUREMENTS
from oxgang.core.words.shots import USUAL, BallType, Lie, Spin, Strike, Tempo, Trajectory
from oxgang.files.limits import MB, MOST_BYTES
from oxgang.texts.messages import source

router = Router(tags=["account"])


def account_of(request: HttpRequest) -> Account:
    coach, now = signed_in_coach(request), timezone.now()
    demo = settings.ENV.mode == "demo"
    leading = coach is not None and leads(coach)
    notices = [] if coach is None else notices_for(coach, now, request.session.get(ENTRY))
    return made(
        Account,
        notices=[
            Notice(at=one.at, by=one.coach.name if one.coach else "", did=did_of(one)) for one in notices
        ],
        advise_factor=leading and not demo and coach is not None and not second_factor.has_factor(coach),
        server=troubles(now) if leading else [],
        coach=coach,
        csrf=get_token(request),
        demo=demo,
        erased=[] if coach is None else lately_erased(coach.academy, now),
    )


@router.get("/account", response=Account, auth=None)
def account(request: HttpRequest) -> Account:
    """Who is signed in."""
    return account_of(request)


@router.post("/account", response=Account, auth=None)
def log_in(request: HttpRequest, data: LogIn) -> Account:
    """Sign in. The answer to a wrong log-in and to a wrong password is the same."""
    if check_csrf(request):
        raise InputError("This page is out of date. Reload it to sign in.")
    user = user_with(request, data.log_in, data.password)
    if user is None or not hasattr(user, "coach") or user.coach.left_at is not None:
        raise InputError("Username and password don't match.", field="password")
    coach = user.coach
    second_factor.check(coach, data.code)
    start(request, coach, shared=data.shared)
    return account_of(request)


@router.delete("/account", response=Account)
def log_out(request: CoachRequest) -> Account:
    """Sign out."""
    coach = request.coach
    record_academy_entry(coach.academy, AuditAction.SIGNED_OUT, by=coach, now=timezone.now())
    logout(request)
    return account_of(request)


@router.post("/account/notices-seen", response=Account)
def notices_seen(request: CoachRequest) -> Account:
    """The person has read what happened to the own ways in."""
    coach = request.coach
    coach.told_at = timezone.now()
    coach.save(update_fields=["told_at"])
    return account_of(request)


@router.put("/account/units", response=Account)
def choose_units(request: CoachRequest, data: OwnUnits) -> Account:
    """Choose the units of one's own screens."""
    coach = request.coach
    coach.units = data.units
    coach.save(update_fields=["units"])
    return account_of(request)


def _bounds(limits: tuple[float, float]) -> Bounds:
    return Bounds(least=limits[0], most=limits[1])


@router.get("/words", response=Words, auth=None)
def words(request: HttpRequest) -> Words:
    """The trade's words, limits and defaults."""
    return Words(
        trajectories=list(Trajectory),
        spins=list(Spin),
        tempos=list(Tempo),
        strikes=list(Strike),
        balls=list(BallType),
        lies=list(Lie),
        protocols=list(Protocol),
        events=[
            EventWords(kind=kind, of_club=effect.of_club, new_loft=effect.new_loft)
            for kind, effect in EFFECTS.items()
        ],
        measurements=[
            MeasurementWords(name=m.name, unit=m.unit, label=m.label, kind=m.kind) for m in MEASUREMENTS
        ],
        usual=UsualCell(trajectory=USUAL.trajectory, spin=USUAL.spin, tempo=USUAL.tempo),
        enough_balls=ENOUGH_BALLS,
        check_up_balls=CHECK_UP_BALLS,
        session_balls=SESSION_BALLS,
        tolerance_yd=TOLERANCE_YD,
        from_yd=FROM_YD,
        to_yd=TO_YD,
        ball_limit=BALL_LIMIT,
        junior_limit=JUNIOR_LIMIT,
        ask_over_yd=ASK_OVER_YD,
        tolerance_range_yd=_bounds(TOLERANCE_RANGE_YD),
        ground_limits_yd=_bounds(GROUND_LIMITS_YD),
        plan_range=_bounds(BALLS_RANGE),
        limit_range=_bounds(LIMIT_RANGE),
        m_per_yd=M_PER_YD,
        units={name: made(UnitSetOut, **asdict(of)) for name, of in SETS.items()},
        most_file_mb=MOST_BYTES // MB,
        load=LoadWords(warn_before=WARN_BEFORE, rest_every=REST_EVERY),
        pick=PickWords(
            front_yd=FRONT_YD,
            back_yd=BACK_YD,
            width_yd=WIDTH_YD,
            edges={
                at: EdgesWords(front_yd=front, back_yd=back) for at in PinAt for front, back in [edges_of(at)]
            },
            firmness=list(Firmness),
            trouble=list(Trouble),
            breeze_mps=BREEZE_MPS,
            deep_yd=DEEP_YD,
            clear_yd=CLEAR_YD,
            raised_m=RAISED_M,
            as_good=LEAST_TIE,
            lies=list(LIES),
        ),
        interval=intervals.words(),
        texts=source(),
        bags=[made(BagWords, name=one.name, clubs=one.clubs) for one in USUAL_BAGS],
        schools=list(School),
        glossary=list(Term),
        problems=list(ProblemCode),
    )
