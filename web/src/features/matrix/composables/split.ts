/** Two groups of a cell's balls that contradict each other, in words. */
import type { Schemas } from "@/shared/api/client";
import { shortDay } from "@/shared/format/dates";

/** " (3 May 2026)", or the first and the last day. */
function days(of: Schemas["BallsOut"]): string {
  const found = [...new Set([of.from_day, of.to_day])].flatMap((day) => (day ? shortDay(day) : []));
  return found.length ? ` (${found.join(" to ")})` : "";
}
/** "balls 1 to 5 (3 May 2026)", by their numbers in the cell, the oldest first. */
const part = (of: Schemas["BallsOut"]) => `balls ${of.from_ball} to ${of.to_ball}${days(of)}`;

export function splitWords(split: Schemas["SplitOut"], units: { show: (yards: number) => string }): string {
  const { first, second, recent } = split;
  const [before, after] = [first, second].map((of) => units.show(of.carry_yd));
  if (recent) {
    const last = second.to_ball - second.from_ball + 1;
    return `the last ${last} balls${days(second)} carry ${after}, those before ${before}. The carry shown lies between.`;
  }
  return `${part(first)} carry ${before}, ${part(second)} ${after}. Two different shots, or did something change?`;
}
