import { expect, test } from "vitest";
import type { Ball, Club } from "@/shared/api/queries";
import { show, WORDS } from "@/testing/page";
import ReviewBall from "./ReviewBall.vue";

const ball = {
  uid: "a",
  club_id: "c56",
  club: "56",
  swing: "9:00",
  trajectory: "stock",
  spin: "check",
  tempo: "normal",
  strike: "solid",
  carry_yd: 61.4,
  total_yd: null,
  launch_deg: null,
  ball_position_in: 0,
  grip_down_in: 0,
} as Ball;
const clubs = [
  { id: "c56", label: "56", in_use: true },
  { id: "c60", label: "60", in_use: true },
  { id: "old", label: "58", in_use: false },
] as Club[];
const shown = async (more: object = {}) => {
  const { page } = await show(ReviewBall, {
    ball,
    clubs,
    words: WORDS,
    swings: ["9:00", "10:00"],
    suspect: null,
    aside: null,
    later: false,
    studentId: "s",
    waiting: ["a"],
    ...more,
  });
  return page;
};

test("a strike and a cell are put right in place", async () => {
  const row = await shown();
  await row.find("[aria-label=Strike]").setValue("fat");
  expect(row.find("[aria-label=Club]").exists()).toBe(false);
  await row.find(".cell").trigger("click");
  expect(row.findAll("[aria-label=Club] option").map((o) => o.text())).toEqual(["56", "60"]);
  await row.find("[aria-label=Club]").setValue("c60");
  await row.find("[aria-label=Swing]").setValue("10:00");
  await row.find("[aria-label=Trajectory]").setValue("low");
  expect(row.emitted("correct")).toEqual([
    [{ strike: "fat" }],
    [{ club_id: "c60" }],
    [{ swing: "10:00" }],
    [{ trajectory: "low" }],
  ]);
});

test("a total, an adjustment, a suspicion and a reason are said", async () => {
  const total = { ...ball, carry_yd: null, total_yd: 70, ball_position_in: 3, grip_down_in: 1 };
  const row = await shown({ ball: total, suspect: 75, aside: "a gust" });
  expect(row.find("b").text()).toBe("70.0t");
  expect(row.text()).toContain("ball 3 in back, grip down 1 in: saved, doesn't count for the carry");
  expect(row.text()).toContain("Far from the others at 75");
  expect((row.find("[aria-label=Reason]").element as HTMLInputElement).value).toBe("a gust");
});
