/** The range from above: which picture, what is aimed at, how much of it is seen. */
import { useQuery } from "@pinia/colada";
import { computed, ref } from "vue";
import type { CellAddress } from "@/shared/api/cells";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { ballOf, bearingOf, spotOf, type Landing, type Spot } from "@/shared/offline/landing";
import { useOwn } from "@/shared/storage/own";
import { useOfToday } from "@/shared/ui/ofToday";
import type { ShownBall } from "./merge";

export type RangePicture = Schemas["RangePictureOut"];

/** What is aimed at: a target by its name, or a free line. */
export interface Aim {
  target: string | null;
  deg: number;
}
export const STRAIGHT: Aim = { target: null, deg: 0 };

export const useRangePictures = () =>
  useQuery({ key: keys.rangePictures, query: () => dataOf(api.GET("/api/range-pictures")) });

/** Whether landings are touched here, and not typed: kept for the coach in this browser. */
export const usePictureOn = () => useOwn("range-picture-on", false);

export function useRangePicture() {
  const pictures = useRangePictures();
  const chosen = useOwn("range-picture", 0);
  const picture = computed(
    () => pictures.data.value?.find((one) => one.id === chosen.value) ?? pictures.data.value?.[0] ?? null,
  );
  const kept = useOfToday<Aim>("range-aim-of-today", STRAIGHT);
  /** A target that has gone is no longer aimed at. */
  const aim = computed<Aim>({
    get: () => {
      const { target, deg } = kept.value;
      if (target === null) return { target, deg };
      const found = picture.value?.targets.find((one) => one.name === target);
      return found ? { target, deg: bearingOf(spotOf(found)) } : STRAIGHT;
    },
    set: (value) => (kept.value = value),
  });
  return { pictures, picture, chosen, aim };
}

/** The shot that is hit: where it is expected to land, and how far eight balls in ten reach from there. */
export interface LandingShot {
  address: CellAddress | null;
  carryYd: number | null;
  halfYd: number | null;
}

/** What the picture shows of a ball. */
export type LandedBall = Pick<
  ShownBall,
  "uid" | "carry_yd" | "offline_yd" | "total_yd" | "strike" | "extra" | "waiting" | "refused"
>;

/** What was touched of a round: such a ball answers a call, so it is undone and not moved. `take` says
 * which ball it became, null for none. */
export function useLandings(
  take: (landing: Landing, seen: ReturnType<typeof ballOf>) => Pick<LandedBall, "uid" | "strike"> | null,
) {
  const landed = ref<LandedBall[]>([]);
  function land(landing: Landing): void {
    const seen = ballOf(landing);
    const ball = take(landing, seen);
    const { aim_deg } = seen.extra;
    if (ball) landed.value.push({ ...seen, ...ball, extra: { aim_deg }, waiting: false, refused: "" });
  }
  function forgetLanding(uid: string | null): void {
    landed.value = landed.value.filter((one) => one.uid !== uid);
  }
  return { landed, land, forgetLanding };
}

export interface Seen {
  /** What is in the middle. */
  middle: Spot;
  pxPerYd: number;
}

/** So much of the aimed distance is seen along the shot, and at least so many yards. */
const SEEN_SHARE = 0.72;
const LEAST_SEEN_YD = 26;
const FREE_YD = 60;
const BEYOND = 1.08;

/** What is seen: the landing of the shot, near enough for a finger. */
export function seenShot(distanceYd: number | null, aimDeg: number, width: number, height: number): Seen {
  const distance = distanceYd ?? FREE_YD;
  const along = Math.max(LEAST_SEEN_YD, SEEN_SHARE * distance);
  const [sin, cos] = [Math.sin((aimDeg * Math.PI) / 180), Math.cos((aimDeg * Math.PI) / 180)];
  const middle = { out_yd: distance * cos, right_yd: distance * sin };
  return { middle, pxPerYd: Math.min(height, width * BEYOND) / along };
}

/** Of the whole range distances are written beside the targets. */
export const BESIDE_DEG = -42;

/** The whole range, from the mat to the farthest target or edge. */
export function seenRange(picture: Schemas["RangePictureFields"], width: number, height: number): Seen {
  const spots = picture.targets.map((target) => ({ ...spotOf(target), green: target.green_yd ?? 0 }));
  const far = Math.max(picture.far_yd ?? 0, ...spots.map((spot) => spot.out_yd + spot.green), LEAST_SEEN_YD);
  const right = Math.max(picture.right_yd ?? 0, ...spots.map((spot) => spot.right_yd + spot.green), 5);
  const left = Math.max(picture.left_yd ?? 0, ...spots.map((spot) => spot.green - spot.right_yd), 5);
  const pxPerYd = Math.min(height / (far * BEYOND), width / ((left + right) * BEYOND));
  return { middle: { out_yd: far / 2, right_yd: (right - left) / 2 }, pxPerYd };
}

/** A finger, a pen and a mouse: how inexact they are, a deviation in pixels of the page. A finger's is
 * about 1.3 mm (Bi, Li and Zhai 2013, "FFitts law", from memory). */
const POINTER_PX: Record<string, number> = { touch: 8, pen: 3 };
const MOUSE_PX = 2;
export const pointerYd = (pointerType: string, pxPerYd: number): number =>
  (POINTER_PX[pointerType] ?? MOUSE_PX) / pxPerYd;
