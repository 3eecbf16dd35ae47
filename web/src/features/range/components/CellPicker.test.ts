import { mount } from "@vue/test-utils";
import { expect, test } from "vitest";
import { PLAIN } from "@/shared/api/cells";
import { around, WORDS } from "@/testing/page";
import { ball, cell } from "@/testing/samples";
import CellPicker from "./CellPicker.vue";

const shown = (trajectory: "low" | "stock" = "stock") =>
  mount(CellPicker, {
    global: { provide: around() },
    props: {
      clubs: ["60", "56"],
      swings: ["8:00", "9:00"],
      words: WORDS,
      balls: [ball("a", 60), ball("b", 61), ball("c", 40, { trajectory: "low" })].map((b) => ({
        ...b,
        hit_at: "",
        waiting: false,
        refused: "",
      })),
      modelValue: { ...PLAIN, club: "56", swing: "9:00", trajectory },
      unconfirmed: 3,
    },
  });

test("a box is a club and a swing, with the day's balls of this height", async () => {
  const picker = shown();
  expect(picker.find('[aria-label="56 9:00"]').text()).toBe("2");
  expect(picker.find('[aria-label="56 9:00"]').attributes("aria-pressed")).toBe("true");
  expect(shown("low").find('[aria-label="56 9:00"]').text()).toBe("1");
  // Why a number may differ from the matrix.
  expect(picker.text()).toContain("Includes 3 balls to confirm.");
  // What nobody has hit is out of sight until it is asked for.
  expect(picker.find('[aria-label="60 8:00"]').exists()).toBe(false);
  await picker.find(".fold").trigger("click");
  await picker.find('[aria-label="60 8:00"]').trigger("click");
  expect(picker.emitted("update:modelValue")).toEqual([[{ ...PLAIN, club: "60", swing: "8:00" }]]);
});

test("height, spin and tempo change one by one, and the rest stays", async () => {
  const picker = shown();
  const heights = picker.findAll("[role=radio]");
  expect(heights.map((h) => h.text())).toEqual(["low", "stock", "high"]);
  await heights[2]!.trigger("click");
  const [spin, tempo] = picker.findAll("select");
  await spin!.setValue("grab");
  await tempo!.setValue("slower");
  expect(picker.emitted("update:modelValue")).toEqual([
    [{ ...PLAIN, club: "56", swing: "9:00", trajectory: "high" }],
    [{ ...PLAIN, club: "56", swing: "9:00", trajectory: "high", spin: "grab" }],
    [
      {
        club: "56",
        swing: "9:00",
        trajectory: "high",
        spin: "grab",
        tempo: "slower",
      },
    ],
  ]);
});

test("a box tells what its cell carries, and tells what was measured from an estimate", async () => {
  const cells = [
    cell("56 9:00", 61.2, { basis: "measured" }),
    cell("56 8:00", 48.7, { basis: "estimated" }),
    cell("60 9:00", 55, { basis: "measured", down_in: 1 }),
    cell("60 8:00 low", 39, { basis: "measured" }),
  ];
  const picker = mount(CellPicker, {
    global: { provide: around() },
    props: {
      clubs: ["60", "56"],
      swings: ["8:00", "9:00"],
      words: WORDS,
      balls: [],
      cells,
      unconfirmed: undefined,
      modelValue: { ...PLAIN, club: "56", swing: "9:00" },
    },
  });
  const box = (name: string) => picker.find(`[aria-label="${name}"]`);
  expect(box("56 9:00").text()).toBe("61");
  expect(box("56 9:00").find(".est").exists()).toBe(false);
  expect(box("56 8:00").find(".est").text()).toBe("49");
  // An adjustment is not the shot itself, and another height has its own numbers.
  expect([box("60 9:00").text(), box("60 8:00").text()]).toEqual(["", ""]);
  await picker.setProps({ modelValue: { ...PLAIN, club: "60", swing: "8:00", trajectory: "low" } });
  expect([box("60 8:00").text(), box("56 9:00").text()]).toEqual(["39", ""]);
});
