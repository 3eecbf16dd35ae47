import { afterEach, expect, test, vi } from "vitest";
import { problem, show, type Asked } from "@/testing/page";
import { ANSWERS, cell, key, matrix, planPage, student } from "@/testing/samples";
import GapsPage from "./GapsPage.vue";

const fill = (way: string, name: string, more: object = {}) => ({
  way,
  key: key(name),
  between: "",
  carry_yd: 75,
  carry_lo_yd: 71,
  carry_hi_yd: 79,
  furrow_from_yd: 72,
  furrow_to_yd: 78,
  closes: 5,
  use: 3.4,
  state: null,
  taught: 0,
  ball_position_in: 0,
  grip_down_in: 0,
  leaves: [{ from_yd: 70, to_yd: 72, width: 3 }],
  later: false,
  ...more,
});
const GAPS = {
  coverage: { played: 0.2, measured: 0.25, all: 0.6, chance: 0.314 },
  gaps: [
    {
      gap: { from_yd: 70, to_yd: 80, width: 11 },
      fills: [
        fill("play", "56 10:00", { state: "neither", carry_yd: 72, use: 4.8 }),
        fill("known", "60 10:00", { state: "neither" }),
        fill("between", "56 9:00", { between: "10:00" }),
        fill("grip", "56 10:00", { grip_down_in: 1 }),
        fill("adjustment", "60 10:00", { ball_position_in: -3 }),
        fill("tempo", "60 9:00", { key: { ...key("60 9:00"), tempo: "faster" } }),
      ],
      window: {
        club: "60",
        swing: "10:00",
        part_yd: 66,
        full_yd: 84,
        down: "56",
        down_yd: 74,
      },
    },
    { gap: { from_yd: 90, to_yd: 95, width: 6 }, fills: [], window: null },
  ],
  small: [
    { from_yd: 50, to_yd: 50, width: 1 },
    { from_yd: 64, to_yd: 65, width: 2 },
  ],
  fallow: [{ from_yd: 70, to_yd: 80, width: 11 }],
  played: 2,
  chosen: true,
  stage: "distance",
  measured: 2,
};
const answers = {
  ...ANSWERS,
  "GET /api/students/s/matrix": matrix([cell("56 9:00", 61), cell("60 9:00", 55)]),
  "GET /api/students/s/gaps": GAPS,
};
const gaps = (more: object = {}) => show(GapsPage, { studentId: "s" }, { ...answers, ...more });
afterEach(() => vi.unstubAllGlobals());

test("each wide stretch with the ways to close it, in words; a yard or two is a footnote", async () => {
  const { page, text, press } = await gaps();
  expect(text()).toContain("2 shots cover 20 % of 30 to 100 yd. With every measured shot 25 %");
  const ways = () => page.findAll(".gap li").map((li) => li.find(".word").text());
  expect(ways()).toEqual(["56 10:00", "60 10:00 stock"]);
  await press("4 more");
  expect(ways().slice(2)).toEqual([
    "56 between 9:00 and 10:00",
    "56 10:00, grip down 1 in",
    "60 10:00, ball 3 in forward",
    "60 9:00, faster tempo",
  ]);
  expect(text()).toContain("72 ± 4, closes 5");
  expect(text()).toContain("75 ± 4, closes 5, likely 3");
  expect(text()).toContain(
    "From 60 10:00 (66) to its full swing (84) there is no 60 swing. One club down, 56 10:00 carries 74.",
  );
  expect(text()).toContain("This bag can't cover it.");
  expect(text()).toContain("Small gaps: 50, 64 to 65.");
});

test("play it and work on it are one press each", async () => {
  const { press, writes, text } = await gaps({ "POST /api/students/s/played": {} });
  await press("Use 56 10:00");
  await vi.waitFor(() => expect(text()).toContain("56 10:00 is now used."));
  // Another way offers what to do with it once it is pointed at.
  await press("60 10:00 stock");
  await press("Learn 60 10:00 stock");
  await vi.waitFor(() => expect(text()).toContain("60 10:00 stock is still learning."));
  expect(writes().map((w) => w.body)).toMatchObject([
    { shots: [{ club: "56", swing: "10:00", play: "played", was: "neither", back_in: 0 }] },
    { shots: [{ club: "60", swing: "10:00", play: "work", was: "neither" }] },
  ]);
});

test("a metres student reads the stretch in metres", async () => {
  const { text } = await gaps({ "GET /api/students/s": student({ units: "m" }) });
  expect(text()).toContain("64 to 73");
});

test("a way that is planned joins the plan with its adjustment and its reason", async () => {
  const kept: Asked[] = [];
  const old = [{ ...key("60 9:00"), balls: 3 }];
  const { press, text } = await gaps({
    "GET /api/students/s/plan": planPage(old as never),
    "PUT /api/students/s/plan": (one: Asked) => {
      kept.push(one);
      return planPage(old as never);
    },
  });
  await press("4 more");
  await press("56 10:00, grip down 1 in");
  await press("Plan 56 10:00, grip down 1 in");
  await vi.waitFor(() => expect(text()).toContain("56 10:00, grip down 1 in is in the plan."));
  expect(kept[0]!.body).toMatchObject({
    title: "check-up",
    looked: true,
    seen: "2026-05-31T09:00:00Z",
    items: [
      { club: "60", balls: 3 },
      {
        club: "56",
        swing: "10:00",
        balls: 5,
        grip_down_in: 1,
        between: "",
        why: { code: "plan-closes", values: { closes: 5, carry_yd: 75 } },
      },
    ],
  });
});

test("without a plan it begins one; a refusal is said", async () => {
  const kept: Asked[] = [];
  const { press, text } = await gaps({
    "PUT /api/students/s/plan": (one: Asked) => {
      kept.push(one);
      return problem(409, "changed-meanwhile", "Meanwhile Tobin planned something.");
    },
  });
  await press("4 more");
  await press("56 between");
  await press("Plan 56 between");
  await vi.waitFor(() => expect(text()).toContain("Meanwhile Tobin planned something."));
  expect(kept[0]!.body).toMatchObject({ title: "close-gaps", items: [{ between: "10:00" }] });
});

test("another bag is tried out and shown; so are lofts that would close more", async () => {
  const { page, text, press, asked } = await gaps({
    "POST /api/students/s/what-if": {
      clubs: [],
      cells: [],
      ground: matrix().ground,
      coverage: { played: 0, measured: 0.2, all: 0.75, chance: 0.3 },
    },
    "POST /api/students/s/loft-search": [{ lofts: [50, 54], covered: 0.91 }],
  });
  const bag = page.find(".bag").element as HTMLDetailsElement;
  bag.open = true;
  await page.find(".bag").trigger("toggle");
  await vi.waitFor(() => expect(text()).toContain("Another bag"));
  await press("Find best lofts");
  expect(text()).toContain("50°, 54° stock swings cover 91 %");
  expect(asked.at(-1)!.body).toEqual({ number: 1, staying: ["60", "56"] });
  await page.find('[aria-label="Loft of 60"]').setValue(58);
  await vi.waitFor(() => expect(text()).toContain("Covers 75 % instead of 60 %"));
  expect((asked.at(-1)!.body as { clubs: object[] }).clubs[0]).toMatchObject({
    label: "60",
    loft_deg: 58,
  });
  await press("Current bag");
  expect(text()).not.toContain("instead of");
});
