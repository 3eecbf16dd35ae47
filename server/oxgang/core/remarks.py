"""A first draft of what a coach tells a student or a parent about a period."""

from __future__ import annotations

from oxgang.core.progress import Stretch, Turn

# A change is said when its 90 % interval leaves out "no change".
MAX_WORDS = 1200


def draft(
    name: str,
    whole: Stretch,
    halves: Turn | None,
    *,
    covered: tuple[float, float] | None,
    doubtful: float | None,
) -> str:
    """A few plain sentences: contact, spread, launch, ground; only what the balls bear out.

    Parameters
    ----------
    covered
        Shares of the ground covered at the beginning and the end; None where unknown.
    doubtful
        The share of numbers that is doubtful at the end; None where there is none.
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
        if after > before:
            said.append(f"Ground with a shot for it grew from {before} to {after} %.")
        elif after < before:
            said.append(f"Ground with a shot for it went from {before} to {after} %.")
        else:
            said.append(f"{after} % of the ground has a shot for it.")
    if doubtful:
        said.append(f"{percent(doubtful)} of the numbers want measuring again.")
    return " ".join(said)


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
