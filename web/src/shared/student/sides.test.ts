import { expect, test } from "vitest";
import { sideWords } from "@/shared/format/side";
import { unitWords } from "@/shared/units/units";
import type { Student } from "@/shared/api/queries";
import { biasWords, widthWords, type Side } from "./sides";

const yards = unitWords("yd", { yd: { carry: { sign: "yd", size: 1, zero: 0 } } } as never);
const [left, right] = (["left", "right"] as const).map((hand) => ({ hand }) as Student);
const side: Side = {
  balls: 34,
  width: 0.05,
  width_lo: 0.04,
  width_hi: 0.065,
  bias: -0.04,
  bias_lo: -0.06,
  bias_hi: -0.02,
  claimed: true,
};

test("a side is said by lead and trail, whichever hand is whose", () => {
  expect(sideWords(yards, right, 3)).toBe("3 to the trail side");
  expect(sideWords(yards, left, 3)).toBe("3 to the lead side");
  expect(sideWords(yards, right, -0.3)).toBe("on line");
  expect(biasWords(yards, right, side, 60)).toBe("on average 2 to the lead side (1 to 4)");
  expect(biasWords(yards, left, side, 60)).toBe("on average 2 to the trail side (1 to 4)");
});

test("a bias that may be none is not told as one; the width is where eight in ten land", () => {
  expect(biasWords(yards, right, { ...side, bias_hi: 0.01 }, 60)).toBe("on line on average (± 2)");
  expect(widthWords(yards, side, 60)).toBe("8 of 10 within 4 of the line (3 to 5)");
});
