import { flushPromises } from "@vue/test-utils";
import { expect, test } from "vitest";
import { problem, show, type Asked } from "@/testing/page";
import BringIn from "./BringIn.vue";

test("a known student gets what is new in the file, after a question", async () => {
  const known: unknown[] = [];
  const answers = [
    problem(409, "confirm", "M. Okafor is here already. Add what is new in the file?"),
    {
      id: "o",
      name: "M. Okafor",
      merged: { balls: 12, lessons: 1, cards: 0, links: 0, stayed: 3 },
    },
  ];
  const { page, press, text } = await show(
    BringIn,
    {},
    {
      "POST /api/student-files": ({ body }: Asked) => {
        known.push(/name="known"\s+(\w+)/.exec(String(body))?.[1]);
        return answers.shift();
      },
    },
  );
  const input = page.find("input[type=file]");
  Object.defineProperty(input.element, "files", { value: [new File(["{}"], "okafor.oxgang.json")] });
  await input.trigger("change");
  await flushPromises();
  expect(text()).toContain("M. Okafor is here already.");
  await press("Add what is new");
  expect(known).toEqual(["ask", "update"]);
  expect(text()).toContain("M. Okafor got 12 balls, 1 lesson and 0 cards from the file.");
  expect(text()).toContain("3 records were here already.");
});
