"""Simulated students whose carries come from delivery, impact and flight.

Nothing here knows the estimator: a swing has a club speed that grows with the arm angle in the
student's own way, clubs and heights change lean, face, attack and speed, and every ball is struck
and flown (core.impact, core.flight) in the day's real wind, of which nobody told the model. The
numbers are invented in the range that coaches see.

Three populations: the usual one, whose students scatter alike; one that is unlike it: scatter
from 2 to 12 % by student and club, cells that follow no line, days whose wind nobody wrote down and
mornings that are good or bad, twice as many mishits that nobody marked; and one with habits: bags of
odd lofts, one of them two degrees off its stamp, short swings that slow down, for half of them a lob
that goes nowhere when it is hit high, wind that is written down with the wrong sign.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from datetime import date, timedelta
from itertools import product
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from oxgang.core.carry.balls import Hit
from oxgang.core.carry.prior import Point
from oxgang.core.flight.air import Air
from oxgang.core.flight.chain import Chain
from oxgang.core.flight.impact import SPEED_SHARE_PER_MM, Delivery, strike
from oxgang.core.flight.standard import to_standard
from oxgang.core.flight.trajectory import fly
from oxgang.core.words.bag import Club
from oxgang.core.words.shots import CellKey, Shot, Strike, Trajectory
from oxgang.core.words.swing import CLOCK

Array = NDArray[np.float64]

BAGS = ((60, 56, 52, 47), (58, 54, 50, 46), (60, 54, 49, 44), (56, 52, 48, 45))
HOME = Air(20.0, 180.0)
TODAY = date(2026, 6, 1)
NODES, WEIGHTS = np.polynomial.hermite_e.hermegauss(3)
WEIGHTS = WEIGHTS / WEIGHTS.sum()
# Wind along the shot, that which nobody feels enough to write it down, and how well one is guessed
# [m/s].
WIND_SD_MPS, FAINT_WIND_SD_MPS = 2.0, 1.4
WIND_ERROR_MPS = 0.7


# What a ball further back does: the handle comes along, the club comes down on it; and a grip
# further down: a shorter club is slower. Mean and sd from student to student, for each inch.
LEAN_AN_INCH = (1.5, 0.5)
ATTACK_AN_INCH = (-0.8, 0.3)
SPEED_AN_INCH_BACK = (0.004, 0.006)
SPEED_AN_INCH_DOWN = (-0.020, 0.006)


class Adjustment(NamedTuple):
    """Ball so far back, grip so far down [inches]."""

    back_in: float = 0.0
    down_in: float = 0.0


NO_TRIM = Adjustment()


@dataclass(frozen=True, slots=True)
class Population:
    """What kind of students. `scatter` bounds a student's scatter of carries, None is the usual;
    `cell_sd` is what each cell's speed has of its own, `unseen` the share of mishits that nobody
    marked, `morning_sd` what a day's speed has of its own; `wind_told` whether it is written down.
    """

    name: str
    scatter: tuple[float, float] | None = None
    cell_sd: float = 0.008
    unseen: float = 0.15
    morning_sd: float = 0.0
    wind_known: bool = True
    habits: bool = False
    # Full club speed [m/s], how speed grows with the swing, lean [deg], attack [deg]: mean and
    # deviation over students.
    full: tuple[float, float] = (33, 4)
    growth: tuple[float, float] = (0.62, 0.07)
    lean: tuple[float, float] = (7, 2.5)
    attack: tuple[float, float] = (-4, 1.5)


USUAL = Population("usual")
UNLIKE = Population("unlike", (0.02, 0.12), 0.016, 0.3, 0.006, wind_known=False)
HABITS = Population("habits", (0.015, 0.12), 0.012, 0.3, 0.01, habits=True)
POPULATIONS = (USUAL, UNLIKE, HABITS)
# Bags that no maker sells, and what habits do: a club off its stamp [degrees], club speed of swings
# below a half at the shortest (a share), of a high lob, and how often a wind is written down as its
# opposite.
ODD_BAGS = ((60, 53, 51, 44), (64, 58, 52, 48), (57, 54, 51, 46), (61, 55, 50, 45))
OFF_STAMP_DEG = 2.0
SLOWED = (0.82, 1.0)
NOWHERE = (0.68, 0.9)
WRONG_SIGN = 0.15
# Clipped to what adults and juniors do.
FULL_RANGE = ((23, 42), (15, 30))
# Cohorts that a coach would name: what they have in common is not what the rule of thumb says.
JUNIORS = Population("juniors", full=(23, 2.0), growth=(0.54, 0.05), lean=(4, 2.0), attack=(-2.5, 1.2))
LOW_HANDICAPS = Population(
    "low handicaps", full=(36, 2.0), growth=(0.67, 0.04), lean=(9, 1.5), attack=(-4.5, 1.0)
)
# How much a club's scatter differs from its student's [log], at a half stock swing.
CLUB_SCATTER_SD = 0.25


@dataclass(slots=True)
class SimStudent:
    """One student. `speed` is the full club speed [m/s] today; it walked there."""

    rng: np.random.Generator
    kind: Population = USUAL
    clubs: list[Club] = field(init=False)
    keys: list[CellKey] = field(init=False)
    points: dict[CellKey, Point] = field(init=False)
    deliveries: dict[CellKey, Delivery] = field(init=False)
    speed_sd: float = field(init=False)
    lean_sd: float = field(init=False)
    high_sd: float = field(init=False)
    mishit: float = field(init=False)
    turned: float = field(init=False)
    tight: dict[str, float] = field(init=False)
    an_inch: dict[str, float] = field(init=False)
    chain: Chain = field(init=False)

    def __post_init__(self) -> None:
        r = self.rng
        bags = ODD_BAGS if self.kind.habits else BAGS
        lofts = bags[r.integers(len(bags))]
        self.clubs = [Club(str(loft), loft) for loft in lofts]
        self.keys = [
            CellKey(c.label, p.label, t) for c, p, t in product(self.clubs, CLOCK.positions, Trajectory)
        ]
        arms = {p.label: p.arm_deg for p in CLOCK.positions}
        loft = {c.label: c.loft_deg for c in self.clubs}
        self.points = {k: Point(k.club, loft[k.club], arms[k.swing], k.trajectory) for k in self.keys}
        full = float(np.clip(r.normal(*self.kind.full), *FULL_RANGE[self.kind.full[0] < 30]))
        growth = r.normal(*self.kind.growth)
        wave, phase = r.normal(0, 0.015), r.uniform(0, 150)
        stop = {p.label: p.arm_deg + r.normal(0, 4) for p in CLOCK.positions}
        lean, attack = r.normal(*self.kind.lean), r.normal(*self.kind.attack)
        quirk = {c.label: (r.normal(1, 0.012), r.normal(0, 1.0)) for c in self.clubs}
        height = {
            Trajectory.LOW: (r.normal(4, 1.5), r.normal(-1, 1), 0.0, r.normal(0.99, 0.012)),
            Trajectory.STOCK: (0.0, 0.0, 0.0, 1.0),
            Trajectory.HIGH: (
                r.normal(-2.5, 1.5),
                r.normal(1, 1),
                max(0.0, r.normal(3, 2)),
                r.normal(0.99, 0.012),
            ),
        }
        slowed, nowhere, turned = 1.0, 1.0, 0.0
        if self.kind.habits:
            slowed, turned = r.uniform(*SLOWED), WRONG_SIGN
            nowhere = r.uniform(*NOWHERE) if r.random() < 0.5 else 1.0
            off = self.clubs[r.integers(len(self.clubs))].label
            quirk[off] = (quirk[off][0], quirk[off][1] + r.choice((-1, 1)) * OFF_STAMP_DEG)
        self.turned = turned
        by_arm = {t: (0.0 if t is Trajectory.STOCK else r.normal(0, 0.02)) for t in Trajectory}
        self.deliveries = {}
        for k in self.keys:
            arm = stop[k.swing]
            share = (arm / 165) ** growth * (1 + wave * np.sin(2 * np.pi * (arm - phase) / 150))
            more_lean, more_attack, face, tempo = height[k.trajectory]
            speed, more_loft = quirk[k.club]
            shaft = 1 + 0.002 * (54 - loft[k.club])
            if arms[k.swing] < 90:
                share *= 1 - (1 - slowed) * (90 - arms[k.swing]) / 45
            if k.trajectory is Trajectory.HIGH and loft[k.club] == max(lofts):
                share *= nowhere
            tilt = 1 + by_arm[k.trajectory] * (arm - 105) / 60
            self.deliveries[k] = Delivery(
                club_speed_mps=full * share * speed * shaft * tempo * tilt * r.normal(1, self.kind.cell_sd),
                loft_deg=float(np.clip(loft[k.club] + more_loft, 30, 75)),
                lean_deg=float(np.clip(lean + more_lean, -14, 24)),
                face_open_deg=face,
                attack_deg=float(np.clip(attack + more_attack, -18, 8)),
            )
        self.speed_sd = float(np.clip(r.normal(0.026, 0.007), 0.012, 0.045))
        self.lean_sd = float(np.clip(r.normal(1.2, 0.3), 0.5, 2.2))
        self.high_sd = float(np.clip(r.normal(3.0, 0.8), 1, 5))
        self.mishit = float(r.uniform(0.03, 0.25))
        self.an_inch = {
            "lean": r.normal(*LEAN_AN_INCH),
            "attack": r.normal(*ATTACK_AN_INCH),
            "back": r.normal(*SPEED_AN_INCH_BACK),
            "down": r.normal(*SPEED_AN_INCH_DOWN),
        }
        self.tight = {c.label: 1.0 for c in self.clubs}
        if self.kind.scatter:
            lo, hi = self.kind.scatter
            own = np.exp(r.uniform(np.log(lo), np.log(hi)))
            clubs = np.clip(own * np.exp(r.normal(0, CLUB_SCATTER_SD, len(self.clubs))), lo, hi)
            self.speed_sd, self.lean_sd, self.high_sd = 0.026, 1.2, 3.0
            usual = dict(zip(self.keys, self.scatter().tolist(), strict=True))
            self.tight = {
                c.label: float(s) / usual[CellKey(c.label, "9:00")]
                for c, s in zip(self.clubs, clubs, strict=True)
            }
        self.chain = Chain(loft)

    def truth(self, adjustment: Adjustment = NO_TRIM) -> Array:
        """Mean carry of solid balls of each cell at home today [yd], by Gauss-Hermite."""
        launches, weights = [], []
        for key in self.keys:
            tight = self.tight[key.club]
            # A strike off the centre costs speed; on average this share (mean of |normal|).
            miss = SPEED_SHARE_PER_MM * self.high_sd * tight * np.sqrt(2 / np.pi)
            for (a, wa), (b, wb) in product(zip(NODES, WEIGHTS, strict=True), repeat=2):
                speed, lean = a * self.speed_sd * tight - miss, b * self.lean_sd * tight
                launches.append(self._launch(key, speed, lean, 0.0, adjustment))
                weights.append(wa * wb)
        flown = self._fly(launches, 0.0, HOME.density())
        each = (flown * np.array(weights)).reshape(len(self.keys), -1)
        mean: Array = each.sum(1)
        return mean

    def scatter(self) -> Array:
        """True deviation of single solid balls, as a share of the carry, to first order."""
        steps = np.diag((self.speed_sd, self.lean_sd, self.high_sd))
        aside = np.concatenate([steps, -steps])
        launches = [
            self._launch(key, float(speed), float(lean), float(high), NO_TRIM)
            for key in self.keys
            for speed, lean, high in self.tight[key.club] * aside
        ]
        logs = np.log(self._fly(launches, 0.0, HOME.density())).reshape(len(self.keys), 2, 3)
        variance: Array = (((logs[:, 0] - logs[:, 1]) / 2) ** 2).sum(1)
        return np.sqrt(variance)

    def hit(
        self, keys: list[CellKey], days_ago: int, *, power: float = 1.0, adjustment: Adjustment = NO_TRIM
    ) -> list[Shot]:
        """Balls of one day. `power` is the speed of that day as a share of today's."""
        r = self.rng
        # The day's air and wind, and what the coach wrote down of them.
        blows = WIND_SD_MPS if self.kind.wind_known else FAINT_WIND_SD_MPS
        wind, temperature = float(r.normal(0, blows)), float(r.normal(14, 5))
        said_wind = round(2 * (wind + r.normal(0, WIND_ERROR_MPS))) / 2
        if r.random() < self.turned:
            said_wind = -said_wind
        said_temperature = float(round(temperature + r.normal(0, 1)))
        power *= 1 + r.normal(0, self.kind.morning_sd)
        launches, strikes, shares = [], [], []
        for key in keys:
            tight = self.tight[key.club]
            bad = r.random() < self.mishit
            seen = bad and r.random() > self.kind.unseen
            strikes.append(Strike.FAT if seen else Strike.SOLID)
            shares.append(r.uniform(0.6, 0.93) if bad else 1.0)
            high = float(np.clip(r.normal(0, self.high_sd * tight), -14, 18))
            speed = power * (1 + r.normal(0, self.speed_sd * tight)) - 1
            lean = r.normal(0, self.lean_sd * tight)
            launches.append(self._launch(key, speed, lean, high, adjustment))
        air = Air(temperature, HOME.altitude_m)
        carries = self._fly(launches, wind, air.density()) * np.array(shares)
        day = TODAY - timedelta(days=days_ago)
        return [
            Shot(
                cell=key,
                id=f"{days_ago}-{i}",
                hit_on=day,
                carry_yd=round(float(carry), 1),
                strike=struck,
                temperature_c=said_temperature,
                headwind_mps=said_wind if self.kind.wind_known else None,
                ball_position_in=adjustment.back_in,
                grip_down_in=adjustment.down_in,
            )
            for i, (key, carry, struck) in enumerate(zip(keys, carries, strikes, strict=True))
        ]

    def _launch(
        self, key: CellKey, speed: float, lean: float, high: float, adjustment: Adjustment
    ) -> tuple[float, float, float]:
        d, inch = self.deliveries[key], self.an_inch
        speed += inch["back"] * adjustment.back_in + inch["down"] * adjustment.down_in
        lean += inch["lean"] * adjustment.back_in
        launch = strike(
            Delivery(
                club_speed_mps=d.club_speed_mps * (1 + speed),
                loft_deg=d.loft_deg,
                lean_deg=float(np.clip(d.lean_deg + lean, -15, 25)),
                face_open_deg=d.face_open_deg,
                attack_deg=float(np.clip(d.attack_deg + inch["attack"] * adjustment.back_in, -19, 9)),
                strike_high_mm=high,
            )
        )
        return launch.ball_speed_mps, launch.launch_deg, launch.spin_rpm

    def hits(self, shots: list[Shot]) -> list[Hit]:
        """The balls as the model takes them, at home conditions."""
        return [
            Hit(
                s.cell,
                self._point(s),
                h.carry_yd,
                s.id,
                s.hit_on,
                s.strike,
                sd=h.sd,
                wind_known=s.headwind_mps is not None,
            )
            for s, h in zip(shots, to_standard(shots, HOME.altitude_m, self.chain), strict=True)
        ]

    def _point(self, shot: Shot) -> Point:
        point = self.points[shot.cell]
        if not shot.adjusted:
            return point
        return replace(point, back_in=shot.ball_position_in, down_in=shot.grip_down_in)

    def _fly(self, launches: list[tuple[float, float, float]], wind: float, density: float) -> Array:
        speed, launch, spin = np.array(launches).T
        return fly(
            speed, np.clip(launch, 1, 84), np.minimum(spin, 15_000), density=density, headwind_mps=wind
        ).carry_yd
