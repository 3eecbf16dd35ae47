/** What holds for every ball until it is changed: lie, ball, adjustment, how the number is read, the air. */
import { useQuery } from "@pinia/colada";
import { computed, watch } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { RANGE_LIE, UNSAID } from "@/shared/api/shotDefaults";
import type { BallIn } from "@/shared/outbox/outbox";
import { adjustmentWords } from "@/shared/texts/shots";
import type { Texts } from "@/shared/texts/texts";
import { useOfToday } from "@/shared/ui/ofToday";

export interface Conditions {
  lie: Schemas["Lie"];
  ball: Schemas["BallType"];
  read: "typed" | "laser" | "eye";
  /** What the number is: the carry, or carry and run together. */
  reading: "carry" | "total";
  temperature: number | null;
  headwind: number | null;
  /** Inches back of the student's recipe (− is forward), and inches of grip down. */
  ballIn: number;
  gripIn: number;
  grooves: Schemas["Grooves"];
  wet: boolean;
  /** Whether anything was set by hand; until then the student's usual holds. */
  set: boolean;
}

const USUAL: Conditions = {
  lie: RANGE_LIE,
  ball: UNSAID.ball,
  read: UNSAID.read,
  reading: "carry",
  temperature: UNSAID.temperature_c,
  headwind: UNSAID.headwind_mps,
  ballIn: UNSAID.ball_position_in,
  gripIn: UNSAID.grip_down_in,
  grooves: UNSAID.grooves,
  wet: UNSAID.wet,
  set: false,
};
const number = (value: number | null | string) =>
  typeof value === "number" && Number.isFinite(value) ? value : null;

export function useConditions(studentId: string) {
  const ofToday = useOfToday<Record<string, Conditions>>("oxgang-conditions-of-today", {});
  const usual = useQuery({
    key: keys.usual(studentId),
    query: () =>
      dataOf(
        api.GET("/api/students/{student_id}/usual", {
          params: { path: { student_id: studentId } },
        }),
      ),
  });
  const now = computed<Conditions>({
    get: () => ofToday.value[studentId] ?? USUAL,
    set: (value) => (ofToday.value = { ...ofToday.value, [studentId]: value }),
  });
  // The student's usual comes after the page; what a coach has set meanwhile stands.
  watch(
    usual.data,
    (data) => {
      if (!data || now.value.set) return;
      const { lie = USUAL.lie, ball = USUAL.ball } = data;
      now.value = { ...now.value, lie, ball };
    },
    { immediate: true },
  );
  function change(part: Partial<Conditions>): void {
    now.value = { ...now.value, ...part, set: true };
  }
  /** As they go with a ball. */
  const body = computed<Partial<BallIn>>(() => ({
    lie: now.value.lie,
    ball: now.value.ball,
    read: now.value.read,
    temperature_c: number(now.value.temperature),
    headwind_mps: number(now.value.headwind),
    ball_position_in: number(now.value.ballIn) ?? 0,
    grip_down_in: number(now.value.gripIn) ?? 0,
    // What was kept of the day by an older page has neither.
    grooves: now.value.grooves ?? UNSAID.grooves,
    wet: now.value.wet ?? UNSAID.wet,
  }));
  return { now, change, body };
}

const READ_WORDS = { typed: "", laser: ", by laser", eye: ", by eye" };

/** How the number will be read, in words: "total, by laser; ball 2 in back". */
export function readingWords(texts: Texts, now: Conditions): string {
  const adjustment = adjustmentWords(texts, { ball_position_in: now.ballIn, grip_down_in: now.gripIn });
  return `${now.reading}${READ_WORDS[now.read]}${adjustment ? `; ${adjustment}` : ""}`;
}
