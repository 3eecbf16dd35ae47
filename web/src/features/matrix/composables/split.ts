/** Two groups of a cell's balls that contradict each other, in words. */
import type { Schemas } from "@/shared/api/client";
import { shortDay } from "@/shared/format/dates";

/** "balls 1 to 5 (3 May 2026)", by their numbers in the cell, the oldest first. */
function part(of: Schemas["BallsOut"]): string {
  const days = [...new Set([of.from_day, of.to_day])].flatMap((day) => (day ? shortDay(day) : []));
  const when = days.length ? ` (${days.join(" to ")})` : "";
  return `balls ${of.from_ball} to ${of.to_ball}${when}`;
}

export function splitWords(
  { first, second }: Schemas["SplitOut"],
  units: { show: (yards: number) => string },
): string {
  const carries = (of: Schemas["BallsOut"]) => units.show(of.carry_yd);
  return `${part(first)} carry ${carries(first)}, ${part(second)} ${carries(second)}. The carry shown lies between. Two different shots, or has something changed?`;
}
