import { expect, test, vi, afterEach } from "vitest";
import { read, show, WORDS } from "@/testing/page";
import { ANSWERS, cell, key, matrix } from "@/testing/samples";
import { unitWords } from "@/shared/units/units";
import CellPanel from "./CellPanel.vue";
import SettlePanel from "./SettlePanel.vue";
import AdjustmentList from "./AdjustmentList.vue";
import WhySteps from "./WhySteps.vue";
import { splitWords } from "../composables/split";

afterEach(() => vi.unstubAllGlobals());
const why = (...steps: [string, number][]) => ({
  steps: steps.map(([reason, stands_yd]) => ({ reason, stands_yd })),
  rule_yd: 60,
  strongest: [],
});
const numbers = (text: string) =>
  [...text.matchAll(/([+−]?)(\d+\.\d)/g)].map(([, sign, n]) => (sign === "−" ? -1 : 1) * Number(n));

test.each(["yd", "m"] as const)("the reasons add up to the number as they are shown", async (units) => {
  const steps = why(["own", 64.249], ["others", 63.851], ["order", 63.44], ["held", 63.96]);
  const { page } = await show(WhySteps, { why: steps, balls: 5 }, ANSWERS, units);
  const shown = page.findAll("dd").map((dd) => numbers(dd.text())[0]!);
  const total = shown.pop()!;
  expect(shown.length).toBe(4);
  expect(shown.reduce((a, b) => a + b)).toBeCloseTo(total, 9);
  expect(total.toFixed(1)).toBe(unitWords(units, WORDS.units).show(63.96, 1));
});

test("a reason that moves nothing is not shown", async () => {
  const { page } = await show(
    WhySteps,
    { why: why(["rule", 70], ["others", 66.2], ["order", 66.21]), balls: 0 },
    ANSWERS,
  );
  expect(page.findAll("dt").map((dt) => dt.text())).toEqual(["rule of thumb", "all other balls", "carry"]);
});

test.each([
  [34, true],
  [7, false],
])("of %i balls with a side the panel shows an oval: %s", async (balls, claimed) => {
  const side = {
    balls,
    width: 0.05,
    width_lo: 0.04,
    width_hi: 0.06,
    bias: 0.05,
    bias_lo: 0.03,
    bias_hi: 0.07,
  };
  const { page, text } = await show(
    CellPanel,
    { studentId: "s", address: key("56 9:00"), cell: cell("56 9:00", 60), cue: "" },
    {
      ...ANSWERS,
      "GET /api/students/s/cell-balls": [],
      "GET /api/students/s/why": { ...why(["own", 60]), history: [], adjustments: [] },
      "GET /api/students/s/sides": {
        student: { ...side, claimed: true },
        clubs: [],
        shots: [{ shot: key("56 9:00"), side: { ...side, claimed } }],
        sessions: [],
      },
    },
  );
  expect(page.find("ellipse").exists()).toBe(claimed);
  expect(
    text().includes("8 of 10 within 4 of the line (3 to 5), on average 3 to the trail side (2 to 4)"),
  ).toBe(claimed);
});

test("own balls against the others, and balls of two kinds, are named with both sides", async () => {
  const part = (day: string, from_ball: number, carry_yd: number) => ({
    from_day: day,
    to_day: day,
    from_ball,
    to_ball: from_ball + 4,
    carry_yd,
  });
  const nine = { key: key("56 9:00"), back_in: 0, down_in: 0 };
  const found = matrix([cell("56 9:00", 70)], {
    against: [{ ...nine, balls: 6, own_yd: 78, others_yd: 66, others_half_yd: 4 }],
    splits: [
      { ...nine, first: part("2026-05-03", 1, 58), second: part("2026-05-20", 6, 68), recent: false },
      { ...nine, first: part("2026-05-03", 1, 50), second: part("2026-05-20", 6, 53), recent: true },
    ],
  });
  const { page } = await show(SettlePanel, { studentId: "s", matrix: found }, ANSWERS);
  const lines = page.findAll("li").map(read);
  expect(lines[0]).toContain("its 6 balls say 78, the other shots suggest 66 ± 4");
  expect(lines[1]).toContain("balls 1 to 5 (3 May 2026) carry 58, balls 6 to 10 (20 May 2026) 68");
  // The last few balls are no question: they stand beside their number only.
  expect(lines).toHaveLength(2);
  expect(splitWords(found.splits[1]!, unitWords("yd", WORDS.units))).toBe(
    "the last 5 balls (20 May 2026) carry 53, those before 50. The carry shown lies between.",
  );
});

test("an adjustment says what it adds and on what that rests", async () => {
  const adjustment = (back_in: number, balls: number, taught: number) => ({
    cell: cell("56 9:00", 65, { back_in, balls }),
    adds_yd: 4,
    adds_half_yd: 2,
    taught,
  });
  const rows = async (...adjustments: ReturnType<typeof adjustment>[]) => {
    const { page } = await show(AdjustmentList, { adjustments }, ANSWERS);
    return [read(page), ...page.findAll("tr").map(read)];
  };
  const [all] = await rows(adjustment(3, 0, 0));
  expect(all).toContain("by the rule of thumb");
  const [, own, learnt] = await rows(adjustment(3, 5, 5), adjustment(-3, 0, 5));
  expect(own).toBe("ball 3 in back 65 +4 ± 2 5 balls");
  expect(learnt).toContain("from 5");
});
