/** The cell being hit: from the address, by arrows or by touch. */
import { computed, ref, watch, type Ref } from "vue";
import { useRoute } from "vue-router";
import { PLAIN, type CellAddress } from "@/shared/api/cells";
import type { Matrix, Words } from "@/shared/api/queries";
import { key, type KeyBinding } from "@/shared/keys/useKeys";

export type CellPart = "club" | "swing" | "trajectory";

export interface CellOptions {
  matrix: () => Matrix | undefined;
  words: () => Words | undefined;
  /** Does it now, or when what was entered before it has had its turn. */
  inTurn?: (act: () => void) => void;
}

export function useCell(options: CellOptions) {
  const route = useRoute();
  const clubs = computed(() => options.matrix()?.clubs.map((club) => club.label) ?? []);
  const swings = computed(() => options.matrix()?.positions.map((p) => p.label) ?? []);
  const trajectories = computed(() => options.words()?.trajectories ?? []);
  const cell: Ref<CellAddress | null> = ref(null);
  const cue = computed(
    () => options.matrix()?.positions.find((p) => p.label === cell.value?.swing)?.cue ?? "",
  );

  /** The cell asked for in the address, else the middle of the scale with the most lofted club. */
  watch(
    [clubs, swings],
    () => {
      if (cell.value || !clubs.value.length || !swings.value.length) return;
      const asked = <T extends string>(name: string, among: readonly T[], fallback: T): T =>
        among.find((one) => one === String(route.query[name] ?? "")) ?? fallback;
      const middle = swings.value[Math.floor((swings.value.length - 1) / 2)] ?? "";
      cell.value = {
        club: asked("club", clubs.value, clubs.value[0] ?? ""),
        swing: asked("swing", swings.value, middle),
        trajectory: asked("trajectory", trajectories.value, PLAIN.trajectory),
        spin: asked("spin", options.words()?.spins ?? [], PLAIN.spin),
        tempo: asked("tempo", options.words()?.tempos ?? [], PLAIN.tempo),
      };
    },
    { immediate: true },
  );

  function step(part: CellPart, by: number): void {
    if (options.inTurn) options.inTurn(() => stepNow(part, by));
    else stepNow(part, by);
  }
  function stepNow(part: CellPart, by: number): void {
    if (!cell.value) return;
    const among: string[] = { club: clubs, swing: swings, trajectory: trajectories }[part].value;
    const at = among.indexOf(cell.value[part]) + by;
    const next = among[Math.min(among.length - 1, Math.max(0, at))];
    if (next) cell.value = { ...cell.value, [part]: next };
  }
  const bindings: KeyBinding[] = [
    key("←", "shorter swing", "ArrowLeft", () => step("swing", -1)),
    key("→", "longer swing", "ArrowRight", () => step("swing", 1)),
    key("↑", "more lofted club", "ArrowUp", () => step("club", -1)),
    key("↓", "less lofted club", "ArrowDown", () => step("club", 1)),
  ];
  const heightBindings: KeyBinding[] = [
    key("+", "higher trajectory", "+", () => step("trajectory", 1)),
    key("-", "lower trajectory", "-", () => step("trajectory", -1)),
  ];
  return { clubs, swings, cell, cue, step, bindings, heightBindings };
}
