import { afterEach, expect, test, vi } from "vitest";
import { problem, read, settled, show, type Asked } from "@/testing/page";
import { ANSWERS, ball, cell } from "@/testing/samples";
import ReviewPage from "./ReviewPage.vue";

const suspicion = (code: string, values: object, share: number, probability: number) => ({
  touched: { code, values },
  club_id: code === "touch-club" ? "c56" : null,
  swing: "",
  trajectory: null,
  probability,
  share,
  lo: share - 0.02,
  hi: share + 0.02,
  balls: 12,
});
const verdict = (advice: string, more: object = {}) => ({
  shift: { share: 0.012, lo: -0.01, hi: 0.03, changed: false },
  nothing: 0.02,
  suspicions: [
    suspicion("touch-club", { club: "56" }, 0.08, 0.9),
    suspicion("touch-together", {}, 0.05, 0.06),
  ],
  advice,
  balls: 15,
  since: "2026-05-31",
  bad_day: false,
  wild: false,
  solid: 11,
  struck: 12,
  usual_solid: 0.85,
  scatter: 1.3,
  scattered: true,
  conditions: 0.05,
  ...more,
});
const moved = (name: string, before: number, after: number, more: object = {}) => ({
  before: cell(name, before),
  after: cell(name, after),
  new_balls: 6,
  chance: 0.4,
  real: false,
  ...more,
});
const REVIEW = {
  balls: [ball("a", 61), ball("b", 70), ball("c", 62)],
  moved: [
    moved("56 9:00", 60, 64, { real: true }),
    moved("60 9:00", 50, 50.2, { before: cell("60 9:00", 50, { basis: "estimated" }) }),
    moved("56 10:00", 70, 74, { new_balls: 0 }),
  ],
  suspects: [{ uid: "b", cell: ball("b", 70), carry_yd: 70, usual_yd: 61.5, might_be: ["hard", "thin"] }],
  conflicts: [],
  verdict: null as object | null,
  days: ["2026-05-30"],
};
const review = (more: object = {}, answers: object = {}) =>
  show(
    ReviewPage,
    { studentId: "s" },
    { ...ANSWERS, "GET /api/students/s/review": { ...REVIEW, ...more }, ...answers },
  );
afterEach(() => vi.unstubAllGlobals());

test("what moved, by how much, and whether chance alone would do it", async () => {
  const { page, text } = await review();
  const rows = page.findAll("tbody tr").map(read);
  expect(rows[0]).toContain("56 9:00 stock 60 ± 2 64 ± 2 +4 6 probably changed");
  expect(rows[1]).toContain("60 9:00 stock 50 ± 2 50 ± 2 same 6 as estimated");
  expect(text()).toContain("1 other carries change with them");
  expect(text()).toContain("Far from the others at 62. A mishit?");
});

test("one press confirms the balls and publishes the card, looking as the last one did", async () => {
  const version = (number: number) => ({ number, note: "", by: "", published_at: "", level: 0.9 });
  const { press, writes, router } = await review(
    {},
    {
      "POST /api/students/s/review": { accepted: 3 },
      "GET /api/students/s/versions": [version(4)],
      "POST /api/students/s/versions": version(5),
    },
  );
  await press(/publish card 5/);
  await vi.waitFor(() => expect(router.currentRoute.value.name).toBe("card"));
  expect(writes().map((one) => [one.path, one.body])).toEqual([
    ["/api/students/s/review", { keep: null, aside: {} }],
    ["/api/students/s/versions", { note: "", picks: true }],
  ]);
});

test("without a card there is none to publish from here", async () => {
  const { text } = await review({}, { "GET /api/students/s/versions": [] });
  expect(text()).not.toContain("publish");
});

test("all are kept but those set aside with a reason, and those that wait", async () => {
  const kept: Asked[] = [];
  const { page, press, router } = await review(
    {},
    {
      "POST /api/students/s/review": (one: Asked) => {
        kept.push(one);
        return { accepted: 1 };
      },
    },
  );
  // The suspect stands first, before those that look as expected.
  const rows = () => page.findAll("li").filter((li) => li.find("[aria-label=Strike]").exists());
  const pressIn = async (at: number, words: string) => {
    await rows()
      [at]!.findAll("button")
      .find((b) => b.text() === words)!
      .trigger("click");
    await settled();
  };
  await pressIn(0, "Exclude");
  // A suspect has its reason already; another one is to be given.
  expect((rows()[0]!.find("[aria-label=Reason]").element as HTMLInputElement).value).toBe(
    "looks like a mishit",
  );
  await pressIn(2, "Decide later");
  await press("Confirm 1 balls");
  expect(kept[0]!.body).toEqual({ keep: ["a", "b"], aside: { b: "looks like a mishit" } });
  expect(router.currentRoute.value.path).toBe("/"); // one still waits here
  // What could not be read anew afterwards (its cards, here) is no failure of the write.
  expect(page.text()).not.toContain("nothing at");
  await press("Confirm 3 balls");
  expect(kept[1]!.body).toEqual({ keep: null, aside: {} });
  expect(router.currentRoute.value.name).toBe("matrix");
});

test("what has moved is said with its probability, and starts anew from a day", async () => {
  const { page, text, press, writes } = await review(
    { verdict: verdict("replace") },
    { "POST /api/students/s/events": {} },
  );
  expect(page.find(".verdict .head").text()).toBe("Probably changed: the 56, +8 %.");
  expect(text()).toContain("11 of 12 solid, usually 85 %, scatter 1.3 times the usual.");
  expect(text()).toContain("Adjusted for air, wind, ball and lie: +5 % of the carry.");
  const rows = page.findAll(".verdict tbody tr").map(read);
  expect(rows).toEqual([
    "nothing 2 %",
    "the 56 90 % +8 % (+6 % to +10 %)",
    "all carries together 6 % +5 % (+3 % to +7 %)",
  ]);
  await press("Start its carries over from 31 May 2026");
  expect(writes()[0]!.body).toEqual({
    kind: "numbers moved",
    on: "2026-05-31",
    club_id: "c56",
    swing: "",
    trajectory: null,
  });
  expect(text()).toContain("From 31 May 2026 on, older balls of the 56 hardly count.");
});

test.each([
  [verdict("blend"), "No real change. The new balls fit the old ones."],
  [verdict("check-up"), "Maybe longer: the 56. Hit a check-up to be sure."],
  [
    verdict("check-up", { suspicions: [suspicion("touch-together", {}, -0.06, 0.5)] }),
    "Maybe shorter: all carries together. Hit a check-up to be sure.",
  ],
  [verdict("blend", { bad_day: true }), "A bad day of strikes"],
  [verdict("blend", { wild: true }), "Solid, but more spread than usual"],
])("a verdict %#", async (said, words) => {
  expect((await review({ verdict: said })).text()).toContain(words);
});

test("a check-up of what may have moved is planned from here", async () => {
  const { press, writes } = await review(
    { verdict: verdict("check-up") },
    { "POST /api/students/s/check-up": { plan: null } },
  );
  await press("Check-up, 15 balls");
  expect(writes()[0]!.body).toEqual({ balls: 15, moved: true, club: "56", swing: "" });
});

test("a strike put right is said; a refusal is said, and nothing is lost", async () => {
  const { page, text } = await review(
    {},
    {
      "PATCH /api/students/s/balls/a": { ball: ball("a", 61, { strike: "fat" }) },
      "PATCH /api/students/s/balls/b": () => problem(422, "unusable-input", "There is no such club."),
    },
  );
  const strike = () => page.findAll("[aria-label=Strike]");
  await strike()[1]!.setValue("fat");
  await settled();
  expect(text()).toContain("Corrected: 56 9:00 stock, fat.");
  await strike()[0]!.setValue("thin");
  await settled();
  expect(text()).toContain("There is no such club.");
});

test("a day is opened again; nothing waiting says where balls come from", async () => {
  const { text, press, writes } = await review(
    { balls: [] },
    { "POST /api/students/s/reopen": { accepted: 12 } },
  );
  expect(text()).toContain("Nothing to confirm");
  await press(/30 May/).catch(() => undefined);
  if (writes().length) expect(writes()[0]!.body).toEqual({ day: "2026-05-30" });
});
