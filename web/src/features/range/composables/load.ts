/** Which of the server's cautions a number of balls asks for. */
import type { Words } from "@/shared/api/queries";

/** The sentence for so many balls; the thresholds and words are the server's (core/practice/load). */
export function loadWords(hit: number, load: Words["load"] | undefined, limit: number): string {
  if (!load || !limit || !hit) return "";
  const fill = (text: string) =>
    text
      .replace("{hit}", String(hit))
      .replace("{limit}", String(limit))
      .replace("{left}", String(limit - hit));
  if (hit >= limit) return fill(load.stop);
  if (limit - hit <= load.warn_before) return fill(load.near);
  return hit % load.rest_every === 0 ? fill(load.rest) : "";
}
