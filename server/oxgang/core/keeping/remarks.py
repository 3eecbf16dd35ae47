"""A first draft of what a coach tells a student or a parent about a period."""

from __future__ import annotations

from oxgang.core.keeping.progress import Stretch, Turn

# A change is said when its interval leaves out "no change".
MAX_WORDS = 1200
CHANCE = "within chance"


def draft(
    name: str,
    whole: Stretch,
    halves: Turn | None,
    *,
    covered: tuple[float, float] | None,
    doubtful: float | None,
    yardages: str,
) -> str:
    """A few plain sentences: contact, spread, launch, ground; only what the balls bear out.

    Parameters
    ----------
    covered
        Shares of the ground covered at the beginning and the end; None where unknown.
    doubtful
        The share of numbers that is doubtful at the end; None where there is none.
    yardages
        The ground in words, "30 to 100 yards".
    """
    if not whole.balls:
        return f"{name} has not hit in this period."
    said = [f"{name} hit {whole.balls} balls."]
    if whole.solid.value is not None:
        said.append(f"{percent(whole.solid.value)} were solid{_solid(halves)}.")
    if whole.spread.value is not None:
        scatter = percent(whole.spread.value)
        said.append(f"Solid balls scatter by {scatter} of their number{_spread(halves)}.")
    if whole.launch.of:
        said.append(f"{whole.launch.hits} of {whole.launch.of} launches were in their window.")
    if covered is not None:
        before, after = (round(100 * share) for share in covered)
        came = f", up from {before} %" if after > before else ""
        came = f", down from {before} %" if after < before else came
        said.append(f"{after} % of the ground from {yardages} has a shot{came}.")
    if doubtful:
        said.append(f"{percent(doubtful)} of the numbers want measuring again.")
    return " ".join(said)


def before_and_after(turn: Turn) -> str:
    """Both sides of a day in one line: what moved, by how much, or that it is within chance."""
    said = []
    for name, before, after, step in (
        ("solid", turn.before.solid.value, turn.after.solid.value, turn.solid),
        ("launch in its window", turn.before.launch.value, turn.after.launch.value, turn.launch),
    ):
        if step is None or before is None or after is None:
            continue
        moved = not step.lo <= 0 <= step.hi
        by = f"{100 * step.lo:+.0f} to {100 * step.hi:+.0f} points" if moved else CHANCE
        said.append(f"{name} {percent(before)} to {percent(after)} ({by})")
    tight, wide = turn.before.spread.value, turn.after.spread.value
    if turn.spread is not None and tight is not None and wide is not None:
        moved = not turn.spread.lo <= 1 <= turn.spread.hi
        by = f"{turn.spread.lo:.2f} to {turn.spread.hi:.2f} times" if moved else CHANCE
        said.append(f"spread {percent(tight)} to {percent(wide)} ({by})")
    return "; ".join(said)


def percent(share: float) -> str:
    """A share as a coach writes it."""
    return f"{100 * share:.0f} %"


def _solid(halves: Turn | None) -> str:
    if halves is None or halves.solid is None:
        return ""
    lo, hi = halves.solid.lo, halves.solid.hi
    before, after = halves.before.solid.value, halves.after.solid.value
    if lo <= 0 <= hi or before is None or after is None:
        return ""
    return f", from {percent(before)} in the first half to {percent(after)} in the second"


def _spread(halves: Turn | None) -> str:
    if halves is None or halves.spread is None:
        return ""
    lo, hi = halves.spread.lo, halves.spread.hi
    if lo <= 1 <= hi:
        return ""
    return ", tighter than in the first half" if hi < 1 else ", wider than in the first half"
