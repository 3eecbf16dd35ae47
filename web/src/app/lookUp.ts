/** A yardage looked up: where a ball shall come down, or the pick to a pin. */
import { computed, ref, watch, type Ref } from "vue";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { useWords } from "@/shared/api/queries";
import { useOfToday } from "@/shared/ui/ofToday";
import type { UnitWords } from "@/shared/units/units";

export type To = "carry" | Schemas["PinAt"];
export const TO: To[] = ["front", "middle", "back", "carry"];
/** Of today alone: nobody looks up in yesterday's wind. */
export interface Asked {
  temperature: number;
  headwind: number;
  lie?: Schemas["Lie"];
  to?: To;
}
const LEAST = 5;

export function useLookUp(options: {
  studentId: () => string;
  typed: Ref<number | null>;
  open: Ref<boolean>;
  units: Ref<UnitWords>;
}) {
  const { studentId, typed, open, units } = options;
  const words = useWords();
  const air = useOfToday<Asked>("look-up", { temperature: 20, headwind: 0 });
  const setAir = (part: Partial<Asked>) => (air.value = { ...air.value, ...part });
  const lie = computed(() => air.value.lie ?? "fairway");
  const to = computed(() => air.value.to ?? "middle");
  const shots = ref<Schemas["LookedUp"][]>([]);
  const picked = ref<Schemas["PickOut"] | null>(null);
  const error = ref("");
  const asking = ref(false);
  let latest = 0;

  async function carries(yardage: number): Promise<() => void> {
    const found = await dataOf(
      api.GET("/api/students/{student_id}/lookup", {
        params: {
          path: { student_id: studentId() },
          query: {
            yardage,
            temperature_c: air.value.temperature || 0,
            headwind_mps: air.value.headwind || 0,
            lie: lie.value,
          },
        },
      }),
    );
    return () => (shots.value = found);
  }
  async function toPin(pin_yd: number, at: Schemas["PinAt"]): Promise<() => void> {
    const found = await dataOf(
      api.GET("/api/students/{student_id}/pick", {
        params: {
          path: { student_id: studentId() },
          query: {
            pin_yd,
            ...words.data.value?.pick.edges[at],
            temperature_c: air.value.temperature || 0,
            headwind_mps: air.value.headwind || 0,
            lie: lie.value,
          },
        },
      }),
    );
    return () => (picked.value = found);
  }
  watch([typed, air, open], async () => {
    const mine = ++latest;
    // The answer of the number before never stands under the new number.
    shots.value = [];
    picked.value = null;
    asking.value = true;
    if (!open.value || !typed.value || typed.value < LEAST) {
      asking.value = false;
      return;
    }
    try {
      const yards = units.value.yards(typed.value);
      const take = await (to.value === "carry" ? carries(yards) : toPin(yards, to.value));
      if (mine !== latest) return;
      take();
      error.value = "";
    } catch (cause) {
      if (mine === latest) error.value = sentenceOf(cause);
    } finally {
      if (mine === latest) asking.value = false;
    }
  });
  return { air, setAir, lie, to, shots, picked, error, asking };
}
