/** How far to a side a ball was, as a golfer says it: to the lead or the trail side. */
import type { Student } from "@/shared/api/queries";
import type { Measure } from "@/shared/units/units";

export const leadIsRight = (student: Student | undefined): boolean => student?.hand === "left";

/** "3 lead", "on line"; `rightYd` is to the right of the aim. */
export function shortSide(units: Measure, student: Student | undefined, rightYd: number): string {
  const shown = units.show(Math.abs(rightYd));
  if (shown === "0") return "on line";
  return `${shown} ${rightYd > 0 === leadIsRight(student) ? "lead" : "trail"}`;
}

/** "3 to the lead side", "on line". */
export function sideWords(units: Measure, student: Student | undefined, rightYd: number): string {
  return shortSide(units, student, rightYd).replace(/ (lead|trail)$/, " to the $1 side");
}
