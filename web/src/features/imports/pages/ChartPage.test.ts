import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { problem, settled, show, type Asked } from "@/testing/page";
import { ANSWERS } from "@/testing/samples";
import ChartPage from "./ChartPage.vue";
import ImportPage from "./ImportPage.vue";

const CHART = "/api/students/s/chart";
const box = (club: string, swing: string, distance_yd: number) => ({
  club,
  swing,
  trajectory: "stock",
  distance_yd,
  total: false,
});
const STORED = { boxes: [box("56", "9:00", 48)], source: "Ilse", measured_on: "2026-05-01" };
let asked: Asked[] = [];
const answers = (more: object = {}) => ({
  ...ANSWERS,
  [`GET ${CHART}`]: STORED,
  [`POST ${CHART}`]: (one: Asked) => {
    asked.push(one);
    return STORED;
  },
  ...more,
});
beforeEach(() => {
  asked = [];
  localStorage.clear();
});
afterEach(() => vi.unstubAllGlobals());

type Shown = Awaited<ReturnType<typeof show>>["page"];
const fields = (page: Shown) =>
  page.findAll<HTMLInputElement>("td input").map(({ element }) => element.value);
const texts = (body: unknown) =>
  (body as { boxes: { club: string; swing: string; text: string }[] }).boxes.map((b) =>
    [b.club, b.swing, b.text].join(" "),
  );

test("a block pasted fills the boxes from here on, and only what changed is sent", async () => {
  const { page } = await show(ChartPage, { studentId: "s" }, answers());
  const at = page.get('[aria-label^="56 9:00"]');
  expect((at.element as HTMLInputElement).value).toBe("48");
  const first = page.findAll("td input")[0]!;
  const clipboardData = { getData: () => "31\t42\n36\t48\t\t\t\t\t\t99\n" };
  await first.trigger("paste", { clipboardData });
  expect(page.text()).toMatch(/\d boxes filled/);
  expect(fields(page).slice(0, 2)).toEqual(["31", "42"]);
  await page.get("form").trigger("submit");
  await settled();
  expect(asked).toHaveLength(1);
  expect(texts(asked[0]!.body).some((text) => text.endsWith(" 31"))).toBe(true);
  expect(asked[0]!.body).toMatchObject({ source: "Ilse", measured_on: "2026-05-01", total: false });
  expect(page.text()).toMatch(/saved\.\s+They count until you log balls for that shot/);
});

test("a box that is refused is named and has the focus, and what was typed stays", async () => {
  const refused = problem(422, "unusable-input", '56 9:00: "5o" is not a number.', "boxes.0");
  const { page } = await show(ChartPage, { studentId: "s" }, answers({ [`POST ${CHART}`]: () => refused }));
  const field = page.get<HTMLInputElement>('[aria-label^="56 9:00"]');
  await field.setValue("5o");
  await page.get("form").trigger("submit");
  await settled();
  expect(page.text()).toContain("is not a number");
  expect(field.attributes("aria-invalid")).toBe("true");
  expect(field.element.value).toBe("5o");
  // The number that stands there is no change.
  await field.setValue("48");
  expect(page.get("form button[type=submit]").attributes("disabled")).toBeDefined();
});

test("a chart in a file stands in the boxes, and what is not certain is asked", async () => {
  const look = {
    rows: 0,
    problems: [{ line: 4, column: "9:00", reason: '"52/54" is two numbers.' }],
    problems_total: 1,
    questions: [],
    questions_total: 0,
    columns: [],
    mapping: { sources: {} },
    people: [],
    bag: ["60", "56"],
    positions: ["8:00", "9:00"],
    chart: {
      total: false,
      signature: "s",
      strange: [{ about: "swing", name: "half", proposal: "9:00", answer: "" }],
      boxes: [
        { ...box("60", "9:00", 42), line: 2, club_name: "60", swing_name: "9:00", of_yd: null },
        { ...box("56", "", 44), line: 3, club_name: "56", swing_name: "half", of_yd: [43, 45] },
      ],
    },
  };
  const { page } = await show(
    ImportPage,
    { studentId: "s" },
    answers({ "POST /api/students/s/files/look": look }),
  );
  const input = page.get<HTMLInputElement>("input[type=file]");
  Object.defineProperty(input.element, "files", { value: [new File(["x"], "chart.csv")] });
  await input.trigger("change");
  await settled();
  expect(page.text()).toContain("chart.csv is a chart. 1 number are filled in below, 1 range as the mean");
  expect(page.text()).toContain('Line 4, 9:00: "52/54" is two numbers.');
  expect(page.get<HTMLInputElement>('[aria-label^="56 9:00"]').element.value).toBe("48");
  await page.get(".names select").setValue("9:00");
  await settled();
  expect(page.get<HTMLInputElement>('[aria-label^="56 9:00"]').element.value).toBe("44");
});
