import { afterEach, expect, test, vi } from "vitest";
import { problem, read, settled, show, type Asked } from "@/testing/page";
import { ANSWERS, key, matrix } from "@/testing/samples";
import CardPage from "./CardPage.vue";

const version = (number: number, note = "") => ({
  number,
  note,
  published_at: `2026-05-0${number}T10:00:00Z`,
  by: "Ilse",
});
const link = (id: number, revoked_at: string | null = null) => ({
  id,
  made_at: "2026-05-01T10:00:00Z",
  expires_at: "2026-11-01T10:00:00Z",
  revoked_at,
});
const answers = (more: object = {}) => ({
  ...ANSWERS,
  "GET /api/students/s/versions": [version(2, "smooth"), version(1)],
  "GET /api/students/s/links": [link(7), link(6, "2026-05-02T10:00:00Z")],
  ...more,
});
const card = (more: object = {}) => show(CardPage, { studentId: "s" }, answers(more));
afterEach(() => vi.unstubAllGlobals());

test("a version is published with its note, and stands first", async () => {
  const versions = [version(1)];
  const { page, text, press, writes } = await card({
    "GET /api/students/s/versions": () => versions,
    "POST /api/students/s/versions": ({ body }: Asked) => {
      versions.unshift(version(2, (body as { note: string }).note));
      return versions[0];
    },
  });
  await page.find("#note").setValue("slower back");
  await press("Publish a version");
  expect(writes()[0]!.body).toEqual({ note: "slower back" });
  expect(page.findAll("li b.slab").map((b) => b.text())).toEqual(["v2", "v1"]);
  expect(text()).toContain("slower back");
  expect((page.find("#note").element as HTMLTextAreaElement).value).toBe("");
});

test("a refusal stands on the page, and the note is not lost", async () => {
  const { page, text, press } = await card({
    "POST /api/students/s/versions": () =>
      problem(422, "unusable-input", "Nothing is measured yet."),
  });
  await page.find("#note").setValue("slower back");
  await press("Publish a version");
  expect(text()).toContain("Nothing is measured yet.");
  expect((page.find("#note").element as HTMLTextAreaElement).value).toBe("slower back");
});

test("what moved between two versions, and what is within chance", async () => {
  const { page, text, asked } = await card({
    "GET /api/students/s/versions/1/compare": [
      { key: key("56 9:00"), before_yd: 60, after_yd: 64.2, real: true },
      { key: key("56 10:00"), before_yd: 70, after_yd: 71, real: false },
      { key: key("60 9:00"), before_yd: 50, after_yd: 50.3, real: false },
      { key: key("60 10:00"), before_yd: null, after_yd: 66, real: false },
    ],
  });
  await page.find('[aria-label="From version"]').setValue("1");
  await settled();
  const rows = page.findAll("tbody tr").map(read);
  expect(rows).toEqual([
    "56 9:00 stock 60 → 64 more than chance",
    "56 10:00 stock 70 → 71 within chance",
    "60 10:00 stock – → 66 within chance",
  ]);
  expect(asked.at(-1)!.query.get("to")).toBeNull();
  await page.find('[aria-label="To version"]').setValue("2");
  await settled();
  expect(asked.at(-1)!.query.get("to")).toBe("2");
  expect(text()).not.toContain("Nothing by half a yard");
});

test("a link to the phone card is shown once, and can be ended", async () => {
  const { page, text, press, writes } = await card({
    "POST /api/students/s/links": {
      link: link(8), url: "https://oxgang.test/c/abc", qr: "data:image/svg+xml,x",
    },
    "DELETE /api/students/s/links/7": link(7, "2026-05-31T10:00:00Z"),
  }); // prettier-ignore
  expect(page.findAll("[src^=data]")).toHaveLength(0);
  await press(/make|new link|link for/i);
  expect(writes()[0]!.body).toEqual({ days: 180 });
  expect(`${text()}${page.html()}`).toContain("https://oxgang.test/c/abc");
  await press(/end|revoke/i);
  expect(writes().at(-1)).toMatchObject({ method: "DELETE", path: "/api/students/s/links/7" });
  expect(page.html()).not.toContain("https://oxgang.test/c/abc");
});

test("balls that wait are said; without a bag there is no card", async () => {
  const waiting = await card({ "GET /api/students/s/matrix": matrix(undefined, { waiting: 9 }) });
  expect(waiting.text()).toContain("9 balls wait for a review and would not be in it.");
  const bare = await card({ "GET /api/students/s/matrix": matrix([], { clubs: [] }) });
  expect(bare.text()).toContain("A card needs a measured wedge.");
});
