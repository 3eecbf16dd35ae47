import { flushPromises, mount } from "@vue/test-utils";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { computed, defineComponent, ref } from "vue";
import { outboxState, startOutbox, stopOutbox } from "@/shared/outbox/outbox";
import { serve } from "@/testing/page";
import type { BayNow } from "./bay";
import { useGroup, type Bay, type Group } from "./group";
import { useWrong } from "./wrong";

const bay = (number: number, balls = 0): Bay => ({
  number,
  student_id: `s${number}`,
  student: `Student ${number}`,
  units: "yd",
  plays: null,
  balls,
  latest: [],
});
const group = (more: Partial<Group> = {}): Group => ({
  id: "g",
  day: "2026-05-31",
  by: "Ilse",
  over: false,
  up: 1,
  change: "1",
  monitor: null,
  bays: [bay(1), bay(2), bay(3)],
  ...more,
});

/** A server with a group, which may be away; and a tablet that shows it. */
function tablet() {
  const server = { group: group(), away: false, refuse: "" };
  const answer = () => {
    if (server.away) throw new TypeError("no network");
    return server.group;
  };
  const asked = serve({
    "GET /api/groups/g": answer,
    "GET /api/groups/g/change": () => ({ change: answer().change }),
    "PUT /api/groups/g/turns": (one: { body: unknown }) => {
      answer();
      if (server.refuse)
        return Response.json(
          {
            type: "oxgang:x",
            status: 422,
            code: "unusable-input",
            title: server.refuse,
            field: "",
          },
          { status: 422 },
        );
      const said = one.body as { kind: string; number: number };
      if (said.kind === "up") server.group = { ...server.group, up: said.number, change: "2" };
      return server.group;
    },
  });
  let now!: ReturnType<typeof useGroup>;
  const page = mount(
    defineComponent({
      setup() {
        now = useGroup("g");
        return () => null;
      },
    }),
  );
  const turns = () => asked.filter((one) => one.path.endsWith("/turns"));
  return { server, page, now, turns };
}

describe("a group on a tablet", () => {
  beforeEach(() => {
    localStorage.clear();
    vi.useFakeTimers({ shouldAdvanceTime: true });
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it("shows a turn at once, and tells the server in order, each under an id of its own", async () => {
    const { now, turns, page } = tablet();
    await flushPromises();
    now.takeTurn(2);
    now.takeTurn(3);
    expect(now.up.value).toBe(3);
    await flushPromises();
    await vi.advanceTimersByTimeAsync(50);
    const told = turns().map((one) => one.body as { number: number; uid: string; at: string });
    expect(told.map((one) => one.number)).toEqual([2, 3]);
    expect(new Set(told.map((one) => one.uid)).size).toBe(2);
    expect(now.pending.value).toEqual([]);
    page.unmount();
  });

  it("keeps turns without a network, over a reload, and tells them with their moments", async () => {
    const { now, server, page } = tablet();
    await flushPromises();
    server.away = true;
    now.takeTurn(2);
    await flushPromises();
    expect([now.up.value, now.away.value]).toEqual([2, true]);
    const pressed = now.pending.value[0]?.at;
    page.unmount();

    const later = tablet();
    await flushPromises();
    await vi.advanceTimersByTimeAsync(50);
    const [told] = later.turns().map((one) => one.body as { number: number; at: string });
    expect(told).toMatchObject({ number: 2, at: pressed });
    expect(later.now.up.value).toBe(2);
    later.page.unmount();
  });

  it("follows another tablet within a second, and asks for the whole only when it moved", async () => {
    const { now, server, page } = tablet();
    await flushPromises();
    server.group = group({ up: 3, change: "9", bays: [bay(1, 4), bay(2), bay(3)] });
    await vi.advanceTimersByTimeAsync(1000);
    expect(now.up.value).toBe(3);
    expect(now.bays.value[0]?.balls).toBe(4);
    page.unmount();
  });

  it("drops a turn that the server refuses for good, and says why", async () => {
    const { now, server, page } = tablet();
    await flushPromises();
    server.refuse = "Nobody hits in bay 5.";
    now.takeTurn(5);
    await flushPromises();
    await vi.advanceTimersByTimeAsync(50);
    expect(now.error.value).toBe("Nobody hits in bay 5.");
    expect([now.up.value, now.pending.value.length]).toEqual([1, 0]);
    page.unmount();
  });
});

describe("a wrong student", () => {
  const at = (second: number) => new Date(Date.UTC(2026, 4, 31, 10, 0, second)).toISOString();
  const ball = (uid: string, second: number, refused = "") => ({
    uid,
    hit_at: at(second),
    refused,
    carry_yd: 50,
    total_yd: null,
  });
  const here = (number: number, balls: ReturnType<typeof ball>[]) =>
    ({
      studentId: `s${number}`,
      number: ref(number),
      name: ref(`Student ${number}`),
      cell: ref({
        club: `${number}`,
        swing: "9:00",
        trajectory: "low",
        spin: "check",
        tempo: "normal",
      }),
      session: { balls: computed(() => balls) },
    }) as unknown as BayNow;

  beforeEach(() => serve({ "PUT /api/groups/g/moves": () => new Promise(() => undefined) }));
  afterEach(() => {
    stopOutbox();
    outboxState.ops.splice(0);
    vi.unstubAllGlobals();
  });

  it("asks about the last balls of whoever hit last, one more each time, to five", () => {
    const one = here(1, [ball("a", 1), ball("x", 30)]);
    const two = here(
      2,
      [2, 3, 4, 5, 6, 7].map((n) => ball(`b${n}`, 30 + n)).concat(ball("no", 50, "refused")),
    );
    const wrong = useWrong("g", () => [one, two]);
    expect(wrong.from.value).toBeNull();
    wrong.ask();
    expect(wrong.asked.value.map((w) => w.ball.uid)).toEqual(["b7"]);
    for (let i = 0; i < 4; i++) wrong.ask();
    expect(wrong.asked.value.map((w) => w.ball.uid)).toEqual(["b3", "b4", "b5", "b6", "b7"]);
    wrong.ask();
    expect(wrong.many.value).toBe(1);
    wrong.ask(true);
    expect(wrong.many.value).toBe(5);
    wrong.leave();
    expect(wrong.asked.value).toEqual([]);
  });

  it("moves them through the outbox, with the shot of the right one, and never to the same", async () => {
    await startOutbox({ coach: 1, academy: 1, name: "Ilse" });
    const one = here(1, [ball("a", 1)]);
    const two = here(2, []);
    const wrong = useWrong("g", () => [one, two]);
    wrong.ask();
    expect(wrong.give(one)).toBe("");
    expect(outboxState.ops).toEqual([]);
    wrong.ask();
    expect(wrong.give(two)).toContain("now logged for Student 2");
    await flushPromises();
    expect(outboxState.ops[0]).toMatchObject({
      kind: "move",
      studentId: "s1",
      toId: "s2",
      uid: "a",
      groupId: "g",
      shown: { club: "2", trajectory: "low" },
    });
    expect(wrong.many.value).toBe(0);
  });

  it("finds nothing where nobody has hit", () => {
    const wrong = useWrong("g", () => [here(1, [])]);
    expect(wrong.ask()).toBe(false);
  });
});
