import { afterEach, expect, test, vi } from "vitest";
import { settled, show } from "@/testing/page";
import { student } from "@/testing/samples";
import ScaleEditor from "./ScaleEditor.vue";

const ZONES = {
  id: 4,
  key: "zones",
  name: "Zones",
  idea: "Nothing into zone 3.",
  longest: "2",
  positions: [
    { label: "1", arm_deg: 60, cue: "Below the hip." },
    { label: "2", arm_deg: 110, cue: "To the shoulder." },
    { label: "3", arm_deg: 150, cue: "" },
  ],
};
const editor = (props: object = {}) =>
  show(
    ScaleEditor,
    { ...props },
    {
      "GET /api/scales": [student().scale, ZONES],
      "POST /api/scales": { ...ZONES, id: 9 },
      "PUT /api/scales/4": ZONES,
    },
  );
const field = <T extends HTMLElement>(name: string) => document.querySelector(name) as T;
async function set(name: string, value: string, event = "input"): Promise<void> {
  const one = field<HTMLInputElement | HTMLSelectElement>(name);
  one.value = value;
  one.dispatchEvent(new Event(event));
  await settled();
}
const press = async (words: string) => {
  [...document.querySelectorAll("button")].find((b) => b.textContent?.includes(words))?.click();
  await settled();
};
afterEach(() => {
  document.body.innerHTML = "";
  vi.unstubAllGlobals();
});

test("an own scale begins as a copy of another, with where its control ends", async () => {
  const { writes } = await editor();
  await set("#scale-copy", "4", "change");
  expect(field<HTMLInputElement>("#scale-name").value).toBe("Zones, own");
  expect(field<HTMLSelectElement>("#scale-longest").value).toBe("2");
  expect(document.querySelectorAll("tbody tr")).toHaveLength(3);
  await set("#scale-longest", "1", "change");
  await press("Save scale");
  expect(writes()[0]!.body).toMatchObject({
    name: "Zones, own",
    idea: ZONES.idea,
    longest: "1",
    positions: ZONES.positions,
  });
});

test("a position that goes takes the end of control with it", async () => {
  const { writes } = await editor({ scale: ZONES });
  expect(document.querySelector("#scale-copy")).toBeNull();
  field<HTMLButtonElement>('[aria-label="Remove position 2"]').click();
  await settled();
  await press("Save scale");
  expect(writes()[0]!.body).toMatchObject({
    longest: "",
    positions: [{ label: "1" }, { label: "3" }],
    was: { longest: "2", name: "Zones" },
  });
});
