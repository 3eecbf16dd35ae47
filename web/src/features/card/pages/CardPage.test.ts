import { afterEach, expect, test, vi } from "vitest";
import { problem, read, settled, show, type Asked } from "@/testing/page";
import { ANSWERS, cell, key, matrix } from "@/testing/samples";
import CardPage from "./CardPage.vue";

const version = (number: number, note = "") => ({
  number,
  note,
  published_at: `2026-05-0${number}T10:00:00Z`,
  by: "Ilse",
});
const link = (id: number, revoked_at: string | null = null) => ({
  id,
  made_at: "2026-05-01T10:00:00Z",
  expires_at: "2026-11-01T10:00:00Z",
  revoked_at,
  opened_at: null,
  with_code: false,
  locked: false,
});
const text = (words: string, y: number, more: object = {}) => ({
  x: 10,
  y,
  text: words,
  face: "bold",
  size: 9,
  align: "left",
  grey: 0,
  ...more,
});
const moved = (name: string, before_yd: number | null, after_yd: number | null, more: object = {}) => ({
  key: key(name),
  back_in: 0,
  down_in: 0,
  before_yd,
  after_yd,
  before: "played",
  after: "played",
  real: false,
  ...more,
});
const SHOTS = [
  { ...cell("56 9:00", 61), play: "played", worth: 4, let_in: true },
  { ...cell("60 9:00", 50), play: "neither", worth: 5, let_in: true },
  { ...cell("60 10:00", 60), play: "neither", worth: 0, let_in: true },
];
const preview = (more: object = {}) => ({
  sheets: [
    {
      width: 420,
      height: 298,
      boxes: [],
      texts: [text("60", 40), text("56 9:00", 40, { face: "italic", align: "right" })],
      rules: [{ x1: 0, y1: 1, x2: 9, y2: 1, width: 0.4, dash: 1 }],
    },
  ],
  thin: [],
  moved: [],
  played: 7,
  reached: 0.454,
  next: 3,
  publishable: true,
  ...more,
});
const answers = (more: object = {}) => ({
  ...ANSWERS,
  "GET /api/students/s/versions": [version(2, "smooth"), version(1)],
  "GET /api/students/s/card": preview(),
  "GET /api/students/s/played": { shots: SHOTS, gone: [] },
  "GET /api/students/s/pick/table": ({ query }: Asked) => ({ lie: query.get("lie"), rows: 27 }),
  "GET /api/students/s/sharing": {
    shows: ["card", "homework"],
    usual: [],
    parts: ["card", "homework", "pictures"],
  },
  "GET /api/students/s/links": [link(7), link(6, "2026-05-02T10:00:00Z")],
  ...more,
});
/** The phone's picks are worked out lie by lie before the version is written. */
async function published(): Promise<void> {
  for (let i = 0; i < 5; i++) await settled();
}
const card = (more: object = {}) => show(CardPage, { studentId: "s" }, answers(more));
afterEach(() => vi.unstubAllGlobals());

test("a version is published with its note, and stands first", async () => {
  const versions = [version(1)];
  let second: (part: unknown) => void = () => undefined;
  const { page, text, press, writes, asked } = await card({
    "GET /api/students/s/pick/table": ({ query }: Asked) =>
      query.get("lie") === "rough-up"
        ? new Promise((resolve) => (second = resolve))
        : { lie: query.get("lie"), rows: 27 },
    "GET /api/students/s/versions": () => versions,
    "POST /api/students/s/versions": ({ body }: Asked) => {
      versions.unshift(version(2, (body as { note: string }).note));
      return versions[0];
    },
  });
  await page.find("#note").setValue("slower back");
  await press("Publish");
  expect(text()).toContain("Preparing the phone: 2 of 3");
  expect(writes()).toHaveLength(0);
  second({ lie: "rough-up", rows: 27 });
  await published();
  const lies = asked.filter((one) => one.path.endsWith("/pick/table")).map((one) => one.query.get("lie"));
  expect(lies).toEqual(["fairway", "rough-up", "rough-down"]);
  expect(writes()[0]!.body).toEqual({
    note: "slower back",
    step: 5,
    order: "short-first",
    cues: true,
    run: false,
  });
  expect(page.findAll("li b.slab").map((b) => b.text())).toEqual(["v2", "v1"]);
  expect(text()).toContain("slower back");
  expect((page.find("#note").element as HTMLTextAreaElement).value).toBe("");
});

test("a refusal stands on the page, and the note is still there when the page is left and come back to", async () => {
  const { page, text, press } = await card({
    "POST /api/students/s/versions": () => problem(422, "unusable-input", "Nothing is measured yet."),
  });
  await page.find("#note").setValue("slower back");
  await press("Publish");
  await published();
  expect(text()).toContain("Nothing is measured yet.");
  page.unmount();
  const { page: again } = await card();
  expect((again.find("#note").element as HTMLTextAreaElement).value).toBe("slower back");
});

test("what moved between two versions, and what is within chance", async () => {
  const { page, text, asked } = await card({
    "GET /api/students/s/versions/1/compare": [
      moved("56 9:00", 60, 64.2, { real: true }),
      moved("56 10:00", 70, 71),
      moved("60 9:00", 50, 50.3),
      moved("60 10:00", null, 66),
    ],
  });
  await page.find('[aria-label="From version"]').setValue("1");
  await settled();
  const rows = page.findAll("tbody tr").map(read);
  expect(rows).toEqual([
    "56 9:00 60 → 64 probably changed",
    "56 10:00 70 → 71 no real change",
    "60 10:00 – → 66 no real change",
  ]);
  expect(asked.at(-1)!.query.get("to")).toBeNull();
  await page.find('[aria-label="To version"]').setValue("2");
  await settled();
  expect(asked.at(-1)!.query.get("to")).toBe("2");
  expect(text()).toContain("56 10:00 70 → 71 no real change");
});

test("a link to the phone card is shown once, and can be ended", async () => {
  const { page, text, press, writes } = await card({
    "POST /api/students/s/links": {
      link: link(8),
      url: "https://oxgang.test/c/abc",
      qr: "data:image/svg+xml,x",
      reached: true,
    },
    "DELETE /api/students/s/links/7": link(7, "2026-05-31T10:00:00Z"),
  });
  expect(page.findAll("[src^=data]")).toHaveLength(0);
  await press("Create link");
  expect(writes()[0]!.body).toEqual({ days: 180, code: "" });
  expect(`${text()}${page.html()}`).toContain("https://oxgang.test/c/abc");
  await press("Turn off");
  expect(writes().at(-1)).toMatchObject({ method: "DELETE", path: "/api/students/s/links/7" });
  expect(page.html()).not.toContain("https://oxgang.test/c/abc");
});

test("the card itself stands beside the choices, at real proportions", async () => {
  localStorage.clear();
  const { page, asked, text: said } = await card();
  const svg = page.find("svg[role=img]");
  expect(svg.attributes("viewBox")).toBe("0 0 420 298");
  expect(svg.attributes("style")).toMatch(/width: 5.83\d+in/); // 420 points
  expect(svg.findAll("text").map((t) => [t.text(), t.classes()[0], t.attributes("text-anchor")])).toEqual([
    ["60", "bold", "start"],
    ["56 9:00", "italic", "end"],
  ]);
  expect(svg.find("line").attributes("stroke-dasharray")).toBe("1 2");
  expect(said()).toContain("7 shots used, covering 45 % of the ground.");
  await page
    .findAll("label")
    .find((l) => l.text().includes("How far it"))!
    .find("input")
    .setValue(true);
  await page
    .findAll("label")
    .find((l) => l.text().includes("A line every"))!
    .find("select")
    .setValue("10");
  await settled();
  const last = asked.filter((a) => a.path.endsWith("/card")).at(-1)!.query;
  expect([last.get("run"), last.get("step"), last.get("sides")]).toEqual(["true", "10", "yardage,club"]);
  localStorage.clear();
});

test("shots are taken in and out beside it, and estimates let in", async () => {
  const { page, writes } = await card({
    "POST /api/students/s/played": { shots: SHOTS, gone: [] },
    "PATCH /api/students/s": {},
  });
  const boxes = page.findAll(".list label");
  // What would add nothing is not offered here.
  expect(boxes.map(read)).toEqual(["50 60 9:00", "61 56 9:00"]);
  await boxes[0]!.find("input").setValue(true);
  await settled();
  await page
    .findAll("label")
    .find((l) => l.text() === "estimates")!
    .find("input")
    .setValue(true);
  await settled();
  expect(writes().map((w) => w.body)).toMatchObject([
    { shots: [{ club: "60", swing: "9:00", play: "played", was: "neither" }] },
    { estimates_yd: 3, was: { estimates_yd: null } },
  ]);
});

test("what moved and what is thin stand before publishing; a card of nothing cannot be", async () => {
  const thin = [
    { code: "card-few-shots", values: { shots: 2 } },
    { code: "card-wide", values: { shots: 1, of: 2, tolerance_yd: 4 } },
  ];
  const changes = [
    moved("56 9:00", 60, 60.1),
    moved("56 10:00", 70, 70, { before: "neither" }),
    moved("60 9:00", 50, 51, { after: "work" }),
    moved("60 10:00", 60, 66, { before: "neither", after: "neither" }),
  ];
  const { page, text: said } = await card({
    "GET /api/students/s/card": preview({ thin, moved: changes, publishable: false }),
  });
  expect(said()).toContain("Only 2 shots in use.");
  expect(said()).toContain("1 of 2 carries are uncertain (over ± 4 yd).");
  expect(page.findAll("tbody tr").map(read)).toEqual(["56 10:00 70 → 70 new", "60 9:00 50 → 51 removed"]);
  expect(page.find("#publish").attributes("disabled")).toBeDefined();
});

test("a link that only this machine knows is said to be one", async () => {
  const { press, text: said } = await card({
    "POST /api/students/s/links": {
      link: link(8),
      url: "http://127.0.0.1:8000/c/abc",
      qr: "data:,x",
      reached: false,
    },
  });
  await press("Create link");
  expect(said()).toContain("Phones can't open this address");
});

test("balls that wait are said; without a bag there is no card", async () => {
  const waiting = await card({ "GET /api/students/s/matrix": matrix(undefined, { waiting: 9 }) });
  expect(waiting.text()).toContain("9 balls aren't confirmed yet, so they aren't on this card.");
  const bare = await card({ "GET /api/students/s/matrix": matrix([], { clubs: [] }) });
  expect(bare.text()).toContain("A card needs at least one measured wedge.");
});
