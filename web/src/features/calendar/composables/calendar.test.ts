import { describe, expect, it } from "vitest";
import { inZone } from "./calendar";

describe("a wall clock at the academy", () => {
  it("is the moment of its zone, in summer and in winter", () => {
    expect(inZone("2026-07-01T10:00", "UTC")).toBe("2026-07-01T10:00:00.000Z");
    expect(inZone("2026-07-01T10:00", "Europe/London")).toBe("2026-07-01T09:00:00.000Z");
    expect(inZone("2026-12-01T10:00", "Europe/London")).toBe("2026-12-01T10:00:00.000Z");
    expect(inZone("2026-12-01T10:00", "America/New_York")).toBe("2026-12-01T15:00:00.000Z");
  });
  it("holds on the day on which the clocks change", () => {
    // 29 March 2026: clocks in London go forward at 01:00 UTC.
    expect(inZone("2026-03-29T00:30", "Europe/London")).toBe("2026-03-29T00:30:00.000Z");
    expect(inZone("2026-03-29T09:00", "Europe/London")).toBe("2026-03-29T08:00:00.000Z");
  });
});
