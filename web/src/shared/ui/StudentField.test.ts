import { flushPromises } from "@vue/test-utils";
import { expect, test, vi } from "vitest";
import { settled, show } from "@/testing/page";
import StudentField from "./StudentField.vue";

const ROWS = [
  { id: "o", name: "Odile Brackenshaw" },
  { id: "m", name: "Maren Okafor" },
];
const answers = {
  "GET /api/students": { rows: ROWS, total: 2 },
  "GET /api/students/m": { ...ROWS[1], units: "yd" },
};
async function field(studentId = "") {
  const shown = await show(StudentField, { studentId, placeholder: "Type a name", inputId: "who" }, answers);
  const light = shown.page.find<HTMLInputElement>("#who");
  const come = async () => {
    await vi.waitFor(() => expect(shown.page.find(".ant-select").exists()).toBe(true), 20_000);
    await settled();
  };
  return { ...shown, light, come };
}
const open = () => document.querySelector(".ant-select-open") !== null;

test("without a network the list is missed in plain words, and comes when the field is entered again", async () => {
  vi.doMock("./StudentSelect.vue", () => {
    throw new TypeError("Failed to fetch dynamically imported module");
  });
  const { page, light, come, text } = await field();
  light.element.focus();
  await light.setValue("Od");
  await vi.waitFor(() => expect(text()).toContain("couldn't load"));
  expect(text()).not.toContain("module");
  expect(light.element.value).toBe("Od");
  vi.doUnmock("./StudentSelect.vue");
  light.element.blur();
  light.element.focus();
  await come();
  expect(page.find<HTMLInputElement>("#who").element.value).toBe("Od");
  expect(text()).not.toContain("couldn't load");
});

test("it names who is chosen before anything of the list is loaded", async () => {
  const { page, light } = await field("m");
  expect(light.element.placeholder).toBe("Maren Okafor");
  expect(page.find(".ant-select").exists()).toBe(false);
});

test("what is typed before the list is there is its search, and a student is chosen by it", async () => {
  const { page, light, come } = await field();
  light.element.focus();
  await light.setValue("Od");
  await come();
  expect(page.find<HTMLInputElement>("#who").element.value).toBe("Od");
  expect(open()).toBe(true);
  const option = [...document.querySelectorAll<HTMLElement>(".ant-select-item-option")];
  expect(option.map((one) => one.textContent)).toEqual(["Odile Brackenshaw"]);
  option[0]?.click();
  await flushPromises();
  expect(page.emitted("choose")).toEqual([["o"]]);
});

test("coming to it by Tab opens no list, and who has gone on is not called back", async () => {
  const { page, light, come } = await field();
  light.element.focus();
  await come();
  expect(open()).toBe(false);
  expect(document.activeElement).toBe(page.find("#who").element);
  page.unmount();
  const gone = await field();
  gone.light.element.focus();
  gone.light.element.blur();
  await gone.come();
  expect(document.activeElement).toBe(document.body);
});
