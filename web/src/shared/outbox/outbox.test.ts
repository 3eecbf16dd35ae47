import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import {
  drop,
  enqueue,
  flushOutbox,
  giveUp,
  onAcknowledged,
  outboxState,
  startOutbox,
  stopOutbox,
  store,
  takeOver,
  tryAgain,
  type Wanted,
} from "./outbox";

interface Sent {
  uid: string;
  method: string;
  body: Record<string, unknown>;
}
const sent: Sent[] = [];
/** The server: what it answers to each request. */
let answer: (asked: Sent) => Response | Promise<Response>;
const ball = (uid: string) => Response.json({ ball: { uid }, cell: null, more_balls: null });
const problem = (status: number, code: string, title: string, field = "") =>
  Response.json({ type: `oxgang:${code}`, status, code, title, field }, { status });
const dead = () => {
  throw new TypeError("no network");
};
const ilse = { coach: 1, academy: 1, name: "Ilse" };
const tobin = { coach: 2, academy: 1, name: "Tobin" };

const record = (uid: string): Wanted => ({
  kind: "record",
  studentId: "s",
  uid,
  club: "56",
  body: {
    uid,
    hit_at: "2026-05-31T10:00:00Z",
    club_id: "c",
    swing: "9:00",
    carry_yd: 60,
    trajectory: "stock",
  },
});
const undo = (uid: string): Wanted => ({ kind: "undo", studentId: "s", uid });
const restore = (uid: string): Wanted => ({ kind: "restore", studentId: "s", uid });
const uids = () => sent.map((one) => one.uid);
const nothingWaits = () => vi.waitFor(() => expect(outboxState.waiting).toBe(0));

beforeEach(async () => {
  sent.length = 0;
  answer = ({ uid }) => ball(uid);
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
  vi.stubGlobal("fetch", async (request: Request) => {
    const text = await request.text();
    const body = text ? (JSON.parse(text) as Record<string, unknown>) : {};
    const uid = String(body["uid"] ?? /balls\/([^/]+)/.exec(request.url)?.[1]);
    const asked = { uid, method: request.method, body };
    const response = await answer(asked);
    sent.push(asked);
    return response;
  });
  await store.ops.clear();
  outboxState.ops.splice(0);
  outboxState.fragile = false;
  void startOutbox(ilse);
  await vi.advanceTimersByTimeAsync(10);
});
afterEach(() => {
  stopOutbox();
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

describe("a network that comes and goes", () => {
  test("writes go in order, once each, and are forgotten when acknowledged", async () => {
    await Promise.all([enqueue(record("a1")), enqueue(record("b1")), enqueue(record("c1"))]);
    await nothingWaits();
    expect(uids()).toEqual(["a1", "b1", "c1"]);
    expect(await store.ops.count()).toBe(0);
  });

  test("without one, balls wait, survive a reload, and go in order when it is back", async () => {
    answer = dead;
    await enqueue(record("a1"));
    await enqueue(record("b1"));
    expect(outboxState.waiting).toBe(2);
    outboxState.ops.splice(0); // the page is gone; the browser's store is not
    outboxState.waiting = 0;
    answer = ({ uid }) => ball(uid);
    void startOutbox(ilse); // no range page has to be opened
    await vi.advanceTimersByTimeAsync(10);
    await nothingWaits();
    expect(uids()).toEqual(["a1", "b1"]);
  });

  test("a request that hangs is given up, the reason shown, and the ball tried again", async () => {
    let hangs = true;
    answer = ({ uid }) => (hangs ? new Promise<Response>(() => undefined) : ball(uid));
    const timeout = vi.spyOn(AbortSignal, "timeout").mockImplementation((ms) => {
      const control = new AbortController();
      setTimeout(() => control.abort(new DOMException("late", "TimeoutError")), ms);
      return control.signal;
    });
    vi.stubGlobal("fetch", (request: Request) =>
      hangs
        ? new Promise((_, reject) => {
            request.signal.addEventListener("abort", () => reject(request.signal.reason as Error));
          })
        : Promise.resolve(ball("a1")),
    );
    await enqueue(record("a1"));
    await vi.advanceTimersByTimeAsync(15_100);
    expect(outboxState.trouble).toContain("didn't answer in time");
    expect(outboxState.waiting).toBe(1);
    hangs = false;
    await vi.advanceTimersByTimeAsync(3_100);
    await nothingWaits();
    expect(timeout).toHaveBeenCalled();
  });

  test.each([
    ["an empty 200", () => new Response(null, { status: 200 })],
    ["a foreign page", () => new Response("<h1>Hotel Wi-Fi</h1>", { status: 200 })],
    ["foreign JSON", () => Response.json({ ok: true })],
    ["another ball", () => ball("somebody-elses")],
    ["a foreign refusal", () => new Response("blocked", { status: 403 })],
    ["a gateway without a server", () => new Response("<h1>502</h1>", { status: 502 })],
    ["a foreign not found", () => Response.json({ error: "no" }, { status: 404 })],
  ])("%s acknowledges nothing and refuses nothing", async (_, foreign) => {
    answer = foreign;
    await enqueue(record("a1"));
    await vi.waitFor(() => expect(outboxState.trouble).not.toBe(""));
    expect(outboxState.ops[0]?.refused).toBeUndefined();
    expect(await store.ops.count()).toBe(1);
    answer = ({ uid }) => ball(uid);
    await vi.advanceTimersByTimeAsync(3_100);
    await nothingWaits();
  });
});

describe("a browser that keeps nothing", () => {
  test("sends from memory and says so", async () => {
    vi.spyOn(store.ops, "add").mockRejectedValue(new DOMException("full", "QuotaExceededError"));
    answer = dead;
    await enqueue(record("a1"));
    await enqueue(record("b1"));
    expect(outboxState.fragile).toBe(true);
    expect(outboxState.waiting).toBe(2);
    const leaving = new Event("beforeunload", { cancelable: true });
    window.dispatchEvent(leaving);
    expect(leaving.defaultPrevented).toBe(true); // the page would take them with it
    answer = ({ uid }) => ball(uid);
    await vi.advanceTimersByTimeAsync(3_100);
    await nothingWaits();
    expect(uids()).toEqual(["a1", "b1"]);
    const free = new Event("beforeunload", { cancelable: true });
    window.dispatchEvent(free);
    expect(free.defaultPrevented).toBe(false);
  });
});

describe("refusals", () => {
  test("a refused ball keeps its sentence, holds up nobody, and can be tried again", async () => {
    let gone = true;
    answer = ({ uid }) =>
      uid === "bad1" && gone ? problem(422, "unusable-input", "The club is gone.") : ball(uid);
    await enqueue(record("bad1"));
    await enqueue(undo("bad1"));
    await enqueue(record("good"));
    await nothingWaits();
    expect(uids().filter((uid) => uid === "good")).toHaveLength(1);
    expect(outboxState.ops[0]).toMatchObject({ refused: "The club is gone." });
    gone = false;
    await tryAgain("bad1");
    await vi.waitFor(() => expect(outboxState.ops).toHaveLength(0));
    expect(sent.slice(-2).map((one) => one.method)).toEqual(["PUT", "DELETE"]);
  });

  test("what the server asks about is answered, or dropped with all that followed", async () => {
    answer = ({ uid, body }) =>
      body["moment"] ? ball(uid) : problem(409, "confirm", "Hit in 1970?", "hit_at");
    await enqueue(record("old1"));
    await vi.waitFor(() => expect(outboxState.ops[0]?.field).toBe("hit_at"));
    await tryAgain("old1", { moment: "arrival" } as never);
    await nothingWaits();
    expect(sent.at(-1)?.body["moment"]).toBe("arrival");
    await enqueue(record("old2"));
    await enqueue(undo("old2"));
    await vi.waitFor(() => expect(outboxState.ops[0]?.refused).toBeDefined());
    await drop("old2");
    expect(await store.ops.count()).toBe(0);
  });

  test("an expired session stops the sending until someone signs in", async () => {
    answer = () => problem(401, "signed-out", "Signed out.");
    await enqueue(record("a1"));
    await vi.waitFor(() => expect(outboxState.trouble).toBe("Signed out."));
    const tries = sent.length;
    await vi.advanceTimersByTimeAsync(30_000);
    expect(sent).toHaveLength(tries);
    answer = ({ uid }) => ball(uid);
    void startOutbox(ilse);
    await vi.advanceTimersByTimeAsync(10);
    await nothingWaits();
  });
});

describe("two coaches at one tablet", () => {
  test("balls wait for the coach who hit them, and are nobody else's", async () => {
    answer = dead;
    await enqueue(record("ilse"));
    stopOutbox();
    answer = ({ uid }) => ball(uid);
    void startOutbox(tobin);
    await vi.advanceTimersByTimeAsync(10);
    await enqueue(record("tobs"));
    await vi.waitFor(() => expect(uids()).toEqual(["tobs"]));
    expect(outboxState.waiting).toBe(0);
    expect(outboxState.others).toEqual([
      { owner: ilse.coach, coach: "Ilse", academy: ilse.academy, balls: 1 },
    ]);
    await drop("ilse"); // not his to drop
    expect(await store.ops.count()).toBe(1);
    stopOutbox();
    void startOutbox(ilse);
    await vi.advanceTimersByTimeAsync(10);
    await vi.waitFor(() => expect(uids()).toEqual(["tobs", "ilse"]));
  });

  test("what waits for somebody who has left is sent by a head coach, or given up", async () => {
    answer = dead;
    await enqueue(record("ilse"));
    await enqueue(record("more"));
    stopOutbox();
    answer = ({ uid }) => ball(uid);
    void startOutbox(tobin);
    await vi.advanceTimersByTimeAsync(10);
    const [theirs] = outboxState.others;
    await takeOver({ ...theirs!, academy: 99 }); // of another academy: nothing happens
    expect(outboxState.others).toHaveLength(1);
    void takeOver(theirs!);
    await vi.advanceTimersByTimeAsync(10);
    await vi.waitFor(() => expect(uids()).toEqual(["ilse", "more"]));
    expect([await store.ops.count(), outboxState.others]).toEqual([0, []]);
    answer = dead;
    await enqueue(record("last"));
    stopOutbox();
    void startOutbox(ilse);
    await vi.advanceTimersByTimeAsync(10);
    await giveUp(outboxState.others[0]!);
    expect([await store.ops.count(), outboxState.others]).toEqual([0, []]);
  });

  test("what an earlier Oxgang kept belongs to the first who signs in", async () => {
    const op = { ...record("old1"), refused: undefined } as never;
    await store.ops.add(op);
    void startOutbox(ilse);
    await vi.advanceTimersByTimeAsync(10);
    await vi.waitFor(() => expect(uids()).toEqual(["old1"]));
  });
});

describe("several tabs", () => {
  test("a tab that slept does not send an old undo over a newer restore", async () => {
    answer = dead;
    await enqueue(undo("a1"));
    expect(outboxState.ops).toHaveLength(1);
    // Another tab sent the undo and a restore while this one slept: its store is empty.
    await store.ops.clear();
    answer = ({ uid }) => ball(uid);
    await flushOutbox();
    await vi.advanceTimersByTimeAsync(3_100);
    expect(sent).toEqual([]);
    expect(outboxState.waiting).toBe(0);
  });

  test("one sends at a time", async () => {
    let letGo: () => void = () => undefined;
    const otherTab = new Promise<void>((go) => (letGo = go));
    const request = vi.fn(async (_: string, send: () => Promise<void>) => {
      await otherTab;
      await send();
    });
    vi.spyOn(navigator, "locks", "get").mockReturnValue({ request } as never);
    await enqueue(record("a1"));
    await vi.advanceTimersByTimeAsync(50);
    expect(request).toHaveBeenCalledWith("oxgang-outbox", expect.any(Function));
    expect(sent).toEqual([]);
    letGo();
    await nothingWaits();
  });
});

test("an acknowledgement is of the newest state only when nothing newer of the ball waits", async () => {
  const newest: [string, boolean][] = [];
  const stop = onAcknowledged((op, _, isNewest) => newest.push([op.kind, isNewest]));
  answer = dead;
  await enqueue(record("a1"));
  await enqueue(undo("a1"));
  await enqueue(restore("a1"));
  answer = ({ uid }) => ball(uid);
  await vi.advanceTimersByTimeAsync(3_100);
  await nothingWaits();
  expect(newest).toEqual([
    ["record", false],
    ["undo", false],
    ["restore", true],
  ]);
  stop();
});
