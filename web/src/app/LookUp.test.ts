import { ownPlace } from "@/shared/storage/own";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { problem, read, settled, show, type Asked } from "@/testing/page";
import { ANSWERS, cell, student } from "@/testing/samples";
import LookUp from "./LookUp.vue";

const shot = (name: string, today_yd: number, chance: number, more: object = {}, role = "other") => ({
  role,
  cell: cell(name, today_yd, more),
  today_yd,
  run_yd: 4,
  run_sd_yd: 2,
  taught: 0,
  total_yd: today_yd + 4,
  chance,
});
const lookUp = (more: object = {}) =>
  show(LookUp, { studentId: "s" }, { ...ANSWERS, "GET /api/students/s/lookup": SHOTS, ...more });
const SHOTS = [
  shot("56 9:00", 61, 0.72, {}, "answer"),
  shot("60 full low", 58, 0.4, { balls: 0 }),
  shot("52 8:00", 60, 0.8, { balls: 0, back_in: 3 }, "unplayed"),
];
async function open(seen: Awaited<ReturnType<typeof lookUp>>, yardage: string): Promise<void> {
  document.body.dispatchEvent(new KeyboardEvent("keydown", { key: "y", bubbles: true }));
  await settled();
  await seen.page.find("input").setValue(yardage);
  await settled();
}
/** Asked where a ball shall come down, not for a pin. */
function carrying(): void {
  localStorage.clear();
  const value = { temperature: 20, headwind: 0, to: "carry" };
  localStorage.setItem(ownPlace("look-up"), JSON.stringify({ day: new Date().toDateString(), value }));
}
beforeEach(carrying);
afterEach(() => vi.unstubAllGlobals());

test("y asks for a yardage, and the shots for it stand best first", async () => {
  const seen = await lookUp();
  expect(seen.text()).toBe("");
  await open(seen, "60");
  const shots = seen.page.findAll("li").map(read);
  expect(shots[0]).toBe("56 9:00 stock carries 61 runs 4 ± 2, 65 total 72 % within tolerance");
  expect(shots[1]).toContain("covers it too");
  expect(shots[1]).toContain("estimated");
  expect(shots[2]).toContain("not used");
  expect(shots[2]).toContain("52 8:00 stock, ball 3 in back");
  expect(shots[2]).toContain("adjustment by the rule of thumb");
  const { query } = seen.asked.at(-1)!;
  expect([query.get("yardage"), query.get("temperature_c"), query.get("headwind_mps")]).toEqual([
    "60",
    "20",
    "0",
  ]);
  seen.page.unmount();
});

test("the wind is asked with it, and metres are metres", async () => {
  const seen = await lookUp({ "GET /api/students/s": student({ units: "m" }) });
  await open(seen, "55");
  await seen.page.findAll("input")[2]!.setValue("4");
  await settled();
  const { query } = seen.asked.at(-1)!;
  expect(Number(query.get("yardage"))).toBeCloseTo(55 / 0.9144, 6);
  expect(query.get("headwind_mps")).toBe("4");
  seen.page.unmount();
});

test("a late answer does not stand over a newer one; a refusal is said", async () => {
  let late: (response: Response) => void = () => undefined;
  const seen = await lookUp({
    "GET /api/students/s/lookup": ({ query }: Asked) => {
      const asked = query.get("yardage");
      if (asked === "6") return new Promise<Response>((resolve) => (late = resolve));
      if (asked === "300") return problem(422, "unusable-input", "Look up a yardage of 1 to 200.");
      return SHOTS;
    },
  });
  await open(seen, "6");
  await seen.page.find("input").setValue("60");
  await settled();
  late(Response.json([]));
  await settled();
  expect(seen.page.findAll("li")).toHaveLength(3);
  await seen.page.find("input").setValue("300");
  await settled();
  expect(seen.text()).toContain("Look up a yardage of 1 to 200.");
  seen.page.unmount();
});

test("to a pin it is the pick, with lie, wind and pin; never that of the number before", async () => {
  localStorage.clear();
  const picked = (club: string, more: number) => ({
    key: { club, swing: "9:00", trajectory: "stock", spin: "check", tempo: "normal" },
    back_in: 0,
    down_in: 0,
    carry_yd: 52,
    run_yd: 8,
    finish_yd: 60,
    on_green: 0.74,
    more,
    reasons: [{ code: "pick-plain", values: {} }],
  });
  const shots = [picked("50", -0.01), picked("56", 0), picked("52", 0.12), picked("60", 0.4)];
  const seen = await lookUp({ "GET /api/students/s/pick": { shots, best: 1 } });
  await open(seen, "60");
  const { path, query } = seen.asked.at(-1)!;
  expect(path).toBe("/api/students/s/pick");
  expect(["pin_yd", "front_yd", "back_yd", "lie"].map((name) => query.get(name))).toEqual([
    "60",
    "8",
    "10",
    "fairway",
  ]);
  const rows = seen.page.findAll("li").map(read);
  expect(rows[0]).toBe("56 9:00 land it 52 runs 8 to 60 74 % on the green A little worse position.");
  expect(rows[1]).toContain("50 9:00");
  expect(rows[1]).toContain("−0.01");
  expect(rows).toHaveLength(3);
  await seen.page.findAll("select")[1]!.setValue("back");
  await settled();
  expect(seen.asked.at(-1)!.query.get("front_yd")).toBe("14");
  await seen.page.find("input").setValue("3");
  await settled();
  expect(seen.page.findAll("li")).toHaveLength(0);
  seen.page.unmount();
});
