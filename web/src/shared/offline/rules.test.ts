import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { isMet, pinPlace } from "./rules";

interface Examples {
  met: {
    at: number | null;
    tolerance: number;
    balls: number;
    hit: [number | null, boolean | null][];
    met: boolean;
  }[];
  pin: { front: number; back: number; at: string }[];
}
const EXAMPLES = JSON.parse(readFileSync("../tests/offline_examples.json", "utf8")) as Examples;

test.each(EXAMPLES.met)("a call at $at, hit $hit: $met", ({ at, tolerance, balls, hit, met }) => {
  const within = { lo: at === null ? null : at - tolerance, hi: at === null ? null : at + tolerance, balls };
  expect(
    isMet(
      within,
      hit.map(([carry, struck]) => ({ carry, met: struck })),
    ),
  ).toBe(met);
});

test.each(EXAMPLES.pin)("a pin $front from the front and $back from the back: $at", ({ front, back, at }) => {
  expect(pinPlace(front, back)).toBe(at);
});
