/** Where writes wait: a table of this browser, each with the coach it belongs to. */
import Dexie, { type Table } from "dexie";
import type { ProblemCode, Schemas } from "@/shared/api/client";

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
  | { kind: "mark"; body: BallMark }
  | { kind: "undo" }
  /** A round of practice, under its own id. */
  | { kind: "round"; body: Schemas["RoundIn"] }
  /** The ball was another student's, of a group; `shown` is how it stands meanwhile. */
  | { kind: "move"; groupId: string; toId: string; shown: object }
  /** `shown` is the ball as it stood before the undo, to show it meanwhile. */
  | { kind: "restore"; shown?: object };
export type Op = OpBase & OpKind;

class OutboxStore extends Dexie {
  declare ops: Table<Op, number>;
  constructor() {
    super("oxgang");
    this.version(1).stores({ ops: "++seq, studentId" });
    this.version(2).stores({ ops: "++seq, studentId, owner" });
  }
}

export const store = new OutboxStore();
/** A browser that takes longer to open its store will not do it at all. */
const OPEN_MS = 3000;

/** Whether this browser keeps anything: a private window or a full disk does not. */
export async function storeOpens(): Promise<boolean> {
  let late: ReturnType<typeof setTimeout> | undefined;
  const never = new Promise<boolean>((resolve) => {
    late = setTimeout(() => resolve(false), OPEN_MS);
  });
  try {
    return await Promise.race([store.open().then(() => true), never]);
  } catch {
    return false;
  } finally {
    clearTimeout(late);
  }
}
