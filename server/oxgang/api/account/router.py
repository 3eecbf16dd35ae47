from __future__ import annotations

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from django.middleware.csrf import get_token
from django.utils import timezone
from ninja import Router
from ninja.utils import check_csrf

from oxgang.academy.services.log import note_academy
from oxgang.api.account import throttle
from oxgang.api.account.schemas import Account, LogIn, Words
from oxgang.api.auth import coach_of, signed_in_coach
from oxgang.core.carry.cells import ENOUGH_BALLS
from oxgang.core.errors import InputError
from oxgang.core.flight.checks import ASK_OVER_YD
from oxgang.core.ground.gaps import FROM_YD, TO_YD, TOLERANCE_YD
from oxgang.core.practice.load import (
    JUNIOR_LIMIT,
    NEAR_WORDS,
    REST_EVERY,
    REST_WORDS,
    STOP_WORDS,
    WARN_BEFORE,
)
from oxgang.core.words.shots import BallType, Lie, Spin, Strike, Tempo, Trajectory
from oxgang.core.words.units import M_PER_YD
from oxgang.files.limits import MB, MOST_BYTES

router = Router(tags=["account"])


def _account(request: HttpRequest) -> dict[str, object]:
    return {
        "coach": signed_in_coach(request),
        "csrf": get_token(request),
        "demo": settings.ENV.mode == "demo",
    }


@router.get("/account", response=Account, auth=None)
def account(request: HttpRequest) -> dict[str, object]:
    """Who is signed in."""
    return _account(request)


@router.post("/account", response=Account, auth=None)
def log_in(request: HttpRequest, data: LogIn) -> dict[str, object]:
    """Sign in. The answer to a wrong log-in and to a wrong password is the same."""
    if check_csrf(request):
        raise InputError("This page is too old to sign in from. Load it again.")
    user = authenticate(request, username=data.log_in.strip().lower(), password=data.password)
    if user is None or not hasattr(user, "coach"):
        raise InputError("Log-in and password do not match.", field="password")
    login(request, user)
    coach = user.coach
    where = throttle.address_of(request)
    note_academy(coach.academy, f"Signed in from {where}", by=coach, now=timezone.now())
    return _account(request)


@router.delete("/account", response=Account)
def log_out(request: HttpRequest) -> dict[str, object]:
    """Sign out."""
    coach = coach_of(request)
    note_academy(coach.academy, "Signed out", by=coach, now=timezone.now())
    logout(request)
    return _account(request)


@router.get("/words", response=Words, auth=None)
def words(request: HttpRequest) -> dict[str, object]:
    """The trade's words and limits."""
    return {
        "trajectories": list(Trajectory),
        "spins": list(Spin),
        "tempos": list(Tempo),
        "strikes": list(Strike),
        "balls": list(BallType),
        "lies": list(Lie),
        "ask_over_yd": ASK_OVER_YD,
        "enough_balls": ENOUGH_BALLS,
        "tolerance_yd": TOLERANCE_YD,
        "from_yd": FROM_YD,
        "to_yd": TO_YD,
        "m_per_yd": M_PER_YD,
        "most_file_mb": MOST_BYTES // MB,
        "load": {
            "warn_before": WARN_BEFORE,
            "rest_every": REST_EVERY,
            "stop": STOP_WORDS,
            "near": NEAR_WORDS,
            "rest": REST_WORDS,
        },
        "junior_limit": JUNIOR_LIMIT,
    }
