/** What was written down of lessons, for the views that show the last one. */
import { useQuery } from "@pinia/colada";
import { computed, toValue, type MaybeRefOrGetter } from "vue";
import { api, dataOf, type Schemas } from "./client";
import { keys } from "./keys";

export type Lesson = Schemas["LessonOut"];
export type Still = Schemas["StillOut"];

export function useLessons(id: MaybeRefOrGetter<string>) {
  const page = useQuery({
    key: () => keys.lessons(toValue(id)),
    query: () =>
      dataOf(
        api.GET("/api/students/{student_id}/lessons", {
          params: { path: { student_id: toValue(id) } },
        }),
      ),
  });
  const last = computed<Lesson | null>(() => page.data.value?.lessons[0] ?? null);
  /** The picture of a swing at a height, else of the swing at all. */
  function still(swing: string, height: string): Still | null {
    const mine = (page.data.value?.pictures ?? []).filter((p) => p.swing === swing);
    return mine.find((p) => p.trajectory === height) ?? mine.find((p) => !p.trajectory) ?? null;
  }
  return { page, last, still };
}
