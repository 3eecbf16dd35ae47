import { expect, test } from "vitest";
import { readBox } from "./boxes";

test.each([
  ["44", { carry: 44, strike: "solid" }],
  [" 44,5F ", { carry: 44.5, strike: "fat" }],
  ["44 t", { carry: 44, strike: "thin" }],
  ["44x", { carry: 44, strike: "hard" }],
  ["", null],
  ["  ", null],
])("%s is read", (text, box) => expect(readBox(text)).toEqual(box));

test.each(["fat", "44q", "44ff", "0", "-3", "401", "4.44", "1e3"])("%s is no ball", (text) => {
  expect(readBox(text)).toHaveProperty("problem");
});
