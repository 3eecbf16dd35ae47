/** The key of each strike: the same wherever balls are logged. */
import type { Strike } from "@/shared/api/queries";

export const STRIKE_KEYS: Record<Strike, string> = {
  solid: "s",
  fat: "f",
  thin: "t",
  heel: "h",
  toe: "o",
  hard: "x",
};
export const STRIKES = Object.keys(STRIKE_KEYS) as Strike[];
