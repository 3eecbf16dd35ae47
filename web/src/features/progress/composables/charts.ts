/** Where things stand in a chart of a share over time: its line, its band, the days marked. */
import { scaleLinear, scaleTime } from "d3-scale";
import { area, line as path } from "d3-shape";
import dayjs from "dayjs";
import { percent } from "@/shared/format/numbers";

export interface Point {
  day: string;
  value: number | null;
  lo?: number;
  hi?: number;
}
export interface Line {
  name: string;
  colour: string;
  points: Point[];
  dashed?: boolean;
}
export interface Mark {
  day: string;
  text: string;
}

/** Four steps up the axis end on whole percents. Room above the highest band, as a share. */
const HEADROOM = 1.08;
const STEPS = [0, 0.25, 0.5, 0.75, 1];
/** Room around the drawing: percents at the left, names above, days below. */
const AROUND = { left: 46, right: 14, top: 22, bottom: 26 };
/** A day's name needs so much of the width, with air; so much to each side of its middle, without. */
const DAY_WIDTH = 62;
const DAY_HALF = 24;

/** Marks nearer than this share of the period share one name, or their names would overlap. */
const TOGETHER = 0.25;
/** Beyond this share from an end a name stands on the inner side of its mark. */
const INNER = 0.3;

/** The marks with their names, so that names neither overlap nor leave the chart. */
export function named(marks: Mark[], span: [string, string]) {
  const start = Date.parse(span[0]);
  const length = Math.max(1, Date.parse(span[1]) - start);
  const at = (mark: Mark) => (Date.parse(mark.day) - start) / length;
  const sorted = [...marks].sort((a, b) => a.day.localeCompare(b.day));
  const heads: { first: number; texts: string[]; place: number }[] = [];
  sorted.forEach((mark, i) => {
    const head = heads.at(-1);
    if (head && at(mark) - head.place < TOGETHER) {
      if (!head.texts.includes(mark.text)) head.texts.push(mark.text);
    } else heads.push({ first: i, texts: [mark.text], place: at(mark) });
  });
  return sorted.map((mark, i) => {
    const head = heads.find((one) => one.first === i);
    const place = at(mark);
    const anchor = place < INNER ? "start" : place > 1 - INNER ? "end" : "middle";
    return { name: head?.texts.join(", ") ?? "", day: mark.day, anchor } as const;
  });
}

/** "31 Oct 2026: solid 71 % (60 % to 80 %)" */
export function words(line: Line, point: Point): string {
  const range = point.lo === undefined ? "" : ` (${percent(point.lo)} to ${percent(point.hi ?? 0)})`;
  return `${dayjs(point.day).format("D MMM YYYY")}: ${line.name} ${percent(point.value ?? 0)}${range}`;
}

/** The names of days (not of hours), none upon the one before: steps of two days restart in a month. */
function dayNames(days: Date[], at: (day: Date) => number) {
  const shown: { x: number; text: string }[] = [];
  for (const day of days) {
    const x = at(day);
    if (day.getHours() === 0 && x - (shown.at(-1)?.x ?? -Infinity) >= 2 * DAY_HALF)
      shown.push({ x, text: dayjs(day).format("D MMM") });
  }
  return shown;
}

/** Lay a chart out in so many pixels; days without a value are left out. */
export function chartOf(
  lines: Line[],
  marks: Mark[],
  span: [string, string],
  size: { width: number; height: number },
  highest?: number,
) {
  const shown = lines.flatMap((line) => line.points.map((p) => p.hi ?? p.value ?? 0));
  const top = highest ?? Math.ceil(Math.max(0.05, ...shown) * HEADROOM * 25) / 25;
  const right = Math.max(AROUND.left + 40, size.width - AROUND.right);
  const bottom = size.height - AROUND.bottom;
  const ends = span.map((day) => dayjs(day).toDate());
  const x = scaleTime().domain(ends).range([AROUND.left, right]);
  const y = scaleLinear().domain([0, top]).range([bottom, AROUND.top]);
  const across = (day: string) => x(dayjs(day).toDate());
  const drawn = lines.map((line) => {
    const points = line.points.filter((p) => p.value !== null);
    const banded = points.filter((p) => p.lo !== undefined);
    return {
      name: line.name,
      colour: line.colour,
      dashed: line.dashed ?? false,
      path:
        path<Point>(
          (p) => across(p.day),
          (p) => y(p.value ?? 0),
        )(points) ?? "",
      band:
        area<Point>(
          (p) => across(p.day),
          (p) => y(p.lo ?? 0),
          (p) => y(p.hi ?? 0),
        )(banded) ?? "",
      points: points.map((p) => ({ x: across(p.day), y: y(p.value ?? 0), text: words(line, p) })),
    };
  });
  return {
    left: AROUND.left,
    right,
    top: AROUND.top,
    bottom,
    lines: drawn,
    steps: STEPS.map((share) => ({ y: y(top * share), text: percent(top * share) })),
    days: dayNames(x.ticks(Math.max(2, Math.floor((right - AROUND.left) / DAY_WIDTH))), (day) =>
      Math.min(x(day), size.width - DAY_HALF),
    ),
    marks: named(marks, span).map((mark) => ({ ...mark, x: across(mark.day) })),
  };
}
