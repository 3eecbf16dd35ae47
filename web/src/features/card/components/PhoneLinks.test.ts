import { afterEach, expect, test, vi } from "vitest";
import { problem, settled, show } from "@/testing/page";
import { ANSWERS } from "@/testing/samples";
import PhoneLinks from "./PhoneLinks.vue";

const link = (more: object = {}) => ({
  id: 7,
  made_at: "2026-05-01T10:00:00Z",
  expires_at: "2026-11-01T10:00:00Z",
  revoked_at: null,
  opened_at: null,
  with_code: true,
  locked: false,
  ...more,
});
const made = {
  link: link(),
  url: "https://oxgang.test/c/new",
  qr: "data:image/svg+xml;base64,",
  reached: true,
};
const links = (more: object = {}) =>
  show(
    PhoneLinks,
    { studentId: "s", published: false },
    {
      ...ANSWERS,
      "GET /api/students/s/links": [link({ locked: true })],
      "GET /api/students/s/sharing": {
        shows: ["card", "homework"],
        usual: ["card"],
        parts: ["card", "homework", "pictures"],
      },
      "PUT /api/students/s/sharing/*": {},
      "PUT /api/students/s/links/7/code": link(),
      "POST /api/students/s/links/7/renew": made,
      ...more,
    },
  );
afterEach(() => vi.unstubAllGlobals());

test("the coach ticks what the student sees", async () => {
  const { page, text, writes } = await links();
  expect(text()).toContain("No card yet. Publish one first.");
  const boxes = page.findAll('input[type="checkbox"]');
  expect(boxes.map((box) => (box.element as HTMLInputElement).checked)).toEqual([true, true, false]);
  await boxes[2]!.trigger("change");
  await settled();
  await boxes[1]!.trigger("change");
  await settled();
  expect(writes().map((one) => [one.path.split("/").pop(), (one.body as { shown: boolean }).shown])).toEqual([
    ["pictures", true],
    ["homework", false],
  ]);
});

test("a link that was guessed at says so, takes another code, and gets a new address", async () => {
  const { page, press, text, writes } = await links();
  expect(text()).toContain("Locked after too many wrong codes");
  expect(text()).toContain("with a code, never opened");
  await press("Code");
  await page.find('[aria-label="New code"]').setValue(" 6022 ");
  await press("Set");
  expect(writes()[0]?.body).toEqual({ code: "6022" });
  await press("New link");
  expect(text()).toContain("https://oxgang.test/c/new");
});

test("a code that everybody tries first is refused where it is typed", async () => {
  const { page, press, text } = await links({
    "POST /api/students/s/links": () =>
      problem(422, "unusable-input", "That password is too common.", "code"),
  });
  await page.find('[aria-label^="Code (4"]').setValue("1234");
  await press("Create link");
  expect(text()).toContain("That password is too common.");
});
