/** The plan on the range: how far each cell is, and the next one by a key. */
import { computed } from "vue";
import { cellOfItem, sameCell, type CellAddress } from "@/shared/api/cells";
import type { PlanItem } from "@/shared/api/queries";
import type { ShownBall } from "./merge";

export interface PlanOptions {
  items: () => PlanItem[];
  balls: () => ShownBall[];
  cell: () => CellAddress | null;
  go: (cell: CellAddress, item: PlanItem) => void;
}

export interface Step {
  item: PlanItem;
  address: CellAddress;
  hit: number;
  here: boolean;
}

export function useRangePlan(options: PlanOptions) {
  const steps = computed<Step[]>(() => {
    // Items of one cell (a ladder of lies, three ball places) share its balls in order.
    const used = new Map<string, number>();
    let found = false;
    return options.items().map((item) => {
      const address = cellOfItem(item);
      const adjustment = [item.ball_position_in ?? 0, item.grip_down_in ?? 0];
      const name = JSON.stringify([address, item.lie ?? null, adjustment]);
      const all = options
        .balls()
        .filter(
          (b) =>
            sameCell(b, address) &&
            (!item.lie || b.lie === item.lie) &&
            b.ball_position_in === adjustment[0] &&
            b.grip_down_in === adjustment[1],
        ).length;
      const before = used.get(name) ?? 0;
      const hit = Math.min(item.balls, Math.max(0, all - before));
      used.set(name, before + item.balls);
      const cell = options.cell();
      const here = !found && cell !== null && sameCell(cell, address) && hit < item.balls;
      found ||= here;
      return { item, address, hit, here };
    });
  });
  const left = computed(() => steps.value.reduce((n, s) => n + s.item.balls - s.hit, 0));
  /** To the next cell of the plan that still wants balls, after the one being hit. */
  function next(): boolean {
    const at = steps.value.findIndex((step) => step.here);
    const order = [...steps.value.slice(at + 1), ...steps.value.slice(0, Math.max(0, at))];
    const step = order.find((s) => s.hit < s.item.balls);
    if (!step) return false;
    options.go(step.address, step.item);
    return true;
  }
  return { steps, left, next };
}
