/** Keys of the current view: one listener, a list that `?` shows, nothing while typing elsewhere. */
import { onBeforeUnmount, onMounted, shallowReactive } from "vue";

export interface KeyBinding {
  /** What the help shows, for example "← →". */
  shown: string;
  /** What it does, in a few words. */
  does: string;
  /** Returns true when it used the key. Without it the entry is for the help only. */
  on?: (event: KeyboardEvent) => boolean;
}

export interface KeyGroup {
  title: string;
  bindings: KeyBinding[];
}

/** The groups of keys that are live now, newest first. */
export const keyGroups = shallowReactive<KeyGroup[]>([]);

/** Whether a key pressed here belongs to a field. Fields marked data-keys share theirs. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  if (!target || target.dataset["keys"] !== undefined) return false;
  return (
    target.isContentEditable ||
    ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName) ||
    target.closest("[role=dialog], [role=listbox]") !== null
  );
}

function dispatch(event: KeyboardEvent): void {
  if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
  if (isTyping(event)) return;
  for (const group of [...keyGroups]) {
    for (const binding of group.bindings) {
      if (binding.on?.(event)) {
        event.preventDefault();
        return;
      }
    }
  }
}

let listening = false;

export function useKeys(title: string, bindings: KeyBinding[]): void {
  const group = { title, bindings };
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
    on: (event) => {
      if (event.key !== name) return false;
      act(event);
      return true;
    },
  };
}
