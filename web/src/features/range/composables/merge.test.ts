import { expect, test } from "vitest";
import type { Ball } from "@/shared/api/queries";
import type { Op } from "@/shared/outbox/outbox";
import { mergeBalls } from "./merge";

const at = (minute: number) => `2026-05-31T10:${String(minute).padStart(2, "0")}:00Z`;
const ball = (uid: string, minute: number): Ball => ({
  uid,
  hit_on: "2026-05-31",
  hit_at: at(minute),
  club_id: "c",
  club: "56",
  swing: "9:00",
  trajectory: "stock",
  spin: "check",
  tempo: "normal",
  strike: "solid",
  ball: "premium",
  lie: "mat",
  carry_yd: 60,
  total_yd: null,
  home_yd: 60,
  launch_deg: null,
  spin_rpm: null,
  ball_speed_mps: null,
  side: null,
  extra: {},
  excluded: "",
  kept: false,
});
const record = (uid: string, minute: number, refused?: string): Op => ({
  kind: "record",
  studentId: "s",
  uid,
  club: "60",
  refused,
  body: { uid, hit_at: at(minute), club_id: "c", swing: "full", carry_yd: 70 },
});

test("waiting balls stand among the server's in the order they were hit", () => {
  const merged = mergeBalls([ball("a", 1), ball("c", 3)], [record("b", 2)]);
  expect(merged.map((b) => [b.uid, b.waiting])).toEqual([
    ["a", false],
    ["b", true],
    ["c", false],
  ]);
  expect(merged[1]).toMatchObject({ club: "60", trajectory: "stock", carry_yd: 70 });
});

test("marks and undos apply in order, to the server's balls and to waiting ones", () => {
  const merged = mergeBalls(
    [ball("a", 1), ball("b", 2)],
    [
      record("c", 3),
      { kind: "mark", studentId: "s", uid: "c", body: { strike: "fat" } },
      { kind: "mark", studentId: "s", uid: "a", body: { strike: "thin" } },
      { kind: "undo", studentId: "s", uid: "b" },
    ],
  );
  expect(merged.map((b) => [b.uid, b.strike])).toEqual([
    ["a", "thin"],
    ["c", "fat"],
  ]);
});

test("a ball known twice shows once, and a refused one says why", () => {
  expect(mergeBalls([ball("a", 1)], [record("a", 1)])).toHaveLength(1);
  const [refused] = mergeBalls([], [record("x", 1, "The club is gone.")]);
  expect(refused).toMatchObject({ waiting: false, refused: "The club is gone." });
});
