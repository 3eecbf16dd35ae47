import { flushPromises } from "@vue/test-utils";
import { expect, test } from "vitest";
import { problem, show, type Asked } from "@/testing/page";
import StudentField from "./StudentField.vue";
import WrongStudent from "./WrongStudent.vue";

const ODILE = {
  id: "o",
  name: "Odile Fenn",
  units: "yd",
  clubs: [
    { id: "c55", label: "55", in_use: true },
    { id: "old", label: "58", in_use: false },
  ],
  scale: { positions: [{ label: "9:00" }, { label: "10:00" }] },
};
const choices = [
  { label: "this ball", balls: ["a"] },
  { label: "all 3 of 3 May 2026", balls: ["a", "b", "c"] },
];

test("balls go to whoever is named, with the club that is asked for where the bags differ", async () => {
  const answer = ({ body }: Asked) =>
    (body as { club_id: string | null }).club_id
      ? { moved: 3, balls: ["a", "b", "c"] }
      : problem(422, "input", 'There is no "56" in the bag of Odile Fenn. Choose a club.', "club_id");
  const { page, text, press, writes } = await show(
    WrongStudent,
    { studentId: "s", choices },
    {
      "PUT /api/students/s/balls-of-another": answer,
      "GET /api/students/o": ODILE,
      "GET /api/students": { rows: [], total: 0 },
    },
  );
  expect(text()).toContain("Who hit it?");
  await page.find("select").setValue("all 3 of 3 May 2026");
  expect(text()).toContain("Who hit them?");
  page.findComponent(StudentField).vm.$emit("choose", "o");
  await flushPromises();
  await press("Move 3 balls");
  expect(text()).toContain('There is no "56" in the bag of Odile Fenn');
  expect(page.emitted("done")).toBeUndefined();
  const club = page.findAll("select")[1]!;
  expect(club.findAll("option").map((o) => o.text())).toEqual(["55"]);
  await club.setValue("c55");
  await press("Move 3 balls");
  expect(writes().map((one) => one.body)).toEqual([
    { to_id: "o", balls: ["a", "b", "c"], club_id: null, swing: "" },
    { to_id: "o", balls: ["a", "b", "c"], club_id: "c55", swing: "" },
  ]);
  expect(page.emitted("done")).toEqual([["3 balls moved to Odile Fenn. Undo it under History."]]);
});

test("to the student who has them already there is nobody to give", async () => {
  const { page, writes } = await show(WrongStudent, { studentId: "s", choices: [choices[0]!] }, {});
  page.findComponent(StudentField).vm.$emit("choose", "s");
  await page.find("form").trigger("submit");
  expect(writes()).toEqual([]);
  await page.find("form").trigger("keydown", { key: "Escape" });
  expect(page.emitted("leave")).toHaveLength(1);
});
