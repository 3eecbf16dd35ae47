/** Keys of the current view: one listener, a list that `?` shows, nothing while typing elsewhere. */
import { nextTick, onBeforeUnmount, onMounted, shallowReactive } from "vue";

export interface KeyBinding {
  /** What the help shows, for example "← →". */
  shown: string;
  /** What it does, in a few words. */
  does: string;
  /** The key itself, where it is one alone. */
  name?: string;
  /** Returns true when it used the key. Without it the entry is for the help only. */
  on?: (event: KeyboardEvent) => boolean;
  /** It changes data: it does nothing where a person may think that he is in a list or a link. */
  changes?: boolean;
}

export interface KeyGroup {
  title: string;
  bindings: KeyBinding[];
  /** Of what lies over the page: before the keys of the view. */
  over?: boolean;
}

/** The groups of keys that are live now, newest first. */
export const keyGroups = shallowReactive<KeyGroup[]>([]);

/** Whether a key pressed here belongs to a field. Fields marked data-keys share theirs. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  if (!target || target.dataset?.["keys"] !== undefined) return false;
  // Nothing is typed into a box to tick: only Enter and Space are its own.
  if (target instanceof HTMLInputElement && target.type === "checkbox") return false;
  return (
    target.isContentEditable ||
    ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName) ||
    target.closest("[role=dialog], [role=listbox]") !== null
  );
}

const PRESSABLE =
  "button, a[href], summary, select, input, textarea, [role=button], [role=tab], [role=radio], " +
  "[role=checkbox], [role=switch], [role=option], [role=menuitem], " +
  // A slider is moved by arrows; Enter is still the view's.
  "[tabindex]:not([tabindex='-1'], [role=slider])";
const LISTS = "a[href], [role=option], [role=row], [role=tab], tr[tabindex], li[tabindex]";

const inside = (event: KeyboardEvent, selector: string) =>
  event.target instanceof Element && event.target.closest(selector) !== null;

/** Enter and Space press what has the focus; a view's own ones work where nothing has. */
function pressesSomething(event: KeyboardEvent): boolean {
  return (event.key === "Enter" || event.key === " ") && inside(event, PRESSABLE);
}

/** Fields that have these keys for themselves, and what lies over the page. */
const OWN_KEYS = "[role=dialog], [role=listbox], dialog, .ant-select, [data-keys]";

/** In a field Escape leaves it, and Ctrl with Enter saves: its form, or what the view's Enter does. */
function leavesField(event: KeyboardEvent): boolean {
  const field = event.target;
  if (!(field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement)) return false;
  if (field.closest(OWN_KEYS) || event.altKey) return false;
  const control = event.ctrlKey || event.metaKey;
  if (event.key === "Escape" && !control) {
    field.blur();
    return true;
  }
  if (event.key !== "Enter" || !control) return false;
  // What was typed is taken before it is saved.
  field.blur();
  if (field.form) field.form.requestSubmit();
  else {
    const enter = keyGroups.flatMap(({ bindings }) => bindings).find(({ name }) => name === "Enter");
    void nextTick(() => enter?.on?.(new KeyboardEvent("keydown", { key: "Enter" })));
  }
  return true;
}

function dispatch(event: KeyboardEvent): void {
  if (event.defaultPrevented) return;
  if (leavesField(event)) {
    event.preventDefault();
    return;
  }
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  if (isTyping(event)) return;
  if (held) {
    event.preventDefault();
    held.push(event);
    return;
  }
  if (pressesSomething(event)) return;
  const inList = inside(event, LISTS);
  const inTurn = [...keyGroups].sort((a, b) => Number(b.over ?? false) - Number(a.over ?? false));
  for (const group of inTurn) {
    for (const binding of group.bindings) {
      if (binding.changes && inList) continue;
      if (binding.on?.(event)) {
        event.preventDefault();
        return;
      }
    }
  }
}

/** Keys pressed while the page goes from one place to the next: they are meant for the next. */
let held: KeyboardEvent[] | null = null;

export function holdKeys(): void {
  held ??= [];
}
/** The new place is there: what was typed ahead goes to it. */
export async function releaseKeys(): Promise<void> {
  await nextTick();
  const typedAhead = held ?? [];
  held = null;
  for (const { key } of typedAhead) {
    // Nothing in the new place has the focus yet, whatever had it in the old one.
    document.body.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
  }
}

/** What was typed while keys were held, for a field that was not there yet. */
export function takeHeldText(): string {
  const typed = (held ?? []).map((event) => event.key).filter((name) => name.length === 1);
  held = null;
  return typed.join("");
}

let listening = false;

export function useKeys(title: string, bindings: KeyBinding[], over = false): void {
  const group = { title, bindings, over };
  onMounted(() => {
    keyGroups.unshift(group);
    if (!listening) {
      window.addEventListener("keydown", dispatch);
      listening = true;
    }
  });
  onBeforeUnmount(() => {
    const at = keyGroups.indexOf(group);
    if (at >= 0) keyGroups.splice(at, 1);
  });
}

/** A binding for one plain key. */
export function key(
  shown: string,
  does: string,
  name: string,
  act: (event: KeyboardEvent) => void,
): KeyBinding {
  return {
    shown,
    does,
    name,
    on: (event) => {
      if (event.key !== name) return false;
      act(event);
      return true;
    },
  };
}

/** A binding for one plain key that changes data. */
export function changing(...of: Parameters<typeof key>): KeyBinding {
  return { ...key(...of), changes: true };
}
