/** How the student does, on the phone: the ground, and weeks in a row with practice. */
import { make } from "./dom";
import { count, say } from "./words";

export interface Progress {
  from: number;
  to: number;
  strips: { from: number; to: number; kind: string }[];
  covered: number | null;
  solid: number;
  balls: number;
  weeks: number;
  longest: number;
  paused: boolean;
  goal: string;
  met: number;
  of: number;
}

/** A pause is a pause: what was done stays. */
export function streakWords(weeks: number, longest: number, paused: boolean): string {
  const of = (n: number) => count(n, "one-week", "weeks");
  if (!longest) return say("streak-none");
  if (!weeks) return say("streak-over", { longest: of(longest) });
  if (paused) return say("streak-paused", { weeks: of(weeks) });
  return say(weeks === longest ? "streak" : "streak-longest", { weeks: of(weeks), longest });
}

const SVG = "http://www.w3.org/2000/svg";
const WIDE = 320;
export function ground({ from, to, strips, covered }: Progress, unit: string): HTMLElement {
  const part = make("div", "", "ground");
  const picture = document.createElementNS(SVG, "svg");
  picture.setAttribute("viewBox", `0 0 ${WIDE} 34`);
  picture.setAttribute("role", "img");
  const reached = covered === null ? "" : say("covered", { share: Math.round(100 * covered) });
  picture.setAttribute("aria-label", `${say("ground", { from, to, unit })} ${reached}`.trim());
  const x = (at: number) => ((at - from) / (to - from + 1)) * WIDE;
  for (const { from: lo, to: hi, kind } of strips) {
    const bar = document.createElementNS(SVG, "rect");
    bar.setAttribute("x", String(x(lo)));
    bar.setAttribute("width", String(Math.max(1, x(hi + 1) - x(lo) - 1)));
    bar.setAttribute("y", kind === "fallow" ? "16" : kind === "sure" ? "4" : "9");
    bar.setAttribute("height", kind === "fallow" ? "2" : kind === "sure" ? "26" : "16");
    bar.setAttribute("class", kind);
    picture.append(bar);
  }
  part.append(picture, make("p", `${say("ground", { from, to, unit })} ${reached}`.trim(), "small"));
  return part;
}
