import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { outboxState } from "@/shared/outbox/outbox";
import { settled, show } from "@/testing/page";
import { ANSWERS, cell, matrix } from "@/testing/samples";
import SheetPage from "./SheetPage.vue";

const CELLS = [cell("56 9:00", 44, { play: "played" }), cell("60 9:00", 38)];
const sheet = (more: object = {}) =>
  show(
    SheetPage,
    { studentId: "s" },
    {
      ...ANSWERS,
      "GET /api/students/s/matrix": matrix(CELLS),
      "GET /api/students/s/plan": { plan: null, homework: null },
      "PUT /api/students/s/balls": () => new Response("", { status: 503 }),
      ...more,
    },
  );
const records = () => outboxState.ops.flatMap((op) => (op.kind === "record" ? [op.body] : []));
beforeEach(() => {
  document.body.innerHTML = "";
  outboxState.ops.splice(0);
  outboxState.owner = { coach: 1, academy: 1, name: "Ilse" };
});
afterEach(() => vi.unstubAllGlobals());

test("the cells of the plan, else those that are played, with five boxes each", async () => {
  const played = await sheet();
  expect(played.page.findAll("tbody tr")).toHaveLength(1);
  expect(played.page.findAll("input.box")).toHaveLength(5);
  expect(played.page.find('a[href$="sheet.pdf"]').exists()).toBe(true);
  played.page.unmount();
  const items = [
    { club: "60", swing: "9:00", balls: 5 },
    { club: "60", swing: "9:00", balls: 2 },
  ];
  const planned = await sheet({ "GET /api/students/s/plan": { plan: { items }, homework: null } });
  expect(planned.page.findAll("tbody th").map((th) => th.text())).toEqual(["60 9:00 stock"]);
});

test("numbers with their strike become balls of the day they were hit", async () => {
  const { page, press, text } = await sheet();
  const boxes = page.findAll("input.box");
  await boxes[0]!.setValue("44");
  await boxes[0]!.trigger("keydown", { key: "Enter" });
  expect(document.activeElement).toBe(boxes[1]!.element);
  await boxes[1]!.setValue("39f");
  await boxes[3]!.setValue("45,5");
  await press("Save 3 balls");
  expect(records().map((b) => [b.carry_yd, b.strike, b.club_id])).toEqual([
    [44, "solid", "c56"],
    [39, "fat", "c56"],
    [45.5, "solid", "c56"],
  ]);
  expect(records().every((b) => b.read === "eye" && b.lie === "mat" && b.moment === "as said")).toBe(true);
  // In the order in which they stand, a minute apart.
  const at = records().map((b) => Date.parse(b.hit_at));
  expect([at[1]! - at[0]!, at[2]! - at[1]!]).toEqual([60_000, 60_000]);
  expect(text()).toContain("3 balls saved");
  expect(boxes.every((box) => (box.element as HTMLInputElement).value === "")).toBe(true);
});

test("one box that is no ball: nothing is taken in, and nothing is lost", async () => {
  const { page, press, text } = await sheet();
  const boxes = page.findAll("input.box");
  await boxes[0]!.setValue("44");
  await boxes[1]!.setValue("4x4");
  await press("Save 2 balls");
  expect(text()).toContain('"4x4" is not a carry');
  expect(records()).toEqual([]);
  expect((boxes[0]!.element as HTMLInputElement).value).toBe("44");
});

test("nothing to put on a sheet says what to do", async () => {
  const { text } = await sheet({ "GET /api/students/s/matrix": matrix([cell("60 9:00", 38)]) });
  expect(text()).toContain("Plan a session, or choose shots first");
  await settled();
});
