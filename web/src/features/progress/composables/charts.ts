/** ECharts options for a value over time with its band, in the colours of the theme. */
import { percent } from "@/shared/format/numbers";
import type { EChartsOption, LineSeriesOption } from "echarts";

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
export interface Colours {
  ink: string;
  quiet: string;
  line: string;
  accent: string;
}

/** Four steps up the axis end on whole percents. Room above the highest band, as a share. */
const HEADROOM = 1.08;

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
    const align = place < INNER ? "left" : place > 1 - INNER ? "right" : "center";
    return { name: head?.texts.join(", ") ?? "", xAxis: mark.day, label: { align } } as const;
  });
}

/** The band of a line: an invisible lower edge with the width stacked on it. */
function band(line: Line, at: number): LineSeriesOption[] {
  const points = line.points.filter((p) => p.value !== null && p.lo !== undefined);
  if (!points.length) return [];
  const quiet = { type: "line", symbol: "none", silent: true, stack: `band${at}` } as const;
  return [
    { ...quiet, data: points.map((p) => [p.day, p.lo ?? 0]), lineStyle: { opacity: 0 } },
    {
      ...quiet,
      data: points.map((p) => [p.day, (p.hi ?? 0) - (p.lo ?? 0)]),
      lineStyle: { opacity: 0 },
      areaStyle: { color: line.colour, opacity: 0.16 },
    },
  ];
}

export function chartOf(
  lines: Line[],
  marks: Mark[],
  colours: Colours,
  span: [string, string],
  highest?: number,
): EChartsOption {
  // prettier-ignore
  const shown = lines.flatMap((line) => line.points.map((p) => p.hi ?? p.value ?? 0));
  const top = highest ?? Math.ceil(Math.max(0.05, ...shown) * HEADROOM * 25) / 25;
  const drawn = lines.map<LineSeriesOption>((line, i) => ({
    name: line.name,
    type: "line",
    data: line.points.filter((p) => p.value !== null).map((p) => [p.day, p.value]),
    symbol: i ? "diamond" : "circle",
    symbolSize: 7,
    itemStyle: { color: line.colour },
    lineStyle: { color: line.colour, width: 2, type: line.dashed ? "dashed" : "solid" },
    markLine: i
      ? undefined
      : {
          silent: true,
          symbol: "none",
          lineStyle: { color: colours.accent, type: "dashed" },
          label: { formatter: "{b}", color: colours.accent, position: "end", distance: 3 },
          data: named(marks, span),
        },
  }));
  return {
    animation: false,
    aria: { enabled: true },
    textStyle: { fontFamily: "'Source Sans 3 Variable', sans-serif" },
    grid: { left: 46, right: 14, top: 22, bottom: 26 },
    xAxis: {
      type: "time",
      min: span[0],
      max: span[1],
      axisLine: { lineStyle: { color: colours.line } },
      axisLabel: { color: colours.quiet, hideOverlap: true, formatter: "{d} {MMM}" },
      splitLine: { show: false },
    },
    yAxis: {
      type: "value",
      min: 0,
      max: top,
      interval: top / 4,
      axisLabel: { color: colours.quiet, formatter: percent },
      splitLine: { lineStyle: { color: colours.line } },
    },
    tooltip: {
      trigger: "axis",
      formatter: (raw) => words(raw as unknown as Hover[], lines),
    },
    series: [...lines.flatMap(band), ...drawn],
  };
}

interface Hover {
  seriesName?: string;
  axisValueLabel?: string;
  value?: [string, number];
}
/** "31 Oct 2026: solid 71 % (60 to 80 %)". Numbers and our own words only: no markup can come in. */
export function words(hover: Hover[], lines: Line[]): string {
  const day = hover[0]?.value?.[0] ?? "";
  const said = lines.flatMap((line) => {
    const point = line.points.find((p) => p.day === day);
    if (!point || point.value === null) return [];
    const range =
      point.lo === undefined ? "" : ` (${percent(point.lo)} to ${percent(point.hi ?? 0)})`;
    return [`${line.name} ${percent(point.value)}${range}`];
  });
  return [day, ...said].join("<br>");
}
