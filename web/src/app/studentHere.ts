/** Whose place this is. */
import { computed, type ComputedRef } from "vue";
import { useRoute, useRouter } from "vue-router";

/** The student of the place; while a first place is still loading, of the one that is asked for. */
export function useStudentHere(): ComputedRef<string> {
  const route = useRoute();
  const first = useRouter().resolve(location.pathname).params["studentId"];
  return computed(() => {
    const id = route.matched.length ? route.params["studentId"] : first;
    return String(id ?? "");
  });
}
