/** Today's session of one student: the balls, the cell being hit, and every change to a ball. */
import { useQuery, useQueryCache } from "@pinia/colada";
import { useDebounceFn, useIntervalFn, useThrottleFn } from "@vueuse/core";
import { v7 as uuid } from "uuid";
import { computed, onBeforeUnmount, reactive, ref, type ComputedRef } from "vue";
import { addressOf, cellName, sameCell, type CellAddress } from "@/shared/api/cells";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { type Ball, type Cell, type Matrix, type Student, askAgain } from "@/shared/api/queries";
import {
  enqueue,
  onAcknowledged,
  onMoved,
  outboxState,
  type BallIn,
  type Op,
  type Recorded,
} from "@/shared/outbox/outbox";
import type { Landing } from "@/shared/offline/landing";
import type { SentBall } from "./feed";
import { mergeBalls, type ShownBall } from "./merge";

type Strike = Schemas["Strike"];

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
  /** More balls settle nothing: the cell's balls contradict each other, or the others. */
  unsettled: boolean;
  /** About the last balls, when they lie far out and nobody was asked about them before. */
  question: Question | null;
}
export type Question = Schemas["QuestionOut"];
type Answer = Omit<CellNow, "behind">;

export function useSession(options: SessionOptions) {
  const { studentId } = options;
  const cache = useQueryCache();
  const today = useQuery({
    key: keys.today(studentId),
    query: async () => {
      const asked = performance.now();
      const { data, response } = await api.GET("/api/students/{student_id}/balls", {
        params: { path: { student_id: studentId } },
      });
      // What was read before the network died is older than what was acknowledged since.
      if (!response.headers.has("X-Kept"))
        for (const [uid, { at }] of settled) if (at < asked) settled.delete(uid);
      return data ?? [];
    },
  });
  /** What the server has acknowledged since the list was asked for: newer than the list. */
  const settled = reactive(new Map<string, { ball: Ball | null; at: number }>());
  // Another tablet on the same session: its balls come in without asking for them.
  const MERGE_EVERY_MS = 5000;
  useIntervalFn(() => {
    if (!document.hidden && !outboxState.trouble) void today.refetch();
  }, MERGE_EVERY_MS);

  /** What waits for this student; a ball that is moved is gone from one and there for the other. */
  const ops = computed(() =>
    outboxState.ops.flatMap((op): Op[] => {
      if (op.owner !== outboxState.owner?.coach) return [];
      if (op.kind !== "move") return op.studentId === studentId ? [op] : [];
      if (op.toId === studentId) return [{ ...op, kind: "restore" }];
      return op.studentId === studentId ? [{ ...op, kind: "undo" }] : [];
    }),
  );
  const listed = computed(() => {
    const list = (today.data.value ?? []).filter((ball) => !settled.has(ball.uid));
    return [...list, ...[...settled.values()].flatMap(({ ball }) => ball ?? [])];
  });
  const balls: ComputedRef<ShownBall[]> = computed(() => mergeBalls(listed.value, ops.value));
  const shownCell = computed<CellAddress | null>(options.cell);
  const earlier = useQuery({
    key: () => keys.cellBalls(studentId, nameOf(shownCell.value)),
    query: () => {
      const address = shownCell.value;
      if (!address) return Promise.resolve([]);
      return dataOf(
        api.GET("/api/students/{student_id}/cell-balls", {
          params: { path: { student_id: studentId }, query: addressOf(address) },
        }),
      );
    },
  });
  const cellBalls = computed(() => {
    const address = shownCell.value;
    if (!address) return [];
    const known = new Map<string, Ball>();
    for (const ball of [...(earlier.data.value ?? []), ...listed.value]) known.set(ball.uid, ball);
    for (const [uid, { ball }] of settled) if (!ball) known.delete(uid);
    return mergeBalls([...known.values()], ops.value).filter((ball) => sameCell(ball, address));
  });

  /** What the server last said of cells whose balls have moved on this page. */
  const answered = ref(new Map<string, Answer>());
  /** Balls that were asked about, with how many others: nobody is asked twice about a ball, but once
   * more when it has become one of a run. */
  const askedAbout = new Map<string, { last: string; balls: number }>();
  function fresh(question: Question | null): Question | null {
    const last = question?.uids.at(-1);
    if (!question || last === undefined) return null;
    const balls = question.uids.length;
    const again = question.uids.some((uid) => {
      const before = askedAbout.get(uid);
      return before && before.last !== last && (balls < A_RUN || before.balls >= A_RUN);
    });
    if (again) return null;
    for (const uid of question.uids) askedAbout.set(uid, { last, balls });
    return question;
  }
  /** Cells with balls that were acknowledged since their numbers were read. */
  const moved = new Map<string, CellAddress>();
  // A ball's number comes at once; balls that had to wait are acknowledged one upon another.
  const NUMBERS_MS = 100;
  let reading = false;
  /** One after the other: balls that come meanwhile are in the next answer, however many. */
  const readNumbers = useThrottleFn(
    async () => {
      if (reading) return;
      reading = true;
      for (const [name, address] of moved) {
        moved.delete(name);
        const params = { path: { student_id: studentId }, query: address };
        const answer = await dataOf(api.GET("/api/students/{student_id}/cell", { params })).catch(() => null);
        if (answer && !moved.has(name)) {
          answered.value.set(name, {
            cell: answer.cell,
            more: answer.more_balls,
            unsettled: answer.unsettled,
            question: fresh(answer.question),
          });
        }
      }
      reading = false;
    },
    NUMBERS_MS,
    true,
  );
  const now: ComputedRef<CellNow> = computed(() => {
    const address = shownCell.value;
    if (!address) return { ...NOTHING, behind: false };
    const name = cellName(address);
    const fromMatrix = options.matrix()?.cells.find((cell) => sameCell(cell, address)) ?? null;
    const answer = answered.value.get(name);
    // A question is about balls that are still the last ones here, and as they were.
    const last = cellBalls.value.at(-1);
    const asks = answer?.question ?? null;
    return {
      ...(answer ?? { ...NOTHING, cell: fromMatrix }),
      question: asks && last?.strike === "solid" && asks.uids.at(-1) === last.uid ? asks : null,
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
  const readAgain = useDebounceFn(() => void Promise.all([today.refetch(), sidesAgain()]), SETTLED_MS);
  const sidesAgain = () => cache.invalidateQueries({ key: keys.sides(studentId) });
  const forget = onAcknowledged((op, recorded, newest) => {
    if (op.studentId !== studentId) return;
    void readAgain();
    const gone = op.kind === "undo";
    // Something newer of this ball waits and is shown upon it; what was undone is coming back.
    if (!newest && gone) return;
    settled.set(op.uid, { ball: gone ? null : recorded.ball, at: performance.now() });
    const name = cellName(recorded.ball);
    place(keys.today(studentId), recorded, gone);
    place(keys.cellBalls(studentId, name), recorded, gone);
    moved.set(name, addressOf(recorded.ball));
    void readNumbers();
  });
  const forgetMoves = onMoved((op) => {
    if (op.studentId !== studentId && op.toId !== studentId) return;
    if (op.studentId === studentId) settled.set(op.uid, { ball: null, at: performance.now() });
    else settled.delete(op.uid);
    void lookAgain();
  });
  onBeforeUnmount(() => {
    forget();
    forgetMoves();
    void askAgain(cache, keys.student(studentId));
    void askAgain(cache, keys.students);
  });

  /** Balls came in past this page: what was answered of a cell is old. */
  async function lookAgain(): Promise<void> {
    await Promise.all([today.refetch(), askAgain(cache, keys.matrix(studentId)), earlier.refetch()]);
    answered.value.clear();
  }

  const undone = ref<ShownBall[]>([]);

  /** The shot, the conditions and the moment of now: what keeps a ball that was hit with them. */
  function shotNow(): (known: Partial<BallIn>) => boolean {
    const address = options.cell();
    const club = clubOf(options.student(), address);
    const now = { hit_at: new Date().toISOString(), ...options.conditions() };
    return (known) => {
      if (!address || !club) return false;
      recordBall({ studentId, club, address, known: { ...now, ...known } });
      undone.value = [];
      return true;
    };
  }
  const record = (known: Partial<BallIn>) => shotNow()(known);
  /** Give a ball that a device sent to the cell being hit. */
  function take(ball: SentBall, answer: Partial<BallIn>): void {
    const known = { feed_id: ball.id, hit_at: ball.hit_at, ...answer };
    record({ ...known, uid: ball.ball_uid, carry_yd: ball.measured["carry_yd"] ?? null });
  }
  function mark(uid: string, strike: Strike): void {
    void enqueue({ kind: "mark", studentId, uid, body: { strike } });
  }
  function land(uid: string, landing: Landing): void {
    void enqueue({ kind: "mark", studentId, uid, body: { landing } });
  }
  /** Answer the question: its balls were mishits, or belong to another cell. */
  function markAsked(question: Question): void {
    for (const uid of question.uids) mark(uid, question.strike);
  }
  function moveAsked(question: Question): boolean {
    const { other } = question;
    const club = clubOf(options.student(), other);
    if (!other || !club) return false;
    const { swing, trajectory, spin, tempo } = other;
    const body = { club_id: club.id, swing, trajectory, spin, tempo };
    for (const uid of question.uids) void enqueue({ kind: "mark", studentId, uid, body, club: club.label });
    return true;
  }
  function undo(uid?: string): ShownBall | undefined {
    const ball = uid ? balls.value.find((b) => b.uid === uid) : balls.value.at(-1);
    if (!ball) return undefined;
    undone.value.push(ball);
    void enqueue({ kind: "undo", studentId, uid: ball.uid });
    return ball;
  }
  function redo(): void {
    const ball = undone.value.pop();
    if (ball) void enqueue({ kind: "restore", studentId, uid: ball.uid, shown: ball });
  }
  return {
    today,
    lookAgain,
    balls,
    cellBalls,
    shownCell,
    now,
    undone,
    record,
    shotNow,
    take,
    mark,
    land,
    markAsked,
    moveAsked,
    undo,
    redo,
  };
}

/** Keep a ball of a shot in the outbox; returns its id. */
export function recordBall({ studentId, club, address, known }: NewBall): string {
  const { club: label, ...shot } = addressOf(address);
  const hit_at = new Date().toISOString();
  const body: BallIn = { uid: uuid(), hit_at, club_id: club.id, ...shot, ...known };
  void enqueue({ kind: "record", studentId, uid: body.uid, club: label, body });
  return body.uid;
}
interface NewBall {
  studentId: string;
  club: { id: string };
  address: CellAddress;
  /** What is known of it beside its shot: its number, its strike, the conditions. */
  known: Partial<BallIn>;
}

/** So many balls in a row are no single mishits. */
const A_RUN = 3;
const NOTHING: Answer = { cell: null, more: null, unsettled: false, question: null };

/** The club of a cell in the student's bag of today. */
export function clubOf(student: Student | undefined, address: CellAddress | null) {
  return student?.clubs.find((c) => c.in_use && c.label === address?.club);
}

function nameOf(address: CellAddress | null): string {
  return address ? cellName(address) : "";
}
