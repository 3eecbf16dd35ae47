import { afterEach, expect, test, vi } from "vitest";
import { problem, read, settled, show, type Asked } from "@/testing/page";
import { ANSWERS, key, matrix, planPage, student } from "@/testing/samples";
import PlanPage from "./PlanPage.vue";

const item = (name: string, balls: number, more: object = {}) => ({ ...key(name), balls, ...more });
const ITEMS = [
  item("56 9:00", 6, {
    why: { code: "plan-estimated", values: { carry_yd: 61.4, now_yd: 6.2, after_yd: 2.6 } },
  }),
  item("60 10:00 low", 4, { why: { code: "plan-own", values: { words: "hit it often" } } }),
];
const plan = (more: object = {}) => show(PlanPage, { studentId: "s" }, { ...ANSWERS, ...more });
const rows = (page: Awaited<ReturnType<typeof plan>>["page"]) => page.findAll("tbody tr").map(read);
afterEach(() => vi.unstubAllGlobals());

test("the protocols are the server's, by name and by key; the draft says why", async () => {
  const { page, text, asked } = await plan({
    "POST /api/students/s/plan": ({ body }: Asked) => ({
      items: (body as { protocol: string }).protocol === "full map" ? ITEMS : [],
      balls: 10,
    }),
  });
  expect(page.findAll(".protocol")[2]!.attributes("title")).toBe("Every wedge with every stock swing.");
  document.body.dispatchEvent(new KeyboardEvent("keydown", { key: "3", bubbles: true }));
  await settled();
  expect(asked.at(-1)!.body).toMatchObject({ protocol: "full map", balls: 45, minutes: null });
  expect(page.find("h1").text()).toBe("full map");
  expect(rows(page)[0]).toContain("only estimated at 61, ± 6 now, about ± 3 after");
  expect(rows(page)[1]).toContain("hit it often");
  expect(text()).toContain("10 balls, 2 shots");
});

test("a metres student reads metres", async () => {
  const { page } = await plan({
    "GET /api/students/s": student({ units: "m" }),
    "GET /api/students/s/plan": planPage(ITEMS as never),
  });
  expect(rows(page)[0]).toContain("only estimated at 56, ± 6 now, about ± 2 after");
});

test("balls are added and taken out, rows moved, and the whole is kept as it stands", async () => {
  const kept: Asked[] = [];
  const { page, press, text, router } = await plan({
    "GET /api/students/s/plan": planPage(ITEMS as never),
    "PUT /api/students/s/plan": (one: Asked) => {
      kept.push(one);
      return planPage(ITEMS as never);
    },
  });
  await page.findAll('[aria-label="One ball more"]')[0]!.trigger("click");
  await page.findAll("[aria-label=Earlier]")[1]!.trigger("click");
  expect(rows(page)[0]).toContain("60 10:00 low");
  for (let i = 0; i < 4; i++) await page.findAll('[aria-label="One ball less"]')[0]!.trigger("click");
  expect(rows(page)).toHaveLength(1);
  expect(text()).toContain("7 balls, 1 shots");
  await press("Hit it");
  const body = kept[0]!.body as { items: { balls: number }[]; seen: string; looked: boolean };
  expect(body.items.map((i) => i.balls)).toEqual([7]);
  expect([body.seen, body.looked]).toEqual(["2026-05-31T09:00:00Z", true]);
  expect(router.currentRoute.value.name).toBe("range");
});

test("a plan into the net leads to the net", async () => {
  const { press, router } = await plan({
    "GET /api/students/s/plan": planPage([item("56 9:00", 6, { place: "net" })] as never),
  });
  await press("Hit it");
  expect(router.currentRoute.value.name).toBe("net");
});

test("a plan that somebody else made meanwhile is not overwritten unseen", async () => {
  const sentence = "Meanwhile Tobin planned full map. Yours is still here.";
  const { page, press, text, asked } = await plan({
    "GET /api/students/s/plan": planPage(ITEMS as never),
    "PUT /api/students/s/plan": () => problem(409, "changed-meanwhile", sentence),
  });
  await page.find('[aria-label="One ball more"]').trigger("click");
  await press("Hit it");
  expect(text()).toContain(sentence);
  expect(rows(page)[0]).toContain("7");
  expect(asked.filter((a) => a.path.endsWith("/plan") && a.method === "GET")).toHaveLength(2);
});

test("the stage says what is there and what is needed, and the coach's word wins", async () => {
  const { page, text, writes } = await plan({ "PATCH /api/students/s": student() });
  expect(text()).toContain("2 of 6 stock shots within tolerance (70 % of at least 4 needed)");
  await page.find(".sheet li").trigger("click");
  const choice = page.findAll("select").find((s) => s.text().includes("by criteria"))!;
  await choice.setValue("trajectory");
  await settled();
  const kept = writes().filter(({ path }) => !path.endsWith("/effect"));
  expect(kept.map(({ body }) => body)).toEqual([{ stage: "trajectory" }]);
});

test("a plan shows what it settles, and one that is changed meanwhile shows nothing of before", async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  const strip = (from: number, to: number, kind: string) => ({ from_yd: from, to_yd: to, kind });
  const { page, text, asked } = await plan({
    "GET /api/students/s/plan": planPage(ITEMS as never),
    "POST /api/students/s/plan/effect": () => ({
      matrix: matrix(),
      now: [strip(30, 64, "fallow"), strip(65, 100, "sure")],
      later: [strip(30, 100, "sure")],
    }),
  });
  await vi.advanceTimersByTimeAsync(400);
  await settled();
  expect(text()).toContain("What it confirms");
  expect(page.findAll("figure tbody tr").map(read)).toEqual([
    "now 51 % confirmed, 0 % uncertain, 49 % gap 51 %",
    "once hit 100 % confirmed, 0 % uncertain, 0 % gap 100 %",
  ]);
  const effects = () => asked.filter(({ path }) => path.endsWith("/effect"));
  expect((effects()[0]!.body as { items: unknown[] }).items).toHaveLength(2);
  // Five presses of a key ask once, and until the answer is there nothing is shown of the old plan.
  for (let i = 0; i < 5; i++) await page.findAll('[aria-label="One ball more"]')[0]!.trigger("click");
  expect(page.findAll("figure")).toHaveLength(0);
  await vi.advanceTimersByTimeAsync(400);
  await settled();
  const balls = (one?: Asked) => (one?.body as { items: { balls: number }[] }).items[0]!.balls;
  expect(balls(effects().at(-1))).toBe(11);
  expect(effects().length).toBeLessThan(6);
  expect(page.findAll("figure")).toHaveLength(1);
  page.unmount();
  vi.useRealTimers();
});

test("without a plan the ground stands there as it is, and no effect is asked for", async () => {
  const { page, text, asked } = await plan({ "GET /api/students/s/plan": planPage() });
  expect(text()).toContain("No plan yet");
  expect(text()).toContain("The ground now");
  expect(page.find("svg[role=slider]").exists()).toBe(true);
  expect(asked.filter(({ path }) => path.endsWith("/effect"))).toHaveLength(0);
});
