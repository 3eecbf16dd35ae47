"""The window rule of the trade: where a club has no swing between its longest controlled part swing
and its full one, go one club down. Common practice, no published source."""

from __future__ import annotations

import itertools
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from oxgang.core.ground.gaps import Stretch
from oxgang.core.ground.played import Candidate
from oxgang.core.words.swing import Limit, is_full

# A narrower window than this is one step of a swing [yd].
WINDOW_YD: Final = 8.0


@dataclass(frozen=True, slots=True)
class Window:
    """A club's window with no swing in it [yd], from its longest part swing to its full one, and
    the club and carry of the same swing one club down."""

    club: str
    swing: str
    part_yd: float
    full_yd: float
    down: str
    down_yd: float


def window_at(
    gap: Stretch, shots: Sequence[Candidate], limit: Limit, clubs: Mapping[str, float]
) -> Window | None:
    """The window that a gap lies in, of the club whose part swing comes nearest below it.

    Parameters
    ----------
    clubs
        Lofts [degrees] of the bag.
    """
    stock = [shot for shot in shots if shot.stock]
    order = sorted(clubs, key=lambda club: -clubs[club])
    found = []
    for club, down in itertools.pairwise(order):
        own = [shot for shot in stock if shot.key.club == club]
        part = [s for s in own if s.arm_deg <= limit.arm_deg and not is_full(s.arm_deg)]
        full = [s for s in own if is_full(s.arm_deg)]
        if not part or not full:
            continue
        a, b = max(part, key=lambda s: s.arm_deg), full[0]
        if b.carry_yd - a.carry_yd < WINDOW_YD or not a.carry_yd < gap.from_yd <= gap.to_yd < b.carry_yd:
            continue
        same = [s for s in stock if s.key.club == down and s.key.swing == a.key.swing]
        if same:
            found.append(Window(club, a.key.swing, a.carry_yd, b.carry_yd, down, same[0].carry_yd))
    return max(found, key=lambda w: w.part_yd, default=None)
