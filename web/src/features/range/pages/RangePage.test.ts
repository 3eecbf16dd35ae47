import "fake-indexeddb/auto";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { outboxState, startOutbox, stopOutbox, store } from "@/shared/outbox/outbox";
import { settled, show, type Asked } from "@/testing/page";
import { ANSWERS, ball, cell, key, matrix, planPage, student } from "@/testing/samples";
import RangePage from "./RangePage.vue";

type Sent = { uid: string; carry_yd: number; strike: string; swing: string; confirmed: boolean };
let stored: ReturnType<typeof ball>[];
const answers = (more: object = {}) => ({
  ...ANSWERS,
  "GET /api/students/s/balls": () => stored,
  "GET /api/students/s/cell-balls": [],
  "GET /api/students/s/usual": { lie: "mat", ball: "premium" },
  "GET /api/devices": [],
  "PUT /api/students/s/balls": ({ body }: Asked) => {
    const { uid, carry_yd, strike, swing } = body as Sent;
    const made = ball(uid, carry_yd, { strike: strike as "solid", swing });
    stored.push(made);
    return { ball: made };
  },
  "GET /api/students/s/cell": ({ query }: Asked) => ({
    cell: cell(`56 ${query.get("swing")}`, 61.4, { balls: stored.length }),
    more_balls: 3,
    unsettled: false,
    question: null,
  }),
  ...more,
});
const press = async (...keys: string[]) => {
  for (const key of keys) {
    document.body.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
    await settled();
  }
};
const balls = (asked: Asked[]) => asked.filter((a) => a.method === "PUT").map((a) => a.body as Sent);
const range = (more: object = {}) => show(RangePage, { studentId: "s" }, answers(more));
let leave = () => {};

beforeEach(async () => {
  stored = [];
  localStorage.clear();
  await store.ops.clear();
  outboxState.ops.splice(0);
  await startOutbox({ coach: 1, academy: 1, name: "Ilse" });
});
afterEach(() => {
  leave();
  stopOutbox();
  vi.unstubAllGlobals();
});

test("a carry and Enter is a ball of the cell; its number comes after it is stored", async () => {
  const { page, asked, text } = await range();
  leave = () => page.unmount();
  await press("ArrowDown", "6", "1", "Enter");
  await vi.waitFor(() => expect(balls(asked)).toHaveLength(1));
  expect(balls(asked)[0]).toMatchObject({
    carry_yd: 61,
    swing: "9:00",
    strike: "solid",
    confirmed: false,
    club_id: "c56",
    lie: "mat",
  });
  await vi.waitFor(() => expect(text()).toContain("1 ball"));
  await vi.waitFor(() => expect(asked.some((a) => a.path.endsWith("/cell"))).toBe(true));
  await vi.waitFor(() => expect(page.find(".centre").text()).toMatch(/61\s*± 2/));
});

test("the grid says what each shot carries, in the student's units", async () => {
  const known = {
    "GET /api/students/s/matrix": matrix([cell("56 9:00", 61)]),
    "GET /api/students/s": student({ units: "m" }),
  };
  const { page } = await range(known);
  leave = () => page.unmount();
  expect(page.find('[aria-label="56 9:00"]').text()).toBe("56");
});

test("while a number is worked out, balls that come ask once more for all of them", async () => {
  let answer = () => {};
  const worked = new Promise<void>((done) => (answer = done));
  const { page, asked } = await range({
    "GET /api/students/s/cell": async () => {
      await worked;
      return {
        cell: cell("56 9:00", 61.4, { balls: stored.length }),
        more_balls: 3,
        unsettled: false,
        question: null,
      };
    },
  });
  leave = () => page.unmount();
  const numbers = () => asked.filter((a) => a.path.endsWith("/cell")).length;
  for (let i = 0; i < 5; i++) await press("6", "0", "Enter");
  await vi.waitFor(() => expect(outboxState.ops).toHaveLength(0));
  await settled();
  expect(balls(asked)).toHaveLength(5);
  expect(numbers()).toBe(1);
  answer();
  await vi.waitFor(() => expect(numbers()).toBe(2));
});

test("a long carry is asked about, and a second Enter keeps it", async () => {
  const { page, asked, text } = await range();
  leave = () => page.unmount();
  await press("1", "6", "0", "Enter");
  expect(text()).toContain("160 yd is long for a wedge");
  expect(balls(asked)).toHaveLength(0);
  await press("Enter");
  await vi.waitFor(() => expect(balls(asked)[0]).toMatchObject({ carry_yd: 160, confirmed: true }));
});

test("what is no carry is said, and nothing is logged", async () => {
  const { page, asked, text } = await range();
  leave = () => page.unmount();
  await press("0", "Enter");
  expect(text()).toContain("A carry must be more than 0");
  await press("Escape", ".", ".", "Enter");
  expect(text()).toContain('".." is not a number. Nothing was logged.');
  expect(balls(asked)).toHaveLength(0);
});

test("a strike is of the ball being typed, or of the last one; u takes it back", async () => {
  const marks: Asked[] = [];
  const { page, asked, text } = await range({
    "PATCH /api/students/s/balls/*": () => ({ ball: stored[0] }),
    "DELETE /api/students/s/balls/*": () => ({ ball: stored[0] }),
  });
  leave = () => page.unmount();
  await press("4", "0", "f", "Enter");
  await vi.waitFor(() => expect(balls(asked)[0]).toMatchObject({ strike: "fat" }));
  await press("t");
  await vi.waitFor(() => expect(asked.some((a) => a.method === "PATCH")).toBe(true));
  marks.push(...asked.filter((a) => a.method === "PATCH"));
  expect(marks[0]!.body).toEqual({ strike: "thin" });
  expect(text()).toContain("Last ball: thin.");
  await press("u");
  await vi.waitFor(() => expect(asked.some((a) => a.method === "DELETE")).toBe(true));
});

test("a metres student types metres, and yards are sent", async () => {
  const { page, asked } = await range({ "GET /api/students/s": student({ units: "m" }) });
  leave = () => page.unmount();
  await press("5", "5", "Enter");
  await vi.waitFor(() => expect(balls(asked)[0]!.carry_yd).toBeCloseTo(55 / 0.9144, 3));
});

test("the plan leads from cell to cell, in its own words", async () => {
  const items = [
    { ...cell("56 9:00", 0), balls: 1, place: "net", note: "" },
    { ...cell("60 10:00 low", 0), balls: 4, between: "", ball_position_in: 2 },
  ];
  const { page, text } = await range({ "GET /api/students/s/plan": planPage(items as never) });
  leave = () => page.unmount();
  expect(text()).toContain("check-up 5 balls left");
  expect(text()).toContain("into the net");
  expect(text()).toContain("ball 2 in back");
  await press("n");
  expect(page.find("h1").text()).toBe("56 9:00 stock");
  await press("n");
  expect(page.find("h1").text()).toBe("60 10:00 low");
});

test("near the limit of balls the load is said; without a bag the way to it", async () => {
  stored = Array.from({ length: 75 }, (_, i) => ball(`b${i}`, 60));
  const { page, text } = await range();
  expect(text()).toContain("5 balls left to the limit of 80.");
  page.unmount();
  const bare = await range({
    "GET /api/students/s": student({ clubs: [] }),
    "GET /api/students/s/matrix": matrix([], { clubs: [] }),
  });
  leave = () => bare.page.unmount();
  expect(bare.text()).toContain("Add at least one wedge with its loft");
});

const asking = (guesses: string[], other: string | null = null) => ({
  "GET /api/students/s/cell": () => ({
    cell: cell("56 9:00", 61.4),
    more_balls: 3,
    unsettled: false,
    question: {
      uids: [stored.at(-1)!.uid],
      off_yd: -13,
      usual_yd: 61.4,
      guesses,
      strike: "fat",
      other: other && key(other),
    },
  }),
  "PATCH /api/students/s/balls/:uid": ({ path, body }: Asked) => {
    const uid = path.split("/").at(-1);
    const found = stored.find((one) => one.uid === uid)!;
    Object.assign(found, body, { club: "56" });
    return { ball: found };
  },
});
const marks = (asked: Asked[]) => asked.filter((a) => a.method === "PATCH").map((a) => a.body);

test("a ball far out is asked about in one line, and one key says that it was a mishit", async () => {
  const { page, asked, text } = await range(asking(["mishit"]));
  leave = () => page.unmount();
  await press("ArrowDown", "4", "8", "Enter");
  await vi.waitFor(() => expect(text()).toContain("The last ball is 13 yd short of the usual 61"));
  await press("m");
  await vi.waitFor(() => expect(marks(asked)).toEqual([{ strike: "fat" }]));
  await vi.waitFor(() => expect(page.find(".ask").exists()).toBe(false));
});

test("one key moves the ball to the cell that fits, and the page with it", async () => {
  const { page, asked, text } = await range(asking(["other cell", "mishit"], "56 8:00"));
  leave = () => page.unmount();
  await press("ArrowDown", "4", "8", "Enter");
  await vi.waitFor(() => expect(page.find(".ask").text()).toContain("56 8:00 stock?"));
  await press("c");
  await vi.waitFor(() =>
    expect(marks(asked)).toEqual([
      { club_id: "c56", swing: "8:00", trajectory: "stock", spin: "check", tempo: "normal" },
    ]),
  );
  expect(page.find("h1").text()).toBe("56 8:00 stock");
  expect(text()).toContain("so is the next");
});

test("typing on passes the question by, and it is not asked again of that ball", async () => {
  const { page } = await range(asking(["mishit"]));
  leave = () => page.unmount();
  await press("ArrowDown", "4", "8", "Enter");
  await vi.waitFor(() => expect(page.find(".ask").exists()).toBe(true));
  await press("6");
  expect(page.find(".ask").exists()).toBe(false);
});

test("measured spin is said beside the shot and leaves the ball where it was hit", async () => {
  stored = [ball("a", 50), ball("b", 51), ball("m", 70, { spin_rpm: 7300 })];
  const { page, asked, text } = await range({
    "GET /api/students/s/matrix": matrix([cell("56 9:00", 50), cell("56 9:00", 69, { spin: "grab" })]),
    "GET /api/students/s/cell-balls": () => stored,
  });
  leave = () => page.unmount();
  await press("ArrowDown");
  await vi.waitFor(() => expect(text()).toContain("Measured spin: 7300 rpm."));
  expect(
    asked
      .filter((a) => a.path.endsWith("/cell-balls"))
      .at(-1)
      ?.query.get("spin"),
  ).toBe("check");
  await vi.waitFor(() => expect(text()).toContain("3 solid of 3"));
  expect(page.find(".centre").text()).toContain("50");
});
