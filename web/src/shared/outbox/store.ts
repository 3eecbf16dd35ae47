/** Where writes wait: a table of this browser, each with the coach it belongs to. */
import type { DBSchema } from "idb";
import type { ProblemCode, Schemas } from "@/shared/api/client";
import { database } from "@/shared/storage/database";

export type BallIn = Schemas["BallIn"];
export type BallMark = Schemas["BallMark"];
export type Recorded = Schemas["Recorded"];

interface OpBase {
  /** Its place in the table; none while it is only in memory. */
  seq?: number;
  id: string;
  /** Whose it is. It waits for this coach, whoever else signs in. */
  owner: number;
  academy: number;
  coach: string;
  studentId: string;
  uid: string;
  /** Why the server refused it, and by which code; such a write waits for the coach. */
  refused?: string;
  code?: ProblemCode;
  field?: string;
}
export type OpKind =
  | { kind: "record"; body: BallIn; club: string }
  /** `club` is the label of the club that the ball moves to. */
  | { kind: "mark"; body: BallMark; club?: string }
  | { kind: "undo" }
  /** A round of practice, under its own id. */
  | { kind: "round"; body: Schemas["RoundIn"] }
  /** The ball was another student's, of a group; `shown` is how it stands meanwhile. */
  | { kind: "move"; groupId: string; toId: string; shown: object }
  /** `shown` is the ball as it stood before the undo, to show it meanwhile. */
  | { kind: "restore"; shown?: object };
export type Op = OpBase & OpKind;

interface Outbox extends DBSchema {
  ops: { key: number; value: Op };
}
/** As the first release left it: a write kept by it is found. */
const VERSION = 20;
const opened = database<Outbox>("oxgang", VERSION, (db) => {
  if (!db.objectStoreNames.contains("ops"))
    db.createObjectStore("ops", { keyPath: "seq", autoIncrement: true });
});

/** The table of writes; each of its promises is kept once the browser has written. */
export const store = {
  ops: {
    /** In the order in which they were added. */
    all: async () => (await opened()).getAll("ops"),
    count: async () => (await opened()).count("ops"),
    add: async (op: Op) => (await opened()).add("ops", op),
    put: async (op: Op) => (await opened()).put("ops", op),
    delete: async (seq: number) => (await opened()).delete("ops", seq),
    clear: async () => (await opened()).clear("ops"),
    /** Change one where it still waits: another tab may have sent it. */
    update: (seq: number, change: Partial<OpBase>) =>
      modify((op) => (op.seq === seq ? Object.assign(op, change) : null)),
    /** Change those for which `change` gives the changed one. */
    modify,
  },
};

async function modify(change: (op: Op) => Op | null): Promise<void> {
  const writing = (await opened()).transaction("ops", "readwrite");
  for (const op of await writing.store.getAll()) {
    const changed = change(op);
    if (changed) await writing.store.put(changed);
  }
  await writing.done;
}

/** A browser that takes longer to open its store will not do it at all. */
const OPEN_MS = 3000;

/** Whether this browser keeps anything: a private window or a full disk does not. */
export async function storeOpens(): Promise<boolean> {
  let late: ReturnType<typeof setTimeout> | undefined;
  const never = new Promise<boolean>((resolve) => {
    late = setTimeout(() => resolve(false), OPEN_MS);
  });
  try {
    return await Promise.race([opened().then(() => true), never]);
  } catch {
    return false;
  } finally {
    clearTimeout(late);
  }
}
