import { expect, test } from "vitest";
import { momentWords } from "./dates";
import { handedOverWords } from "./handedOver";

test("what went along is counted, and what stayed is named", () => {
  const starts_at = "2026-12-03T10:00:00Z";
  expect(handedOverWords({ students: 1, sessions: 0, stayed: [] }, "Tobin")).toBe(
    "1 student is now with Tobin.",
  );
  expect(
    handedOverWords({ students: 2, sessions: 3, stayed: [{ student: "Jory", starts_at }] }, "Tobin"),
  ).toBe(
    "2 students are now with Tobin. 3 booked sessions moved too. Still with the earlier coach, because " +
      `Tobin is booked then or others come too: Jory, ${momentWords(starts_at)}.`,
  );
});
