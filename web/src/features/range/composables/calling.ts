/** A round that is called: what was asked, what was hit, kept in this browser until the server has it. */
import { ofStudent, useOwn } from "@/shared/storage/own";
import { v7 as uuid } from "uuid";
import { computed, ref } from "vue";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import type { Call, Calls } from "@/shared/api/practice";
import { isMet } from "@/shared/offline/rules";
import { enqueue } from "@/shared/outbox/outbox";

type Strike = Schemas["Strike"];
type Key = Schemas["ShotKey"];
export interface HitBall {
  carry_yd: number | null;
  met: boolean | null;
  strike: Strike;
  /** Of the ball in the session, when it is one. */
  uid: string | null;
}
export interface Answer {
  shot: Key | null;
  balls: HitBall[];
}
export interface Round {
  uid: string;
  title: string;
  asked: Calls;
  homework: { id: string; row: number } | null;
  answers: Answer[];
  /** What was hit of the call that is open. */
  open: HitBall[];
  ended: string | null;
}
export type Wanted =
  | { trial: Schemas["Trial"]; shot?: Key }
  | { row: Schemas["RowBody"] }
  | { homework: Schemas["HomeworkOut"]; place: number };

function wasMet({ lo_yd: lo = null, hi_yd: hi = null, balls = 1 }: Call, hit: HitBall[]): boolean {
  return isMet(
    { lo, hi, balls },
    hit.map(({ carry_yd: carry, met }) => ({ carry, met })),
  );
}

export function useCalling(studentId: string) {
  const round = useOwn<Round | null>(ofStudent(studentId, "round"), null, {
    serializer: { read: (text) => JSON.parse(text) as Round | null, write: JSON.stringify },
  });
  const error = ref("");
  const busy = ref(false);
  const place = computed(() => round.value?.answers.length ?? 0);
  const calls = computed(() => round.value?.asked.calls ?? []);
  const call = computed<Call | null>(() => calls.value[place.value] ?? null);
  const done = computed(() => round.value !== null && !call.value);
  const marks = computed(() =>
    (round.value?.answers ?? []).map(({ balls }, i) => {
      const asked = calls.value[i];
      return asked ? wasMet(asked, balls) : false;
    }),
  );
  const points = computed(() => marks.value.filter(Boolean).length);
  /** Beside the points: ", par 6 of 14". */
  const par = computed(() => {
    const asked = round.value?.asked;
    if (!asked) return "";
    return asked.scoring === "strokes"
      ? `, par ${asked.par.par} strokes`
      : `, par ${asked.par.par} of ${asked.calls.length}`;
  });

  async function begin(wanted: Wanted, title: string): Promise<void> {
    busy.value = true;
    error.value = "";
    try {
      const asked = "homework" in wanted ? ofHomework(wanted) : await askFor(wanted);
      const homework = "homework" in wanted ? { id: wanted.homework.id, row: wanted.place } : null;
      round.value = { uid: uuid(), title, asked, homework, answers: [], open: [], ended: null };
    } catch (cause) {
      error.value = sentenceOf(cause);
    } finally {
      busy.value = false;
    }
  }
  const askFor = (body: { trial: Schemas["Trial"]; shot?: Key } | { row: Schemas["RowBody"] }) =>
    dataOf(
      api.POST("/api/students/{student_id}/calls", {
        params: { path: { student_id: studentId } },
        body,
      }),
    );

  /** A ball of the call: the last one of it ends it. Returns whether the next is called. */
  function hit(ball: HitBall, shot: Key | null): boolean {
    const now = round.value;
    const asked = call.value;
    if (!now || !asked) return false;
    const balls = [...now.open, ball];
    if (balls.length < (asked.balls ?? 1)) {
      round.value = { ...now, open: balls };
      return false;
    }
    round.value = { ...now, open: [], answers: [...now.answers, { shot, balls }] };
    return true;
  }
  /** Take the last ball back. Returns it. */
  function back(): HitBall | undefined {
    const now = round.value;
    if (!now) return undefined;
    const last = now.open.at(-1);
    if (last) {
      round.value = { ...now, open: now.open.slice(0, -1) };
      return last;
    }
    const answer = now.answers.at(-1);
    if (!answer) return undefined;
    round.value = {
      ...now,
      answers: now.answers.slice(0, -1),
      open: answer.balls.slice(0, -1),
    };
    return answer.balls.at(-1);
  }
  /** Send it, whole or as far as it went; it waits in the outbox like any ball. */
  async function finish(): Promise<string | null> {
    const now = round.value;
    if (!now || !now.answers.length || now.ended) return null;
    const ended = new Date().toISOString();
    round.value = { ...now, ended };
    await enqueue({ kind: "round", studentId, uid: now.uid, body: bodyOf(now, ended) });
    return now.uid;
  }
  const drop = () => (round.value = null);
  return { round, error, busy, place, calls, call, done, marks, points, par, begin, hit, back, finish, drop };
}

function ofHomework({ homework, place }: { homework: Schemas["HomeworkOut"]; place: number }) {
  const row = homework.rows[place];
  if (!row) throw new Error("This homework has no such row.");
  const asked: Calls = {
    trial: null,
    form: row.form,
    scoring: row.par.scoring,
    seed: row.seed,
    tolerance_yd: 0,
    calls: row.calls,
    par: row.par,
  };
  return asked;
}

function bodyOf({ uid, asked, homework, answers }: Round, ended: string): Schemas["RoundIn"] {
  return {
    uid,
    form: asked.form,
    trial: asked.trial,
    scoring: asked.scoring,
    seed: asked.seed,
    calls: asked.calls,
    results: answers.map(({ shot, balls }, call) => ({ call, shot, balls })),
    ended_at: ended,
    homework_id: homework?.id ?? null,
    row: homework?.row ?? null,
  };
}

/** The browser's own voice says what is called, where it has one and is asked to. */
export function useVoice() {
  const on = useOwn("voice", false);
  const there = "speechSynthesis" in window;
  function say(words: string): void {
    if (!on.value || !there) return;
    speechSynthesis.cancel();
    speechSynthesis.speak(new SpeechSynthesisUtterance(words));
  }
  return { on, there, say };
}
