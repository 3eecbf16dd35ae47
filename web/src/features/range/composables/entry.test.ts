import { beforeEach, expect, test, vi } from "vitest";
import { nextTick, ref } from "vue";
import { useEntry, type EntryOptions } from "./entry";

const log = vi.fn();
const ready = ref(true);
const make = (more: Partial<EntryOptions> = {}) =>
  useEntry({
    ready: () => ready.value,
    askOverYd: () => 150,
    toYards: (m) => m / 0.9144,
    unit: () => "m",
    shot: () => log,
    ...more,
  });
beforeEach(() => {
  log.mockReset();
  ready.value = true;
});

test("digits and Enter log a ball with its strike, and the next one is solid again", () => {
  const { entry, type, enter } = make();
  [..."55,5"].forEach(type);
  entry.strike = "fat";
  enter();
  expect(log).toHaveBeenCalledWith(55.5 / 0.9144, "fat", false);
  expect(entry).toMatchObject({ text: "", strike: "solid" });
  enter();
  expect(log).toHaveBeenCalledTimes(1);
});

test("a long carry is asked about; Enter keeps it, Backspace changes it, Escape drops it", () => {
  const { entry, type, erase, clear, enter } = make();
  const doubted = () => [..."180"].forEach(type);
  doubted();
  enter();
  expect(entry.question).toContain("180 m");
  expect(log).not.toHaveBeenCalled();
  erase();
  expect(entry).toMatchObject({ question: "", text: "180" });
  erase();
  type("5");
  enter();
  enter();
  expect(log.mock.calls).toEqual([[185 / 0.9144, "solid", true]]);
  doubted();
  enter();
  clear();
  expect(entry.question).toBe("");
  enter();
  expect(log).toHaveBeenCalledTimes(1);
});

test("the balls after one that is asked about are logged; it stays in sight, and is kept for its own shot", () => {
  const shots = [vi.fn(), vi.fn()];
  let at = 0;
  const { entry, type, enter } = make({ shot: () => shots[at]! });
  [..."630"].forEach(type);
  enter();
  at = 1;
  for (const carry of ["43", "44"]) {
    [...carry].forEach(type);
    enter();
  }
  expect(shots[1]!.mock.calls.map(([yards]) => Math.round(yards * 0.9144))).toEqual([43, 44]);
  expect(entry.question).toContain("630 m");
  enter();
  expect(shots[0]!.mock.calls).toEqual([[630 / 0.9144, "solid", true]]);
  expect(entry.question).toBe("");
});

test("where each number answers a call, the next one takes the place of one that is asked about", () => {
  const { entry, type, enter } = make({ single: true });
  [..."630"].forEach(type);
  enter();
  [..."63"].forEach(type);
  enter();
  expect(entry.question).toBe("");
  expect(log.mock.calls).toEqual([[63 / 0.9144, "solid", false]]);
});

test.each(["..", "0", "0.0"])("%s logs nothing, says why and stays", (text) => {
  const { entry, type, enter } = make();
  [...text].forEach(type);
  enter();
  expect(log).not.toHaveBeenCalled();
  expect(entry.problem).toMatch(/\.$/);
  expect(entry.text).toBe(text);
});

test("balls entered before the student is there are logged when he is, in order and in his unit", async () => {
  ready.value = false;
  const { entry, ahead, type, enter } = make();
  [..."52"].forEach(type);
  enter();
  [..."48"].forEach(type);
  entry.strike = "fat";
  enter();
  [..."6"].forEach(type);
  expect(log).not.toHaveBeenCalled();
  expect(ahead.value).toHaveLength(2);
  ready.value = true;
  await nextTick();
  expect(log.mock.calls).toEqual([
    [52 / 0.9144, "solid", false],
    [48 / 0.9144, "fat", false],
  ]);
  expect(entry.text).toBe("6"); // what is still being typed stays
});

test("a cell changed and a strike marked before the page is ready come in their turn", async () => {
  ready.value = false;
  const { type, enter, inTurn } = make();
  const step = vi.fn();
  [..."50"].forEach(type);
  enter();
  inTurn(step);
  [..."60"].forEach(type);
  enter();
  expect(step).not.toHaveBeenCalled();
  ready.value = true;
  await nextTick();
  const [first, second] = log.mock.invocationCallOrder;
  expect(step.mock.invocationCallOrder[0]).toBeGreaterThan(first!);
  expect(step.mock.invocationCallOrder[0]).toBeLessThan(second!);
  inTurn(step);
  expect(step).toHaveBeenCalledTimes(2);
});

test("a carry, a comma and its total are both logged; one digit after a comma is a decimal", () => {
  const { entry, type, enter } = make({ toYards: (typed) => typed });
  const typed = (text: string) => [...text].forEach(type);
  typed("62,68");
  enter();
  expect(log).toHaveBeenLastCalledWith(62, "solid", false, 68);
  typed("62.5,101.5");
  enter();
  expect(log).toHaveBeenLastCalledWith(62.5, "solid", false, 101.5);
  typed("62,6");
  enter();
  expect(log).toHaveBeenLastCalledWith(62.6, "solid", false);
  for (const [wrong, said] of [
    ["68,62", "shorter than its carry of 68"],
    ["62,68,70", "not a number"],
    ["62,", ""],
  ] as const) {
    typed(wrong);
    enter();
    if (said) expect(entry).toMatchObject({ text: wrong, problem: expect.stringContaining(said) });
    entry.text = "";
  }
  expect(log).toHaveBeenCalledTimes(4);
  typed("180,190");
  enter();
  expect(entry.question).toContain("180,190");
  enter();
  expect(log).toHaveBeenLastCalledWith(180, "solid", true, 190);
});
