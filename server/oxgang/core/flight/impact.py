"""From the club's delivery to the ball's launch: a rigid impact with two fitted constants.

The face meets the ball with a normal and a tangential speed, V cos(spin loft) and V sin(spin loft).
Published: the split itself and the rolling limit, by which a solid sphere leaves the face without
slip with omega r = 5/7 and a tangential speed of 2/7 of the sliding speed (Cochran and Stobbs 1968,
The Search for the Perfect Swing; Penner 2003, The physics of golf, Reports on Progress in Physics
66, 131-171). Fitted here to tour-average wedges and short
irons: the normal restitution and the tangential rebound (real balls spin back more than rigid
ones). What a lie does to speed, friction and scatter is judgement in its size; its order is
published (Cochran and Stobbs 1968; the groove reports of the rules bodies; from memory).
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from oxgang.core.errors import InputError
from oxgang.core.flight.ball import MASS_KG, RADIUS_M, RADPS_PER_RPM
from oxgang.core.words.complete import complete
from oxgang.core.words.shots import BallType, Grooves, Lie

HEAD_KG: Final = 0.300
RESTITUTION: Final = 0.83
TANGENTIAL_REBOUND: Final = 0.20
MASS_SHARE: Final = HEAD_KG / (HEAD_KG + MASS_KG)
ROLLING_SHARE: Final = 2 / 7
SPHERE: Final = 5 / 2  # omega r is this times the tangential speed, from rest


@dataclass(frozen=True, slots=True)
class Ground:
    """What a lie does to a swing: share of its ball speed, friction of ball on face (clean dry
    grooves, a premium ball, an ordinary student), scatter of log carry on top of the student's, and
    how well the lie is known at all (sd of log carry)."""

    speed: float
    friction: float
    scatter: float
    sd: float


LIES: Final = complete(
    Lie,
    {
        Lie.TEE: Ground(1.0, 0.23, 0.0, 0.01),
        Lie.MAT: Ground(1.0, 0.21, 0.0, 0.02),
        Lie.FAIRWAY: Ground(1.0, 0.20, 0.0, 0.0),
        Lie.ROUGH_UP: Ground(0.95, 0.14, 0.04, 0.04),
        Lie.ROUGH_DOWN: Ground(0.85, 0.10, 0.08, 0.08),
    },
)
# A range ball: its friction, and its speed, by which it carries 4 % shorter; sd of log carry.
RANGE_BALL_FRICTION: Final = 0.6
RANGE_BALL_SPEED: Final = 0.973
RANGE_BALL_SD: Final = 0.03
WORN_GROOVES_FRICTION: Final = 0.8
WET_FRICTION: Final = 0.6

# Opening the face by a degree adds about this much loft at address. Geometry of a sole-plane turn
# at wedge lofts, rounded; common practice.
LOFT_PER_FACE_DEG: Final = 0.7

# A strike above the centre of the face, for each millimetre: launches higher, spins less, is slower
# (as one below). Common practice, no published source.
LAUNCH_DEG_PER_MM: Final = 0.15
SPIN_SHARE_PER_MM: Final = 0.015
SPEED_SHARE_PER_MM: Final = 0.004
STRIKE_RANGE_MM: Final = (-15.0, 20.0)

LOFT_RANGE_DEG: Final = (10.0, 80.0)
LEAN_RANGE_DEG: Final = (-15.0, 25.0)
ATTACK_RANGE_DEG: Final = (-20.0, 10.0)
CLUB_SPEED_RANGE_MPS: Final = (2.0, 60.0)


class Friction(StrEnum):
    """How much of the friction there is a student's strike finds."""

    ORDINARY = "ordinary"
    PRACTISED = "practised"


# A practised strike, clean and centred, against an ordinary one. Fitted to the spin that coaches
# see of good players; no published source.
PRACTISED: Final = 1.4


@dataclass(frozen=True, slots=True, kw_only=True)
class Delivery:
    """How the club comes to the ball. Speed [m/s], angles [degrees], strike height [mm].

    `lean_deg` is the shaft's lean to the target, which takes loft off the face; `face_open_deg`
    is how far the face is laid open, which adds it; `attack_deg` is negative when hitting down.
    """

    club_speed_mps: float
    loft_deg: float
    lean_deg: float = 0.0
    face_open_deg: float = 0.0
    attack_deg: float = -4.0
    strike_high_mm: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Contact:
    """What lies between ball and face."""

    lie: Lie = Lie.FAIRWAY
    ball: BallType = BallType.PREMIUM
    grooves: Grooves = Grooves.CLEAN
    wet: bool = False
    skill: Friction = Friction.ORDINARY

    @property
    def speed(self) -> float:
        """Share of the ball speed that this lie and this ball leave."""
        speed = LIES[self.lie].speed
        return speed * RANGE_BALL_SPEED if self.ball is BallType.RANGE else speed

    @property
    def friction(self) -> float:
        """Coefficient of friction of ball on face."""
        friction = LIES[self.lie].friction
        if self.skill is Friction.PRACTISED:
            friction *= PRACTISED
        if self.ball is BallType.RANGE:
            friction *= RANGE_BALL_FRICTION
        if self.grooves is Grooves.WORN:
            friction *= WORN_GROOVES_FRICTION
        return friction * WET_FRICTION if self.wet else friction


@dataclass(frozen=True, slots=True, kw_only=True)
class Launch:
    """How the ball leaves. Angles [degrees], speed [m/s], spin [rpm]."""

    dynamic_loft_deg: float
    attack_deg: float
    spin_loft_deg: float
    ball_speed_mps: float
    launch_deg: float
    spin_rpm: float
    slides: bool


def dynamic_loft(delivery: Delivery) -> float:
    """Loft of the face at impact [degrees]: loft, less the shaft's lean, more when laid open."""
    return delivery.loft_deg - delivery.lean_deg + LOFT_PER_FACE_DEG * delivery.face_open_deg


def strike(delivery: Delivery, contact: Contact | None = None) -> Launch:
    """The launch that a delivery gives.

    Raises
    ------
    InputError
        When the delivery is outside the ranges of the module, or leaves no loft to hit with.
    """
    contact = contact or Contact()
    _check(delivery)
    loft = dynamic_loft(delivery)
    spin_loft = loft - delivery.attack_deg
    if not 1 < spin_loft < 85:
        raise InputError(
            f"A spin loft of {spin_loft:g} degrees is outside 1 to 85: check lean and attack.",
            field="lean_deg",
        )
    angle = math.radians(spin_loft)
    normal = delivery.club_speed_mps * math.cos(angle) * MASS_SHARE * (1 + RESTITUTION)
    sticking = delivery.club_speed_mps * math.sin(angle) * ROLLING_SHARE
    sticking *= 1 + TANGENTIAL_REBOUND
    sliding = contact.friction * normal
    along = min(sticking, sliding)
    off = math.degrees(math.atan2(along, normal))
    high = delivery.strike_high_mm
    return Launch(
        dynamic_loft_deg=loft,
        attack_deg=delivery.attack_deg,
        spin_loft_deg=spin_loft,
        ball_speed_mps=math.hypot(normal, along) * (1 - SPEED_SHARE_PER_MM * abs(high)) * contact.speed,
        launch_deg=loft - off + LAUNCH_DEG_PER_MM * high,
        spin_rpm=SPHERE * along / RADIUS_M / RADPS_PER_RPM * (1 - SPIN_SHARE_PER_MM * high) * contact.speed,
        slides=sliding < sticking,
    )


def _check(delivery: Delivery) -> None:
    for name, (lo, hi) in {
        "club_speed_mps": CLUB_SPEED_RANGE_MPS,
        "loft_deg": LOFT_RANGE_DEG,
        "lean_deg": LEAN_RANGE_DEG,
        "attack_deg": ATTACK_RANGE_DEG,
        "strike_high_mm": STRIKE_RANGE_MM,
    }.items():
        value = getattr(delivery, name)
        if not lo <= value <= hi:
            raise InputError(f"{name} of {value:g} is outside {lo:g} to {hi:g}.", field=name)
