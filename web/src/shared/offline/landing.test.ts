import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { ballOf, bearingOf, gapTo, heightAt, readingSd, spotAt, type Target } from "./landing";

interface Example {
  spot: [number, number];
  aim: number;
  finger: number;
  targets: [number, number, number, number][];
  carry: number;
  offline: number;
  gap: number;
  read: number;
  height: number;
}
const { landing: EXAMPLES } = JSON.parse(readFileSync("../tests/offline_examples.json", "utf8")) as {
  landing: Example[];
};

test.each(EXAMPLES)("a touch at $spot, aimed $aim: carry $carry, side $offline", (example) => {
  const [out_yd, right_yd] = example.spot;
  const spot = { out_yd, right_yd };
  const targets: Target[] = example.targets.map(([distance_yd, right_yd, green_yd, height_m], i) => ({
    name: String(i),
    distance_yd,
    right_yd,
    green_yd,
    height_m,
  }));
  expect(gapTo(spot, targets)).toBeCloseTo(example.gap, 4);
  expect(heightAt(spot, targets)).toBeCloseTo(example.height, 3);
  expect(readingSd(example.gap, example.finger)).toBeCloseTo(example.read, 3);
  const { carry_yd, offline_yd } = ballOf({ spot, aim_deg: example.aim });
  expect([carry_yd, Math.abs(offline_yd)]).toEqual([example.carry, Math.abs(example.offline)]);
});

test("a ball is drawn where it was touched, however it was aimed", () => {
  for (const aim of [-20, 0, 7]) {
    const spot = { out_yd: 58.3, right_yd: 6.4 };
    const { carry_yd, offline_yd } = ballOf({ spot, aim_deg: aim });
    const drawn = spotAt(carry_yd, offline_yd, aim);
    expect(Math.hypot(drawn.out_yd - spot.out_yd, drawn.right_yd - spot.right_yd)).toBeLessThan(0.15);
  }
  expect(bearingOf({ out_yd: 50, right_yd: 50 })).toBeCloseTo(45, 9);
});
