/**
 * Writes that must not be lost: kept in the browser until the server has acknowledged them, sent in
 * order, once each (the server knows a ball by the id made here, so a repeat is harmless).
 */
import Dexie, { type Table } from "dexie";
import { reactive } from "vue";
import { api, Problem, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";

export type BallIn = Schemas["BallIn"];
export type BallMark = Schemas["BallMark"];
export type Recorded = Schemas["Recorded"];

interface OpBase {
  seq?: number;
  studentId: string;
  uid: string;
  /** Why the server refused it; such an op waits for the coach, not for the network. */
  refused?: string;
}
export type Op = OpBase &
  (
    | { kind: "record"; body: BallIn; club: string }
    | { kind: "mark"; body: BallMark }
    | { kind: "undo" }
    | { kind: "restore" }
  );

class OutboxStore extends Dexie {
  declare ops: Table<Op, number>;
  constructor() {
    super("oxgang");
    this.version(1).stores({ ops: "++seq, studentId" });
  }
}

export const store = new OutboxStore();
/** All unacknowledged ops of this browser, oldest first, and how many balls they keep waiting. */
export const outboxState = reactive<{ ops: Op[]; waiting: number; trouble: string }>({
  ops: [],
  waiting: 0,
  trouble: "",
});

type AckListener = (op: Op, recorded: Recorded) => void;
const ackListeners = new Set<AckListener>();
const RETRY_MS = 3000;
let retryTimer: ReturnType<typeof setTimeout> | undefined;
let sending = false;
let again = false;

export function onAcknowledged(listener: AckListener): () => void {
  ackListeners.add(listener);
  return () => ackListeners.delete(listener);
}

function count(): void {
  outboxState.waiting = new Set(
    outboxState.ops.filter((op) => !op.refused).map((op) => op.uid),
  ).size;
}

/** Read what an earlier page left behind. */
export async function loadOutbox(): Promise<void> {
  const kept = await store.ops.orderBy("seq").toArray();
  const here = new Set(outboxState.ops.map((op) => op.seq));
  outboxState.ops.unshift(...kept.filter((op) => !here.has(op.seq)));
  count();
}

/** Keep a write and send it as soon as may be. The op shows in `outboxState.ops` at once. */
export async function enqueue(op: Op): Promise<void> {
  outboxState.ops.push(op);
  const shown = outboxState.ops[outboxState.ops.length - 1] as Op;
  shown.seq = await store.ops.add({ ...op });
  count();
  void flushOutbox();
}

async function forget(op: Op): Promise<void> {
  if (op.seq !== undefined) await store.ops.delete(op.seq);
  const at = outboxState.ops.findIndex((other) => other.seq === op.seq);
  if (at >= 0) outboxState.ops.splice(at, 1);
  count();
}

/** Drop a refused write, with everything that followed for the same ball. */
export async function drop(uid: string): Promise<void> {
  for (const op of outboxState.ops.filter((o) => o.uid === uid)) await forget(op);
}

function deliver(op: Op): Promise<Recorded> {
  const ball = { params: { path: { student_id: op.studentId, uid: op.uid } } };
  switch (op.kind) {
    case "record":
      return dataOf(
        api.PUT("/api/students/{student_id}/balls", {
          params: { path: { student_id: op.studentId } },
          body: op.body,
        }),
      );
    case "mark":
      return dataOf(
        api.PATCH("/api/students/{student_id}/balls/{uid}", { ...ball, body: op.body }),
      );
    case "undo":
      return dataOf(api.DELETE("/api/students/{student_id}/balls/{uid}", ball));
    case "restore":
      return dataOf(api.POST("/api/students/{student_id}/balls/{uid}/restore", ball));
  }
}

async function sendAll(): Promise<void> {
  for (;;) {
    const stuck = new Set(outboxState.ops.filter((op) => op.refused).map((op) => op.uid));
    const op = outboxState.ops.find((o) => o.seq !== undefined && !stuck.has(o.uid));
    if (!op) return;
    try {
      const recorded = await deliver(op);
      outboxState.trouble = "";
      ackListeners.forEach((listener) => listener(op, recorded));
      await forget(op);
    } catch (error) {
      const final = error instanceof Problem && error.status < 500 && error.status !== 401;
      // 403 is a token that has just changed: the next try reads the new one.
      if (!final || error.status === 429 || error.status === 403) {
        outboxState.trouble = sentenceOf(error);
        // A signed-out session sends again after the sign-in; everything else after a while.
        if (!(error instanceof Problem && error.status === 401)) {
          retryTimer = setTimeout(() => void flushOutbox(), RETRY_MS);
        }
        return;
      }
      op.refused = sentenceOf(error);
      if (op.seq !== undefined) await store.ops.update(op.seq, { refused: op.refused });
      count();
    }
  }
}

/** Send everything that waits, in order. Safe to call at any time. */
export async function flushOutbox(): Promise<void> {
  if (sending) {
    again = true;
    return;
  }
  clearTimeout(retryTimer);
  sending = true;
  try {
    do {
      again = false;
      await sendAll();
    } while (again);
  } finally {
    sending = false;
  }
}

window.addEventListener("online", () => void flushOutbox());
