import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { NO_LESSONS, settled, show, type Asked } from "@/testing/page";
import { ANSWERS, cell, matrix } from "@/testing/samples";
import PracticePage from "./PracticePage.vue";

const PAR = { scoring: "within", par: 9, mean: 9.2, beats: [0, 0.5] };
const round = (more: object = {}) => ({
  uid: "r1",
  day: "2026-05-30",
  ended_at: "2026-05-30T10:00:00Z",
  trial: "open field",
  form: "random",
  scoring: "within",
  points: 13,
  of: 20,
  par: 9,
  better: 0.82,
  reported: true,
  score_only: false,
  clock_off: false,
  by: "",
  seen: false,
  ...more,
});
const page = (more: object = {}) => ({
  forms: [],
  steps: [],
  ball_limit: 30,
  problem: "",
  trials: [{ trial: "furrow", form: "blocked", scoring: "within", balls: 10, par: PAR, norm: null }],
  rounds: [round()],
  lost: { value: 0.2, lo: 0.05, hi: 0.35, first: 20, second: 30, real: true },
  overnight: null,
  routines: [{ id: 4, name: "Winter", rows: [{ form: "serial", balls: 8 }] }],
  ...more,
});
const homework = (more: object = {}) => ({
  id: "h1",
  title: "Alone",
  cues: "",
  due_on: "2026-05-20",
  made_at: "2026-05-10T10:00:00Z",
  by: "Ilse",
  late: true,
  closed: false,
  rows: [
    {
      form: "random",
      balls: 10,
      seed: 1,
      calls: [],
      par: PAR,
      wanted: 6,
      cue: "",
      done: round({ points: 4, of: 10 }),
    },
  ],
  ...more,
});
const practice = (more: object = {}) =>
  show(
    PracticePage,
    { studentId: "s" },
    {
      ...ANSWERS,
      "GET /api/students/s/matrix": matrix([cell("56 9:00", 44, { play: "played" })]),
      "GET /api/students/s/practice": page(),
      "GET /api/students/s/homework": [homework()],
      "GET /api/students/s/week": ({ query }: Asked) => [
        {
          day: "2026-06-01",
          balls: 8,
          parts: [
            {
              row: { form: "blocked", balls: 8, shot: null },
              because: { code: "week-due", values: { chance: 0.5, days: 3 } },
            },
          ].slice(0, Number(query.get("days"))),
        },
      ],
      "GET /api/students/s/lessons": NO_LESSONS,
      "POST /api/students/s/homework": [homework({ title: "Sent" })],
      ...more,
    },
  );
const keys = (...names: string[]) =>
  names.forEach((key) => document.body.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true })));
beforeEach(() => {
  localStorage.clear();
  document.body.innerHTML = "";
});
afterEach(() => vi.unstubAllGlobals());

test("tests have the student's par, rounds stand against it, and what is lost is said", async () => {
  const { text, router } = await practice();
  expect(text()).toContain("par 9 of 10");
  expect(text()).toContain("13 of 20, par 9");
  expect(text()).toContain("20 % fewer land within tolerance when distances are random");
  expect(text()).toContain("late, due 20 May");
  expect(text()).toContain("4 of 10, goal 6");
  expect(text()).toContain("1 round returned.");
  keys("1");
  await settled();
  expect(router.currentRoute.value.fullPath).toBe("/s/s/calling?trial=furrow");
});

test("rows by keys, sent as homework with what the coach wants", async () => {
  const { page: shown, text, writes } = await practice();
  keys("b", "r");
  await settled();
  await shown.findAll('[aria-label="Score goal"]')[0]!.setValue("5");
  await shown.find('[aria-label="Title"]').setValue("Two rows");
  await shown.findAll('[aria-label="Earlier"]')[1]!.trigger("click");
  keys("h");
  await settled();
  const [sent] = writes();
  const body = sent?.body as { title: string; rows: { form: string; wanted: number | null }[] };
  expect(body.title).toBe("Two rows");
  expect(body.rows.map((row) => [row.form, row.wanted])).toEqual([
    ["random", null],
    ["blocked", 5],
  ]);
  expect(text()).toContain("Sent: due");
  // What was sent is no draft any more.
  expect(shown.findAll("ol > li")).toHaveLength(0);
});

test("a day of the week and the academy's protocol become rows; without a shot it says what to do", async () => {
  const { page: shown, press, text } = await practice();
  await press("Use this day");
  expect(shown.findAll("ol > li")).toHaveLength(1);
  await press("Winter");
  expect(shown.find("ol > li").text()).toContain("Ladder");
  shown.unmount();
  const none = await practice({
    "GET /api/students/s/practice": page({
      problem: "No shots in use yet.",
      trials: [],
      rounds: [],
      lost: null,
    }),
  });
  expect(none.text()).toContain("No shots in use yet.");
  expect(text()).not.toBe("");
});
