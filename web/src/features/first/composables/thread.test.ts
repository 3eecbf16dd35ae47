import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { problem, serve } from "@/testing/page";
import { ball } from "@/testing/samples";
import { useThread } from "./thread";

const thread = useThread();
beforeEach(() => thread.start());
afterEach(() => {
  thread.end();
  vi.unstubAllGlobals();
});
const records = (more: object = {}) => ({
  "GET /api/students/s/balls": [],
  "GET /api/students/s/versions": [],
  "GET /api/students/s/links": [],
  "GET /api/students/s/chart": { boxes: [], source: "", measured_on: null },
  ...more,
});

test("what is done is read from the records, and what is next follows", async () => {
  expect(thread.step.value?.name).toBe("student");
  thread.began("s");
  const five = [1, 2, 3, 4, 5].map((n) => ball(`b${n}`, 60, { accepted: n < 3 }));
  serve(records({ "GET /api/students/s/balls": five }));
  await thread.look();
  expect([thread.balls.value, thread.step.value?.name]).toEqual([5, "card"]);
  thread.skip("card");
  expect(thread.step.value?.name).toBe("phone");
});

test("a typed chart leads to the card without a ball", async () => {
  thread.began("s");
  const boxes = [{ club: "56", swing: "9:00", trajectory: "stock", distance_yd: 48, total: false }];
  serve(records({ "GET /api/students/s/chart": { boxes, source: "", measured_on: null } }));
  await thread.look();
  expect(thread.step.value?.name).toBe("card");
});

test("an erased student is no one's thread: it begins with another one", async () => {
  thread.began("s");
  serve(records({ "GET /api/students/s/links": () => problem(404, "not-found", "Gone.") }));
  await thread.look();
  expect([thread.on.value, thread.student.value]).toEqual([true, ""]);
  expect(thread.step.value?.name).toBe("student");
});

test("without a network the thread stays as it is", async () => {
  thread.began("s");
  vi.stubGlobal("fetch", () => Promise.reject(new TypeError("no network")));
  await expect(thread.look()).rejects.toThrow();
  expect(thread.student.value).toBe("s");
});
