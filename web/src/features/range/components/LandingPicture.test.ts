import { mount } from "@vue/test-utils";
import { afterEach, expect, test, vi } from "vitest";
import { unitWords } from "@/shared/units/units";
import { distanceOf, type Landing } from "@/shared/offline/landing";
import { seenShot, type LandedBall } from "../composables/rangePicture";
import LandingPicture from "./LandingPicture.vue";

const SIZE = 400;
const seen = seenShot(60, 0, SIZE, SIZE);
const ball = (uid: string, more: Partial<LandedBall> = {}): LandedBall => ({
  uid,
  carry_yd: 60,
  offline_yd: 0,
  total_yd: null,
  strike: "solid",
  extra: { read: "touch", aim_deg: "0" },
  waiting: false,
  refused: "",
  ...more,
});
function picture(more: object = {}) {
  const page = mount(LandingPicture, {
    attachTo: document.body,
    props: {
      picture: { id: 1, name: "Hill", targets: [{ name: "Flag", distance_yd: 60, right_yd: 0 }] },
      seen,
      width: SIZE,
      height: SIZE,
      aimDeg: 0,
      carryYd: 60,
      balls: [] as LandedBall[],
      units: unitWords("yd", {
        yd: { carry: { sign: "yd", size: 1, zero: 0 } },
      } as unknown as Parameters<typeof unitWords>[1]),
      both: false,
      rayDeg: 0,
      ...more,
    },
  });
  const svg = page.find("svg");
  const at = (x: number, y: number, pointerId = 1) => ({
    clientX: x,
    clientY: y,
    pointerId,
    button: 0,
    pointerType: "touch",
  });
  const send = (name: string, x: number, y: number, id = 1) => svg.trigger(name, at(x, y, id));
  const tap = async (x: number, y: number) => {
    await send("pointerdown", x, y);
    await send("pointerup", x, y);
  };
  const landings = () => (page.emitted("land") ?? []).map(([landing]) => landing as Landing);
  return { page, svg, send, tap, landings };
}
afterEach(() => vi.useRealTimers());

test("a touch is a landing: carry and side at once, read as well as the finger and the flag allow", async () => {
  const { tap, landings } = picture();
  await tap(SIZE / 2 + 10 * seen.pxPerYd, SIZE / 2);
  expect(landings()).toHaveLength(1);
  const [{ spot, gap_yd, finger_yd }] = landings() as [Landing];
  expect([spot.out_yd, spot.right_yd, gap_yd]).toEqual([60, 10, 10].map((n) => expect.closeTo(n, 6)));
  expect(finger_yd).toBeCloseTo(8 / seen.pxPerYd, 6);
});

test("a pinch logs nothing, and neither does a touch that ends outside or behind the mat", async () => {
  const { page, send, tap, landings } = picture();
  await send("pointerdown", 100, 100, 1);
  await send("pointerdown", 200, 200, 2);
  await send("pointerup", 100, 100, 1);
  await send("pointerup", 200, 200, 2);
  await send("pointerdown", 100, 100);
  await send("pointercancel", 100, 100);
  expect(landings()).toEqual([]);
  await send("pointerdown", 100, 100);
  await send("pointerup", 100, SIZE + 30);
  expect(page.emitted("problem")?.at(-1)).toEqual(["That's outside the picture. Nothing was logged."]);
  expect(landings()).toEqual([]);
  await page.setProps({ seen: { middle: { out_yd: 0, right_yd: 0 }, pxPerYd: 5 } });
  await tap(200, 390);
  expect(page.emitted("problem")?.at(-1)).toEqual(["That's behind the mat. Nothing was logged."]);
  expect(landings()).toEqual([]);
  await tap(200, 100);
  expect(landings()).toHaveLength(1);
});

test("touched and held, a dot is moved; one that was typed is not", async () => {
  vi.useFakeTimers();
  const { page, send, landings } = picture({ balls: [ball("one")] });
  await send("pointerdown", SIZE / 2, SIZE / 2);
  vi.advanceTimersByTime(500);
  await send("pointermove", SIZE / 2, SIZE / 2 - 5 * seen.pxPerYd);
  await send("pointerup", SIZE / 2, SIZE / 2 - 5 * seen.pxPerYd);
  expect(landings()).toEqual([]);
  const [[uid, moved]] = page.emitted("move") as [[string, Landing]];
  expect([uid, moved.spot.out_yd]).toEqual(["one", expect.closeTo(65, 6)]);
  await page.setProps({ balls: [ball("one", { extra: {} })] });
  await send("pointerdown", SIZE / 2, SIZE / 2);
  vi.advanceTimersByTime(500);
  await send("pointerup", SIZE / 2, SIZE / 2);
  expect(page.emitted("move")).toHaveLength(1);
  expect(landings()).toHaveLength(1);
});

test("with its run the second touch says where it stopped, and cannot lie short of the first", async () => {
  const { page, tap, landings } = picture({ both: true });
  await tap(SIZE / 2, SIZE / 2);
  expect(landings()).toEqual([]);
  await tap(SIZE / 2, SIZE / 2 + 20);
  expect(String(page.emitted("problem")?.at(-1))).toContain("can't stop short");
  await tap(SIZE / 2, SIZE / 2 - 6 * seen.pxPerYd);
  expect(landings().map(({ rest }) => rest && distanceOf(rest))).toEqual([expect.closeTo(66, 6)]);
});

test("by keys a mark is moved and logs; digits stay the page's", async () => {
  const { svg, landings } = picture();
  await svg.trigger("keydown", { key: "ArrowUp" });
  await svg.trigger("keydown", { key: "ArrowRight", shiftKey: true });
  await svg.trigger("keydown", { key: "Enter" });
  expect(landings().map(({ spot }) => [spot.out_yd, spot.right_yd])).toEqual([
    [expect.closeTo(61, 6), expect.closeTo(5, 6)],
  ]);
  const digit = new KeyboardEvent("keydown", { key: "6", bubbles: true, cancelable: true });
  svg.element.dispatchEvent(digit);
  expect(digit.defaultPrevented).toBe(false);
});

test("dots stand where they landed under their own aim, mishits with a letter", () => {
  const { page } = picture({
    balls: [
      ball("one", { extra: { aim_deg: "5" } }),
      ball("two", { strike: "fat", carry_yd: 50 }),
      ball("typed", { offline_yd: null }),
    ],
  });
  const dots = page.findAll(".dot");
  expect(dots).toHaveLength(2);
  const right = Number(dots[0]!.find("circle").attributes("cx")) - SIZE / 2;
  expect(right / seen.pxPerYd).toBeCloseTo(60 * Math.sin((5 * Math.PI) / 180), 3);
  expect(dots[1]!.text()).toBe("f");
});
