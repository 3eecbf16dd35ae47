/** How a cell is addressed and called. */
import type { Cell } from "./queries";

export interface CellAddress {
  club: string;
  swing: string;
  trajectory: string;
  spin: string;
  tempo: string;
}

export const PLAIN = { trajectory: "stock", spin: "check", tempo: "normal" };

export function sameCell(a: CellAddress, b: CellAddress): boolean {
  return (
    a.club === b.club &&
    a.swing === b.swing &&
    a.trajectory === b.trajectory &&
    a.spin === b.spin &&
    a.tempo === b.tempo
  );
}

/** "56 9:00 stock", with spin and tempo only where they differ from the usual. */
export function cellName(cell: CellAddress): string {
  const parts = [cell.club, cell.swing, cell.trajectory];
  if (cell.spin !== PLAIN.spin) parts.push(cell.spin);
  if (cell.tempo !== PLAIN.tempo) parts.push(cell.tempo);
  return parts.join(" ");
}

/** "5 balls, 2 mishits" */
export function ballWords(cell: Pick<Cell, "balls" | "mishits">): string {
  const balls = `${cell.balls} ${cell.balls === 1 ? "ball" : "balls"}`;
  if (!cell.mishits) return balls;
  return `${balls}, ${cell.mishits} ${cell.mishits === 1 ? "mishit" : "mishits"}`;
}

/** Half of the 90 % interval, for "61 ± 2". */
export function halfInterval(cell: Cell): number {
  return (cell.carry_hi_yd - cell.carry_lo_yd) / 2;
}
