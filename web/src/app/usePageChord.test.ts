import { mount } from "@vue/test-utils";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { defineComponent } from "vue";
import { key, useKeys } from "@/shared/keys/useKeys";
import { placesOf } from "./places";
import { usePageChord } from "./usePageChord";

const press = (name: string, target: Element = document.body, more: KeyboardEventInit = {}) =>
  target.dispatchEvent(new KeyboardEvent("keydown", { key: name, bubbles: true, cancelable: true, ...more }));

describe("g and the letter of a page", () => {
  const go = vi.fn();
  const redo = vi.fn();
  let page: ReturnType<typeof mount>;
  beforeEach(() => {
    vi.clearAllMocks();
    document.body.innerHTML = "<input id=field>";
    page = mount(
      defineComponent({
        setup() {
          const open = usePageChord(() => placesOf("7", true), go);
          useKeys("Range", [key("r", "redo", "r", redo)]);
          return { open };
        },
        template: "<p>{{ open }}</p>",
      }),
    );
  });
  afterEach(() => page.unmount());

  it("goes there, however long the letter takes and whatever the letter does on the view", () => {
    vi.useFakeTimers();
    press("g");
    vi.advanceTimersByTime(60_000);
    vi.useRealTimers();
    press("r");
    expect(go.mock.calls).toEqual([["/s/7/range"]]);
    expect(redo).not.toHaveBeenCalled();
    press("r");
    expect(redo).toHaveBeenCalledTimes(1);
  });
  it("lets a letter with Shift come", () => {
    press("g");
    press("Shift", document.body, { shiftKey: true });
    press("?", document.body, { shiftKey: true });
    expect(go.mock.calls).toEqual([["/words"]]);
  });
  it("ends with another key, a press of the pointer, Escape and in a field", () => {
    press("g");
    press("1");
    press("g");
    document.body.dispatchEvent(new Event("pointerdown", { bubbles: true }));
    press("g");
    press("Escape");
    press("g");
    press("r", document.querySelector("#field")!);
    expect(go).not.toHaveBeenCalled();
    press("r");
    expect(redo).toHaveBeenCalledTimes(1);
  });
});
