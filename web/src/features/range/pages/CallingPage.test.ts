import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { outboxState } from "@/shared/outbox/outbox";
import { settled, show, type Asked } from "@/testing/page";
import { ANSWERS, cell, matrix } from "@/testing/samples";
import CallingPage from "./CallingPage.vue";

const KEY = { club: "56", swing: "9:00", trajectory: "stock", spin: "check", tempo: "normal" };
const call = (at: number, more: object = {}) => ({
  yardage_yd: at,
  shot: KEY,
  mark: null,
  balls: 1,
  given: false,
  lo_yd: at - 3,
  hi_yd: at + 3,
  ...more,
});
const net = (mark: string) => call(0, { yardage_yd: null, lo_yd: null, hi_yd: null, mark });
const asked = (calls: object[], more: object = {}) => ({
  trial: "open field",
  form: "random",
  scoring: "within",
  seed: 3,
  tolerance_yd: 3,
  calls,
  par: { scoring: "within", par: 1, mean: 1.1, beats: [0, 0.3, 0.82] },
  ...more,
});
const done = (uid: string, points: number) => ({
  round: {
    uid,
    day: "2026-05-31",
    ended_at: "",
    trial: "open field",
    form: "random",
    scoring: "within",
    points,
    of: 2,
    par: 1,
    better: 0.82,
    reported: false,
    score_only: false,
    clock_off: false,
    by: "Ilse",
    seen: false,
  },
  balls: 0,
  left_out: 0,
});
const answers = (calls: object[], more: object = {}) => ({
  ...ANSWERS,
  "GET /api/students/s/matrix": matrix([
    cell("56 9:00", 44, { play: "played" }),
    cell("60 9:00", 38, { play: "played" }),
    cell("60 10:00", 50, { play: "neither" }),
  ]),
  "GET /api/students/s/homework": [],
  "GET /api/students/s/usual": { lie: "mat", ball: "range" },
  "GET /api/devices": [],
  "POST /api/students/s/calls": asked(calls),
  "PUT /api/students/s/balls": ({ body }: { body: { uid: string } }) => ({
    ball: { uid: body.uid },
    new: true,
  }),
  "PUT /api/students/s/rounds": ({ body }: { body: { uid: string } }) => done(body.uid, 1),
  ...more,
});
async function calling(calls: object[], query = "trial=open field", more: object = {}) {
  const shown = await show(CallingPage, { studentId: "s" }, answers(calls, more));
  await shown.router.push(`/s/s/calling?${query}`);
  await settled();
  await settled();
  return shown;
}
const keys = (...names: string[]) =>
  names.forEach((key) => document.body.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true })));
/** What was written at an address that ends so, in order. */
const sent = (all: Asked[], method: string, end: string) =>
  all.filter((one) => one.method === method && one.path.includes(end));
const body = (one: Asked | undefined) => one?.body as Record<string, unknown> | undefined;
beforeEach(() => {
  localStorage.clear();
  document.body.innerHTML = "";
  outboxState.ops.splice(0);
  outboxState.owner = { coach: 1, academy: 1, name: "Ilse" };
  // No store in this test: what is written goes from memory.
  outboxState.fragile = true;
});
afterEach(() => vi.unstubAllGlobals());

test("a number and Enter: the ball is in the session, and the next yardage stands there", async () => {
  const { page, text, writes } = await calling([call(44), call(50)]);
  expect(page.find(".figure").text()).toContain("44");
  expect(text()).toContain("Target 1 of 2");
  keys("4", "6", "f", "Enter");
  await settled();
  expect(page.find(".figure").text()).toContain("50");
  expect(text()).toContain("1 of 1, par 1 of 2");
  const [ball] = sent(writes(), "PUT", "/balls");
  expect(body(ball)).toMatchObject({ carry_yd: 46, strike: "fat", club_id: "c56", swing: "9:00" });
  // Taken back: the call is asked again, and the ball is undone where it was recorded.
  keys("u");
  await settled();
  expect(text()).toContain("Target 1 of 2");
  expect(sent(writes(), "DELETE", "/balls/")[0]?.path).toContain(String(body(ball)?.["uid"]));
});

test("another shot by a key is the one that was hit", async () => {
  const { writes } = await calling([call(44), call(50)]);
  keys("ArrowLeft", "3", "9", "Enter");
  await settled();
  expect(body(sent(writes(), "PUT", "/balls")[0])).toMatchObject({ club_id: "c60", swing: "9:00" });
});

test("the end: the score against par, sent as one round with its balls by their ids", async () => {
  const { text, page, writes } = await calling([call(44), call(50)]);
  keys("4", "4", "Enter", "2", "0", "Enter");
  await settled();
  expect(page.find(".result").text()).toContain("1");
  expect(text()).toContain("Par 1");
  const [round, ...more] = sent(writes(), "PUT", "/rounds");
  expect(more).toEqual([]);
  const { results } = round?.body as { results: { balls: { uid: string; carry_yd: number }[] }[] };
  expect(results.map(({ balls }) => balls[0]?.carry_yd)).toEqual([44, 20]);
  const recorded = sent(writes(), "PUT", "/balls").map((one) => body(one)?.["uid"]);
  expect(results.map(({ balls }) => balls[0]?.uid)).toEqual(recorded);
  keys("Enter");
  await settled();
  expect(text()).toContain("Target 1 of 2");
});

test("on the net it is met or missed, and no ball goes into the session", async () => {
  const { page, text, writes } = await calling(
    [net("at the tape"), net("above the tape")],
    'row={"form":"net","balls":2}',
  );
  expect(page.find(".figure").text()).toBe("at the tape");
  expect(text()).toContain("Check the net for holes");
  keys("4", "4", "Enter");
  await settled();
  expect(page.find(".figure").text()).toBe("above the tape");
  keys("n");
  await settled();
  expect(sent(writes(), "PUT", "/balls")).toEqual([]);
  const [round] = sent(writes(), "PUT", "/rounds");
  const { results } = round?.body as { results: { balls: { met: boolean }[] }[] };
  expect(results.map(({ balls }) => balls[0]?.met)).toEqual([true, false]);
});

test("two balls to a call: the worse counts, and one is not enough", async () => {
  const { text } = await calling([call(44, { balls: 2 }), call(50, { balls: 2 })]);
  expect(text()).toContain("ball 1 of 2. The worse one counts");
  keys("4", "4", "Enter");
  await settled();
  expect(text()).toContain("Target 1 of 2, ball 2 of 2");
  keys("6", "0", "Enter");
  await settled();
  expect(text()).toContain("0 of 1");
});

test("what cannot be called says why, and a long carry is asked about first", async () => {
  const refused = await calling([], "trial=ladder", {
    "POST /api/students/s/calls": () =>
      Response.json(
        { type: "oxgang:unusable-input", status: 422, code: "unusable-input", title: "No shot is played." },
        { status: 422 },
      ),
  });
  expect(refused.text()).toContain("No shot is played.");
  refused.page.unmount();
  localStorage.clear();
  const { text, writes } = await calling([call(44)]);
  keys("4", "4", "4", "Enter");
  await settled();
  expect(text()).toContain("444 yd is long for a wedge");
  expect(sent(writes(), "PUT", "/balls")).toEqual([]);
});
