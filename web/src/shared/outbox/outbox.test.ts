import "fake-indexeddb/auto";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { drop, enqueue, flushOutbox, loadOutbox, outboxState, store, type Op } from "./outbox";

const sent: string[] = [];
let answer: (uid: string) => Response;
const fine = () => Response.json({ ball: { uid: "x" }, cell: null });

const record = (uid: string): Op => ({
  kind: "record",
  studentId: "s",
  uid,
  club: "56",
  body: { uid, hit_at: "2026-05-31T10:00:00Z", club_id: "c", swing: "9:00", carry_yd: 60 },
});

beforeEach(async () => {
  sent.length = 0;
  answer = fine;
  vi.useFakeTimers({ toFake: ["setTimeout"] });
  vi.stubGlobal("fetch", async (request: Request) => {
    const { uid } = (await request.json()) as { uid: string };
    const response = answer(uid);
    if (response.ok) sent.push(uid);
    return response;
  });
});
afterEach(async () => {
  vi.useRealTimers();
  outboxState.ops.splice(0);
  await store.ops.clear();
});

const settled = () =>
  vi.waitFor(() => expect(outboxState.ops.some((op) => !op.refused)).toBe(false));

test("writes go in order, once each, and are forgotten when acknowledged", async () => {
  await Promise.all([enqueue(record("a")), enqueue(record("b")), enqueue(record("c"))]);
  await settled();
  expect(sent).toEqual(["a", "b", "c"]);
  expect(await store.ops.count()).toBe(0);
});

test("without a network balls wait, survive a reload, and go in order when it is back", async () => {
  answer = () => {
    throw new TypeError("no network");
  };
  await enqueue(record("a"));
  await enqueue(record("b"));
  expect(outboxState.waiting).toBe(2);
  outboxState.ops.splice(0); // the page is gone; the browser's store is not
  await loadOutbox();
  expect(outboxState.waiting).toBe(2);
  answer = fine;
  await flushOutbox();
  await settled();
  expect(sent).toEqual(["a", "b"]);
});

test("a refused ball keeps its sentence and does not hold up the others", async () => {
  answer = (uid) =>
    uid === "bad"
      ? Response.json({ title: "The club is gone.", code: "x", field: "" }, { status: 422 })
      : fine();
  await enqueue(record("bad"));
  await enqueue(record("good"));
  await settled();
  expect(sent).toEqual(["good"]);
  expect(outboxState.ops[0]?.refused).toBe("The club is gone.");
  await drop("bad");
  expect(await store.ops.count()).toBe(0);
});

test("an expired session stops the sending until someone signs in", async () => {
  answer = () => Response.json({ title: "Signed out.", code: "signed-out" }, { status: 401 });
  await enqueue(record("a"));
  await vi.waitFor(() => expect(outboxState.trouble).toBe("Signed out."));
  expect(await store.ops.count()).toBe(1);
  answer = fine;
  await flushOutbox();
  await settled();
  expect(sent).toEqual(["a"]);
});
