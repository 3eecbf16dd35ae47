/** How far a student's swings really went, as measured on pictures, and as the page says it. */
import { useQuery } from "@pinia/colada";
import { toValue, type MaybeRefOrGetter } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { shortDay } from "@/shared/format/dates";

export type SwingSeries = Schemas["SwingSeriesOut"];
type Seen = Schemas["SeenOut"];

export const usePositions = (studentId: MaybeRefOrGetter<string>) =>
  useQuery({
    key: () => keys.positions(toValue(studentId)),
    query: () =>
      dataOf(
        api.GET("/api/students/{student_id}/positions", {
          params: { path: { student_id: toValue(studentId) } },
        }),
      ),
  });

/** "9:20", "half + 8°" */
export function positionName({ said, off_deg }: Seen): string {
  const off = Math.round(off_deg);
  return off ? `${said} ${off < 0 ? "−" : "+"} ${Math.abs(off)}°` : said;
}

/** "9:20 (100° ± 6), meant 9:00 (90°)"; the error is one deviation. */
export function positionWords({ swing, meant_deg }: SwingSeries, seen: Seen): string {
  const meant = meant_deg === null ? "" : ` (${Math.round(meant_deg)}°)`;
  return `${positionName(seen)} (${Math.round(seen.arm_deg)}° ± ${Math.round(seen.sd_deg)}), meant ${swing}${meant}`;
}

/** "9:40 on 3 May 2026, 12° longer than before"; empty while its errors explain it. */
export function movedWords({ seen, moved }: SwingSeries): string {
  const newest = seen.at(-1);
  if (!moved?.real || !newest) return "";
  const way = moved.by_deg > 0 ? "longer" : "shorter";
  return `${positionName(newest)} on ${shortDay(newest.day)}, ${Math.round(Math.abs(moved.by_deg))}° ${way} than before`;
}
