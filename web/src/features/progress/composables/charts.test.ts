import { describe, expect, it } from "vitest";
import { chartOf, named, words, type Line } from "./charts";

const SIZE = { width: 460, height: 200 };
const solid: Line = {
  name: "solid",
  colour: "field",
  points: [
    { day: "2026-05-01", value: 0.5, lo: 0.3, hi: 0.7 },
    { day: "2026-05-08", value: null, lo: 0, hi: 1 },
    { day: "2026-05-15", value: 0.8, lo: 0.6, hi: 0.9 },
  ],
};
const SPAN: [string, string] = ["2026-05-01", "2026-05-15"];
const numbers = (path: string) => (path.match(/-?[\d.]+/g) ?? []).map(Number);

describe("a chart of shares", () => {
  it("leaves days without a value out, and reaches from end to end", () => {
    const chart = chartOf([solid], [], SPAN, SIZE, 1);
    const [line] = chart.lines;
    expect(line?.points.map((p) => Math.round(p.x))).toEqual([chart.left, chart.right]);
    expect(numbers(line?.path ?? "")).toHaveLength(4);
    // The band of two days has four corners: the upper edge there, the lower one back.
    const corners = numbers(line?.band ?? "");
    expect(corners).toHaveLength(8);
    const high = chart.bottom - chart.top;
    expect(chart.bottom - Math.max(...corners.filter((_, i) => i % 2))).toBeCloseTo(0.3 * high, 5);
    expect(chart.bottom - (line?.points[0]?.y ?? 0)).toBeCloseTo(0.5 * high, 5);
  });
  it("goes as high as its bands need when no top is given, in whole percents", () => {
    const spread = { ...solid, points: [{ day: "2026-05-01", value: 0.06, lo: 0.05, hi: 0.09 }] };
    const chart = chartOf([spread], [], SPAN, SIZE);
    expect(chart.steps.map((s) => s.text)).toEqual(["0 %", "3 %", "6 %", "9 %", "12 %"]);
  });
  it("names days, never hours, and as many as there is room for", () => {
    const few = chartOf([solid], [], ["2026-05-01", "2026-05-02"], SIZE, 1).days;
    expect(few.map((d) => d.text)).toEqual(["1 May", "2 May"]);
    const year = chartOf([solid], [], ["2025-06-01", "2026-05-31"], SIZE, 1).days;
    const gaps = year.slice(1).map((d, i) => d.x - year[i]!.x);
    expect(Math.min(...gaps)).toBeGreaterThan(28);
    // A name ends within the chart and begins after the one before, whichever days it falls on.
    for (let day = 2; day < 29; day += 1)
      for (const width of [330, 460, 700]) {
        const span: [string, string] = ["2026-10-20", `2026-11-${String(day).padStart(2, "0")}`];
        const places = chartOf([solid], [], span, { ...SIZE, width }, 1).days.map((d) => d.x);
        expect(Math.max(...places)).toBeLessThanOrEqual(width - 24);
        expect(Math.min(...places.slice(1).map((x, i) => x - places[i]!))).toBeGreaterThan(47);
      }
  });
  it("names marks that stand close together once, on the inner side near an end", () => {
    const marks = [
      { day: "2026-11-15", text: "new club" },
      { day: "2026-11-13", text: "season break" },
      { day: "2026-06-01", text: "technique" },
      { day: "2026-08-20", text: "injury" },
    ];
    const shown = named(marks, ["2026-05-25", "2026-11-25"]);
    expect(shown.map((mark) => [mark.name, mark.anchor])).toEqual([
      ["technique", "start"],
      ["injury", "middle"],
      ["season break, new club", "end"],
      ["", "end"],
    ]);
  });
  it("says a day with its interval", () => {
    expect(words(solid, solid.points[2]!)).toBe("15 May 2026: solid 80 % (60 % to 90 %)");
  });
});
