import { flushPromises } from "@vue/test-utils";
import { expect, test } from "vitest";
import { problem, show } from "@/testing/page";
import StudentField from "@/shared/ui/StudentField.vue";
import MergeBox from "./MergeBox.vue";

const OTHER = { id: "o", name: "M. Okafor", units: "yd", clubs: [] };
const box = (answer: unknown) =>
  show(
    MergeBox,
    { studentId: "s" },
    {
      "POST /api/students/s/merge": () => answer,
      "GET /api/students/o": OTHER,
      "GET /api/students": { rows: [], total: 0 },
    },
  );

test("the other record is named before it goes, and what came is told", async () => {
  const { page, press, text, writes } = await box({ balls: 40, lessons: 1, cards: 0, links: 1, stayed: 2 });
  await press("Choose the other record");
  page.findComponent(StudentField).vm.$emit("choose", "o");
  await flushPromises();
  await press("Merge M. Okafor into this record");
  expect(writes().map((one) => one.body)).toEqual([{ from_id: "o" }]);
  expect(text()).toContain("40 balls, 1 lesson and 0 cards came from M. Okafor.");
  expect(text()).toContain("2 that both had stay in the archived record. Undo it under History.");
  expect(page.emitted("merged")).toHaveLength(1);
});

test("a refusal stands where it happened, and nothing is chosen anew", async () => {
  const refused = problem(422, "unusable-input", "M. Okafor is archived. Restore it first.", "from_id");
  const { page, press, text } = await box(refused);
  await press("Choose the other record");
  page.findComponent(StudentField).vm.$emit("choose", "o");
  await flushPromises();
  await press(/^Merge M/);
  expect(text()).toContain("M. Okafor is archived. Restore it first.");
  expect(page.emitted("merged")).toBeUndefined();
});
