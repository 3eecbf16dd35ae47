import dayjs from "dayjs";
import { describe, expect, it } from "vitest";
import { daysAgo, inDays } from "./dates";

describe("days in a coach's words", () => {
  it.each([
    [null, "never"],
    ["2026-05-31", "today"],
    ["2026-06-01", "today"], // a tablet whose clock is behind
    ["2026-05-30", "yesterday"],
    ["2026-04-02", "59 days ago"],
    ["2026-04-01", "2 months ago"],
    ["2025-05-31", "12 months ago"],
    ["2024-05-31", "2 years ago"],
  ])("%s is %s", (day, words) => {
    expect(daysAgo(day, dayjs("2026-05-31T23:59"))).toBe(words);
  });
  it("counts days by the calendar, not by 24 hours", () => {
    expect(inDays("2026-06-01T00:05:00", "2026-05-31")).toBe(1);
    expect(inDays("2026-05-31T23:55:00", "2026-05-31")).toBe(0);
  });
});
