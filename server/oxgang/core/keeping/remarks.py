"""What a period lets a coach tell a student or a parent: only what the balls bear out."""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from typing import Final

from oxgang.core.keeping.progress import Share, Step, Stretch, Turn
from oxgang.core.words.messages import Message

# A coach's own words on the page take so many characters.
MAX_WORDS: Final = 1200


class Remark(StrEnum):
    """What can be said of a period. A change is said when its interval leaves out "no change"."""

    NOT_HIT = "remark-not-hit"
    BALLS = "remark-balls"
    SOLID = "remark-solid"
    SOLID_MOVED = "remark-solid-moved"
    SCATTER = "remark-scatter"
    SCATTER_TIGHTER = "remark-scatter-tighter"
    SCATTER_WIDER = "remark-scatter-wider"
    LAUNCH = "remark-launch"
    COVERED = "remark-covered"
    COVERED_UP = "remark-covered-up"
    COVERED_DOWN = "remark-covered-down"
    DOUBTFUL = "remark-doubtful"


class Moved(StrEnum):
    """What moved across an event, beyond chance or within it."""

    SOLID = "turn-solid"
    SOLID_CHANCE = "turn-solid-chance"
    LAUNCH = "turn-launch"
    LAUNCH_CHANCE = "turn-launch-chance"
    SPREAD = "turn-spread"
    SPREAD_CHANCE = "turn-spread-chance"


def draft(
    name: str,
    whole: Stretch,
    halves: Turn | None,
    *,
    covered: tuple[float, float] | None,
    doubtful: float | None,
    from_yd: float,
    to_yd: float,
) -> list[Message]:
    """A first draft for a period: contact, spread, launch, ground.

    Parameters
    ----------
    covered
        Shares of the ground covered at the beginning and the end; None where unknown.
    doubtful
        The share of numbers that is doubtful at the end; None where there is none.
    from_yd, to_yd
        The ground.
    """
    if not whole.balls:
        return [Message(Remark.NOT_HIT, {"name": name})]
    messages = [Message(Remark.BALLS, {"name": name, "balls": whole.balls})]
    if whole.solid.value is not None:
        messages.append(_solid(whole.solid.value, halves))
    if whole.spread.value is not None:
        messages.append(_scatter(whole.spread.value, halves))
    if whole.launch.of:
        messages.append(Message(Remark.LAUNCH, {"hits": whole.launch.hits, "of": whole.launch.of}))
    if covered is not None:
        before, after = covered
        # Compared as they are read: in whole per cent.
        step = round(100 * after) - round(100 * before)
        code = Remark.COVERED_UP if step > 0 else Remark.COVERED_DOWN if step else Remark.COVERED
        values = {"after": after, "before": before, "from_yd": from_yd, "to_yd": to_yd}
        messages.append(Message(code, values))
    if doubtful:
        messages.append(Message(Remark.DOUBTFUL, {"share": doubtful}))
    return messages


def before_and_after(turn: Turn) -> list[Message]:
    """Both sides of a day: what moved, by how much, or that it is within chance."""
    messages = []
    sides: Sequence[tuple[Moved, Moved, Share, Share, Step | None]] = (
        (Moved.SOLID, Moved.SOLID_CHANCE, turn.before.solid, turn.after.solid, turn.solid),
        (Moved.LAUNCH, Moved.LAUNCH_CHANCE, turn.before.launch, turn.after.launch, turn.launch),
    )
    for beyond, within, before, after, step in sides:
        if step is None or before.value is None or after.value is None:
            continue
        values = {"before": before.value, "after": after.value, "lo": step.lo, "hi": step.hi}
        messages.append(Message(within if step.holds(0.0) else beyond, values))
    tight, wide = turn.before.spread.value, turn.after.spread.value
    if turn.spread is not None and tight is not None and wide is not None:
        values = {"before": tight, "after": wide, "lo": turn.spread.lo, "hi": turn.spread.hi}
        code = Moved.SPREAD_CHANCE if turn.spread.holds(1.0) else Moved.SPREAD
        messages.append(Message(code, values))
    return messages


def _solid(share: float, halves: Turn | None) -> Message:
    if halves is not None and halves.solid is not None and not halves.solid.holds(0.0):
        before, after = halves.before.solid.value, halves.after.solid.value
        if before is not None and after is not None:
            return Message(Remark.SOLID_MOVED, {"share": share, "before": before, "after": after})
    return Message(Remark.SOLID, {"share": share})


def _scatter(share: float, halves: Turn | None) -> Message:
    code = Remark.SCATTER
    if halves is not None and halves.spread is not None and not halves.spread.holds(1.0):
        code = Remark.SCATTER_TIGHTER if halves.spread.hi < 1 else Remark.SCATTER_WIDER
    return Message(code, {"share": share})
