/** How far a ball was seen to run, where carry and total were read of enough balls. */
import type { Schemas } from "@/shared/api/client";
import type { Measure } from "@/shared/units/units";

/** "On the range it runs 4 ± 1, measured on 9 balls." */
export const seenRun = (units: Measure, carryYd: number, seen: Schemas["RunSeenOut"]): string =>
  `On the range it runs ${units.run(carryYd, seen.run_yd)} ± ${units.show(seen.sd_yd)}, measured on ${seen.balls} balls.`;
