import { afterEach, expect, test, vi } from "vitest";
import { defineComponent, h } from "vue";
import { serve, settled, show } from "@/testing/page";
import { useLook } from "./look";

const Looking = defineComponent({
  setup() {
    const look = useLook();
    return () => [
      h("button", { onClick: () => look.start() }, "Look around"),
      h("p", look.error.value),
      h("i", look.step.value?.place ?? "no look"),
      h("button", { onClick: look.next }, "Next"),
      h("button", { onClick: look.leave }, "Leave tour"),
    ];
  },
});
const shown = async (answers: object) => {
  const page = await show(Looking, {}, { ...answers });
  // The list is nobody's place.
  page.router.addRoute({ path: "/students", name: "students", component: Looking });
  return page;
};
afterEach(() => vi.unstubAllGlobals());
const rows = (...covered: number[]) => ({
  "GET /api/students": { rows: covered.map((share, i) => ({ id: `s${i}`, covered: share })) },
});

test("the look begins with whoever has most to see, goes on, and ends", async () => {
  const { press, page, router } = await shown(rows(0.2, 0.7, 0.4));
  await press("Look around");
  expect(page.find("i").text()).toBe("students");
  await press("Next");
  expect(router.currentRoute.value.params["studentId"]).toBe("s1");
  for (let step = 0; step < 6; step++) await press("Next");
  expect(page.find("i").text()).toBe("no look");
});

test("an empty academy and a lost network say why there is nothing to look at", async () => {
  const { press, text } = await shown(rows());
  await press("Look around");
  expect(text()).toContain("No students yet.");
  vi.stubGlobal("fetch", () => Promise.reject(new TypeError("no network")));
  await press("Look around");
  await settled();
  expect(text()).not.toContain("There is no student");
  expect(text()).toMatch(/server|network/i);
  serve(rows(0.5));
  await press("Look around");
  expect(text()).toContain("students");
  await press("Leave tour");
  expect(text()).toContain("no look");
});
