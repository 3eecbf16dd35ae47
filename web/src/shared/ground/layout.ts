/** Where things stand in the ground: yardage across, a lane a club, trajectory by height. */
import { scaleLinear, type ScaleLinear } from "d3-scale";
import type { Cell, Club, Ground } from "@/shared/api/queries";
import type { UnitWords } from "@/shared/units/units";

/** Room for the club at the left, at the paper theme's type size. */
export const LANE_LABEL = 92;
const ROWS: Record<Cell["trajectory"], number> = { high: 0, stock: 1, low: 2 };
const BAR = 13;
const ROW = 20;
export const LANE = ROW * Object.keys(ROWS).length + 8;
const TOP = 26;
const LETTER = 6.6;

/** What is drawn: a cell of the matrix, or a way to close a gap that is no cell yet. */
export type DrawnCell = Omit<Cell, "basis"> & { basis: Cell["basis"] | "fill" };

export interface Furrow {
  cell: DrawnCell;
  index: number;
  x: number;
  y: number;
  width: number;
  height: number;
  tick: number;
  label: string;
  doubtful: boolean;
}

export interface GroundLayout {
  x: ScaleLinear<number, number>;
  lanes: { club: Club; y: number }[];
  furrows: Furrow[];
  ticks: { x: number; text: string }[];
  fallow: { x: number; width: number; text: string }[];
  covered: { x: number; width: number };
  /** Ground that only estimates cover. */
  unsure: { x: number; width: number }[];
  summaryY: number;
  height: number;
}

/** Place a student's cells. `width` in pixels, `type` the type size relative to paper; labels that do not fit their furrow are left out. */
export function layGround(
  width: number,
  clubs: Club[],
  cells: DrawnCell[],
  ground: Ground,
  units: UnitWords,
  type = 1,
): GroundLayout {
  const left = LANE_LABEL * type;
  const x = scaleLinear()
    .domain([ground.axis_from_yd, ground.axis_to_yd])
    .range([left, Math.max(left + 50, width - 14)]);
  const lanes = clubs.map((club, i) => ({ club, y: TOP + i * LANE }));
  const laneOf = new Map(lanes.map((lane) => [lane.club.label, lane.y]));
  const furrows = cells.flatMap((cell, index) => {
    const y = laneOf.get(cell.club);
    const off = cell.carry_yd < ground.axis_from_yd || cell.carry_yd > ground.axis_to_yd;
    if (y === undefined || off) return [];
    const from = x(Math.max(cell.furrow_from_yd, ground.axis_from_yd));
    const to = x(Math.min(cell.furrow_to_yd, ground.axis_to_yd));
    const barWidth = Math.max(3, to - from);
    // Estimates are many and lie over each other: their names are told on pointing at them.
    const roomy = cell.basis !== "estimated" && barWidth / 2 - 4 > cell.swing.length * LETTER * type;
    return {
      cell,
      index,
      x: from,
      y: y + 4 + ROWS[cell.trajectory] * ROW + (ROW - BAR) / 2,
      width: barWidth,
      height: BAR,
      tick: x(cell.carry_yd),
      label: roomy ? cell.swing : "",
      doubtful: cell.doubts.length > 0,
    };
  });
  const summaryY = TOP + lanes.length * LANE + 8;
  const half = 0.5;
  const span = (stretch: { from_yd: number; to_yd: number }) => {
    const from = x(Math.max(stretch.from_yd - half, ground.from_yd));
    const to = x(Math.min(stretch.to_yd + half, ground.to_yd));
    return { x: from, width: to - from };
  };
  return {
    x,
    lanes,
    furrows,
    ticks: x
      .copy()
      .domain([units.value(ground.axis_from_yd), units.value(ground.axis_to_yd)])
      .ticks(8)
      .map((value) => ({ x: x(units.yards(value)), text: String(value) })),
    fallow: ground.fallow.map((stretch) => ({
      ...span(stretch),
      text: units.show(stretch.width),
    })),
    unsure: ground.unsure.map(span),
    covered: { x: x(ground.from_yd), width: x(ground.to_yd) - x(ground.from_yd) },
    summaryY,
    height: summaryY + 30 + 24,
  };
}

/** The whole yardage under a horizontal position, kept on the axis. */
export function yardageAt(layout: GroundLayout, pixel: number, ground: Ground): number {
  const yards = Math.round(layout.x.invert(pixel));
  return Math.min(ground.axis_to_yd, Math.max(ground.axis_from_yd, yards));
}
