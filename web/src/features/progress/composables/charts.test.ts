import { describe, expect, it } from "vitest";
import { chartOf, named, words, type Line } from "./charts";

const COLOURS = { ink: "#000", quiet: "#555", line: "#ccc", accent: "#840" };
const solid: Line = {
  name: "solid",
  colour: "#000",
  points: [
    { day: "2026-05-01", value: 0.5, lo: 0.3, hi: 0.7 },
    { day: "2026-05-08", value: null, lo: 0, hi: 1 },
    { day: "2026-05-15", value: 0.8, lo: 0.6, hi: 0.9 },
  ],
};

describe("a chart of shares", () => {
  it("leaves days without a value out, and stacks the band from its lower edge", () => {
    const option = chartOf([solid], [], COLOURS, ["2026-05-01", "2026-05-15"], 1);
    const series = option.series as { name?: string; data: [string, number][] }[];
    expect(series.map((s) => s.data.length)).toEqual([2, 2, 2]);
    expect(series[0]?.data[1]).toEqual(["2026-05-15", 0.6]);
    expect(series[1]?.data[1]?.[1]).toBeCloseTo(0.3);
  });
  it("goes as high as its bands need when no top is given", () => {
    const spread = { ...solid, points: [{ day: "2026-05-01", value: 0.06, lo: 0.05, hi: 0.09 }] };
    const option = chartOf([spread], [], COLOURS, ["2026-05-01", "2026-05-15"]);
    expect((option.yAxis as { max: number }).max).toBeCloseTo(0.12);
  });
  it("names marks that stand close together once, on the inner side near an end", () => {
    const marks = [
      { day: "2026-11-15", text: "new club" },
      { day: "2026-11-13", text: "season break" },
      { day: "2026-06-01", text: "technique" },
      { day: "2026-08-20", text: "injury" },
    ];
    const shown = named(marks, ["2026-05-25", "2026-11-25"]);
    expect(shown.map((mark) => [mark.name, mark.label.align])).toEqual([
      ["technique", "left"],
      ["injury", "center"],
      ["season break, new club", "right"],
      ["", "right"],
    ]);
  });
  it("says a day with its interval", () => {
    const hover = [{ value: ["2026-05-15", 0.8] as [string, number] }];
    expect(words(hover, [solid])).toBe("2026-05-15<br>solid 80 % (60 % to 90 %)");
  });
});
