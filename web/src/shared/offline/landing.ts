/**
 * A touch on the range picture, without a network: where it is, how well it is read. The server works
 * the ball out by the same rules (core/flight/landing.py); both read tests/offline_examples.json.
 */
import type { Schemas } from "@/shared/api/client";

export type Spot = Schemas["SpotBody"];
export type Target = Schemas["TargetBody"];
export type Landing = Schemas["LandingIn"];

const TARGET_SD_YD = 1;
const GAP_SHARE = 0.4;
const MOST_READ_SD_YD = 8;

const radians = (degrees: number) => (degrees * Math.PI) / 180;
const away = (one: Spot, other: Spot) => Math.hypot(one.out_yd - other.out_yd, one.right_yd - other.right_yd);

export const distanceOf = ({ out_yd, right_yd }: Spot): number => Math.hypot(out_yd, right_yd);

/** Where a target stands. */
export function spotOf({ distance_yd, right_yd = 0 }: Target): Spot {
  return { out_yd: Math.sqrt(Math.max(0, distance_yd ** 2 - right_yd ** 2)), right_yd };
}

/** The place so far from the mat and so far to the right of the line of aim. */
export function spotAt(distanceYd: number, offlineYd: number, aimDeg: number): Spot {
  const along = Math.sqrt(Math.max(0, distanceYd ** 2 - offlineYd ** 2));
  const [cos, sin] = [Math.cos(radians(aimDeg)), Math.sin(radians(aimDeg))];
  return { out_yd: along * cos - offlineYd * sin, right_yd: along * sin + offlineYd * cos };
}

/** The direction of a place, to the right of the middle line [degrees]. */
export const bearingOf = ({ out_yd, right_yd }: Spot): number =>
  (Math.atan2(right_yd, out_yd) * 180) / Math.PI;

export function offlineOf({ out_yd, right_yd }: Spot, aimDeg: number): number {
  return right_yd * Math.cos(radians(aimDeg)) - out_yd * Math.sin(radians(aimDeg));
}

/** How far the nearest thing is whose place is known: a target, or the ring around it. */
export function gapTo(spot: Spot, targets: Target[]): number {
  if (!targets.length) return distanceOf(spot);
  return Math.min(
    ...targets.map((target) => {
      const gap = away(spot, spotOf(target));
      return target.green_yd ? Math.min(gap, Math.abs(gap - target.green_yd)) : gap;
    }),
  );
}

/** How much higher than the mat the ground is: it rises evenly to the nearest target. */
export function heightAt(spot: Spot, targets: Target[]): number {
  const [nearest] = [...targets].sort((a, b) => away(spot, spotOf(a)) - away(spot, spotOf(b)));
  if (!nearest?.height_m) return 0;
  return nearest.height_m * Math.min(1, distanceOf(spot) / nearest.distance_yd);
}

/** How well a touch reads a landing: a deviation in yards. */
export function readingSd(gapYd: number, fingerYd: number): number {
  return Math.min(MOST_READ_SD_YD, Math.hypot(TARGET_SD_YD, GAP_SHARE * gapYd, fingerYd));
}

/** What a ball is that landed there, as the server will store it. */
export function ballOf({ spot, rest, aim_deg = 0, gap_yd = 0, finger_yd = 0 }: Landing) {
  const tenth = (value: number) => Math.round(value * 10) / 10;
  return {
    carry_yd: tenth(distanceOf(spot)),
    offline_yd: tenth(offlineOf(spot, aim_deg)),
    total_yd: rest ? tenth(distanceOf(rest)) : null,
    extra: {
      read: "touch",
      read_sd_yd: readingSd(gap_yd, finger_yd).toFixed(2),
      aim_deg: aim_deg.toFixed(1),
    },
  };
}
