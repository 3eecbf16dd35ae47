import { mount } from "@vue/test-utils";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { defineComponent, nextTick } from "vue";
import { changing, holdKeys, key, keyGroups, releaseKeys, useKeys, type KeyBinding } from "./useKeys";

const viewOf = (title: string, bindings: KeyBinding[]) =>
  mount(
    defineComponent({
      setup() {
        useKeys(title, bindings);
        return () => null;
      },
    }),
  );
const view = (title: string, name: string, act: () => void) =>
  viewOf(title, [key(name, "does it", name, act)]);

function press(name: string, target: Element = document.body, more: KeyboardEventInit = {}) {
  const event = new KeyboardEvent("keydown", { key: name, bubbles: true, cancelable: true, ...more });
  target.dispatchEvent(event);
  return event;
}

describe("keys of a view", () => {
  beforeEach(() => {
    document.body.innerHTML =
      "<input id=plain><input id=shared data-keys><div role=dialog><a id=in></a></div>";
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
  it("in a field Escape leaves it, and Ctrl with Enter saves what the view's Enter saves", async () => {
    const save = vi.fn();
    view("Lesson", "Enter", save);
    const field = document.querySelector<HTMLInputElement>("#plain")!;
    field.focus();
    expect(press("Escape", field).defaultPrevented).toBe(true);
    expect(document.activeElement).not.toBe(field);
    field.focus();
    press("Enter", field);
    expect(save).not.toHaveBeenCalled();
    press("Enter", field, { ctrlKey: true });
    await nextTick();
    expect(save).toHaveBeenCalledTimes(1);
    // A form saves itself; a field that has these keys for itself keeps them.
    document.body.innerHTML = "<form><textarea id=note></textarea></form><input id=shared data-keys>";
    const submitted = vi.fn((event: Event) => event.preventDefault());
    document.querySelector("form")!.addEventListener("submit", submitted);
    press("Enter", document.querySelector("#note")!, { metaKey: true });
    expect([submitted.mock.calls.length, save.mock.calls.length]).toEqual([1, 1]);
    const shared = document.querySelector<HTMLInputElement>("#shared")!;
    shared.focus();
    press("Escape", shared);
    expect(document.activeElement).toBe(shared);
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
  it("work beside a box to tick, which keeps Enter and Space, but not in a field", () => {
    const [six, enter] = [vi.fn(), vi.fn()];
    const shown = viewOf("Matrix", [key("6", "look up", "6", six), key("Enter", "hit", "Enter", enter)]);
    document.body.innerHTML = "<input id=box type=checkbox><input id=one type=radio>";
    const [box, radio] = ["#box", "#one"].map((id) => document.querySelector(id) as Element);
    press("6", box);
    expect(six).toHaveBeenCalledTimes(1);
    press("Enter", box);
    press("6", radio);
    expect([six.mock.calls.length, enter.mock.calls.length]).toEqual([1, 0]);
    shown.unmount();
  });
  it("leave Enter and Space to what has the focus", () => {
    const enter = vi.fn();
    const shown = view("Review", "Enter", enter);
    document.body.innerHTML =
      "<button>Set aside</button><a href=#x><b>A student</b></a><details><summary>More</summary></details>" +
      "<div role=tab tabindex=0></div><tr tabindex=0></tr><select></select>";
    const places = [...document.querySelectorAll("button, a, b, summary, [role=tab], select")];
    expect(places).toHaveLength(6);
    for (const place of places) expect(press("Enter", place).defaultPrevented).toBe(false);
    expect(enter).not.toHaveBeenCalled();
    // Nothing pressable has it: the main part of the page, a slider.
    document.body.innerHTML = "<main tabindex=-1><svg role=slider tabindex=0></svg></main>";
    press("Enter", document.querySelector("main") as Element);
    press("Enter", document.querySelector("svg") as Element);
    press("Enter");
    expect(enter).toHaveBeenCalledTimes(3);
    shown.unmount();
  });
  it("that change data do nothing in a list or on a link", () => {
    const [change, look] = [vi.fn(), vi.fn()];
    const shown = viewOf("Range", [changing("u", "undo", "u", change), key("l", "look", "l", look)]);
    document.body.innerHTML = "<a href=#x>Card</a><li tabindex=0></li><button>Log</button>";
    const [link, row, button] = [...document.body.children];
    for (const place of [link, row]) {
      press("u", place);
      press("l", place);
    }
    expect([change.mock.calls.length, look.mock.calls.length]).toEqual([0, 2]);
    press("u", button);
    press("u");
    expect(change).toHaveBeenCalledTimes(2);
    shown.unmount();
  });
  it("typed on the way to a place belong to that place, in their order", async () => {
    const before = vi.fn();
    const old = view("Range of one", "5", before);
    holdKeys();
    for (const name of ["5", "2", "Enter"]) expect(press(name).defaultPrevented).toBe(true);
    old.unmount();
    const typed: string[] = [];
    const on = (event: KeyboardEvent) => typed.push(event.key) > 0;
    const shown = viewOf("Range of another", [{ shown: "", does: "", on }]);
    await releaseKeys();
    expect(before).not.toHaveBeenCalled();
    expect(typed).toEqual(["5", "2", "Enter"]);
    press("7");
    expect(typed.at(-1)).toBe("7");
    shown.unmount();
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
