import { expect, test } from "vitest";
import { pointerYd, seenShot } from "./rangePicture";

test.each([
  [390, 60],
  [390, 45],
  [768, 60],
])("on a screen %i wide a finger at %i yards is at most 1.5 yards inexact", (wide, yards) => {
  const width = wide - 24;
  const { pxPerYd } = seenShot(yards, 0, width, Math.min(440, width * 1.12));
  // A simulated finger: 90 of 100 touches are this near to where they were meant.
  const touches = Array.from({ length: 4000 }, (_, i) => {
    const share = (i + 0.5) / 4000;
    const normal = Math.sqrt(-2 * Math.log(share)) * Math.cos(2 * Math.PI * ((i * 0.618034) % 1));
    return Math.abs(normal * 8) / pxPerYd;
  }).sort((a, b) => a - b);
  expect(touches[3600]).toBeLessThan(1.5);
  const rms = Math.sqrt(touches.reduce((sum, off) => sum + off ** 2, 0) / touches.length);
  expect(rms).toBeCloseTo(pointerYd("touch", pxPerYd), 1);
});
