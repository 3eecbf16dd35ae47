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
  ball_position_in: 0,
  grip_down_in: 0,
  leaves: [{ from_yd: 70, to_yd: 72, width: 3 }],
  later: false,
  ...more,
});
const GAPS = {
  coverage: { measured: 0.25, all: 0.6, chance: 0.314 },
  gaps: [
    {
      gap: { from_yd: 70, to_yd: 80, width: 11 },
      fills: [
        fill("between", "56 9:00", { between: "10:00" }),
        fill("grip", "56 10:00", { grip_down_in: 1 }),
        fill("trim", "60 10:00", { ball_position_in: -3 }),
        fill("tempo", "60 9:00", { key: { ...key("60 9:00"), tempo: "faster" } }),
      ],
    },
    { gap: { from_yd: 99, to_yd: 99, width: 1 }, fills: [] },
  ],
  smallest: [0],
  spare: [1],
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

test("each fallow stretch with the ways to close it, in words", async () => {
  const { page, text } = await gaps();
  expect(text()).toContain("Covered 25 % measured, 60 % with good estimates");
  expect(text()).toContain("within the tolerance 31 % of the time");
  const ways = page.findAll(".gap li").map((li) => li.find(".word").text());
  expect(ways).toEqual([
    "56 between 9:00 and 10:00",
    "56 10:00, grip down 1 in",
    "60 10:00, ball 3 in forward",
    "60 9:00, faster tempo",
  ]);
  expect(text()).toContain("75 ± 4, closes 5");
  expect(text()).toContain("Out of reach of this bag.");
  expect(text()).toContain("Measured and not needed for it: 60 9:00 stock.");
});

test("a metres student reads the stretch in metres", async () => {
  const { text } = await gaps({ "GET /api/students/s": student({ units: "m" }) });
  expect(text()).toContain("64 to 73");
});

test("a way that is planned joins the plan with its trim and its reason", async () => {
  const kept: Asked[] = [];
  const old = [{ ...key("60 9:00"), balls: 3 }];
  const { page, text } = await gaps({
    "GET /api/students/s/plan": planPage(old as never),
    "PUT /api/students/s/plan": (one: Asked) => {
      kept.push(one);
      return planPage(old as never);
    },
  });
  await page.findAll(".gap li button.ant-btn")[1]!.trigger("click");
  await vi.waitFor(() => expect(text()).toContain("56 10:00, grip down 1 in is in the plan."));
  expect(kept[0]!.body).toMatchObject({
    title: "check-up",
    looked: true,
    seen: "2026-05-31T09:00:00Z",
    items: [
      { club: "60", balls: 3 },
      {
        club: "56", swing: "10:00", balls: 5, grip_down_in: 1, between: "",
        why: { code: "plan-closes", values: { closes: 5, carry_yd: 75 } },
      },
    ],
  }); // prettier-ignore
});

test("without a plan it begins one; a refusal is said", async () => {
  const kept: Asked[] = [];
  const { page, text } = await gaps({
    "PUT /api/students/s/plan": (one: Asked) => {
      kept.push(one);
      return problem(409, "changed-meanwhile", "Meanwhile Tobin planned something.");
    },
  });
  await page.find(".gap li button.ant-btn").trigger("click");
  await vi.waitFor(() => expect(text()).toContain("Meanwhile Tobin planned something."));
  expect(kept[0]!.body).toMatchObject({ title: "close-gaps", items: [{ between: "10:00" }] });
});

test("another bag is tried out and shown; so are lofts that would close more", async () => {
  const { page, text, press, asked } = await gaps({
    "POST /api/students/s/what-if": {
      clubs: [], cells: [], ground: matrix().ground,
      coverage: { measured: 0.2, all: 0.75, chance: 0.3 },
    },
    "POST /api/students/s/loft-search": [{ lofts: [50, 54], covered: 0.91 }],
  }); // prettier-ignore
  await press("Search");
  expect(text()).toContain("50°, 54° stock swings cover 91 %");
  expect(asked.at(-1)!.body).toEqual({ number: 1, staying: ["60", "56"] });
  await page.find('[aria-label="Loft of 60"]').setValue(58);
  await vi.waitFor(() => expect(text()).toContain("Covers 75 % instead of 60 %"));
  expect((asked.at(-1)!.body as { clubs: object[] }).clubs[0]).toMatchObject({
    label: "60",
    loft_deg: 58,
  });
  await press("As it is");
  expect(text()).not.toContain("instead of");
});
