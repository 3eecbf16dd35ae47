import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { problem, read, settled, show, type Asked } from "@/testing/page";
import { ANSWERS, student } from "@/testing/samples";
import type { Picked } from "../composables/pick";
import PickPage from "./PickPage.vue";

const shot = (name: string, carry: number, more: Partial<Picked> = {}): Picked => {
  const [club = "", swing = ""] = name.split(" ");
  const key = { club, swing, trajectory: "stock", spin: "check", tempo: "normal" } as const;
  return {
    key,
    back_in: 0,
    down_in: 0,
    standard_yd: carry + 1,
    carry_yd: carry,
    carry_sd_yd: 3,
    run_yd: 8,
    run_sd_yd: 3,
    run_seen: null,
    run_off_yd: 2.8,
    finish_yd: carry + 8,
    finish_from_yd: carry + 2,
    finish_to_yd: carry + 14,
    wide_yd: 4,
    lateral_sd_yd: 3,
    bias_yd: 0,
    drift_yd: 0,
    mishit_share: 0.1,
    on_green: 0.7,
    inside_10ft: 0.2,
    over_three: 0.15,
    caught: 0,
    short: 0.1,
    long: 0.1,
    trouble: [],
    strokes: 3,
    more: 0,
    unsure: 0.02,
    apex_yd: 12,
    landing_deg: 45,
    measured: true,
    path: [
      { along: 0, up: 0 },
      { along: carry / 2, up: 12 },
      { along: carry, up: 0 },
    ],
    reasons: [{ code: "pick-costs", values: { strokes: 0.1 } }],
    ...more,
  };
};
const FEWEST = {
  code: "pick-fewest" as const,
  values: { others: 1, other: "52 8:00", strokes: 0.12, on_green: 0.7 },
};
const answer = (query: URLSearchParams) => {
  const pin_yd = Number(query.get("pin_yd"));
  const number = (name: string) => Number(query.get(name));
  return {
    situation: {
      pin_yd,
      front_yd: number("front_yd"),
      back_yd: number("back_yd"),
      width_yd: 18,
      firmness: "medium",
      raised_m: 0,
      lie: query.get("lie"),
      headwind_mps: number("headwind_mps"),
      to_right_mps: 0,
      temperature_c: 20,
      trouble: [],
      pin_at: "middle",
    },
    shots: [
      shot("56 9:00", pin_yd - 8, { reasons: [FEWEST], drift_yd: number("to_right_mps") }),
      shot("52 8:00", pin_yd - 14, { more: 0.12, strokes: 3.12 }),
    ],
    best: 0,
    either: 1,
    reach: pin_yd > 100 ? "pick-too-far" : "pick-on",
    goal: "on-green",
    wants: "stock",
    rules: [
      { rule: "rule-neither", wants: "stock", agrees: true, costs: 0 },
      { rule: "rule-into-wind", wants: "low", agrees: false, costs: null },
    ],
    aim_yd: 3,
    aim_saves: 0.05,
    off_flag: true,
    handicap: 18,
    handicap_set: false,
    lateral_share: 0.06,
    lateral_balls: 0,
    mishits: 0.1,
    contact_balls: 40,
  };
};
const CHANGES = [
  {
    what: "what-if-down",
    situation: {
      ...answer(new URLSearchParams("pin_yd=60&front_yd=8&back_yd=10&lie=fairway&headwind_mps=-5")).situation,
    },
    key: shot("60 9:00", 50).key,
    back_in: 0,
    down_in: 0,
    loses: 0.2,
  },
];
const page = (more: object = {}) =>
  show(
    PickPage,
    { studentId: "s" },
    {
      ...ANSWERS,
      "GET /api/students/s/pick": ({ query }: Asked) => answer(query),
      "GET /api/students/s/pick/changes": CHANGES,
      "GET /api/students/s/pick/quiz": Array.from(
        { length: 10 },
        (_, i) => answer(new URLSearchParams(`pin_yd=${40 + i}&front_yd=8&back_yd=10&lie=fairway`)).situation,
      ),
      ...more,
    },
  );
async function press(...keys: string[]): Promise<void> {
  for (const key of keys) {
    document.body.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
    await settled();
  }
}
const asked = (seen: Awaited<ReturnType<typeof page>>) =>
  seen.asked.filter((one) => one.path.endsWith("/pick")).at(-1)!.query;
beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal(
    "ResizeObserver",
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  );
});
afterEach(() => vi.unstubAllGlobals());

test("five keys put the ball in, and the answer is that of the ball on the screen", async () => {
  const seen = await page();
  await press("w", "l", "f", "t", "n");
  const query = asked(seen);
  expect([query.get("headwind_mps"), query.get("lie"), query.get("front_yd"), query.get("firmness")]).toEqual(
    ["5", "rough-up", "14", "firm"],
  );
  expect(query.getAll("trouble")).toEqual(["bunker:38-44"]);
  const said = read(seen.page.find(".answer"));
  expect(said).toContain("56 9:00");
  expect(said).toContain("Land it 52, runs 8 ± 3 to 60 yd (normal carry 53)");
  expect(said).toContain("70 % on the green, 15 % take more than three, 3.00 strokes to hole out");
  expect(said).toContain("Fewest strokes. 70 % finish on the green, 52 8:00 costs 0.12 more.");
  expect(said).toContain("Don't aim at the flag. Best is 3 yd past it, 0.05 better.");
  expect(seen.text()).toContain("No rule says low or high: stock suggested");
  expect(seen.text()).toContain("Into the wind: low no such shot on the card");
  expect(seen.text()).toContain("10 % mishits, from 40 balls");
  seen.page.unmount();
});

test("digits go to the yardage; a late answer never stands under a newer ball", async () => {
  let late: (found: unknown) => void = () => undefined;
  const seen = await page({
    "GET /api/students/s/pick": ({ query }: Asked) =>
      query.get("pin_yd") === "7" || query.get("headwind_mps") === "5"
        ? new Promise((resolve) => (late = resolve))
        : answer(query),
  });
  const height = () => seen.page.find(".box svg").attributes("height");
  const before = height();
  await press("w");
  // The picture does not shrink under the finger meanwhile.
  expect(height()).toBe(before);
  await press("x", "7");
  const field = seen.page.find<HTMLInputElement>("#pick-yardage");
  expect(document.activeElement).toBe(field.element);
  expect(seen.page.find(".answer").exists()).toBe(false);
  await field.setValue("72");
  await settled();
  late(answer(new URLSearchParams("pin_yd=7&lie=fairway")));
  await settled();
  expect(read(seen.page.find(".answer"))).toContain("Land it 64");
  await field.setValue("120");
  await settled();
  expect(seen.text()).toContain("No shot reaches the green");
  seen.page.unmount();
});

test("the pin is a slider, a touch makes trouble, another shot is looked at", async () => {
  const seen = await page();
  const slider = (name: string) => seen.page.find(`[role=slider][aria-label="${name}"]`);
  expect(slider("Pin").attributes("aria-valuenow")).toBe("60");
  await slider("Pin").trigger("keydown", { key: "ArrowRight" });
  await slider("Front of the green").trigger("keydown", { key: "ArrowLeft" });
  await settled();
  expect([asked(seen).get("pin_yd"), asked(seen).get("front_yd")]).toEqual(["61", "9"]);
  await press("ArrowDown");
  expect(read(seen.page.find(".answer"))).toContain("Back to 56 9:00");
  expect(read(seen.page.find(".answer"))).toContain("0.10 more.");
  await seen.page.findAll(".lane")[0]!.trigger("click");
  expect(read(seen.page.find(".answer"))).not.toContain("back to");
  await seen.page.find(".tap").trigger("click", { clientX: 300 });
  await settled();
  expect(asked(seen).getAll("trouble")[0]).toMatch(/^bunker:/);
  await press("x");
  expect([asked(seen).get("pin_yd"), asked(seen).getAll("trouble").length]).toEqual(["60", 0]);
  seen.page.unmount();
});

test("what would change it is taken with a press; a metres student reads metres", async () => {
  const seen = await page({ "GET /api/students/s": student({ units: "m", hand: "left" }) });
  await new Promise((done) => setTimeout(done, 450));
  await settled();
  expect(seen.text()).toContain("Downwind: 60 9:00 saves 0.20");
  expect(seen.text()).not.toMatch(/\d yd/);
  await seen.press(/Downwind/);
  expect(asked(seen).get("headwind_mps")).toBe("-5");
  await press("c");
  // A left-hander's lead side is the right: the ball goes there, and is aimed off to the trail side.
  expect(read(seen.page.find(".answer"))).toContain("Aim 5 m to the trail side");
  seen.page.unmount();
});

test("a side on which the student's balls of the shot start is aimed off", async () => {
  const seen = await page({
    "GET /api/students/s/pick": ({ query }: Asked) => {
      const said = answer(query);
      return { ...said, shots: said.shots.map((one) => ({ ...one, drift_yd: 0, bias_yd: -3 })) };
    },
  });
  const aim = "Aim 3 yd to the trail side. This shot starts 3 to the lead side.";
  expect(read(seen.page.find(".answer"))).toContain(aim);
  seen.page.unmount();
});

test("ten situations: the answer is hidden till the student has one, and a reload keeps it", async () => {
  const first = await page();
  await press("q");
  expect(first.text()).toContain("Ball 1 of 10: which shot?");
  expect(first.page.find(".answer").exists()).toBe(false);
  expect(first.page.findAll(".lane")).toHaveLength(0);
  // By what they carry: 52 8:00 is 1, 56 9:00 is 2. The view's own keys rest meanwhile.
  await press("w", "1");
  expect(first.text()).toContain("52 8:00 costs 0.12 more than 56 9:00.");
  expect(first.page.findAll(".lane")).toHaveLength(2);
  expect(asked(first).get("headwind_mps")).toBe("0");
  await press("Enter", "2");
  expect(first.text()).toContain("As good as the pick.");
  first.page.unmount();
  const again = await page();
  await press("q");
  expect(again.text()).toContain("Ball 3 of 10");
  for (let i = 0; i < 8; i++) await press("2", "Enter");
  expect(again.text()).toContain("9 of 10 as good as the pick");
  expect(again.text()).toContain("0.12 strokes lost in all.");
  await press("Escape");
  expect(again.page.find(".answer").exists()).toBe(true);
  again.page.unmount();
});

test("no shot to pick from says what to do", async () => {
  const seen = await page({
    "GET /api/students/s/pick": () => problem(422, "unusable-input", "No shot to pick from."),
  });
  expect(seen.text()).toContain("No shot to pick from.");
  expect(seen.page.find('a[href="/s/s/shots"]').exists()).toBe(true);
  seen.page.unmount();
});
