/** Yards and metres on the screen. The factor comes from the server (core/words/units.py). */
import { computed, toValue, type MaybeRefOrGetter } from "vue";
import { useWords } from "@/shared/api/queries";

export type Units = "yd" | "m";

export interface UnitWords {
  unit: Units;
  /** A distance in the student's unit, without the unit's name. */
  show: (yards: number, digits?: number) => string;
  /** A distance in the student's unit, as a number. */
  value: (yards: number) => number;
  /** Yards from what was typed in the student's unit. */
  yards: (typed: number) => number;
}

export function unitWords(unit: Units, metresPerYard: number): UnitWords {
  const factor = unit === "m" ? metresPerYard : 1;
  return {
    unit,
    value: (yards) => yards * factor,
    show: (yards, digits = 0) => (yards * factor).toFixed(digits),
    yards: (typed) => typed / factor,
  };
}

export function useUnits(unit: MaybeRefOrGetter<string | undefined>) {
  const words = useWords();
  return computed(() =>
    unitWords(toValue(unit) === "m" ? "m" : "yd", words.data.value?.m_per_yd ?? 1),
  );
}
