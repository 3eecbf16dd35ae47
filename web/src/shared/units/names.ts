/** The sets of units as a person chooses among them. */
import type { Units, UnitSets } from "./units";

/** Each with its name: "yards, mph, °C". */
export const unitNames = (sets: UnitSets): [Units, string][] =>
  (Object.keys(sets) as Units[]).map((id) => {
    const set = sets[id];
    return [id, [set?.name, set?.speed.sign, set?.air.sign].join(", ")];
  });
