import { WORDS } from "@/testing/page";
import { expect, test } from "vitest";
import type { Cell, Club, Ground } from "@/shared/api/queries";
import { unitWords } from "@/shared/units/units";
import { stack } from "@/shared/ui/dots";
import { layGround, yardageAt } from "./layout";

const club = (label: string): Club => ({
  id: label,
  label,
  loft_deg: 56,
  bounce_deg: null,
  note: "",
  used_from: null,
  used_until: null,
});
const cell = (label: string, trajectory: Cell["trajectory"], carry: number): Cell => ({
  club: label,
  swing: "9:00",
  trajectory,
  spin: "check",
  tempo: "normal",
  carry_yd: carry,
  carry_lo_yd: carry - 2,
  carry_hi_yd: carry + 2,
  shot_sd_yd: 3,
  furrow_from_yd: carry - 4,
  furrow_to_yd: carry + 4,
  balls: 5,
  mishits: 0,
  basis: "measured",
  last_measured: null,
  doubts: [],
  re_expressed: 0,
  imported_yd: null,
  back_in: 0,
  down_in: 0,
  play: "neither",
});
const ground: Ground = {
  from_yd: 30,
  to_yd: 100,
  tolerance_yd: 2.5,
  axis_from_yd: 20,
  axis_to_yd: 120,
  covered: 0,
  covered_measured: 0,
  fallow: [{ from_yd: 40, to_yd: 49, width: 10 }],
  unsure: [{ from_yd: 30, to_yd: 59, width: 30 }],
  best: [],
  covered_played: 0,
  unplayed: [],
  plays: [],
  near: [],
};

test("low sits below stock, high above it, each in its club's lane", () => {
  const cells = (["low", "stock", "high"] as const).map((t) => cell("56", t, 60));
  const laid = layGround(1000, [club("60"), club("56")], cells, ground, unitWords("yd", WORDS.units));
  const [low, stock, high] = laid.furrows;
  expect(high!.y).toBeLessThan(stock!.y);
  expect(stock!.y).toBeLessThan(low!.y);
  expect(high!.y).toBeGreaterThan(laid.lanes[1]!.y);
  expect(laid.furrows.every((f) => f.tick > f.x && f.tick < f.x + f.width)).toBe(true);
});

test("a pixel is the yardage drawn there, and fallow is as wide as its yardages", () => {
  const laid = layGround(1000, [club("56")], [], ground, unitWords("m", WORDS.units));
  for (const yards of [20, 62, 120]) expect(yardageAt(laid, laid.x(yards), ground)).toBe(yards);
  expect(yardageAt(laid, -50, ground)).toBe(20);
  expect(laid.fallow[0]!.width).toBeCloseTo(laid.x(50) - laid.x(40), 6);
  expect(laid.fallow[0]!.text).toBe("9"); // ten yards are nine metres
});

test("dots that would touch are stacked", () => {
  const dots = stack([60, 60.1, 75, 60.2], (v) => v * 10, 11);
  expect(dots.map((d) => d.level)).toEqual([0, 1, 2, 0]);
});
