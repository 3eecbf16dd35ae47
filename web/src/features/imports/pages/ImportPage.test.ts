import { afterEach, expect, test, vi } from "vitest";
import { problem, settled, show, type Asked } from "@/testing/page";
import { ANSWERS, student } from "@/testing/samples";
import ImportPage from "./ImportPage.vue";

const LOOK = {
  rows: 3,
  new: 2,
  known: 1,
  problems: [{ line: 4, column: "Carry", reason: '"far" is not a number.' }],
  problems_total: 1,
  questions: [],
  questions_total: 0,
  as_notes: ["Remark"],
  columns: [
    { name: "Carry (m)", sample: ["55,5", "57"] },
    { name: "Speed", sample: ["60"] },
    { name: "Remark", sample: ["windy"] },
  ],
  targets: ["club", "swing", "carry_yd", "ball_speed_mps", "spin"],
  units: { carry_yd: ["yd", "m", "ft"], ball_speed_mps: ["mph", "m/s", "km/h"] },
  mapping: {
    sources: { carry_yd: { column: "Carry (m)", unit: "m" } },
    clubs: {},
    swings: {},
    club: "56",
    swing: "9:00",
    days: "day first",
  },
  day_orders: [] as string[],
  remembered: true,
  people: [],
  file_clubs: ["SW"],
  file_swings: [],
  file_strikes: [],
  chart: null,
  bag: ["60", "56"],
  positions: ["8:00", "9:00"],
  preview: [],
};
interface Mapping {
  sources: Record<string, { column: string; unit: string }>;
  clubs: Record<string, string>;
  days?: string;
}
/** The mapping that goes with the file, of each look. */
let sent: Mapping[] = [];
const LOOK_AT = "/api/students/s/files/look";
const answers = (more: object = {}) => ({
  ...ANSWERS,
  "GET /api/students/s": student({ units: "m" }),
  [`POST ${LOOK_AT}`]: () => {
    const mapping = sent.at(-1);
    return mapping ? { ...LOOK, mapping } : LOOK;
  },
  ...more,
});
async function imported(more: object = {}) {
  sent = [];
  const seen = await show(ImportPage, { studentId: "s" }, answers(more));
  const append = FormData.prototype.append as (name: string, value: string | Blob) => void;
  const spied = function (this: FormData, name: string, value: string | Blob) {
    if (name === "mapping") sent.push(JSON.parse(String(value)) as Mapping);
    append.call(this, name, value);
  };
  vi.spyOn(FormData.prototype, "append").mockImplementation(spied);
  const input = seen.page.find("input[type=file]");
  const file = new File(["Carry (m)\n55,5\n"], "monitor.csv");
  Object.defineProperty(input.element, "files", { value: [file] });
  await input.trigger("change");
  await settled();
  return seen;
}
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

test("a file is looked at before anything is stored: its columns, its bad rows", async () => {
  const { page, text, writes } = await imported();
  expect(text()).toContain("monitor.csv: 2 new balls, 1 already here, 1 bad row.");
  expect(text()).toContain("Read like the last file with these columns.");
  expect(text()).toContain('Line 4, Carry: "far" is not a number.');
  expect(writes().map((a) => a.path)).toEqual([LOOK_AT]);
  const is = page.find('[aria-label="Meaning of Speed"]');
  // Measurements are called as everywhere, by the server's words.
  expect(is.findAll("option").map((o) => o.text())).toEqual([
    "a note",
    "club",
    "swing",
    "carry",
    "ball speed",
    "spin grade",
  ]);
});

test("what a column is, its unit and its clubs are put right, and it is looked at again", async () => {
  const { page } = await imported();
  await page.find('[aria-label="Meaning of Speed"]').setValue("ball_speed_mps");
  await settled();
  expect(sent.at(-1)!.sources).toEqual({
    carry_yd: { column: "Carry (m)", unit: "m" },
    ball_speed_mps: { column: "Speed", unit: "mph" },
  });
  await page.find('[aria-label="Unit of Speed"]').setValue("km/h");
  await settled();
  expect(sent.at(-1)!.sources["ball_speed_mps"]).toEqual({ column: "Speed", unit: "km/h" });
  // One column is one thing: what it meant before is free again.
  await page.find('[aria-label="Meaning of Remark"]').setValue("carry_yd");
  await settled();
  expect(Object.keys(sent.at(-1)!.sources)).toEqual(["ball_speed_mps", "carry_yd"]);
  const club = page.findAll("label").find((l) => l.text().startsWith("SW"))!;
  await club.find("select").setValue("56");
  await settled();
  expect(sent.at(-1)!.clubs).toEqual({ SW: "56" });
});

test("it is taken with the bad rows left out, and the way leads to the review", async () => {
  const lines = [
    { done: 2, total: 2, new: 2, stored: false },
    { done: 2, total: 2, new: 2, stored: true },
  ];
  const { page, text, press, asked } = await imported({
    "POST /api/students/s/files/take": () =>
      new Response(lines.map((line) => JSON.stringify(line)).join("\n") + "\n"),
  });
  await press("Skip the bad rows, import 2 balls");
  await vi.waitFor(() => expect(text()).toContain("2 new balls from monitor.csv."));
  expect(asked.some((a: Asked) => a.path.endsWith("/files/take"))).toBe(true);
  expect(page.find("a").attributes("href")).toContain("/review");
});

test("an import that breaks off says that nothing was stored", async () => {
  const { text, press } = await imported({
    "POST /api/students/s/files/take": () => new Response('{"done":1,"total":2,"new":1,"stored":false}\n'),
  });
  await press("Skip the bad rows");
  await vi.waitFor(() => expect(text()).toContain("nothing of it was stored"));
});

test("an import that the server gives up says why", async () => {
  const { text, press } = await imported({
    "POST /api/students/s/files/take": () => new Response('{"refused":"Changed meanwhile."}\n'),
  });
  await press("Skip the bad rows");
  await vi.waitFor(() => expect(text()).toContain("Changed meanwhile."));
});

test("a file that cannot be read says why, and a huge one is not sent", async () => {
  const { text } = await imported({
    [`POST ${LOOK_AT}`]: () => problem(422, "unusable-file", "There is no table in this file."),
  });
  expect(text()).toContain("monitor.csv: There is no table in this file.");
});

test("days that may be months are asked about once; certain ones are not", async () => {
  const certain = await imported();
  expect(certain.text()).not.toContain("Dates have the");
  vi.restoreAllMocks();
  LOOK.day_orders = ["day first", "month first"];
  const asked = await imported();
  expect(asked.text()).toContain("Dates have the");
  await asked.page.get(".days select").setValue("month first");
  await settled();
  expect(sent.at(-1)!.days).toBe("month first");
  LOOK.day_orders = [];
});

test("of a file with several students nothing is taken before the coach says whose balls are meant", async () => {
  const named = { ...LOOK, people: ["Bo Tarn", "Wren"], mapping: { ...LOOK.mapping, person: "" } };
  const { page } = await imported({
    [`POST ${LOOK_AT}`]: () => ({ ...named, mapping: sent.at(-1) ?? named.mapping }),
  });
  const take = () => page.findAll("button").find((b) => b.text().includes("2 balls"))!;
  expect(take().attributes("disabled")).toBeDefined();
  const whose = page.find(".whose select");
  expect(whose.findAll("option").map((o) => o.text())).toEqual([
    "choose",
    "Bo Tarn",
    "Wren",
    "all 2 of them",
  ]);
  await whose.setValue("Wren");
  await settled();
  expect((sent.at(-1) as unknown as { person: string }).person).toBe("Wren");
  expect(take().attributes("disabled")).toBeUndefined();
});
