/** Which shots have a furrow of their own in the picture. */
import type { Picked } from "./pick";

const MOST_LANES = 6;

export interface Lane {
  shot: Picked;
  /** Where it stands among the shots. */
  at: number;
}

/** The first of the shots, and those at `besides` (the pick, what is looked at), each once. */
export function lanesOf(shots: readonly Picked[], besides: readonly number[]): Lane[] {
  const all = shots.map((shot, at) => ({ shot, at }));
  const first = all.slice(0, MOST_LANES);
  for (const at of besides) {
    const one = all[at];
    if (one && !first.includes(one)) first.push(one);
  }
  return first;
}
