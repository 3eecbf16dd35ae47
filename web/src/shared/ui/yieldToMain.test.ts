import { mount } from "@vue/test-utils";
import { expect, test, vi } from "vitest";
import { defineComponent, h, nextTick } from "vue";
import DeferredMount from "./DeferredMount.vue";
import { inLaterTurn, yieldToMain } from "./yieldToMain";

const three = (...names: string[]) =>
  mount(defineComponent(() => () => names.map((name) => h(DeferredMount, null, () => name))));
/** What a page shows after each turn of the browser. */
async function seen(page: { text: () => string }, turns: number): Promise<string[]> {
  const seenTexts = [page.text()];
  for (let i = 0; i < turns; i++) {
    await yieldToMain();
    await nextTick();
    seenTexts.push(page.text());
  }
  return seenTexts;
}

test("parts come one by one, in the order in which they stand, and never two in a turn", async () => {
  const seenTexts = await seen(three("a", "b", "c"), 8);
  expect([...new Set(seenTexts)]).toEqual(["", "a", "ab", "abc"]);
});

test("a part whose page is gone does not come, and those after it do", async () => {
  const gone = three("a", "b");
  gone.unmount();
  const page = three("c");
  await seen(page, 6);
  expect(page.text()).toBe("c");
});

test("one that fails holds up none of those after it", async () => {
  const done: string[] = [];
  const listener = vi.fn();
  vi.stubGlobal("reportError", listener);
  inLaterTurn(() => {
    throw new Error("a part that cannot be made");
  });
  inLaterTurn(() => done.push("next"));
  await seen({ text: () => "" }, 6);
  expect(done).toEqual(["next"]);
  expect(String(listener.mock.calls[0]?.[0])).toContain("cannot be made");
  vi.unstubAllGlobals();
});
