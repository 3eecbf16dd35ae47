import { beforeEach, expect, test } from "vitest";
import { settled, show, type Asked } from "@/testing/page";
import { ANSWERS } from "@/testing/samples";
import RangePictures from "./RangePictures.vue";

const HILL = {
  id: 4,
  name: "Hill",
  targets: [{ name: "Flag", distance_yd: 60, right_yd: -4, green_yd: 6, height_m: 1 }],
  left_yd: null,
  right_yd: null,
  far_yd: null,
};
const editor = (pictures: object[], more: object = {}) =>
  show(RangePictures, { disabled: false }, { ...ANSWERS, "GET /api/range-pictures": pictures, ...more });
const sent = (asked: Asked[], method: string) => asked.filter((a) => a.method === method).map((a) => a.body);
beforeEach(() => localStorage.clear());

test("distances typed one after the other are a picture", async () => {
  const { page, asked } = await editor([], {
    "POST /api/range-pictures": ({ body }: Asked) => ({ id: 9, ...(body as object) }),
  });
  await page
    .findAll("button")
    .find((b) => b.text() === "Add target")!
    .trigger("click");
  for (const [i, yards] of ["45", "60"].entries()) {
    const field = page.findAll("[data-distance]")[i]!;
    await field.setValue(yards);
    await field.trigger("keydown", { key: "Enter" });
    await settled();
  }
  await page.find(".save").trigger("click");
  await settled();
  const [body] = sent(asked, "POST") as [{ targets: object[] }];
  expect(body.targets).toMatchObject([
    { name: "45 yd", distance_yd: 45, right_yd: 0 },
    { name: "60 yd", distance_yd: 60 },
  ]);
  expect(page.text()).toContain("Saved Range.");
  page.unmount();
});

test("a change goes with what was seen, and stays typed when somebody else was quicker", async () => {
  const { page, asked, text } = await editor([HILL], {
    "PUT /api/range-pictures/4": new Response(
      JSON.stringify({
        status: 409,
        code: "changed-meanwhile",
        title: "Someone else changed it.",
        field: "",
      }),
      { status: 409, headers: { "content-type": "application/problem+json" } },
    ),
  });
  await page.find("[data-distance]").setValue("63");
  await page.find(".save").trigger("click");
  await settled();
  expect(sent(asked, "PUT")).toMatchObject([
    { targets: [{ distance_yd: 63 }], was: { targets: [{ distance_yd: 60 }] } },
  ]);
  expect(text()).toContain("Someone else changed it.");
  expect((page.find("[data-distance]").element as HTMLInputElement).value).toBe("63");
  page.unmount();
});
