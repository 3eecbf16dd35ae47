/** What a shot or a ball is when nothing is said of it. */
import type { Schemas } from "./client";

/** What an absent field means to the server: `shotDefaults.test.ts` holds it to its schema. */
export const UNSAID = {
  trajectory: "stock",
  spin: "check",
  tempo: "normal",
  strike: "solid",
  lie: "fairway",
  ball: "premium",
  read: "typed",
  grooves: "clean",
  wet: false,
  ball_position_in: 0,
  grip_down_in: 0,
  temperature_c: null,
  headwind_mps: null,
} as const satisfies Partial<Schemas["BallIn"]>;

/** A bay has mats. Until the coach or the student's last balls say otherwise, the ball lies on one. */
export const RANGE_LIE = "mat" satisfies Schemas["Lie"];
