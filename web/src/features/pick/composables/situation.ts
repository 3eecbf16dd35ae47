/** The ball that lies there, as a coach puts it in: each key and touch makes the next situation. */
import type { Schemas } from "@/shared/api/client";
import { pinPlace } from "@/shared/offline/rules";

export type Words = Schemas["PickWords"];
export type TroubleKind = Schemas["Trouble"];
export type PinAt = Schemas["PinAt"];

/** Trouble across the way, in yards past the pin (short of it is negative): it stays with its green. */
export interface Band {
  kind: TroubleKind;
  from: number;
  to: number;
}
export interface Ball {
  pin_yd: number;
  front_yd: number;
  back_yd: number;
  width_yd: number;
  firmness: Schemas["Firmness"];
  raised_m: number;
  lie: Schemas["Lie"];
  headwind_mps: number;
  to_right_mps: number;
  temperature_c: number;
  trouble: Band[];
}
/** What stays of a ball for the next one of a student. */
export const FIRST_PIN_YD = 60;

export const plainBall = (words: Words): Ball => ({
  pin_yd: FIRST_PIN_YD,
  front_yd: words.front_yd,
  back_yd: words.back_yd,
  width_yd: words.width_yd,
  firmness: "medium",
  raised_m: 0,
  lie: "fairway",
  headwind_mps: 0,
  to_right_mps: 0,
  temperature_c: 20,
  trouble: [],
});

/** The one after this in a list that begins again; the first for one that is not in it. */
export const after = <T>(list: readonly T[], now: T): T => list[(list.indexOf(now) + 1) % list.length] ?? now;

/** Where on its green the pin stands. */
export const pinAt = (ball: Ball): PinAt => pinPlace(ball.front_yd, ball.back_yd);

/** The same flag on another place of its green: green and trouble go along with it. */
export function atPin(ball: Ball, at: PinAt, words: Words): Ball {
  const edges = words.edges[at] ?? ball;
  const by = ball.front_yd - edges.front_yd;
  return {
    ...ball,
    front_yd: edges.front_yd,
    back_yd: edges.back_yd,
    trouble: ball.trouble.map((band) => ({ ...band, from: band.from + by, to: band.to + by })),
  };
}

export const nextLie = (ball: Ball, words: Words): Ball => ({
  ...ball,
  lie: after(words.lies, ball.lie),
});
export const nextFirmness = (ball: Ball, words: Words): Ball => ({
  ...ball,
  firmness: after(words.firmness, ball.firmness),
});
const windsOf = (words: Words) => [0, words.breeze_mps, -words.breeze_mps];
export const nextWind = (ball: Ball, words: Words): Ball => ({
  ...ball,
  headwind_mps: after(windsOf(words), ball.headwind_mps),
});
/** None, to the lead side, to the trail side. */
export const nextAcross = (ball: Ball, words: Words, leadIsRight: boolean): Ball => {
  const winds = windsOf(words).map((wind) => (leadIsRight || !wind ? wind : -wind));
  return { ...ball, to_right_mps: after(winds, ball.to_right_mps) };
};
export const nextHeight = (ball: Ball, { raised_m: up }: Words): Ball => ({
  ...ball,
  raised_m: after([0, up, -up], ball.raised_m),
});

/** Trouble short of the green, or long of it, where a key puts it. */
export function usualBand(
  ball: Ball,
  { deep_yd: deep, clear_yd: clear }: Words,
  kind: TroubleKind,
  where: "short" | "long",
): Band {
  if (where === "long") {
    const from = ball.back_yd + clear;
    return { kind, from, to: from + deep };
  }
  const to = -ball.front_yd - clear;
  return { kind, from: Math.max(-ball.pin_yd, to - deep), to };
}
const USUAL: [TroubleKind, "short" | "long"][] = [
  ["bunker", "short"],
  ["water", "short"],
  ["bunker", "long"],
  ["water", "long"],
];
/** None, sand short, water short, sand long, water long, none. */
export function nextTrouble(ball: Ball, words: Words): Ball {
  const [now, ...more] = ball.trouble;
  const at = more.length
    ? USUAL.length - 1
    : USUAL.findIndex(([kind, where]) => now?.kind === kind && now.from > 0 === (where === "long"));
  const next = USUAL[at + 1];
  return { ...ball, trouble: next ? [usualBand(ball, words, ...next)] : [] };
}

/** A touch so far past the pin: a bunker there, of one that is there the next kind, then none. */
export function touched(ball: Ball, past: number, words: Words): Ball {
  const at = ball.trouble.findIndex((band) => past >= band.from && past <= band.to);
  const band = ball.trouble[at];
  if (band) {
    const kind = words.trouble[words.trouble.indexOf(band.kind) + 1];
    const others = ball.trouble.filter((_, i) => i !== at);
    return { ...ball, trouble: kind ? [...others, { ...band, kind }] : others };
  }
  // On the green there is none.
  if (past > -ball.front_yd && past < ball.back_yd) return ball;
  const short = past < 0;
  const edge = short ? -ball.front_yd : ball.back_yd;
  const from = short
    ? Math.max(-ball.pin_yd, Math.min(past - words.deep_yd / 2, edge - words.deep_yd))
    : Math.max(past - words.deep_yd / 2, edge);
  const to = short ? Math.min(from + words.deep_yd, edge) : from + words.deep_yd;
  const added: Band = { kind: words.trouble[0] ?? "bunker", from, to };
  return to > from ? { ...ball, trouble: [...ball.trouble, added] } : ball;
}

const round = (value: number) => Math.round(value * 10) / 10;

/** As the server is asked. */
export const asQuery = (ball: Ball, every: boolean) => ({
  ...ball,
  trouble: ball.trouble.map(
    ({ kind, from, to }) => `${kind}:${round(Math.max(0, ball.pin_yd + from))}-${round(ball.pin_yd + to)}`,
  ),
  every,
});

/** A situation of the server's. */
export function ballOf(of: Schemas["SituationOut"]): Ball {
  return {
    pin_yd: of.pin_yd,
    front_yd: of.front_yd,
    back_yd: of.back_yd,
    width_yd: of.width_yd,
    firmness: of.firmness,
    raised_m: of.raised_m,
    lie: of.lie,
    headwind_mps: of.headwind_mps,
    to_right_mps: of.to_right_mps,
    temperature_c: of.temperature_c,
    trouble: of.trouble.map(({ kind, from_yd, to_yd }) => ({
      kind,
      from: from_yd - of.pin_yd,
      to: to_yd - of.pin_yd,
    })),
  };
}
