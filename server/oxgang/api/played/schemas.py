from __future__ import annotations

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import BallPosition, GripDown, Label
from oxgang.api.matrix.schemas import CellOut, KeyOut, StretchOut
from oxgang.core.ground.played import Play
from oxgang.core.words.shots import Spin, Tempo, Trajectory
from oxgang.matrix.services.playing import MOST_AT_ONCE


class ShotName(Schema):
    """Which shot of a matrix: its cell, and its adjustment [inches] (both 0 for the cell itself)."""

    club: Label
    swing: Label
    trajectory: Trajectory = Trajectory.STOCK
    spin: Spin = Spin.CHECK
    tempo: Tempo = Tempo.NORMAL
    back_in: BallPosition = 0.0
    down_in: GripDown = 0.0


class PlayedShotOut(CellOut):
    """A shot with its number [yd]. `worth` is how many yardages only it covers, or would add;
    `answers` how many it is the shot for; `may` whether a proposal could take it; `let_in` whether
    its number is one to play by."""

    worth: int
    answers: int
    may: bool
    let_in: bool


class GoneOut(KeyOut):
    """A shot that is played or in work and whose club or swing the student has no more."""

    back_in: float
    down_in: float
    play: Play


class RungOut(Schema):
    """The shot for a whole yardage by its place; `nearest` where none comes near enough, and
    whether it answers with a few yards more or less."""

    yardage: int
    shot: int | None
    nearest: int | None
    adds: bool
    chance: float


class LongestOut(Schema):
    """The student's longest controlled swing; `own` when the coach set it."""

    label: str
    arm_deg: float
    full_too: bool
    own: bool


class ProposalOut(Schema):
    """Whole yardages that the best sets of 1, 2, ... shots cover, the sets by places, and the
    number after which one more adds less than two."""

    covered: list[int]
    sets: list[list[int]]
    pays: int


class CoveredOut(Schema):
    """Whole yardages of the ground, and how many are covered."""

    yards: int
    played: int
    measured: int
    all: int


class PlayedOut(Schema):
    """The shots of a student's matrix and which are played. Until a coach has `chosen`, a proposal
    stands in. Places are those in `shots`."""

    chosen: bool
    from_yd: int
    to_yd: int
    tolerance_yd: float
    estimates_yd: float | None
    longest: LongestOut
    shots: list[PlayedShotOut]
    gone: list[GoneOut]
    rungs: list[RungOut]
    fallow: list[StretchOut]
    covered: CoveredOut
    proposal: ProposalOut


class ChoiceIn(ShotName):
    """A shot and what it is to be; `was` is what the coach saw of it."""

    play: Play
    was: Play | None = None


class ChooseIn(Schema):
    shots: list[ChoiceIn] = Field(max_length=MOST_AT_ONCE)
