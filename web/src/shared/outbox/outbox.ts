/**
 * Writes that must not be lost: kept in the browser until the server has acknowledged them, sent in
 * order, once each (the server knows a ball by the id made here, so a repeat is harmless), in the
 * name of the coach who made them and of nobody else.
 */
import { v7 as uuid } from "uuid";
import { reactive } from "vue";
import { api, Problem, dataOf, sentenceOf, Unreachable, type Schemas } from "@/shared/api/client";
import { store, storeOpens, type BallIn, type Op, type OpKind, type Recorded } from "./store";

export { store };
export type { BallIn, Op, Recorded } from "./store";

export interface Owner {
  coach: number;
  academy: number;
  name: string;
}

/** What a view asks for: the write, and to which ball of which student. */
export type Wanted = OpKind & { studentId: string; uid: string };

export interface Others {
  owner: number;
  coach: string;
  academy: number;
  balls: number;
}
interface State {
  /** All unacknowledged writes of this browser, oldest first, whoever made them. */
  ops: Op[];
  owner: Owner | null;
  /** How many balls of the coach who is signed in wait to be sent. */
  waiting: number;
  /** Balls of other coaches of this browser, which wait for them. */
  others: Others[];
  /** Why nothing gets through just now. */
  trouble: string;
  /** This browser keeps nothing: what waits is gone when the page is. */
  fragile: boolean;
}
export const outboxState = reactive<State>({
  ops: [],
  owner: null,
  waiting: 0,
  others: [],
  trouble: "",
  fragile: false,
});

/** `newest` is whether no later write of the same ball waits. */
type AckListener = (op: Op, recorded: Recorded, newest: boolean) => void;
const ackListeners = new Set<AckListener>();
type RoundListener = (op: Op, kept: Schemas["RoundSaved"]) => void;
const roundListeners = new Set<RoundListener>();
type MoveListener = (op: Op & { kind: "move" }) => void;
const moveListeners = new Set<MoveListener>();
const RETRY_MS = 3000;
const SEND_MS = 15_000;
/** Statuses that say nothing of the write itself: 403 is a token that has just changed. */
const LATER = new Set([401, 403, 408, 425, 429]);
let retryTimer: ReturnType<typeof setTimeout> | undefined;
let sending = false;
let again = false;

export function onAcknowledged(listener: AckListener): () => void {
  ackListeners.add(listener);
  return () => ackListeners.delete(listener);
}

/** The server has a round, and says what it was worth. */
export function onRoundSaved(listener: RoundListener): () => void {
  roundListeners.add(listener);
  return () => roundListeners.delete(listener);
}

/** The server has given a ball to the student who hit it. */
export function onMoved(listener: MoveListener): () => void {
  moveListeners.add(listener);
  return () => moveListeners.delete(listener);
}

/** Other tabs of this browser: they share the store, and hear what was acknowledged. */
const tabs = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel("oxgang-outbox");
if (tabs)
  tabs.onmessage = (message: MessageEvent<{ op: Op; recorded: Acknowledged } | "changed">) => {
    if (message.data === "changed") void refresh();
    else settle(message.data.op, message.data.recorded);
  };

const isMine = (op: Op) => op.owner === outboxState.owner?.coach;
const balls = (ops: Op[]) => new Set(ops.map((op) => op.uid)).size;
const plain = (op: Op): Op => JSON.parse(JSON.stringify(op)) as Op;

function count(): void {
  const { ops } = outboxState;
  const stuck = new Set(ops.filter((op) => op.refused).map((op) => op.uid));
  outboxState.waiting = balls(ops.filter((op) => isMine(op) && !stuck.has(op.uid)));
  const theirs = new Map(ops.filter((op) => !isMine(op)).map((op) => [op.owner, op]));
  outboxState.others = [...theirs.values()].map(({ owner, coach, academy }) => ({
    owner,
    coach,
    academy,
    balls: balls(ops.filter((op) => op.owner === owner)),
  }));
}

/** Read the store again: another tab may have sent, added or dropped something. */
async function refresh(): Promise<void> {
  if (outboxState.fragile) return;
  let stored: Op[];
  try {
    stored = await store.ops.all();
  } catch {
    outboxState.fragile = true;
    return;
  }
  const inMemory = outboxState.ops.filter((op) => op.seq === undefined);
  const added = new Set(inMemory.map((op) => op.id));
  const now = [...stored.filter((op) => !added.has(op.id)), ...inMemory];
  const same = (one: Op, other: Op | undefined) => one.id === other?.id && one.refused === other.refused;
  if (now.length !== outboxState.ops.length || !now.every((op, i) => same(op, outboxState.ops[i])))
    outboxState.ops.splice(0, outboxState.ops.length, ...now);
  count();
}

/** A coach has signed in: what earlier pages left behind for this coach is sent. */
export async function startOutbox(owner: Owner): Promise<void> {
  outboxState.owner = owner;
  outboxState.trouble = "";
  if (!(await storeOpens())) outboxState.fragile = true;
  else {
    const { coach, academy, name } = owner;
    // Kept by an Oxgang that did not write down whose they are.
    await store.ops
      .modify((op) =>
        (op.owner as number | undefined) === undefined
          ? { ...op, owner: coach, academy, coach: name, id: op.id ?? uuid() }
          : null,
      )
      .catch(() => undefined);
  }
  await refresh();
  count();
  await flushOutbox();
}

/** What waits for somebody who has left the academy is sent in one's own name: a head coach's to do. */
export async function takeOver(from: Others): Promise<void> {
  const { owner: me } = outboxState;
  if (!me || from.academy !== me.academy) return;
  const mine = (op: Op): Op => ({ ...op, owner: me.coach, coach: me.name });
  const theirs = (op: Op) => op.owner === from.owner && op.academy === me.academy;
  await store.ops.modify((op) => (theirs(op) ? mine(op) : null)).catch(() => undefined);
  outboxState.ops.forEach((op, i) => theirs(op) && outboxState.ops.splice(i, 1, mine(op)));
  tabs?.postMessage("changed");
  await refresh();
  count();
  await flushOutbox();
}

/** What waits for somebody who has left is given up. */
export async function giveUp(from: Others): Promise<void> {
  for (const op of outboxState.ops.filter((one) => one.owner === from.owner))
    if (op.seq !== undefined) await store.ops.delete(op.seq).catch(() => undefined);
  outboxState.ops.splice(
    0,
    outboxState.ops.length,
    ...outboxState.ops.filter((op) => op.owner !== from.owner),
  );
  tabs?.postMessage("changed");
  await refresh();
  count();
}

/** Nobody is signed in any more: everything waits. */
export function stopOutbox(): void {
  clearTimeout(retryTimer);
  outboxState.owner = null;
  count();
}

/** Keep a write and send it as soon as may be. The op shows in `outboxState.ops` at once. */
export async function enqueue(wanted: Wanted): Promise<void> {
  const { owner } = outboxState;
  if (!owner) throw new Error("Nobody is signed in.");
  const op: Op = {
    ...wanted,
    id: uuid(),
    owner: owner.coach,
    academy: owner.academy,
    coach: owner.name,
  };
  outboxState.ops.push(op);
  const shown = outboxState.ops[outboxState.ops.length - 1] as Op;
  count();
  if (!outboxState.fragile) {
    try {
      shown.seq = await store.ops.add(plain(op));
      tabs?.postMessage("changed");
    } catch {
      // Quota, private window: it is sent from memory, and the page says so.
      outboxState.fragile = true;
    }
  }
  void flushOutbox();
}

async function forget(op: Op): Promise<void> {
  if (op.seq !== undefined) await store.ops.delete(op.seq).catch(() => undefined);
  const at = outboxState.ops.findIndex((other) => other.id === op.id);
  if (at >= 0) outboxState.ops.splice(at, 1);
  count();
}

/** Drop a refused write, with everything that followed for the same ball. */
export async function drop(uid: string): Promise<void> {
  for (const op of outboxState.ops.filter((o) => o.uid === uid && isMine(o))) await forget(op);
  tabs?.postMessage("changed");
}

/** Send the refused writes of a ball once more, with an answer to what the server asked. */
export async function tryAgain(uid: string, answer: Partial<BallIn> = {}): Promise<void> {
  for (const op of outboxState.ops.filter((o) => o.uid === uid && isMine(o) && o.refused)) {
    delete op.refused;
    delete op.code;
    delete op.field;
    if (op.kind === "record") Object.assign(op.body, answer);
    if (op.seq !== undefined) await store.ops.put(plain(op)).catch(() => undefined);
  }
  count();
  await flushOutbox();
}

function settle(op: Op, recorded: Acknowledged): void {
  const at = outboxState.ops.findIndex((other) => other.id === op.id);
  if (at >= 0) outboxState.ops.splice(at, 1);
  const newest = !outboxState.ops.some((other) => other.uid === op.uid);
  if ("ball" in recorded) ackListeners.forEach((listener) => listener(op, recorded, newest));
  else if ("round" in recorded) roundListeners.forEach((listener) => listener(op, recorded));
  else if (op.kind === "move") moveListeners.forEach((listener) => listener(op));
  count();
}

type Acknowledged = Recorded | Schemas["RoundSaved"] | Schemas["BallsMoved"];
/** What an answer acknowledges. */
function uidOf(answer: Acknowledged | undefined): string | undefined {
  if (!answer) return undefined;
  if ("round" in answer) return answer.round.uid;
  return "ball" in answer ? answer.ball.uid : answer.balls[0];
}

async function deliver(op: Op): Promise<Acknowledged> {
  const ball = { params: { path: { student_id: op.studentId, uid: op.uid } } };
  const signal = AbortSignal.timeout(SEND_MS);
  const path = "/api/students/{student_id}/balls/{uid}";
  const ask = (): Promise<{ data?: Acknowledged }> => {
    switch (op.kind) {
      case "round":
        return api.PUT("/api/students/{student_id}/rounds", {
          params: { path: { student_id: op.studentId } },
          body: op.body,
          signal,
        });
      case "record":
        return api.PUT("/api/students/{student_id}/balls", {
          params: { path: { student_id: op.studentId } },
          body: op.body,
          signal,
        });
      case "move":
        return api.PUT("/api/groups/{group_id}/moves", {
          params: { path: { group_id: op.groupId } },
          body: { student_id: op.studentId, to_id: op.toId, balls: [op.uid] },
          signal,
        });
      case "mark":
        return api.PATCH(path, { ...ball, body: op.body, signal });
      case "undo":
        return api.DELETE(path, { ...ball, signal });
      case "restore":
        return api.POST(`${path}/restore`, { ...ball, signal });
    }
  };
  let recorded: Acknowledged | undefined;
  try {
    recorded = await dataOf(ask());
  } catch (error) {
    if (error instanceof SyntaxError) throw new Unreachable(FOREIGN);
    throw error;
  }
  // An empty or foreign answer acknowledges nothing: only one that names this ball does.
  if (uidOf(recorded) !== op.uid || !recorded) throw new Unreachable(FOREIGN);
  return recorded;
}
const FOREIGN = "Another server answered instead of Oxgang. The balls are saved and will be sent again.";

async function sendAll(): Promise<void> {
  for (;;) {
    await refresh();
    const { owner } = outboxState;
    if (!owner) return;
    const mine = outboxState.ops.filter(isMine);
    const stuck = new Set(mine.filter((op) => op.refused).map((op) => op.uid));
    const op = mine.find((o) => !stuck.has(o.uid) && (o.seq !== undefined || outboxState.fragile));
    if (!op) return;
    try {
      const recorded = await deliver(op);
      outboxState.trouble = "";
      await forget(op);
      settle(op, recorded);
      tabs?.postMessage({ op: plain(op), recorded });
    } catch (error) {
      if (!isFinal(error)) {
        outboxState.trouble = error instanceof Problem && !error.ours ? FOREIGN : sentenceOf(error);
        // A signed-out session sends again after the sign-in; everything else after a while.
        const signedOut = error instanceof Problem && error.ours && error.status === 401;
        if (!signedOut) retryTimer = setTimeout(() => void flushOutbox(), RETRY_MS);
        return;
      }
      op.refused = error.message;
      op.code = error.code;
      op.field = error.field;
      const { refused, code, field } = op;
      if (op.seq !== undefined)
        await store.ops.update(op.seq, { refused, code, field }).catch(() => undefined);
      tabs?.postMessage("changed");
      count();
    }
  }
}

/** Whether the server itself has refused the write, whatever the network does. */
function isFinal(error: unknown): error is Problem {
  if (!(error instanceof Problem) || !error.ours || error.status >= 500) return false;
  return error.code === "not-allowed" || !LATER.has(error.status);
}

/** One tab of the browser sends at a time. */
async function alone(send: () => Promise<void>): Promise<void> {
  if (navigator.locks) await navigator.locks.request("oxgang-outbox", send);
  else await send();
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
      await alone(sendAll);
    } while (again);
  } finally {
    sending = false;
  }
}

window.addEventListener("online", () => void flushOutbox());
window.addEventListener("beforeunload", (event) => {
  // What is only in memory goes with the page.
  if (outboxState.ops.some((op) => op.seq === undefined && !op.refused)) event.preventDefault();
});
