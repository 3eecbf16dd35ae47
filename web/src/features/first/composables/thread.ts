/**
 * The thread of the first day: from a student to a card in the hand, over the application's own
 * views. What is done is read from the records themselves; any step can be skipped.
 */
import { computed, effectScope, ref, type Ref } from "vue";
import { api, dataOf, Problem } from "@/shared/api/client";
import { useOwn } from "@/shared/storage/own";

export type StepName = "student" | "balls" | "review" | "card" | "phone";
export interface ThreadStep {
  name: StepName;
  title: string;
  /** What to do, in one line. */
  says: string;
  place: string;
}
export const BALLS = 5;
export const STEPS: ThreadStep[] = [
  {
    name: "student",
    title: "A student",
    says: "Name and wedges are enough. Press Enter to add.",
    place: "new-student",
  },
  {
    name: "balls",
    title: "Five balls",
    says: "One swing with every wedge. Type each carry and press Enter.",
    place: "range",
  },
  {
    name: "review",
    title: "Confirm",
    says: "Check the balls, then press Enter. They go into the matrix.",
    place: "review",
  },
  {
    name: "card",
    title: "The card",
    says: "Press P, add a note if you like, then Enter to publish.",
    place: "card",
  },
  {
    name: "phone",
    title: "On the phone",
    says: "Create a link and open it on the student's phone, or scan its code.",
    place: "card",
  },
];

interface Kept {
  student: string;
  skipped: StepName[];
}
let stored: Ref<Kept | null> | undefined;
/** Read when the first view asks: by then it is known who is signed in. */
const thread = () =>
  (stored ??= effectScope(true).run(() =>
    useOwn<Kept | null>("first-day", null, {
      serializer: { read: (text) => JSON.parse(text) as Kept | null, write: JSON.stringify },
    }),
  ) as Ref<Kept | null>);
const done = ref<Set<StepName>>(new Set());
const balls = ref(0);

async function look(): Promise<void> {
  const kept = thread();
  const id = kept.value?.student;
  if (!id) return;
  const path = { params: { path: { student_id: id } } };
  const asked = Promise.all([
    dataOf(api.GET("/api/students/{student_id}/balls", path)),
    dataOf(api.GET("/api/students/{student_id}/versions", path)),
    dataOf(api.GET("/api/students/{student_id}/links", path)),
    dataOf(api.GET("/api/students/{student_id}/chart", path)),
  ]);
  const answers = await asked.catch((error: unknown) => {
    // The student was erased: the thread begins with another one.
    if (error instanceof Problem && error.status === 404 && kept.value) {
      kept.value = { ...kept.value, student: "" };
      done.value = new Set();
      return null;
    }
    throw error;
  });
  if (!answers) return;
  const [hit, versions, links, chart] = answers;
  balls.value = hit.length;
  const found = new Set<StepName>(["student"]);
  // A chart that is typed makes a card without a ball.
  if (hit.length >= BALLS || chart.boxes.length) found.add("balls");
  if (hit.some((ball) => ball.accepted) || (chart.boxes.length && !hit.length)) found.add("review");
  if (versions.length) found.add("card");
  if (links.length) found.add("phone");
  done.value = found;
}

export function useThread() {
  const kept = thread();
  const on = computed(() => kept.value !== null);
  const past = (name: StepName) => done.value.has(name) || !!kept.value?.skipped.includes(name);
  const step = computed(() => STEPS.find(({ name }) => !past(name)) ?? null);
  return {
    on,
    step,
    done,
    balls,
    student: computed(() => kept.value?.student ?? ""),
    past,
    look,
    start: () => {
      done.value = new Set();
      kept.value = { student: "", skipped: [] };
    },
    /** The student of the thread, once added. */
    began: (student: string) => {
      if (!kept.value || kept.value.student) return;
      kept.value = { ...kept.value, student };
      done.value = new Set(["student"]);
    },
    skip: (name: StepName) => {
      if (kept.value) kept.value = { ...kept.value, skipped: [...kept.value.skipped, name] };
    },
    end: () => (kept.value = null),
  };
}
