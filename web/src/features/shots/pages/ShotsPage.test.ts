import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { problem, read, settled, show, type Asked } from "@/testing/page";
import { ANSWERS, cell, matrix, student } from "@/testing/samples";
import ShotsPage from "./ShotsPage.vue";

const shot = (name: string, carry: number, play: string, more: object = {}) => ({
  ...cell(name, carry),
  play,
  worth: 3,
  answers: 4,
  may: true,
  let_in: true,
  ...more,
});
const SHOTS = [
  shot("56 9:00", 50, "played"),
  shot("60 9:00", 42, "played"),
  shot("56 10:00", 61, "work"),
  shot("60 10:00", 55, "neither", { worth: 5 }),
  shot("56 8:00", 33, "neither", { basis: "estimated", balls: 0, let_in: false }),
];
const rung = (yardage: number, of: number | null, nearest = of) => ({
  yardage,
  shot: of,
  nearest,
  adds: of === null,
  chance: of === null ? 0 : 0.62,
});
const page = (more: object = {}) => ({
  chosen: true,
  from_yd: 30,
  to_yd: 100,
  tolerance_yd: 2.5,
  estimates_yd: null,
  longest: { label: "10:00", arm_deg: 120, full_too: false, own: false },
  shots: SHOTS,
  gone: [],
  rungs: [rung(40, 1), rung(45, null, 1), rung(50, 0), rung(51, 0)],
  fallow: [{ from_yd: 53, to_yd: 100, width: 48 }],
  covered: { yards: 71, played: 10, measured: 15, all: 20 },
  proposal: { covered: [5, 10, 15], sets: [[0], [1, 0], [1, 0, 3]], pays: 3 },
  ...more,
});
const posted: Asked[] = [];
const shots = (more: object = {}, body: object = {}) =>
  show(
    ShotsPage,
    { studentId: "s" },
    {
      ...ANSWERS,
      "GET /api/students/s/matrix": matrix(),
      "GET /api/students/s/played": page(body),
      "POST /api/students/s/played": (one: Asked) => {
        posted.push(one);
        return page(body);
      },
      ...more,
    },
  );
beforeEach(() => posted.splice(0));
afterEach(() => vi.unstubAllGlobals());
const key = async (name: string) => {
  document.body.dispatchEvent(new KeyboardEvent("keydown", { key: name, bubbles: true }));
  await settled();
};

test("played, in work and the rest stand apart, short to long; the ladder says none", async () => {
  const { page: p, text } = await shots();
  expect(p.findAll(".columns section").map((c) => c.findAll("li .name").map((n) => n.text()))).toEqual([
    ["60 9:00", "56 9:00"],
    ["56 10:00"],
    ["60 10:00"],
  ]);
  expect(text()).toContain("2 used cover 14 % of 30 to 100 yd (± 2.5). With every measured shot 21 %.");
  expect(p.findAll(".ladder tr").map(read)).toEqual([
    "40 60 9:00 42 ± 2 62 %",
    "45 60 9:00 + 3 yd (nearest, 42)",
    "50 56 9:00 50 ± 2 62 %",
  ]);
});

test("by keys alone: a shot is chosen, played, worked on, taken out, and taken back", async () => {
  const { page: p } = await shots();
  await key("ArrowDown");
  await key("ArrowDown");
  await key("w");
  expect(posted[0]!.body).toMatchObject({
    shots: [{ club: "56", swing: "9:00", play: "work", was: "played", back_in: 0 }],
  });
  await key("u");
  expect(posted[1]!.body).toMatchObject({
    shots: [{ swing: "9:00", play: "played", was: "work" }],
  });
  await key("ArrowDown");
  await key("p");
  expect(posted[2]!.body).toMatchObject({
    shots: [{ club: "60", swing: "10:00", play: "played" }],
  });
  // What it is already is asked of nobody.
  await key("x");
  expect(posted).toHaveLength(3);
  expect(p.find("li.here").text()).toContain("60 10:00");
});

test("a shot is dragged from one list to the other", async () => {
  const { page: p } = await shots();
  await p.findAll("li")[0]!.trigger("dragstart");
  await p.findAll(".columns section")[2]!.trigger("dragover");
  await p.findAll(".columns section")[2]!.trigger("drop");
  await settled();
  expect(posted[0]!.body).toMatchObject({
    shots: [{ club: "60", swing: "9:00", play: "neither", was: "played" }],
  });
});

test("the curve: each number shows its set, Enter plays it and keeps what is in work", async () => {
  const { page: p, text } = await shots();
  expect(text()).toContain("3 shots cover 21 %");
  await p.findAll(".bar")[1]!.trigger("click");
  expect(text()).toContain("Use these 2 shots");
  await key("-");
  expect(text()).toContain("Use these 1 shots");
  await key("Enter");
  // Each with what it was: a choice that somebody else made meanwhile is told, not overwritten.
  expect(posted[0]!.body).toMatchObject({
    shots: [{ club: "60", swing: "9:00", play: "neither", was: "played" }],
  });
  await key("u");
  expect(posted[1]!.body).toMatchObject({
    shots: [{ club: "60", swing: "9:00", play: "played", was: "neither" }],
  });
});

test("a proposal that is taken as it is becomes the coach's own", async () => {
  const { press } = await shots(
    {},
    { chosen: false, proposal: { covered: [5, 10], sets: [[0], [1, 0]], pays: 2 } },
  );
  await press("Use the suggested 2 shots");
  expect(posted[0]!.body).toMatchObject({
    shots: [
      { club: "56", play: "played", was: "played" },
      { club: "60", play: "played", was: "played" },
    ],
  });
});

test("another coach was quicker: it is said, and the page asks anew", async () => {
  const { text, asked } = await shots({
    "POST /api/students/s/played": () => problem(409, "changed-meanwhile", "Meanwhile somebody else chose."),
  });
  await key("ArrowDown");
  await key("x");
  expect(text()).toContain("Meanwhile somebody else chose.");
  expect(asked.filter((a) => a.method === "GET" && a.path.endsWith("/played")).length).toBe(2);
});

test("a proposal says so; what left the bag is kept and can go; limits are set", async () => {
  const {
    page: p,
    text,
    press,
    writes,
  } = await shots(
    { "PATCH /api/students/s": student() },
    {
      chosen: false,
      gone: [{ ...cell("58 9:00", 40), play: "played" }],
    },
  );
  expect(text()).toContain("No shots chosen yet. These are suggested");
  expect(text()).toContain("58 9:00 played");
  await press("Remove");
  expect(posted[0]!.body).toMatchObject({
    shots: [{ club: "58", play: "neither", was: "played" }],
  });
  expect(text()).toContain("by scale and level: 10:00");
  await p.find("select").setValue("9:00");
  await settled();
  await p
    .findAll("label")
    .find((l) => l.text() === "Allow estimated shots")!
    .find("input")
    .setValue(true);
  await settled();
  expect(
    writes()
      .filter((w) => w.method === "PATCH")
      .map((w) => w.body),
  ).toEqual([
    { longest: "9:00", was: { longest: "" } },
    { estimates_yd: 3, was: { estimates_yd: null } },
  ]);
});

test("nothing measured says what to do; without a bag there is nothing to choose", async () => {
  const none = { shots: [SHOTS[4]], rungs: [], proposal: { covered: [], sets: [], pays: 0 } };
  const { text } = await shots({}, none);
  expect(text()).toContain("No measured shots yet");
  expect(text()).toContain("No suggestion yet.");
  const bare = await shots({ "GET /api/students/s/matrix": matrix([], { clubs: [] }) });
  expect(bare.text()).toContain("Add a wedge to the bag");
});
