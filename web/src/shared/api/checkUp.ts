/** Starting a student's check-up: plan what is due, keep it, go to the range. */
import { useQueryCache } from "@pinia/colada";
import { ref } from "vue";
import { useRouter } from "vue-router";
import { api, dataOf, type Schemas } from "./client";
import { useSaving } from "./saving";
import { keys } from "./keys";

export function useCheckUp() {
  const router = useRouter();
  const cache = useQueryCache();
  const { error, run } = useSaving();
  /** The student whose check-up is being planned. */
  const busy = ref("");

  /** Of what is due, or with `moved` of well known numbers, to see whether they still hold. */
  async function start(
    studentId: string,
    balls: number,
    about: Partial<Pick<Schemas["CheckUp"], "moved" | "club" | "swing">> = {},
  ): Promise<void> {
    busy.value = studentId;
    await run(async () => {
      const page = await dataOf(
        api.POST("/api/students/{student_id}/check-up", {
          params: { path: { student_id: studentId } },
          body: { balls, ...about },
        }),
      );
      cache.setQueryData(keys.plan(studentId), page);
      const first = page.plan?.items[0];
      const query = first ? { club: first.club, swing: first.swing, trajectory: first.trajectory } : {};
      await router.push({ name: "range", params: { studentId }, query });
    });
    busy.value = "";
  }
  return { start, error, busy };
}
