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
  offline_yd: null,
  standard_yd: 60,
  launch_deg: null,
  spin_rpm: null,
  ball_speed_mps: null,
  side: null,
  ball_position_in: 0,
  grip_down_in: 0,
  grooves: "clean",
  wet: false,
  reported: false,
  extra: {},
  excluded: "",
  accepted: false,
});
const mine = { owner: 1, academy: 1, coach: "Ilse", studentId: "s" };
const record = (uid: string, minute: number, refused?: string): Op => ({
  kind: "record",
  ...mine,
  id: `${uid}-r`,
  uid,
  club: "60",
  refused,
  body: { uid, hit_at: at(minute), club_id: "c", swing: "full", carry_yd: 70, trajectory: "stock" },
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
      { kind: "mark", ...mine, id: "1", uid: "c", body: { strike: "fat" } },
      { kind: "mark", ...mine, id: "2", uid: "a", body: { strike: "thin" } },
      { kind: "undo", ...mine, id: "3", uid: "b" },
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

test("a ball that was undone and brought back is there while both wait", () => {
  const shown = mergeBalls([ball("a", 1)], [])[0];
  const merged = mergeBalls(
    [],
    [
      { kind: "undo", ...mine, id: "1", uid: "a" },
      { kind: "restore", ...mine, id: "2", uid: "a", shown },
    ],
  );
  expect(merged.map((b) => [b.uid, b.carry_yd, b.waiting])).toEqual([["a", 60, true]]);
});

test("a ball that was moved to another shot without a network stands in that shot", () => {
  const mark: Op = {
    kind: "mark",
    ...mine,
    id: "m",
    uid: "a",
    club: "60",
    body: { club_id: "c60", swing: "10:00", trajectory: "low", spin: "check", tempo: "normal" },
  };
  const [moved] = mergeBalls([ball("a", 1)], [mark]);
  expect(moved).toMatchObject({
    club: "60",
    swing: "10:00",
    trajectory: "low",
    strike: "solid",
    waiting: true,
  });
  // A mark of the strike leaves the shot as it is.
  const [struck] = mergeBalls([ball("a", 1)], [{ ...mark, club: undefined, body: { strike: "thin" } }]);
  expect(struck).toMatchObject({ club: "56", swing: "9:00", strike: "thin" });
});
