import { flushPromises } from "@vue/test-utils";
import { expect, test, vi } from "vitest";
import type { Schemas } from "@/shared/api/client";
import { movedWords } from "@/shared/student/positions";
import { problem, show } from "@/testing/page";
import MeasureStill from "./MeasureStill.vue";
import PositionSeries from "./PositionSeries.vue";

const STILL: Schemas["StillOut"] = {
  id: 4,
  swing: "9:00",
  trajectory: null,
  width: 600,
  height: 800,
  taken_on: "2026-05-20",
  address: "/api/students/s/pictures/4/still.jpg",
  marks: null,
};
const seen = (picture_id: number, day: string, arm: number, said: string) => ({
  picture_id,
  day,
  arm_deg: arm,
  sd_deg: 3.4,
  said,
  off_deg: 0,
});
const SERIES: Schemas["SwingSeriesOut"] = {
  swing: "9:00",
  meant_deg: 90,
  seen: [seen(3, "2026-03-01", 89, "8:58"), seen(4, "2026-05-20", 101, "9:22")],
  moved: { by_deg: 12, sd_deg: 4, real: true },
};
const MARKS = "PUT /api/students/s/pictures/4/marks";
const props = (series?: typeof SERIES) => ({ studentId: "s", still: STILL, series });
/** The picture is shown half as large as it is. */
function touches(page: Awaited<ReturnType<typeof show>>["page"]) {
  const picture = page.get(".shown svg");
  vi.spyOn(picture.element, "getBoundingClientRect").mockReturnValue(new DOMRect(10, 20, 300, 400));
  return async (x: number, y: number) => {
    await picture.trigger("click", { clientX: 10 + x, clientY: 20 + y, pointerType: "touch" });
    await flushPromises();
  };
}

test("two touches measure it; two more on a door frame say how the camera was held", async () => {
  const { page, asked, press } = await show(MeasureStill, props(), { [MARKS]: [SERIES] });
  const touch = touches(page);
  expect(page.get("[role=status]").text()).toBe("Touch the lead shoulder.");
  await touch(175, 150);
  expect(page.get("[role=status]").text()).toBe("Touch the hands.");
  await touch(75, 150);
  // In the picture's own points; a finger of eight is sixteen of them.
  const arm = { shoulder: { x: 350, y: 300 }, hands: { x: 150, y: 300 } };
  expect(asked.findLast(({ method }) => method === "PUT")?.body).toEqual({ ...arm, line: null, touch: 16 });
  await page.setProps({ series: SERIES });
  expect(page.get("[role=status]").text()).toBe("9:22 (101° ± 3), meant 9:00 (90°)");
  expect(page.text()).toContain("Moved: 9:22 on 20 May 2026, 12° longer than before.");
  await press("Level the camera");
  await touch(250, 50);
  await touch(250, 350);
  expect(asked.findLast(({ method }) => method === "PUT")?.body).toEqual({
    ...arm,
    line: [
      { x: 500, y: 100 },
      { x: 500, y: 700 },
    ],
    touch: 16,
  });
});

test("by keys alone, and what is refused is touched anew", async () => {
  const refused = problem(422, "invalid", "Shoulder and hands are too close together.", "hands");
  const { page, asked } = await show(MeasureStill, props(), { [MARKS]: refused });
  const picture = page.get(".shown svg");
  for (const key of ["ArrowLeft", "ArrowUp", "Enter", "ArrowRight", "Enter"])
    await picture.trigger("keydown", { key });
  await flushPromises();
  expect(asked.findLast(({ method }) => method === "PUT")?.body).toMatchObject({
    shoulder: { x: 280, y: 380 },
    hands: { x: 300, y: 380 },
  });
  expect(page.text()).toContain("too close together");
  expect(page.get("[role=status]").text()).toBe("Touch the lead shoulder.");
});

test("a series is drawn with its errors and where the swing is meant; what errors explain is not told", async () => {
  const { page } = await show(PositionSeries, { series: SERIES });
  const [meant, ...bars] = page.findAll("line").map((line) => Number(line.attributes("y1")));
  const dots = page.findAll("circle").map((dot) => Number(dot.attributes("cy")));
  expect([bars.length, dots.length]).toEqual([2, 2]);
  expect(dots[1]).toBeLessThan(meant!);
  expect(dots[0]).toBeGreaterThan(meant!);
  expect(movedWords({ ...SERIES, moved: { by_deg: 3, sd_deg: 4, real: false } })).toBe("");
});
