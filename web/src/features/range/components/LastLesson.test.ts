import { afterEach, expect, test, vi } from "vitest";
import type { Schemas } from "@/shared/api/client";
import { NO_LESSONS, show } from "@/testing/page";
import LastLesson from "./LastLesson.vue";

const lesson = (more: Partial<Schemas["LessonOut"]> = {}): Schemas["LessonOut"] => ({
  seen: {},
  faults: [],
  cue: "fault-fat.cue",
  drill: "",
  note: "",
  day: "2026-05-20",
  by: "Ilse",
  changed_at: "2026-05-20T10:00:00Z",
  ...more,
});
const still = (id: number, swing: string, trajectory: Schemas["Trajectory"] | null) => ({
  id,
  swing,
  trajectory,
  width: 9,
  height: 9,
  taken_on: "2026-05-20",
  marks: null,
  address: `/still-${id}`,
});
const shown = (page: Partial<Schemas["LessonsPage"]>, props: object = {}) =>
  show(
    LastLesson,
    { studentId: "s", swing: "9:00", height: "low", ...props },
    {
      "GET /api/students/s/lessons": { ...NO_LESSONS, ...page },
    },
  );
afterEach(() => vi.unstubAllGlobals());

test("the last lesson in one line: its cue, else the coach's words", async () => {
  const cue = await shown({ lessons: [lesson(), lesson({ day: "2026-05-01", cue: "old" })] });
  expect(cue.text()).toContain(": Shoulders level, chest to the target");
  cue.page.unmount();
  const words = await shown({ lessons: [lesson({ cue: "", note: "Hat level." })] });
  expect(words.text()).toContain(": Hat level.");
  words.page.unmount();
  expect((await shown({})).page.find(".last").exists()).toBe(false);
});

test("the picture of this swing at this height, else of the swing, and no other", async () => {
  const all = [still(1, "10:00", null), still(2, "9:00", null), still(3, "9:00", "low")];
  const source = async (pictures: typeof all, props: object = {}) => {
    const { page } = await shown({ pictures }, props);
    const image = page.find("img");
    const found = image.exists() ? image.attributes("src") : null;
    page.unmount();
    return found;
  };
  expect(await source(all)).toBe("/still-3");
  expect(await source(all, { height: "stock" })).toBe("/still-2");
  expect(await source(all, { swing: "8:00" })).toBeNull();
  const { page } = await shown({ pictures: all });
  await page.find("button").trigger("click");
  expect(page.find("img").classes()).toContain("large");
});
