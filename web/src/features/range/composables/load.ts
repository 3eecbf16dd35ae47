/** Which of the server's cautions a number of balls asks for. */
import type { Words } from "@/shared/api/queries";
import type { Texts } from "@/shared/texts/texts";

/** The sentence for so many balls; the thresholds are the server's (core/practice/load). */
export function loadWords(texts: Texts, hit: number, load: Words["load"] | undefined, limit: number): string {
  if (!load || !limit || !hit) return "";
  const left = limit - hit;
  if (left <= 0) return texts.format("load-stop", { hit, limit });
  if (left <= load.warn_before) return texts.format("load-near", { left, limit });
  return hit % load.rest_every === 0 ? texts.format("load-rest", { hit }) : "";
}
