/** What every cell carries, as the grid shows it: the matrix, and newer than it what the session has
 * asked since. The same cell is never two numbers on one screen. */
import { computed, shallowReactive, watch } from "vue";
import { shotId } from "@/shared/api/cells";
import type { Cell, Matrix } from "@/shared/api/queries";

export function useCarries(matrix: () => Matrix | undefined, now: () => Cell | null | undefined) {
  const newer = shallowReactive(new Map<string, Cell>());
  watch(matrix, () => newer.clear());
  watch(now, (cell) => cell && newer.set(shotId(cell), cell), { immediate: true });
  return computed(() => (matrix()?.cells ?? []).map((cell) => newer.get(shotId(cell)) ?? cell));
}
