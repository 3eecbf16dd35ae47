/** How a cell is addressed and called. */
import type { Schemas } from "./client";
import { UNSAID } from "./shotDefaults";
import type { Cell, PlanItem } from "./queries";

export interface CellAddress {
  club: string;
  swing: string;
  trajectory: Schemas["Trajectory"];
  spin: Schemas["Spin"];
  tempo: Schemas["Tempo"];
}

/** The usual height, spin and tempo: what a shot's name leaves out. */
export const PLAIN = { trajectory: UNSAID.trajectory, spin: UNSAID.spin, tempo: UNSAID.tempo } as const;

/** The cell of a record that has one among other things. */
export const addressOf = ({ club, swing, trajectory, spin, tempo }: CellAddress): CellAddress => ({
  club,
  swing,
  trajectory,
  spin,
  tempo,
});

/** The cell that a planned item is hit in. */
export const cellOfItem = (item: PlanItem): CellAddress => addressOf({ ...PLAIN, ...item });

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

/** What a cell's number rests on: "5 balls", "from a chart", "estimated". */
export function basisWords(cell: Pick<Cell, "balls" | "mishits" | "basis">): string {
  if (cell.basis === "measured") return ballWords(cell);
  return cell.basis === "reported" ? "from a chart" : "estimated";
}

/** Half of the interval, for "61 ± 2". */
export function halfInterval(cell: Pick<Cell, "carry_lo_yd" | "carry_hi_yd">): number {
  return (cell.carry_hi_yd - cell.carry_lo_yd) / 2;
}

type Shot = Pick<Schemas["CellOut"], "back_in" | "down_in"> & CellAddress;

/** One text for each shot: its cell and its adjustment. */
export const shotId = (shot: Shot): string =>
  [shot.club, shot.swing, shot.trajectory, shot.spin, shot.tempo, shot.back_in, shot.down_in].join("|");

/** "56 9:00 low": what is usual is left out. */
export function shortName(cell: CellAddress): string {
  const parts = [cell.club, cell.swing];
  if (cell.trajectory !== PLAIN.trajectory) parts.push(cell.trajectory);
  if (cell.spin !== PLAIN.spin) parts.push(cell.spin);
  if (cell.tempo !== PLAIN.tempo) parts.push(cell.tempo);
  return parts.join(" ");
}
