import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { nextTick } from "vue";
import type { Call } from "@/shared/api/practice";
import { outboxState } from "@/shared/outbox/outbox";
import { serve } from "@/testing/page";
import { useCalling, type HitBall } from "./calling";

const call = (at: number, more: Partial<Call> = {}): Call => ({
  yardage_yd: at,
  shot: null,
  balls: 1,
  given: false,
  lo_yd: at - 3,
  hi_yd: at + 3,
  ...more,
});
const ball = (carry_yd: number | null, more: Partial<HitBall> = {}): HitBall => ({
  carry_yd,
  met: null,
  strike: "solid",
  uid: null,
  ...more,
});
const CALLS = {
  trial: "worse of two",
  form: "worse of two",
  scoring: "within",
  seed: 4,
  tolerance_yd: 3,
  calls: [call(50, { balls: 2 }), call(60, { balls: 2 })],
  par: { scoring: "within", par: 1, mean: 1.2, beats: [0, 0.3, 0.8] },
};
beforeEach(() => {
  localStorage.clear();
  outboxState.ops.splice(0);
  outboxState.owner = { coach: 1, academy: 1, name: "Ilse" };
  serve({ "POST /api/students/s/calls": CALLS });
});
afterEach(() => vi.unstubAllGlobals());

test("a round goes on after a reload, takes a ball back, and is sent once", async () => {
  const first = useCalling("s");
  await first.begin({ trial: "worse of two" }, "Worst of two");
  expect(first.hit(ball(50), null)).toBe(false);
  expect(first.hit(ball(51), null)).toBe(true);
  first.hit(ball(20), null);
  await nextTick();
  // Loaded again: the open ball is still there.
  const again = useCalling("s");
  expect(again.round.value?.open).toHaveLength(1);
  expect([again.place.value, again.points.value]).toEqual([1, 1]);
  expect(again.back()?.carry_yd).toBe(20);
  expect(again.back()?.carry_yd).toBe(51);
  expect(again.round.value?.open).toEqual([ball(50)]);
  again.hit(ball(52), null);
  again.hit(ball(60), null);
  again.hit(ball(70), null);
  expect(again.done.value).toBe(true);
  expect(again.marks.value).toEqual([true, false]);
  const uid = await again.finish();
  expect(await again.finish()).toBeNull();
  const ops = outboxState.ops.filter((op) => op.kind === "round");
  expect(ops.map((op) => op.uid)).toEqual([uid]);
  const body = ops[0]?.kind === "round" ? ops[0].body : null;
  expect(body?.results.map((one) => one.balls.map((b) => b.carry_yd))).toEqual([
    [50, 52],
    [60, 70],
  ]);
  expect([body?.trial, body?.seed]).toEqual(["worse of two", 4]);
});

test("a row of homework is called as it was sent", async () => {
  const calling = useCalling("s");
  const row = { form: "random", balls: 1, seed: 9, calls: [call(44)], par: CALLS.par, done: null };
  await calling.begin({ homework: { id: "h", rows: [row] } as never, place: 0 }, "Alone");
  calling.hit(ball(44), null);
  await calling.finish();
  const op = outboxState.ops.find((one) => one.kind === "round");
  expect(op?.kind === "round" && [op.body.homework_id, op.body.row, op.body.calls]).toEqual([
    "h",
    0,
    [call(44)],
  ]);
});
