import { mount } from "@vue/test-utils";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { defineComponent } from "vue";
import { key, keyGroups, useKeys } from "./useKeys";

const view = (title: string, name: string, act: () => void) =>
  mount(
    defineComponent({
      setup() {
        useKeys(title, [key(name, "does it", name, act)]);
        return () => null;
      },
    }),
  );

function press(name: string, target: Element = document.body, more: KeyboardEventInit = {}) {
  const event = new KeyboardEvent("keydown", { key: name, bubbles: true, cancelable: true, ...more }); // prettier-ignore
  target.dispatchEvent(event);
  return event;
}

describe("keys of a view", () => {
  beforeEach(() => {
    document.body.innerHTML = "<input id=plain><input id=shared data-keys><div role=dialog><a id=in></a></div>"; // prettier-ignore
  });
  it("are the view's own, and end with it", () => {
    const act = vi.fn();
    const shown = view("Range", "u", act);
    expect(press("u").defaultPrevented).toBe(true);
    expect(press("x").defaultPrevented).toBe(false);
    shown.unmount();
    press("u");
    expect(act).toHaveBeenCalledTimes(1);
    expect(keyGroups.map((group) => group.title)).not.toContain("Range");
  });
  it("go to the newest view that has them", () => {
    const [below, above] = [vi.fn(), vi.fn()];
    const views = [view("Page", "c", below), view("Panel", "c", above)];
    press("c");
    views[1]?.unmount();
    press("c");
    expect([above.mock.calls.length, below.mock.calls.length]).toEqual([1, 1]);
    views[0]?.unmount();
  });
  it("stay out of fields, dialogs and the browser's own keys", () => {
    const act = vi.fn();
    const shown = view("Students", "n", act);
    const at = (id: string) => document.getElementById(id) as Element;
    press("n", at("plain"));
    press("n", at("in"));
    press("n", document.body, { ctrlKey: true });
    expect(act).not.toHaveBeenCalled();
    press("n", at("shared")); // a field that shares its keys
    expect(act).toHaveBeenCalledTimes(1);
    shown.unmount();
  });
});
