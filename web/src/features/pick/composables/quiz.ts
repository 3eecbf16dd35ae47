/** Ten situations: the student answers first, then the pick, and what the difference is in strokes. */
import { ofStudent, useOwn } from "@/shared/storage/own";
import { computed, ref } from "vue";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { shotId } from "@/shared/api/cells";
import { useWords } from "@/shared/api/queries";
import type { Pick, Picked } from "./pick";
import { ballOf, type Ball } from "./situation";

interface Answered {
  shot: string;
  pick: string;
  more: number;
}
interface Round {
  seed: number;
  balls: Ball[];
  answers: Answered[];
}
const SEEDS = 1_000_000;

export const idOf = (shot: Picked) => shotId({ ...shot.key, back_in: shot.back_in, down_in: shot.down_in });

export function useQuiz(studentId: string) {
  /** Kept over a reload: what a student has answered is answered. */
  const round = useOwn<Round | null>(ofStudent(studentId, "pick-ten"), null, {
    serializer: { read: (text) => JSON.parse(text) as Round | null, write: JSON.stringify },
  });
  const words = useWords();
  /** Less than this nobody notices: the answer is as good as the pick. */
  const least = computed(() => words.data.value?.pick.as_good ?? 0);
  const error = ref("");
  const shown = ref(0);
  const on = ref(false);
  const ball = computed(() => (on.value ? (round.value?.balls[shown.value] ?? null) : null));
  const answered = computed(() => round.value?.answers[shown.value] ?? null);
  const done = computed(() => !!round.value && shown.value >= round.value.balls.length);
  const lost = computed(() =>
    (round.value?.answers ?? []).reduce((sum, one) => sum + Math.max(0, one.more), 0),
  );
  const asGood = computed(() => (round.value?.answers ?? []).filter((one) => one.more <= least.value).length);

  async function begin(seed = Math.floor(Math.random() * SEEDS)): Promise<void> {
    try {
      const balls = await dataOf(
        api.GET("/api/students/{student_id}/pick/quiz", {
          params: { path: { student_id: studentId }, query: { seed } },
        }),
      );
      round.value = { seed, balls: balls.map(ballOf), answers: [] };
      error.value = "";
      go();
    } catch (cause) {
      error.value = sentenceOf(cause);
    }
  }
  function go(): void {
    on.value = true;
    shown.value = round.value?.answers.length ?? 0;
  }
  async function open(): Promise<void> {
    const unfinished = round.value && round.value.answers.length < round.value.balls.length;
    await (unfinished ? go() : begin());
  }
  function answer(shot: Picked, pick: Pick): void {
    const best = pick.shots[pick.best];
    if (!round.value || answered.value || !best) return;
    const more = shot.strokes - best.strokes;
    const said = { shot: idOf(shot), pick: idOf(best), more };
    round.value = { ...round.value, answers: [...round.value.answers, said] };
  }
  const next = () => (shown.value += 1);
  const close = () => (on.value = false);
  return {
    round,
    error,
    shown,
    on,
    ball,
    answered,
    done,
    lost,
    asGood,
    least,
    open,
    begin,
    answer,
    next,
    close,
  };
}
