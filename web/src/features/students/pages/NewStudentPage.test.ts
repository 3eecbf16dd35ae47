import { beforeEach, expect, test } from "vitest";
import { problem, settled, show } from "@/testing/page";
import NewStudentPage from "./NewStudentPage.vue";

const SCALES = [
  {
    id: 1,
    key: "clock",
    name: "Clock",
    idea: "By the clock.",
    longest: "",
    positions: [{ label: "9:00", arm_deg: 90, cue: "" }],
  },
  {
    id: 2,
    key: "zones",
    name: "Zones",
    idea: "Three zones.",
    longest: "",
    positions: [
      { label: "1", arm_deg: 60, cue: "" },
      { label: "2", arm_deg: 95, cue: "" },
    ],
  },
];
const USUAL = {
  tolerances: {},
  units: "m",
  scale_id: 2,
  school: "ball-back",
  ball_limit: 60,
  junior_limit: 30,
};
let answer: unknown;
const page = () =>
  show(
    NewStudentPage,
    {},
    {
      "GET /api/scales": SCALES,
      "GET /api/settings": USUAL,
      "POST /api/students": () => answer,
    },
  );
beforeEach(() => {
  answer = { id: "s" };
  localStorage.clear();
});

test("a bag is taken whole, changed freely, and goes with the student", async () => {
  const { page: p, press, writes, router } = await page();
  expect(p.findAll("[name=scale]")).toHaveLength(2);
  expect(p.get<HTMLInputElement>("[name=scale]:checked").element.value).toBe("2");
  await p.get("#name").setValue("Elin Marsh");
  await press("four by name");
  await p.get("[aria-label='Loft of club 2']").setValue("55");
  await press("Remove PW");
  await press("Add club");
  await p.get("[aria-label='Club 4']").setValue("9i");
  await p.get("[aria-label='Loft of club 4']").setValue("41");
  await p.get("[name=scale][value='1']").setValue(true);
  await p.get("[name=school][value=shallow]").setValue(true);
  await p.get("form").trigger("submit");
  await settled();
  const body = writes()[0]!.body as Record<string, unknown>;
  expect(body).toMatchObject({ name: "Elin Marsh", units: "m", scale_id: 1, school: "shallow" });
  expect(body["clubs"]).toEqual([
    { label: "LW", loft_deg: 60 },
    { label: "SW", loft_deg: 55 },
    { label: "GW", loft_deg: 51 },
    { label: "9i", loft_deg: 41 },
  ]);
  expect(router.currentRoute.value.path).toBe("/s/s/matrix");
});

test("without a club the bag is next; a loft that is refused is said beside the bag", async () => {
  const first = await page();
  await first.page.get("#name").setValue("Pell");
  await first.page.get("form").trigger("submit");
  await settled();
  expect(first.router.currentRoute.value.path).toBe("/s/s/setup");
  answer = problem(422, "unusable-input", "A loft of 0 degrees is outside 30 to 70.", "loft_deg");
  const second = await page();
  await second.page.get("#name").setValue("Pell");
  await second.press("Add club");
  await second.page.get("form").trigger("submit");
  await settled();
  expect(second.text()).toContain("outside 30 to 70");
  expect(second.page.get<HTMLInputElement>("#name").element.value).toBe("Pell");
});

test("a name that is there already is asked about once, and nothing typed is lost", async () => {
  answer = problem(409, "confirm", "There is already a student named Elin Marsh. Add a second one?", "name");
  const { page: p, press, text, writes } = await page();
  await p.get("#name").setValue("Elin Marsh");
  await p.get("form").trigger("submit");
  await settled();
  expect(text()).toContain("There is already a student named Elin Marsh.");
  answer = { id: "s" };
  await press("Add a second Elin Marsh");
  expect(writes().map((one) => (one.body as { namesake: boolean }).namesake)).toEqual([false, true]);
});
