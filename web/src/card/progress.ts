/** How the student does, on the phone: the ground, and weeks in a row with practice. */
import { make } from "./dom";

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
  const said = (n: number) => `${n} ${n === 1 ? "week" : "weeks"}`;
  if (!longest) return "You haven't practised a full week yet.";
  if (!weeks) return `Your longest streak is ${said(longest)}. One ball starts a new one.`;
  if (paused) return `${said(weeks)} in a row, then a break. Continue any time.`;
  return weeks === longest
    ? `${said(weeks)} in a row with practice.`
    : `${said(weeks)} in a row with practice. Your longest is ${longest}.`;
}

const SVG = "http://www.w3.org/2000/svg";
const WIDE = 320;
export function ground({ from, to, strips, covered }: Progress, unit: string): HTMLElement {
  const part = make("div", "", "ground");
  const picture = document.createElementNS(SVG, "svg");
  picture.setAttribute("viewBox", `0 0 ${WIDE} 34`);
  picture.setAttribute("role", "img");
  const reached = covered === null ? "" : `${Math.round(100 * covered)} % covered`;
  picture.setAttribute("aria-label", `${from} to ${to} ${unit}: ${reached}`);
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
  part.append(picture, make("p", `${from} to ${to} ${unit}. ${reached}`, "small"));
  return part;
}
