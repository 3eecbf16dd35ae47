/** A guided look: one student through the places, in two minutes; left at any step. */
import { useSessionStorage } from "@vueuse/core";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { api, dataOf, sentenceOf } from "@/shared/api/client";

export interface Step {
  /** The place's name, and what to see there. */
  place: string;
  title: string;
  says: string;
}
export const STEPS: Step[] = [
  {
    place: "students",
    title: "Students",
    says: "Every student, the most urgent first, with the reason. One press plans the balls that help most.",
  },
  {
    place: "matrix",
    title: "Matrix",
    says: "Each bar shows where one shot lands. Type a distance to find its shot. Press a carry to see every ball behind it.",
  },
  {
    place: "range",
    title: "Range",
    says: "Type a carry and press Enter to log a ball. One letter marks the strike, U undoes. It works offline.",
  },
  {
    place: "review",
    title: "Confirm",
    says: "After the session: what changed, and whether the change is real. Nothing enters the matrix until you confirm it.",
  },
  {
    place: "gaps",
    title: "Gaps",
    says: "Distances without a shot, the widest first, and how to close them.",
  },
  {
    place: "pick",
    title: "Pick",
    says: "Set pin, lie, wind and trouble with one key each. Pick shows the shot with the fewest strokes, and why.",
  },
  {
    place: "card",
    title: "Card",
    says: "The card as the student will see it. Press P and Enter to publish. A link puts it on the phone.",
  },
];

/** At which step, and whose places are shown; null is no look. */
const at = useSessionStorage<number | null>("oxgang-look", null, {
  serializer: { read: (v) => (v === "" ? null : Number(v)), write: (v) => String(v ?? "") },
});
const student = useSessionStorage("oxgang-look-at", "");

export function useLook() {
  const router = useRouter();
  const step = computed(() => (at.value === null ? null : (STEPS[at.value] ?? null)));
  const last = computed(() => at.value === STEPS.length - 1);

  async function go(to: number): Promise<void> {
    const next = STEPS[to];
    if (!next) return leave();
    at.value = to;
    const params = { studentId: student.value };
    const query = next.place === "matrix" ? { at: "62" } : {};
    await router.push(next.place === "students" ? { name: "students" } : { name: next.place, params, query });
  }
  const error = ref("");
  /** Begin with whoever has the most ground covered: there is most to see. */
  async function start(): Promise<void> {
    const asked = dataOf(api.GET("/api/students", { params: { query: { size: 50 } } }));
    const found = await asked.catch((trouble: unknown) => void (error.value = sentenceOf(trouble)));
    if (!found) return;
    const some = [...found.rows].sort((a, b) => b.covered - a.covered)[0];
    error.value = some ? "" : "No students yet. Add one, or the example, first.";
    if (!some) return;
    student.value = some.id;
    await go(0);
  }
  function leave(): void {
    at.value = null;
  }
  return {
    step,
    number: computed(() => (at.value ?? 0) + 1),
    of: STEPS.length,
    last,
    start,
    error,
    leave,
    next: () => (last.value ? leave() : void go((at.value ?? 0) + 1)),
    back: () => void go(Math.max(0, (at.value ?? 0) - 1)),
  };
}
