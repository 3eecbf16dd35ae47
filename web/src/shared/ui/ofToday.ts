/** What is set for a day and does not hold for the next one, kept over reloads. */
import { useIntervalFn } from "@vueuse/core";
import { computed, type WritableComputedRef } from "vue";
import { useOwn } from "@/shared/storage/own";

const LOOK_EVERY_MS = 30_000;
const today = () => new Date().toDateString();

/** A value of today: tomorrow, on a page that stayed open too, it is `start` again. */
export function useOfToday<T>(name: string, start: T): WritableComputedRef<T> {
  const kept = useOwn<{ day: string; value: T }>(name, { day: today(), value: start }, { flush: "sync" });
  function look(): void {
    if (kept.value.day !== today()) kept.value = { day: today(), value: start };
  }
  look();
  useIntervalFn(look, LOOK_EVERY_MS);
  return computed({
    get: () => kept.value.value,
    set: (value) => (kept.value = { day: today(), value }),
  });
}
