import { beforeEach, expect, test, vi } from "vitest";
import { useEntry } from "./entry";

const log = vi.fn();
const make = () =>
  useEntry({ askOverYd: () => 150, toYards: (m) => m / 0.9144, unit: () => "m", log });
beforeEach(() => log.mockReset());

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
