"""What would change a choice: the same ball with another wind, pin, lie or green."""

from __future__ import annotations

from dataclasses import replace
from enum import StrEnum
from typing import Final

from oxgang.core.pick.choice import LEAST_TIE, Picked
from oxgang.core.pick.situation import Situation, edges_of, pin_at
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.shots import Lie

# A wind that is asked about [m/s].
BREEZE_MPS: Final = 5.0
# Winds within this of it are the same wind [m/s].
SAME_MPS: Final = 2.0


class WhatIf(StrEnum):
    """One thing that is otherwise."""

    INTO = "what-if-into"
    CALM = "what-if-calm"
    DOWN = "what-if-down"
    FRONT = "what-if-front"
    MIDDLE = "what-if-middle"
    BACK = "what-if-back"
    FAIRWAY = "what-if-fairway"
    ROUGH_UP = "what-if-rough-up"
    ROUGH_DOWN = "what-if-rough-down"
    SOFT = "what-if-soft"
    FIRM = "what-if-firm"


_WINDS: Final = {WhatIf.INTO: BREEZE_MPS, WhatIf.CALM: 0.0, WhatIf.DOWN: -BREEZE_MPS}
_PINS: Final = {WhatIf.FRONT: PinAt.FRONT, WhatIf.MIDDLE: PinAt.MIDDLE, WhatIf.BACK: PinAt.BACK}
_LIES: Final = {WhatIf.FAIRWAY: Lie.FAIRWAY, WhatIf.ROUGH_UP: Lie.ROUGH_UP, WhatIf.ROUGH_DOWN: Lie.ROUGH_DOWN}
_GREENS: Final = {WhatIf.SOFT: Firmness.SOFT, WhatIf.FIRM: Firmness.FIRM}


def variants(situation: Situation) -> dict[WhatIf, Situation]:
    """The situations that differ from this one in one thing. A moved pin stays on its green; one
    that would stand in trouble is left out."""
    s = situation
    found = {
        what: replace(s, headwind_mps=wind)
        for what, wind in _WINDS.items()
        if abs(s.headwind_mps - wind) > SAME_MPS
    }
    for what, at in _PINS.items():
        if pin_at(s) is not at:
            moved = at_pin(s, at)
            if not any(b.from_yd <= moved.pin_yd <= b.to_yd for b in s.trouble):
                found[what] = moved
    found |= {what: replace(s, lie=lie) for what, lie in _LIES.items() if s.lie is not lie}
    found |= {what: replace(s, firmness=green) for what, green in _GREENS.items() if s.firmness is not green}
    return found


def loss_of(now: Picked, then: Picked) -> tuple[bool, float | None]:
    """Whether another shot is to be played then, and what the shot of now would cost there on top
    [strokes]; None where it does not get there. A shot that is as good there is no change."""
    name = now.patterns[now.best].shot.name
    costs = {p.shot.name: o.cost for p, o in zip(then.patterns, then.outcomes, strict=True)}
    if name not in costs:
        return True, None
    loses = costs[name] - then.outcomes[then.best].cost
    return loses > LEAST_TIE, loses


def at_pin(situation: Situation, at: PinAt) -> Situation:
    """The same green with its pin at another place."""
    s = situation
    front, back = edges_of(at, s.front_yd + s.back_yd)
    return replace(s, pin_yd=s.pin_yd - s.front_yd + front, front_yd=front, back_yd=back)
