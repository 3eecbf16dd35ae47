import { mount } from "@vue/test-utils";
import { expect, test } from "vitest";
import { unitWords } from "@/shared/units/units";
import NetPicture, { type NetBall } from "./NetPicture.vue";

const picture = (...heights: number[]) =>
  mount(NetPicture, {
    props: {
      plan: {
        ball_speed_mps: 20,
        tape_m: 1.5,
        lo_m: 1.3,
        hi_m: 1.7,
        lo_deg: 24,
        hi_deg: 30,
        angles_deg: [10, 20, 30],
        heights_m: [0.5, 1, 1.6],
      },
      balls: heights.map((height_m, i): NetBall => ({
        uid: `b${i}`,
        height_m,
        launch_deg: 30 + i,
        side: "above",
      })),
      near: unitWords("yd", {}).near,
      tape: 1.5,
    },
  });
const places = (net: ReturnType<typeof picture>) =>
  net.findAll("circle").map((circle) => Number(circle.attributes("cy")));

test("a ball over the usual picture makes it higher, and all keep their order", () => {
  const usual = places(picture(1, 2.6));
  const high = places(picture(1, 2.6, 4.6));
  expect(Math.min(...high)).toBeGreaterThan(8);
  expect(high[0]).toBeGreaterThan(high[1]!);
  expect(high[1]).toBeGreaterThan(high[2]!);
  // Without it the picture is drawn as large as ever.
  expect(usual[1]).toBeLessThan(high[1]!);
});
