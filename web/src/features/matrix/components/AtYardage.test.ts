import { afterEach, expect, test, vi } from "vitest";
import { problem, read, settled, show, type Asked } from "@/testing/page";
import { ANSWERS, cell, matrix } from "@/testing/samples";
import AtYardage from "./AtYardage.vue";
import PlayChoice from "./PlayChoice.vue";

const CELLS = [
  cell("56 9:00", 61, { play: "played" }),
  cell("60 10:00", 60, { basis: "estimated", balls: 0 }),
  cell("56 10:00", 72, { play: "work", doubts: ["old"] }),
];
/** Axis from 30: at 60 the first is played, at 65 it is played with 4 yards more, at 80 nothing. */
const ground = {
  ...matrix().ground,
  best: Array.from({ length: 71 }, () => [1, 0, 2]),
  plays: Array.from({ length: 71 }, (_, i) => (Math.abs(30 + i - 61) <= 2.5 ? 0 : null)),
  near: Array.from({ length: 71 }, (_, i) => (i === 35 ? 0 : null)),
};
const at = (yardage: number | null, units: "yd" | "m" = "yd") =>
  show(AtYardage, { cells: CELLS, ground, yardage }, {}, units);
afterEach(() => vi.unstubAllGlobals());

test("the shot that is played stands first, then what else would come near", async () => {
  const { page, text } = await at(60);
  expect(text()).toContain("At 60 yd");
  expect(page.findAll("li").map(read)).toEqual([
    "56 9:00 stock 61 ± 2 5 balls used",
    "60 10:00 stock 60 ± 2 estimated not used",
    "56 10:00 stock 72 ± 2 5 balls still learning old",
  ]);
  expect(page.findAll("li.answer")).toHaveLength(1);
});

test("none is none, and the nearest are not answers", async () => {
  expect((await at(65)).text()).toContain("56 9:00 stock + 4 yd: the nearest shot in use carries 61.");
  const { page, text } = await at(80);
  expect(text()).toContain("None. No shot in use comes close.");
  expect(page.findAll("li.answer")).toHaveLength(0);
  expect(page.findAll("li")).toHaveLength(3);
  const nothing = await at(null);
  expect(nothing.text()).toContain("Look up a distance");
});

test("whether it is played is one press, told to be another coach's when it is", async () => {
  const posted: Asked[] = [];
  const choice = await show(
    PlayChoice,
    { studentId: "s", cell: CELLS[2] },
    {
      ...ANSWERS,
      "POST /api/students/s/played": (one: Asked) => {
        posted.push(one);
        return posted.length > 1 ? problem(409, "changed-meanwhile", "Meanwhile somebody.") : {};
      },
    },
  );
  expect(choice.page.findAll("[aria-pressed=true]").map((b) => b.text())).toEqual(["Learn"]);
  await choice.press("Use");
  expect(posted[0]!.body).toMatchObject({
    shots: [{ club: "56", swing: "10:00", play: "played", was: "work" }],
  });
  await choice.press("Don't use");
  await settled();
  expect(choice.text()).toContain("Meanwhile somebody.");
});
