/** The pick of a situation, and what would change it: the answer is always that of what is asked. */
import { ref, shallowRef, watch, type Ref } from "vue";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { asQuery, type Ball } from "./situation";

export type Pick = Schemas["PickOut"];
export type Picked = Schemas["PickedShot"];
export type Change = Schemas["PickChange"];

/** What would change it is asked once nothing has moved for so long. */
const REST_MS = 350;

export function usePick(options: { studentId: string; ball: Ref<Ball | null>; every: Ref<boolean> }) {
  const { studentId, ball, every } = options;
  const answer = shallowRef<Pick | null>(null);
  const changes = shallowRef<Change[] | null>(null);
  const error = ref("");
  const asking = ref(false);
  let latest = 0;
  let resting = 0;

  const paramsOf = (of: Ball) => ({
    params: { path: { student_id: studentId }, query: asQuery(of, every.value) },
  });

  watch(
    [ball, every],
    async () => {
      const mine = ++latest;
      window.clearTimeout(resting);
      // The answer of the ball before never stands under the new one.
      answer.value = null;
      changes.value = null;
      if (!ball.value) return;
      asking.value = true;
      const params = paramsOf(ball.value);
      try {
        const found = await dataOf(api.GET("/api/students/{student_id}/pick", params));
        if (mine !== latest) return;
        answer.value = found;
        error.value = "";
        resting = window.setTimeout(async () => {
          const others = await dataOf(api.GET("/api/students/{student_id}/pick/changes", params)).catch(
            () => null,
          );
          if (mine === latest) changes.value = others;
        }, REST_MS);
      } catch (cause) {
        if (mine === latest) error.value = sentenceOf(cause);
      } finally {
        if (mine === latest) asking.value = false;
      }
    },
    { immediate: true, deep: true },
  );
  return { answer, changes, error, asking };
}
