import { expect, test } from "vitest";
import { show, WORDS } from "@/testing/page";
import { unitWords, type Units } from "@/shared/units/units";
import MeasureField from "./MeasureField.vue";

const field = async (units: Units, kind: "speed" | "air" | "adjustment" | "small", value: number | null) => {
  const { page } = await show(MeasureField, {
    value,
    measure: unitWords(units, WORDS.units)[kind],
    least: kind === "speed" ? -30 : undefined,
  });
  return { page, input: page.get("input") };
};

test.each([
  ["yd", "speed", 5, "11.2", "mph"],
  ["m", "speed", 5, "5", "m/s"],
  ["m-kmh", "speed", 5, "18", "km/h"],
  ["yd-f", "air", 20, "68", "°F"],
  ["yd", "air", 20, "20", "°C"],
  ["m", "adjustment", 1, "2.5", "cm"],
  ["yd", "small", 0.254, "10", "in"],
] as const)("%s: %s of %d is %s %s", async (units, kind, value, shown, sign) => {
  const { page, input } = await field(units, kind, value);
  expect(input.element.value).toBe(shown);
  expect(page.text()).toBe(sign);
});

test("what is typed is kept in the stored unit, and not changed under the fingers", async () => {
  const { page, input } = await field("yd", "speed", 5);
  expect(input.attributes("min")).toBe("-67.1");
  input.element.value = "10.37";
  await input.trigger("input");
  const [stored] = page.emitted("set")!.at(-1) as [number];
  expect(stored).toBeCloseTo(10.37 * 0.44704, 6);
  await page.setProps({ value: stored });
  expect(input.element.value).toBe("10.37");
  await input.trigger("blur");
  expect(input.element.value).toBe("10.4");
});

test("an emptied field is no number; none shows nothing", async () => {
  const { page, input } = await field("m", "air", null);
  expect(input.element.value).toBe("");
  input.element.value = "";
  await input.trigger("input");
  expect(page.emitted("set")!.at(-1)).toEqual([null]);
});

test("before the words are there no number stands in a unit that may be the wrong one", () => {
  const units = unitWords("m", {});
  expect([units.show(60), units.speed.show(5), units.unit]).toEqual(["–", "–", ""]);
});
