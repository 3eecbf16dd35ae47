import { beforeEach, expect, test } from "vitest";
import { build, type Card } from "./page";
import { matters, pickedAt, type Picks } from "./picks";

const options = (...codes: string[]) => codes.map((code) => ({ code, label: code }));
/** Two distances; on a firm green the second is another shot. */
const PICKS: Picks = {
  letters: "ABCDEFGHIJ",
  reasons: ["Fewest strokes", "Either of the first two"],
  asks: [
    { name: "lie", label: "Lie", options: options("fairway", "rough-down") },
    { name: "wind", label: "Wind", options: options("none", "into") },
    { name: "green", label: "Green", options: options("medium", "firm") },
    { name: "pin", label: "Pin", options: options("front", "middle") },
  ],
  rows: {
    "fairway none medium middle": "AB-AHABCBI",
    "fairway none firm middle": "AB-AHBA-AG",
    "rough-down none medium middle": "-----BA-BD",
  },
};
const shot = (name: string, carry: number) => ({
  name,
  carry,
  half: 2,
  measured: true,
  cue: `cue ${name}`,
  run: null,
  recipe: null,
});
const card: Card = {
  student: "Ansel Quill",
  academy: "Wexholt Hill",
  version: 2,
  day: "2026-05-31",
  note: "",
  unit: "yd",
  level: "9 in 10",
  recipes: [],
  shots: [shot("56 9:00", 41), shot("52 9:00", 50), shot("52 10:00", 60)],
  lines: [40, 41].map((at) => ({ at, shot: 0, near: true, shorter: null, longer: 1 })),
  picks: PICKS,
};
let main: HTMLElement;
beforeEach(() => {
  localStorage.clear();
  main = document.createElement("main");
});
const say = (part: string) => main.querySelector(part)?.textContent ?? "";
const press = (words: string) =>
  [...main.querySelectorAll("button")].find((b) => b.textContent === words)!.click();

test("a row is read letter by letter", () => {
  expect(pickedAt(PICKS, ["fairway", "none", "medium", "middle"], 1)).toEqual({
    shot: 0,
    others: [1, 2],
    reason: "Either of the first two",
    tenths: 8,
  });
  expect(pickedAt(PICKS, ["rough-down", "none", "medium", "middle"], 0)).toBeNull();
  expect(pickedAt(PICKS, ["moon", "none", "medium", "middle"], 0)).toBeNull();
  expect(pickedAt(PICKS, ["fairway", "none", "medium", "middle"], 9)).toBeNull();
  const usual = ["fairway", "none", "medium", "middle"];
  expect([0, 1].map((place) => matters(PICKS, usual, 2, place))).toEqual([false, true]);
});

test("to the pin: the shot, how often it stays, why, two others; the green only where it matters", () => {
  build(main, card);
  expect(say(".shot")).toContain("carries 41");
  press("to the pin");
  const field = main.querySelector("input")!;
  field.value = "40";
  field.dispatchEvent(new Event("input"));
  expect(say(".shot")).toBe("56 9:007 of 10 finish on the green. Fewest strokes.cue 56 9:00");
  expect(say(".beside")).toBe("or52 9:0050");
  const green = () => main.querySelector<HTMLElement>('[data-name="green"]')!.hidden;
  expect(green()).toBe(true);
  press("+1");
  expect(green()).toBe(false);
  press("firm");
  expect(say(".shot")).toContain("52 9:006 of 10");
  // The buttons stay: one that is replaced under a finger is never pressed.
  expect([...main.querySelectorAll(".ask [aria-pressed=true]")].map((b) => b.textContent)).toEqual([
    "fairway",
    "none",
    "firm",
    "middle",
  ]);
  press("medium");
  press("rough-down");
  press("−1");
  expect(say(".shot")).toContain("No shot reaches that.");
  // The next time it opens as it was left.
  build((main = document.createElement("main")), card);
  expect(say(".shot")).toContain("finish on the green");
  press("carry");
  expect(say(".shot")).toContain("carries 41");
});

test("a version from before picks asks for none", () => {
  build(main, { ...card, picks: null });
  expect(main.querySelector(".modes")!.children).toHaveLength(0);
  expect(main.querySelector(".asks")!.children).toHaveLength(0);
});
