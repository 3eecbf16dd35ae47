/**
 * Rules of the trade that a page must know without a network. The server decides by the same ones
 * (core/practice/scoring.met, core/pick/situation.pin_at): both read tests/offline_examples.json.
 */

/** Between which carries a call is met, in the unit of the carries; null is a call without a yardage. */
export interface MetWithin {
  lo: number | null;
  hi: number | null;
  balls: number;
}
export interface CalledBall {
  carry: number | null;
  /** Whether it struck its mark, for a call without a yardage. */
  met: boolean | null;
}

/** Whether a call was met: all its balls were hit, and each came within the tolerance or struck the mark. */
export function isMet({ lo, hi, balls }: MetWithin, hit: CalledBall[]): boolean {
  if (hit.length < balls) return false;
  return hit.every(
    ({ carry, met }) => met ?? (carry !== null && lo !== null && hi !== null && carry >= lo && carry <= hi),
  );
}

/** Where on its green the pin stands: the first or last third, or between. */
export function pinPlace(front: number, back: number): "front" | "middle" | "back" {
  const share = front / (front + back);
  return share < 1 / 3 ? "front" : share > 2 / 3 ? "back" : "middle";
}
