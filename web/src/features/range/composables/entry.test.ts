import { beforeEach, expect, test, vi } from "vitest";
import { nextTick, ref } from "vue";
import { useEntry } from "./entry";

const log = vi.fn();
const ready = ref(true);
const make = () =>
  useEntry({
    ready: () => ready.value,
    askOverYd: () => 150,
    toYards: (m) => m / 0.9144,
    unit: () => "m",
    log,
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

test("a long carry is asked about; the second Enter keeps it, a digit takes the question back", () => {
  const { entry, type, erase, enter } = make();
  [..."180"].forEach(type);
  enter();
  expect(entry.question).toContain("180 m");
  expect(log).not.toHaveBeenCalled();
  erase();
  expect(entry.question).toBe("");
  type("5");
  enter();
  enter();
  expect(log).toHaveBeenCalledWith(185 / 0.9144, "solid", true);
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

test("one entered ahead that is asked about holds up those behind it", async () => {
  ready.value = false;
  const { entry, ahead, type, enter } = make();
  for (const carry of ["180", "50"]) {
    [...carry].forEach(type);
    enter();
  }
  ready.value = true;
  await nextTick();
  expect(entry.question).toContain("180");
  expect(ahead.value).toHaveLength(1);
  enter();
  expect(log.mock.calls.map(([yards]) => Math.round((yards as number) * 0.9144))).toEqual([180, 50]);
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
