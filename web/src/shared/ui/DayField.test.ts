import { mount } from "@vue/test-utils";
import { expect, test } from "vitest";
import DayField from "./DayField.vue";

function field(props: { modelValue: string | null; kind?: "date" | "time"; required?: boolean }) {
  const page = mount(DayField, {
    props: { ...props, "onUpdate:modelValue": (to) => page.setProps({ modelValue: to }) },
    attrs: { id: "day" },
    attachTo: document.body,
  });
  const input = page.find<HTMLInputElement>("#day");
  /** What the browser hands over when this is typed, and when the field is left. */
  async function typed(text: string, whole = true): Promise<void> {
    input.element.value = text;
    Object.defineProperty(input.element, "validity", { value: { valid: whole }, configurable: true });
    await input.trigger("input");
    await input.trigger("blur");
  }
  return { page, input, typed, kept: () => page.props().modelValue };
}

test("a whole day is taken, and an empty field is no day", async () => {
  const { typed, kept, page } = field({ modelValue: null });
  await typed("2026-05-31");
  expect(kept()).toBe("2026-05-31");
  await typed("");
  expect(kept()).toBeNull();
  expect(page.find("[role=alert]").exists()).toBe(false);
});

test("half a day changes nothing: what stood there stands again, and it is said", async () => {
  const { typed, kept, page, input } = field({ modelValue: "2026-05-31", required: true });
  await typed("", false);
  expect(kept()).toBe("2026-05-31");
  expect(input.element.value).toBe("2026-05-31");
  expect(page.text()).toBe("Incomplete date: the old value stays.");
  await typed("2026-06-01");
  expect(kept()).toBe("2026-06-01");
  expect(page.text()).toBe("");
});

test("a time of day is one too, and nothing kept is said as that", async () => {
  const { typed, kept, page } = field({ modelValue: null, kind: "time" });
  await typed("10:07");
  expect(kept()).toBe("10:07");
  await page.setProps({ modelValue: null });
  await typed("1", false);
  expect(page.text()).toBe("Incomplete time: not saved.");
});
