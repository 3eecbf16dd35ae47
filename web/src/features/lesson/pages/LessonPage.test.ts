import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Schemas } from "@/shared/api/client";
import { NO_LESSONS, problem, settled, show } from "@/testing/page";
import { ANSWERS } from "@/testing/samples";
import LessonPage from "./LessonPage.vue";

const page = (more: Partial<Schemas["LessonsPage"]> = {}): Schemas["LessonsPage"] => ({
  ...NO_LESSONS,
  checkpoints: [
    { checkpoint: "check-feet", part: "setup" },
    { checkpoint: "check-shoulders", part: "setup" },
    { checkpoint: "check-chest", part: "through" },
  ],
  faults: [{ fault: "fault-fat", drill: "drill-brush" }],
  drills: ["drill-brush"],
  own: [
    {
      id: 3,
      name: "own-3",
      kind: "checkpoint",
      part: "back",
      text: "Hat level",
      archived: false,
      ownership: "house",
    },
  ],
  ...more,
});
const FAT = {
  fault: "fault-fat",
  because: [{ code: "sign-strikes", values: { strike: "fat", hits: 4, balls: 9 } }],
};
const kept = {
  seen: {},
  faults: [],
  cue: "",
  drill: "",
  note: "",
  day: "2026-05-31",
  by: "Ilse",
  changed_at: "2026-05-31T10:00:00Z",
};
const lesson = (more: object = {}) =>
  show(
    LessonPage,
    { studentId: "s" },
    {
      ...ANSWERS,
      "GET /api/students/s/lessons": page(),
      "POST /api/students/s/faults": [FAT],
      "PUT /api/students/s/lessons/2026-05-31": page({ lessons: [kept] }),
      ...more,
    },
  );
const keys = (...names: string[]) =>
  names.forEach((key) => document.body.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true })));
beforeEach(() => {
  localStorage.clear();
  document.body.innerHTML = "";
  Element.prototype.scrollIntoView = () => undefined;
});
afterEach(() => vi.unstubAllGlobals());

test("a lesson by keys: looks, a proposed fault with its cue and drill, written down", async () => {
  const { text, writes } = await lesson();
  keys("2", "1", "3", "0", "4");
  await settled();
  expect(text()).toContain("at: 4 of the last 9 balls");
  expect(text()).toContain("Usual causes. Fat, behind the ball");
  keys("Enter");
  await settled();
  const [written] = writes().filter((one) => one.method === "PUT");
  expect(written?.body).toEqual({
    seen: { "check-feet": "fine", "check-shoulders": "little", "own-3": "much" },
    faults: ["fault-fat"],
    cue: "fault-fat.cue",
    drill: "drill-brush",
    note: "",
    looked_at: null,
  });
  expect(text()).toContain("Lesson saved.");
});

test("what could not be written is kept over a reload, and said", async () => {
  const refused = {
    "PUT /api/students/s/lessons/2026-05-31": () => problem(409, "changed-meanwhile", "Tobin wrote it."),
  };
  const first = await lesson(refused);
  keys("3", "Enter");
  await settled();
  expect(first.text()).toContain("Tobin wrote it.");
  first.page.unmount();
  const again = await lesson();
  expect(again.text()).toContain("1 checked");
  expect(again.text()).toContain("Not saved yet.");
});

test("another coach's lesson of that day stands beside one's own, and nothing goes unseen", async () => {
  const first = await lesson();
  keys("3");
  await settled();
  first.page.unmount();
  const theirs = { ...kept, by: "Tobin", note: "Quiet hands", changed_at: "2026-05-31T11:00:00Z" };
  const answers = { "GET /api/students/s/lessons": page({ lessons: [theirs] }) };
  const { text, press, writes } = await lesson(answers);
  expect(text()).toContain("Saved by Tobin");
  expect(text()).toContain("Quiet hands");
  expect(text()).toContain("Feet too close");
  keys("Enter");
  await settled();
  expect(writes().filter((one) => one.method === "PUT")).toEqual([]);
  await press("Use yours");
  keys("Enter");
  await settled();
  const [saved] = writes().filter((one) => one.method === "PUT");
  expect(saved?.body).toMatchObject({ seen: { "check-feet": "much" }, looked_at: theirs.changed_at });
});

test("the other version can be taken instead", async () => {
  await lesson().then(async ({ page: mine }) => {
    keys("3");
    await settled();
    mine.unmount();
  });
  const theirs = { ...kept, by: "Tobin", note: "Quiet hands" };
  const { text, press } = await lesson({ "GET /api/students/s/lessons": page({ lessons: [theirs] }) });
  await press("Use this version");
  expect(text()).not.toContain("Not saved yet.");
  expect(text()).toContain("0 checked");
});

test("the lessons before say what was wrong in its own words", async () => {
  const seen = { "check-feet": "much", "check-chest": "fine", "own-3": "little" } as const;
  const before = { ...kept, day: "2026-05-20", seen, cue: "fault-fat.cue", drill: "drill-brush" };
  const { text } = await lesson({ "GET /api/students/s/lessons": page({ lessons: [before] }) });
  expect(text()).toContain("Feet too close, Hat level: too little.");
  expect(text()).toContain("Shoulders level, chest to the target");
});
