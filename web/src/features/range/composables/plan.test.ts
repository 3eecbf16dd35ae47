import { describe, expect, it, vi } from "vitest";
import { ref } from "vue";
import { PLAIN, type CellAddress } from "@/shared/api/cells";
import type { PlanItem } from "@/shared/api/queries";
import type { ShownBall } from "./merge";
import { useRangePlan } from "./plan";

const item = (club: string, swing: string, balls: number, more = {}) =>
  ({ club, swing, balls, ...more }) as PlanItem;
const cellOf = (club: string, swing: string): CellAddress => ({ club, swing, ...PLAIN });
const UNTRIMMED = { spin_rpm: null, ball_position_in: 0, grip_down_in: 0 };
const hits = (club: string, swing: string, count: number, lie = "mat", more = {}) =>
  Array.from({ length: count }, () => ({ ...cellOf(club, swing), lie, ...UNTRIMMED, ...more }) as ShownBall);

function plan(items: PlanItem[], hit: ShownBall[], at: CellAddress | null = null) {
  const balls = ref(hit);
  const cell = ref(at);
  const go = vi.fn((to: CellAddress) => void (cell.value = to));
  const made = useRangePlan({ items: () => items, balls: () => balls.value, cell: () => cell.value, go });
  return { ...made, balls, cell, go };
}

describe("the plan on the range", () => {
  it("gives the balls of a cell to its items in their order", () => {
    const items = [item("56", "9:00", 3), item("60", "9:00", 5), item("56", "9:00", 4)];
    const { steps, left } = plan(items, hits("56", "9:00", 5), cellOf("56", "9:00"));
    expect(steps.value.map((step) => step.hit)).toEqual([3, 0, 2]);
    expect(steps.value.map((step) => step.here)).toEqual([false, false, true]);
    expect(left.value).toBe(7);
  });
  it("counts more balls than were planned as the plan's and no more", () => {
    const { steps, left } = plan([item("56", "9:00", 3)], hits("56", "9:00", 9));
    expect(steps.value[0]?.hit).toBe(3);
    expect(left.value).toBe(0);
  });
  it("tells the lies of a ladder apart", () => {
    const items = [item("56", "9:00", 2, { lie: "mat" }), item("56", "9:00", 2, { lie: "rough" })];
    const { steps } = plan(items, hits("56", "9:00", 2, "rough"));
    expect(steps.value.map((step) => step.hit)).toEqual([0, 2]);
  });
  it("tells adjustments apart, and counts a ball whose spin was measured where it was hit", () => {
    const items = [2, 0, -2].map((inches) => item("56", "9:00", 2, { ball_position_in: inches }));
    const adjusted = hits("56", "9:00", 1, "mat", { ball_position_in: 2 });
    const measured = hits("56", "9:00", 2, "mat", { spin_rpm: 7300 });
    const said = hits("56", "9:00", 2, "mat", { spin: "grab" });
    const { steps } = plan(items, [...adjusted, ...measured, ...said]);
    expect(steps.value.map((step) => step.hit)).toEqual([1, 2, 0]);
  });
  it("goes to the next cell that wants balls, round the end, until none does", () => {
    const items = [item("56", "9:00", 2), item("60", "9:00", 2), item("60", "10:00", 2)];
    const { next, go, cell, balls } = plan(items, hits("60", "9:00", 2), cellOf("60", "10:00"));
    expect(next()).toBe(true);
    expect(go).toHaveBeenLastCalledWith(cellOf("56", "9:00"), items[0]);
    expect(next()).toBe(true); // the 60 at 9:00 is done
    expect(cell.value).toEqual(cellOf("60", "10:00"));
    balls.value = items.flatMap((i) => hits(i.club, i.swing, 2));
    expect(next()).toBe(false);
    expect(go).toHaveBeenCalledTimes(2);
  });
});
