/** What holds for every ball until it is changed: lie, ball, how the carry is read, the day's air. */
import { useStorage } from "@vueuse/core";
import { computed } from "vue";
import type { BallIn } from "@/shared/outbox/outbox";

export interface Conditions {
  lie: string;
  ball: string;
  read: "typed" | "laser" | "eye";
  /** What the number is: the carry, or carry and run together. */
  reading: "carry" | "total";
  temperature: number | null;
  headwind: number | null;
  /** The day on which air and wind were set: they do not hold for the next one. */
  day: string;
}

const today = () => new Date().toDateString();

export function useConditions() {
  const kept = useStorage<Conditions>(
    "oxgang-conditions",
    {
      lie: "mat",
      ball: "premium",
      read: "typed",
      reading: "carry",
      temperature: null,
      headwind: null,
      day: today(),
    },
    localStorage,
    { mergeDefaults: true },
  );
  if (kept.value.day !== today()) {
    kept.value = { ...kept.value, temperature: null, headwind: null, day: today() };
  }
  const number = (value: number | null | string) =>
    typeof value === "number" && Number.isFinite(value) ? value : null;
  /** As they go with a ball. */
  const body = computed<Partial<BallIn>>(() => ({
    lie: kept.value.lie as never,
    ball: kept.value.ball as never,
    read: kept.value.read,
    temperature_c: number(kept.value.temperature),
    headwind_mps: number(kept.value.headwind),
  }));
  return { kept, body };
}
