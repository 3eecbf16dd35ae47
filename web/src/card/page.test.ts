import { beforeEach, expect, test } from "vitest";
import { build, lineAt, rungs, type Card } from "./page";

const shot = (name: string, carry: number, more: object = {}) => ({
  name,
  carry,
  half: 2,
  measured: true,
  cue: "",
  run: null,
  recipe: null,
  ...more,
});
const SHOTS = [
  shot("56 9:00", 41, { cue: "Lead arm level.", run: 6, runs: [4, 8], recipe: 0 }),
  shot("52 9:00", 50, { measured: false }),
];
/** 30 to 60: the first reaches 39 to 43, the second 48 to 52. */
const card = (more: Partial<Card> = {}): Card => ({
  student: "Ansel Quill",
  academy: "Wexholt Hill",
  version: 2,
  day: "2026-05-31",
  note: "",
  unit: "yd",
  level: "9 in 10",
  recipes: ["Ball in the middle."],
  shots: SHOTS,
  lines: Array.from({ length: 31 }, (_, i) => {
    const at = 30 + i;
    const of = at < 46 ? 0 : 1;
    const near = Math.abs(SHOTS[of]!.carry - at) <= 2;
    const off = at - SHOTS[of]!.carry;
    const add = !near && Math.abs(off) <= 5 ? off : null;
    return { at, shot: of, near, add, shorter: of ? 0 : null, longer: of ? null : 1 };
  }),
  ...more,
});
let main: HTMLElement;
beforeEach(() => (main = document.createElement("main")));
const say = (part: string) => main.querySelector(part)?.textContent ?? "";
const field = () => main.querySelector("input")!;
function type(words: string): void {
  field().value = words;
  field().dispatchEvent(new Event("input"));
}
const press = (words: string) =>
  [...main.querySelectorAll("button")].find((b) => b.textContent === words)!.click();

test("a yardage typed: the shot, cue and recipe, run and total, and the shot next to it", () => {
  build(main, card());
  type("42");
  expect(say(".shot")).toBe("56 9:00carries 41 ± 2, runs 4 to 8, 47 totalLead arm level.Ball in the middle.");
  expect(say(".longer")).toBe("longer52 9:0050");
  expect(say(".shorter")).toBe("shorternone");
  expect(main.querySelector(".here")?.textContent).toBe("4056 9:0041");
});

test("stepped by the thumb, and never off the card", () => {
  build(main, card());
  // The middle, 45, has no shot: it opens at the nearest that has one.
  expect(field().value).toBe("43");
  press("+5");
  expect(field().value).toBe("48");
  press("+1");
  press("+1");
  expect(field().value).toBe("50");
  expect(say(".shot")).toBe("52 9:00carries 50 ± 2, estimated");
  expect(main.querySelector(".name")?.className).toBe("name est");
  for (let i = 0; i < 4; i++) press("+5");
  expect(field().value).toBe("60");
  press("−1");
  expect(field().value).toBe("59");
  type("900");
  expect(lineAt(card(), 900)).toBe(30);
  expect(lineAt(card(), -4)).toBe(0);
});

test("what no shot reaches says what to add to the nearest, and none beyond what anybody adds", () => {
  build(main, card());
  type("45");
  expect(say(".shot .name")).toBe("56 9:00 + 4");
  expect(say(".shot .carry")).toBe("It carries 41. Hit it 4 longer.");
  type("35");
  expect(say(".shot")).toBe("NoneNearest: 56 9:00, carries 41.");
  expect(rungs(card()).map((r) => [r.from, r.to, r.near, r.add])).toEqual([
    [30, 35, false, null],
    [40, 40, true, null],
    [45, 45, false, 4],
    [50, 50, true, null],
    [55, 55, false, 5],
    [60, 60, false, null],
  ]);
  // A field that is being emptied changes nothing.
  type("");
  expect(say(".shot")).toContain("None");
});

test("a German page says it in German", () => {
  document.documentElement.lang = "de";
  try {
    build(main, card(), 1);
    type("42");
    expect(say(".shot")).toContain("Carry 41 ± 2, rollt 4 bis 8, 47 insgesamt");
    expect(say(".newer")).toBe("Fassung 2 ist neu.");
    expect(say(".small")).toBe("Fassung 2 vom 31. Mai 2026. Wexholt Hill");
  } finally {
    document.documentElement.lang = "en";
  }
});

test("a new version is said; a card without a shot says what to do", () => {
  build(main, card({ note: "Smooth." }), 1);
  expect(say(".newer")).toBe("Version 2 is new.");
  expect(say(".note")).toBe("Smooth.");
  build(main, card(), 2);
  expect(say(".newer")).toBe("");
  build(main, card({ shots: [], lines: [] }));
  expect(main.textContent).toContain("No shots on this card yet. Ask your coach.");
});
