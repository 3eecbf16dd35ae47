"""One chain from a cell to what its ball starts with: loft, recipe, friction, delivery, launch.

How high a ball starts and how much it spins for each m/s do not depend on how fast the club is, so
that a cell's carry, flown backwards from its typical start, gives the ball speed, and forwards the
flight, the landing and the run. The matrix's yards, the look-up, the Flight view, the net, the way
home of a measured ball and the run all ask here.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from functools import lru_cache
from statistics import median
from typing import Final

import numpy as np

from oxgang.core.flight.impact import (
    ATTACK_RANGE_DEG,
    LEAN_RANGE_DEG,
    LIES,
    LOFT_PER_FACE_DEG,
    RANGE_BALL_SD,
    Contact,
    Friction,
    dynamic_loft,
    strike,
)
from oxgang.core.flight.launch import Window
from oxgang.core.flight.recipes import RECIPES, Recipe, School, delivery_of
from oxgang.core.flight.trajectory import SPIN_RANGE_RPM, fly, speed_for_carry
from oxgang.core.words.complete import complete
from oxgang.core.words.shots import BallType, CellKey, Grooves, Lie, Shot, Spin, Trajectory

# What a shot with more or less spin than the recipe's own has of it. Common practice, no published
# source; a measured spin is graded halfway between.
SPIN_SHARE: Final = complete(Spin, {Spin.RELEASE: 0.6, Spin.CHECK: 1.0, Spin.GRAB: 1.3})
# Any speed will do: start and spin for each m/s are the same at all.
_CLUB_MPS: Final = 20.0
# A club that nobody knows, and what lies are compared with: a stock pitch of a middle wedge [yd].
MIDDLE_LOFT_DEG: Final = 54.0
REFERENCE_LOFT_DEG: Final = 56.0
REFERENCE_YD: Final = 60.0
REFERENCE_DENSITY: Final = 1.2
# A launch window is so wide to either side of the recipe's launch [degrees]: 22 to 28, 28 to 34 and
# 34 to 45 for a wedge of about 53 degrees. Common practice, no published source.
WINDOW_HALF_DEG: Final = complete(
    Trajectory, {Trajectory.LOW: 3.0, Trajectory.STOCK: 3.0, Trajectory.HIGH: 5.5}
)
# The handle goes along with the ball [degrees of lean for each inch]. Common practice.
LEAN_PER_INCH_DEG: Final = 1.0
# The recipe's launch and spin count as so many measured balls of a height.
RECIPE_BALLS: Final = 4.0
# How far a student's own launch [degrees] and spin (a share) may stand from the recipe's.
OWN_LAUNCH_DEG: Final = 12.0
OWN_SPIN_SHARE: Final = (0.4, 2.0)
# What is a pitch that flies [degrees], and the most spin loft of a strike.
FLYING_LAUNCH_DEG: Final = (8.0, 65.0)
MOST_SPIN_LOFT_DEG: Final = 80.0
# How well wet grooves and worn ones are known (sd of log carry). Judgement.
WET_SD: Final = 0.02
WORN_SD: Final = 0.01

USUAL_CONTACT: Final = Contact()


@dataclass(frozen=True, slots=True)
class Start:
    """How a ball starts: launch [degrees], spin [rpm for each m/s of ball speed], and ball speed as
    a share of the club's."""

    launch_deg: float
    spin_per_mps: float
    speed_share: float


@dataclass(frozen=True, slots=True)
class Factor:
    """A share of the carry and its standard deviation."""

    share: float
    sd: float


@dataclass(frozen=True, slots=True)
class Own:
    """What a student's measured balls of a height add to the recipe: launch [degrees], and the
    share of its spin; from how many balls each."""

    launch_deg: float = 0.0
    spin_share: float = 1.0
    launches: int = 0
    spins: int = 0


NOTHING_OWN: Final = Own()


@lru_cache(maxsize=8192)
def start_of(recipe: Recipe, loft_deg: float, contact: Contact) -> Start:
    """How a ball starts that is struck with this recipe, club [degrees] and contact."""
    delivery = delivery_of(recipe, loft_deg=loft_deg, club_speed_mps=_CLUB_MPS)
    # A face laid further open than a ball can be struck with is taken as far as it can.
    over = dynamic_loft(delivery) - delivery.attack_deg - MOST_SPIN_LOFT_DEG
    if over > 0:
        delivery = replace(delivery, face_open_deg=delivery.face_open_deg - over / LOFT_PER_FACE_DEG)
    launch = strike(delivery, contact)
    return Start(
        launch.launch_deg,
        launch.spin_rpm / launch.ball_speed_mps,
        launch.ball_speed_mps / _CLUB_MPS,
    )


@lru_cache(maxsize=512)
def _found_by(skill: Friction, contact: Contact) -> Contact:
    return replace(contact, skill=skill)


@dataclass(frozen=True, slots=True)
class Chain:
    """What a student's shots start with.

    `lofts` are those of the clubs [degrees], `recipes` those of the heights, `skill` the friction
    that the student finds, `own` what measured balls add.
    """

    lofts: Mapping[str, float] = field(default_factory=dict)
    recipes: Mapping[Trajectory, Recipe] = field(default_factory=lambda: RECIPES[School.SHALLOW])
    skill: Friction = Friction.ORDINARY
    own: Mapping[Trajectory, Own] = field(default_factory=dict)
    school: School = School.SHALLOW

    def start(self, cell: CellKey, contact: Contact = USUAL_CONTACT, *, back_in: float = 0.0) -> Start:
        """How a ball of a cell starts, hit from this contact (its skill is the student's), with the
        ball so far back [inches]."""
        recipe = self.recipes[cell.trajectory]
        if back_in:
            recipe = moved_back(recipe, back_in)
        at = start_of(recipe, self.loft(cell.club), _found_by(self.skill, contact))
        own = self.own.get(cell.trajectory, NOTHING_OWN)
        # However a coach sets it up, a pitch is what flies.
        lowest, highest = FLYING_LAUNCH_DEG
        return Start(
            min(max(at.launch_deg + own.launch_deg, lowest), highest),
            at.spin_per_mps * own.spin_share * SPIN_SHARE[cell.spin],
            at.speed_share,
        )

    def loft(self, club: str) -> float:
        """A club's loft [degrees]; a middle one where it is not known."""
        return self.lofts.get(club, MIDDLE_LOFT_DEG)

    def window(self, trajectory: Trajectory, loft_deg: float) -> Window:
        """The launch window [degrees] of a height with a club: about what the school's own recipe
        gives, to whole degrees, so that one who swings as taught is inside."""
        recipe = RECIPES[self.school][trajectory]
        middle = start_of(recipe, loft_deg, Contact(skill=self.skill)).launch_deg
        half = WINDOW_HALF_DEG[trajectory]
        return float(round(middle - half)), float(round(middle + half))

    def window_of(self, club: str, trajectory: Trajectory) -> Window:
        """The launch window [degrees] of a height with one of the clubs."""
        return self.window(trajectory, self.loft(club))

    def learnt(self, shots: Iterable[Shot]) -> Chain:
        """The same chain with what these balls measured of launch and spin."""
        launches: dict[Trajectory, list[float]] = {t: [] for t in Trajectory}
        spins: dict[Trajectory, list[float]] = {t: [] for t in Trajectory}
        bare = replace(self, own={})
        for shot in shots:
            at = bare.start(shot.cell, contact_of(shot), back_in=shot.ball_position_in)
            if shot.launch_deg is not None:
                launches[shot.cell.trajectory].append(shot.launch_deg - at.launch_deg)
            if shot.spin_rpm and shot.ball_speed_mps:
                spins[shot.cell.trajectory].append(
                    float(np.log(shot.spin_rpm / shot.ball_speed_mps / at.spin_per_mps))
                )
        own = {}
        for t in Trajectory:
            if launches[t] or spins[t]:
                share = float(np.exp(_drawn(spins[t])))
                own[t] = Own(
                    float(np.clip(_drawn(launches[t]), -OWN_LAUNCH_DEG, OWN_LAUNCH_DEG)),
                    float(np.clip(share, *OWN_SPIN_SHARE)),
                    len(launches[t]),
                    len(spins[t]),
                )
        return replace(self, own=own)


TYPICAL: Final = Chain()


def _drawn(values: list[float]) -> float:
    """The middle of some values, drawn to the recipe's 0 where they are few."""
    if not values:
        return 0.0
    return median(values) * len(values) / (len(values) + RECIPE_BALLS)


def moved_back(recipe: Recipe, back_in: float) -> Recipe:
    """A recipe with the ball further back [inches, - is forward]; the handle stays with it."""
    lean = recipe.lean_deg + LEAN_PER_INCH_DEG * back_in
    lean = float(np.clip(lean, *LEAN_RANGE_DEG))
    # An attack beyond the ranges of the impact is no swing.
    ball = float(np.clip(recipe.ball_in - back_in, -12.0, ATTACK_RANGE_DEG[1]))
    return replace(recipe, lean_deg=lean, ball_in=ball)


def contact_of(shot: Shot) -> Contact:
    """What lay between ball and face."""
    return _contact(shot.lie, shot.ball, shot.grooves, shot.wet)


@lru_cache(maxsize=256)
def _contact(lie: Lie, ball: BallType, grooves: Grooves, wet: bool) -> Contact:
    return Contact(lie=lie, ball=ball, grooves=grooves, wet=wet)


@lru_cache(maxsize=256)
def surface_factor(contact: Contact) -> Factor:
    """What a contact does to a carry, against a premium ball from fairway with clean dry grooves.

    It is the chain's own: the same swing at a stock pitch of 60 yards with a 56-degree wedge. A
    friction other than the student's changes little of it.
    """
    share = surface_share(contact)
    squares = LIES[contact.lie].sd ** 2
    squares += RANGE_BALL_SD**2 * (contact.ball is BallType.RANGE)
    squares += WET_SD**2 * contact.wet + WORN_SD**2 * (contact.grooves is Grooves.WORN)
    return Factor(share, float(np.sqrt(squares)) * share)


@lru_cache(maxsize=1024)
def surface_share(
    contact: Contact,
    loft_deg: float = REFERENCE_LOFT_DEG,
    trajectory: Trajectory = Trajectory.STOCK,
) -> float:
    """Share of the carry from fairway that the same swing has from this contact."""
    chain = Chain(skill=contact.skill)
    recipe = chain.recipes[trajectory]
    standard = start_of(recipe, loft_deg, Contact(skill=contact.skill))
    if contact == Contact(skill=contact.skill):
        return 1.0
    there = start_of(recipe, loft_deg, contact)
    speed = speed_for_carry(
        REFERENCE_YD, standard.launch_deg, standard.spin_per_mps, density=REFERENCE_DENSITY
    )
    speed = speed * there.speed_share / standard.speed_share
    spin = np.minimum(there.spin_per_mps * speed, SPIN_RANGE_RPM[1])
    flown = fly(speed, there.launch_deg, spin, density=REFERENCE_DENSITY)
    return float(flown.carry_yd[0]) / REFERENCE_YD
