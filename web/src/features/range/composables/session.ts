/** Today's session of one student: the balls, the cell being hit, and every change to a ball. */
import { useQuery, useQueryCache } from "@pinia/colada";
import { useDebounceFn, useIntervalFn } from "@vueuse/core";
import { v7 as uuid } from "uuid";
import { computed, onBeforeUnmount, ref, type ComputedRef } from "vue";
import { cellName, sameCell, type CellAddress } from "@/shared/api/cells";
import { api, dataOf } from "@/shared/api/client";
import { keys, type Ball, type Cell, type Matrix, type Student } from "@/shared/api/queries";
import {
  enqueue,
  onAcknowledged,
  outboxState,
  type BallIn,
  type Recorded,
} from "@/shared/outbox/outbox";
import type { SentBall } from "./feed";
import { mergeBalls, type ShownBall } from "./merge";

export interface SessionOptions {
  studentId: string;
  student: () => Student | undefined;
  matrix: () => Matrix | undefined;
  cell: () => CellAddress | null;
  conditions: () => Partial<BallIn>;
}

export interface CellNow {
  cell: Cell | null;
  /** True while balls of this cell wait, so that the centre is not the newest. */
  behind: boolean;
  /** How many more solid balls bring it within the tolerance: 0 is enough, null many or unknown. */
  more: number | null;
}

export function useSession(options: SessionOptions) {
  const { studentId } = options;
  const cache = useQueryCache();
  const today = useQuery({
    key: keys.today(studentId),
    query: () =>
      dataOf(
        api.GET("/api/students/{student_id}/balls", {
          params: { path: { student_id: studentId } },
        }),
      ),
  });
  const cellKey = () => keys.cellBalls(studentId, nameOf(options.cell()));
  const earlier = useQuery({
    key: cellKey,
    query: () => {
      const address = options.cell();
      if (!address) return Promise.resolve([]);
      return dataOf(
        api.GET("/api/students/{student_id}/cell-balls", {
          params: { path: { student_id: studentId }, query: { ...address } },
        }),
      );
    },
  });

  // Another tablet on the same session: its balls come in without asking for them.
  const MERGE_EVERY_MS = 5000;
  useIntervalFn(() => {
    if (!document.hidden && !outboxState.trouble) void today.refetch();
  }, MERGE_EVERY_MS);

  const ops = computed(() => outboxState.ops.filter((op) => op.studentId === studentId));
  const balls: ComputedRef<ShownBall[]> = computed(() =>
    mergeBalls(today.data.value ?? [], ops.value),
  );
  const cellBalls = computed(() => {
    const address = options.cell();
    if (!address) return [];
    const known = new Map<string, Ball>();
    for (const ball of [...(earlier.data.value ?? []), ...(today.data.value ?? [])]) {
      known.set(ball.uid, ball);
    }
    return mergeBalls([...known.values()], ops.value).filter((ball) => sameCell(ball, address));
  });

  const answered = ref(new Map<string, { cell: Cell | null; more: number | null }>());
  const now: ComputedRef<CellNow> = computed(() => {
    const address = options.cell();
    if (!address) return { cell: null, behind: false, more: null };
    const name = cellName(address);
    const fromMatrix = options.matrix()?.cells.find((cell) => sameCell(cell, address)) ?? null;
    const answer = answered.value.get(name);
    return {
      cell: answer ? answer.cell : fromMatrix,
      more: answer?.more ?? null,
      behind: cellBalls.value.some((ball) => ball.waiting),
    };
  });

  function place(key: string[], recorded: Recorded, gone: boolean): void {
    const list = cache.getQueryData<Ball[]>(key);
    if (!list) return;
    const others = list.filter((ball) => ball.uid !== recorded.ball.uid);
    cache.setQueryData(key, gone ? others : [...others, recorded.ball]);
  }
  // A page that is loaded again without a network shows what was read last.
  const SETTLED_MS = 400;
  const readAgain = useDebounceFn(() => void today.refetch(), SETTLED_MS);
  const forget = onAcknowledged((op, recorded) => {
    if (op.studentId !== studentId) return;
    void readAgain();
    const gone = op.kind === "undo";
    const name = cellName(recorded.ball);
    place(keys.today(studentId), recorded, gone);
    place(keys.cellBalls(studentId, name), recorded, gone);
    answered.value.set(name, { cell: recorded.cell ?? null, more: recorded.more_balls ?? null });
  });
  onBeforeUnmount(() => {
    forget();
    void cache.invalidateQueries({ key: keys.student(studentId) });
    void cache.invalidateQueries({ key: keys.students });
  });

  const undone = ref<string[]>([]);

  /** A ball of the cell being hit, with what is known of it beside the usual. */
  function record(known: Partial<BallIn>, uid = uuid()): void {
    const address = options.cell();
    const club = options.student()?.clubs.find((c) => c.in_use && c.label === address?.club);
    if (!address || !club) return;
    const body = {
      uid,
      hit_at: new Date().toISOString(),
      club_id: club.id,
      ...address,
      ...options.conditions(),
      ...known,
    };
    // The server checks the words again; here they come from its own list.
    void enqueue({ kind: "record", studentId, uid, club: club.label, body: body as never });
    undone.value = [];
  }
  function log(
    yards: number,
    strike: string,
    confirmed: boolean,
    reading: "carry" | "total" = "carry",
  ): void {
    const number = reading === "total" ? { total_yd: yards } : { carry_yd: yards };
    record({ ...number, strike: strike as never, confirmed });
  }
  /** Give a ball that a device sent to the cell being hit. */
  function take(ball: SentBall, confirmed: boolean): void {
    const known = { feed_id: ball.id, hit_at: ball.hit_at, confirmed };
    record({ ...known, carry_yd: ball.measured["carry_yd"] ?? null }, ball.ball_uid);
  }
  function mark(uid: string, strike: string): void {
    void enqueue({ kind: "mark", studentId, uid, body: { strike: strike as never } });
  }
  function undo(uid?: string): ShownBall | undefined {
    const ball = uid ? balls.value.find((b) => b.uid === uid) : balls.value.at(-1);
    if (!ball) return undefined;
    undone.value.push(ball.uid);
    void enqueue({ kind: "undo", studentId, uid: ball.uid });
    return ball;
  }
  function redo(): void {
    const uid = undone.value.pop();
    if (uid) void enqueue({ kind: "restore", studentId, uid });
  }
  return { today, balls, cellBalls, now, undone, record, log, take, mark, undo, redo };
}

function nameOf(address: CellAddress | null): string {
  return address ? cellName(address) : "";
}
