from __future__ import annotations

from ninja import Schema
from pydantic import Field

from oxgang.api.account.throttle import MAX_NAME


class LogIn(Schema):
    log_in: str = Field(max_length=MAX_NAME)
    password: str = Field(max_length=200)


class AcademyOut(Schema):
    id: int
    name: str
    altitude_m: float
    time_zone: str


class CoachOut(Schema):
    id: int
    name: str
    academy: AcademyOut


class Account(Schema):
    """Who is signed in, the token that writes need, and the words and limits of the trade."""

    coach: CoachOut | None
    csrf: str
    demo: bool


class LoadWords(Schema):
    """Cautions about many balls, with {hit}, {limit} and {left} to fill in."""

    warn_before: int
    rest_every: int
    stop: str
    near: str
    rest: str


class Words(Schema):
    """The trade's words and limits, so that no other place has to know them."""

    trajectories: list[str]
    spins: list[str]
    tempos: list[str]
    strikes: list[str]
    balls: list[str]
    lies: list[str]
    ask_over_yd: float
    enough_balls: int
    tolerance_yd: float
    from_yd: int
    to_yd: int
    m_per_yd: float
    most_file_mb: int
    load: LoadWords
    junior_limit: int
