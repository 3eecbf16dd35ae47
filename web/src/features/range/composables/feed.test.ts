import { PiniaColada } from "@pinia/colada";
import { flushPromises, mount } from "@vue/test-utils";
import { createPinia } from "pinia";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { defineComponent, ref } from "vue";
import { PLAIN, type CellAddress } from "@/shared/api/cells";
import { useFeed, type Device, type SentBall } from "./feed";

interface Asked {
  method: string;
  path: string;
  body: Record<string, unknown>;
}
const device = (more: Partial<Device> = {}): Device => ({
  id: 3,
  name: "Bay 3",
  made_at: "2026-05-31T10:00:00Z",
  revoked_at: null,
  last_heard_at: null,
  plays_for: null,
  student: "",
  by: "",
  plays: null,
  straight: true,
  waiting: 0,
  ...more,
});
const sent = (id: number, more: Partial<SentBall> = {}) =>
  ({ id, ball_uid: `d3-${id}`, measured: {}, question: "", late: false, undone: 0, ...more }) as SentBall;

/** A server with one device, and a view of student s that shows a cell. */
function watching(first: Partial<Device> = {}) {
  const server = { device: device(first), change: 1, balls: [] as SentBall[], down: false };
  const asked: Asked[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    if (server.down) throw new TypeError("no network");
    const path = new URL(request.url).pathname.replace("/api/devices", "");
    const text = await request.text();
    const body = text ? (JSON.parse(text) as Record<string, unknown>) : {};
    asked.push({ method: request.method, path, body });
    if (path === "/change") return Response.json({ change: server.change });
    if (path === "") return Response.json([server.device]);
    if (path === "/3/balls") return Response.json({ balls: server.balls, left: 0 });
    if (path === "/3/plays") {
      server.device = device({ plays_for: "s", student: "Ansel", plays: body["plays"] as never });
      server.change++;
    }
    if (path === "/3/let-go") server.device = device();
    return Response.json(server.device);
  });
  const cell = ref<CellAddress>({ club: "56", swing: "9:00", ...PLAIN });
  const take = vi.fn();
  const moved = vi.fn();
  let feed!: ReturnType<typeof useFeed>;
  const Host = defineComponent({
    setup() {
      feed = useFeed({
        studentId: "s",
        cell: () => cell.value,
        clubId: () => "club-56",
        conditions: () => ({ lie: "mat", ball: "premium" }),
        take,
        moved,
      });
      return () => null;
    },
  });
  const shown = mount(Host, { global: { plugins: [createPinia(), PiniaColada] } });
  const puts = () => asked.filter((one) => one.method === "PUT");
  return { feed, server, asked, puts, cell, take, moved, shown };
}
const later = (ms: number) => vi.advanceTimersByTimeAsync(ms).then(flushPromises);

describe("a launch monitor on the range", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it("plays for the student whom a coach chose, at the cell that is shown", async () => {
    const { feed, puts, cell, shown } = watching();
    await later(50);
    expect(feed.mine.value).toBeNull();
    await feed.choose(3);
    expect(feed.mine.value?.name).toBe("Bay 3");
    expect(puts()[0]?.body).toMatchObject({
      student_id: "s",
      take: true,
      plays: { club_id: "club-56", swing: "9:00", lie: "mat" },
    });
    cell.value = { ...cell.value, swing: "10:00" };
    await later(200);
    expect(puts()[1]?.body).toMatchObject({ take: false, plays: { swing: "10:00" } });
    shown.unmount();
  });

  it("is not set anew by a page that only opens, which says what it plays", async () => {
    const plays = { club_id: "club-56", swing: "11:00", trajectory: "low" } as Device["plays"];
    const { feed, puts, shown } = watching({ plays_for: "s", student: "Ansel", plays });
    await later(900);
    expect(puts()).toEqual([]);
    expect(feed.elsewhere.value).toBe("11:00 low");
    shown.unmount();
  });

  it("is asked for one small number until something has changed", async () => {
    const { server, asked, moved, shown } = watching({ plays_for: "s", student: "Ansel" });
    await later(900);
    const before = asked.length;
    await later(3_000);
    const quiet = asked.slice(before);
    expect(quiet.length).toBeGreaterThan(3);
    expect(new Set(quiet.map((one) => one.path))).toEqual(new Set(["/change"]));
    expect(moved).not.toHaveBeenCalled();
    server.change++;
    await later(700);
    expect(moved).toHaveBeenCalledTimes(1);
    shown.unmount();
  });

  it("says so when another coach has taken it", async () => {
    const { feed, server, shown } = watching({ plays_for: "s", student: "Ansel" });
    await later(900);
    server.device = device({ plays_for: "other", student: "Bryn Calloway", by: "Tobin" });
    server.change++;
    await later(700);
    expect(feed.question.value).toBe("Bay 3 now sends to Bryn Calloway (Tobin).");
    expect(feed.mine.value).toBeNull();
    shown.unmount();
  });

  it("lists the balls that nobody has, and gives or discards them", async () => {
    const { feed, server, asked, take, shown } = watching({ plays_for: "s", student: "Ansel" });
    server.balls = [sent(1), sent(2, { question: "Hit in 1970?", late: true })];
    await later(900);
    expect(feed.waiting.value.map((ball) => ball.id)).toEqual([1, 2]);
    feed.take(feed.waiting.value[1]!, { moment: "arrival" });
    expect(take).toHaveBeenCalledWith(expect.objectContaining({ id: 2 }), { moment: "arrival" });
    await feed.discard(feed.waiting.value[0]!);
    expect(asked.at(-2)).toMatchObject({ path: "/3/discard", body: { balls: [1] } });
    expect(feed.waiting.value).toEqual([]);
    shown.unmount();
  });

  it("says why it hears nothing, and hears again", async () => {
    const { feed, server, shown } = watching({ plays_for: "s", student: "Ansel" });
    await later(900);
    server.down = true;
    await later(700);
    expect(feed.error.value).toContain("No connection");
    server.down = false;
    await later(700);
    expect(feed.error.value).toBe("");
    shown.unmount();
  });
});
