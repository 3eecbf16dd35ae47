/** How wide a student's balls are and how far off line they start, as the page says it. */
import { useQuery } from "@pinia/colada";
import { toValue, type MaybeRefOrGetter } from "vue";
import { sameCell, type CellAddress } from "@/shared/api/cells";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import type { Student } from "@/shared/api/queries";
import { leadIsRight } from "@/shared/format/side";
import type { Measure } from "@/shared/units/units";

export type Side = Schemas["SideOut"];
export type Sides = Schemas["SidesOut"];

export const useSides = (studentId: MaybeRefOrGetter<string>) =>
  useQuery({
    key: () => keys.sides(toValue(studentId)),
    query: () =>
      dataOf(
        api.GET("/api/students/{student_id}/sides", {
          params: { path: { student_id: toValue(studentId) } },
        }),
      ),
  });

/** The side of a shot of which enough balls were measured. */
export function sideOfShot(sides: Sides | undefined, address: CellAddress | null): Side | null {
  const found = address && sides?.shots.find(({ shot }) => sameCell(shot, address))?.side;
  return found?.claimed ? found : null;
}

/** From a deviation to what holds eight balls in ten: along a line, and in an oval. */
export const EIGHT_IN_TEN = 1.2816;
export const OVAL = 1.7941;

/** "8 of 10 within 5 of the line (4 to 6)", at a carry in yards. */
export function widthWords(units: Measure, side: Side, carryYd: number): string {
  const at = (share: number) => units.show(EIGHT_IN_TEN * share * carryYd);
  return `8 of 10 within ${at(side.width)} of the line (${at(side.width_lo)} to ${at(side.width_hi)})`;
}

/** "on average 3 to the lead side (1 to 5)", or that none is sure. */
export function biasWords(units: Measure, student: Student | undefined, side: Side, carryYd: number): string {
  const sign = leadIsRight(student) ? 1 : -1;
  const ends = [side.bias_lo, side.bias_hi].map((share) => sign * share * carryYd).sort((a, b) => a - b);
  const [lo = 0, hi = 0] = ends;
  const sure = lo > 0 || hi < 0;
  const half = units.show((hi - lo) / 2);
  if (!sure) return `on line on average (± ${half})`;
  const [near, far] = lo > 0 ? [lo, hi] : [-hi, -lo];
  const middle = units.show(Math.abs(side.bias * carryYd));
  const name = lo > 0 ? "lead" : "trail";
  return `on average ${middle} to the ${name} side (${units.show(near)} to ${units.show(far)})`;
}
