import { describe, expect, test } from "vitest";
import { WORDS } from "@/testing/page";
import {
  asQuery,
  atPin,
  ballOf,
  nextAcross,
  nextFirmness,
  nextHeight,
  nextLie,
  nextTrouble,
  nextWind,
  pinAt,
  plainBall,
  touched,
  type Ball,
} from "./situation";

const words = WORDS.pick;
const plain = (more: Partial<Ball> = {}): Ball => ({ ...plainBall(words), ...more });
const bands = (ball: Ball) => asQuery(ball, false).trouble;

test("a pin moves on its green, and the trouble stays where it is against the green", () => {
  const ball = plain({ trouble: [{ kind: "bunker", from: -16, to: -10 }] });
  const front = atPin(ball, "front", words);
  expect([front.pin_yd, front.front_yd, front.back_yd]).toEqual([60, 4, 14]);
  // Ten short of the flag was two short of the green; it is two short of it still.
  expect(front.trouble[0]).toEqual({ kind: "bunker", from: -12, to: -6 });
  expect((["front", "middle", "back"] as const).map((at) => pinAt(atPin(ball, at, words)))).toEqual([
    "front",
    "middle",
    "back",
  ]);
  expect(pinAt(plain({ front_yd: 20 }))).toBe("middle");
});

test("each key goes round and comes back", () => {
  const round = (next: (ball: Ball) => Ball, name: keyof Ball, times: number) => {
    let ball = plain();
    const seen = Array.from({ length: times }, () => (ball = next(ball))[name]);
    return seen;
  };
  expect(round((b) => nextWind(b, words), "headwind_mps", 3)).toEqual([5, -5, 0]);
  // To the lead side first: that is the right of a left-hander.
  expect(round((b) => nextAcross(b, words, true), "to_right_mps", 3)).toEqual([5, -5, 0]);
  expect(round((b) => nextAcross(b, words, false), "to_right_mps", 3)).toEqual([-5, 5, 0]);
  expect(round((b) => nextLie(b, words), "lie", 3)).toEqual(["rough-up", "rough-down", "fairway"]);
  expect(round((b) => nextFirmness(b, words), "firmness", 3)).toEqual(["firm", "soft", "medium"]);
  expect(round((b) => nextHeight(b, words), "raised_m", 3)).toEqual([3, -3, 0]);
  let ball = plain();
  const kinds = Array.from({ length: 5 }, () => bands((ball = nextTrouble(ball, words))));
  expect(kinds).toEqual([["bunker:44-50"], ["water:44-50"], ["bunker:72-78"], ["water:72-78"], []]);
});

describe("touch", () => {
  test("short or long of the green a bunker comes, then the next kind, then none", () => {
    let ball = touched(plain(), -20, words);
    expect(bands(ball)).toEqual(["bunker:37-43"]);
    const kinds = [];
    for (let i = 0; i < 4; i++) {
      ball = touched(ball, -20, words);
      kinds.push(bands(ball)[0]?.split(":")[0]);
    }
    expect(kinds).toEqual(["water", "rough", "out", undefined]);
    expect(bands(touched(plain(), 15, words))).toEqual(["bunker:72-78"]);
  });
  test("never onto the green, never behind the ball", () => {
    expect(bands(touched(plain(), 3, words))).toEqual([]);
    expect(bands(touched(plain(), -8.5, words))).toEqual(["bunker:46-52"]);
    expect(bands(touched(plain({ pin_yd: 12 }), -11.5, words))).toEqual(["bunker:0-4"]);
  });
});

test("what the server says of a ball is the same ball", () => {
  const of = {
    ...plain(),
    pin_at: "middle" as const,
    trouble: [{ kind: "out" as const, from_yd: 70, to_yd: 90 }],
  };
  const ball = ballOf(of);
  expect(ball.trouble).toEqual([{ kind: "out", from: 10, to: 30 }]);
  expect(bands(ball)).toEqual(["out:70-90"]);
});
