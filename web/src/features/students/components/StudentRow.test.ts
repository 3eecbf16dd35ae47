import { afterEach, expect, test, vi } from "vitest";
import type { StudentRow as Row } from "@/shared/api/queries";
import { show } from "@/testing/page";
import StudentRow from "./StudentRow.vue";

const row = (more: Partial<Row> = {}): Row => ({
  id: "s",
  name: "Ansel Quill",
  hand: "left",
  units: "yd",
  scale: "Clock",
  clubs: 4,
  balls: 40,
  waiting: 0,
  last_hit: "2026-05-30",
  published_on: null,
  archived: false,
  state: "due",
  stage: "distance",
  reasons: [
    { code: "due-event", values: { event: "injury", club: "", of_club: 0, on: "2026-05-03", numbers: 2 } },
    { code: "due-wide", values: { wide: 3, played: 7, tolerance_yd: 2.5, old: 0, last_hit: "" } },
    { code: "due-waiting", values: { balls: 1 } },
    { code: "due-holds", values: {} },
  ],
  matters: 7,
  wide: 3,
  settles: 2,
  covered: 0.42,
  doubtful: 0.4,
  due_on: null,
  from_yd: 30,
  to_yd: 100,
  ground: [],
  coach: "Ilse Varnholt",
  coming: [],
  ...more,
});
const shown = (more: Partial<Row> = {}) =>
  show(StudentRow, {
    row: row(more),
    day: "2026-05-31",
    checkUp: 15,
    first: true,
    chosen: false,
    busy: false,
  });
afterEach(() => vi.unstubAllGlobals());

test("what is due and why, the first three of it, and how far a check-up goes", async () => {
  const { page, text, press } = await shown();
  const reasons = page.findAll(".why p").map((p) => p.text());
  expect(page.find(".why summary").text()).toBe("+2");
  expect(reasons).toEqual([
    "Injury on 3 May: 2 carries need checking",
    "3 of 7 carries uncertain (over ± 2.5 yd)",
    "1 ball to confirm",
  ]);
  expect(text()).toContain("left-handed");
  expect(text()).toContain("42 %");
  expect(text()).toContain("would confirm 2 of 3");
  await press("Check-up, 15 balls");
  expect(page.emitted("checkUp")).toEqual([[15]]);
});

test("a metres student's tolerance stands in metres", async () => {
  const { text } = await shown({ units: "m" });
  expect(text()).toContain("over ± 2.3 m");
});

test.each([
  [{ wide: 0, settles: 0, state: "true" as const }, "Hit balls"],
  [{ waiting: 4 }, "Confirm"],
  [{ clubs: 0, state: "no bag" as const, matters: 0 }, "Add the bag"],
  [{ archived: true }, "Restore"],
  [{ balls: 0, last_hit: null, matters: 0, state: "nothing measured" as const }, "no balls yet"],
  [{ due_on: "2026-07-01", reasons: [{ code: "due-holds" as const, values: {} }] }, "Due about 1 Jul 2026"],
])("%j leads to %s", async (more, words) => {
  expect((await shown(more)).text()).toContain(words);
});

test("today's booked check-up decides how many balls", async () => {
  const coming = [
    { id: "a", starts_at: "2026-05-31T17:30:00", coach: "Ilse Varnholt", check_up: 20 },
    { id: "b", starts_at: "2026-06-01T09:00:00", coach: "Tobin", check_up: 0 },
  ];
  const { text } = await shown({ coming });
  expect(text()).toContain("Today 17:30 Ilse");
  expect(text()).not.toContain("Tomorrow 09:00"); // the next one is enough here
  expect(text()).toContain("Check-up, 20 balls");
});
