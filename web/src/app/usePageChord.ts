/**
 * `g`, then the letter of a page. No clock runs: the chord waits for the next key, and a press of the
 * pointer or a field ends it.
 */
import { useEventListener } from "@vueuse/core";
import { ref, type Ref } from "vue";
import { isTyping, key, useKeys } from "@/shared/keys/useKeys";
import type { Where } from "./places";

const MODIFIERS = ["Shift", "Control", "Alt", "Meta", "AltGraph", "CapsLock"];

/** Whether `g` was pressed and its letter has not been yet. */
export function usePageChord(pages: () => Where[], go: (to: string) => void): Ref<boolean> {
  const open = ref(false);
  const letters =
    "s students, d calendar, y groups, b student, l lesson, m matrix, r range, p plan, " +
    "v confirm, t shots, k pick, e practice, c card, o progress, ? help";
  useKeys("Pages", [key("g", `then the letter of a page: ${letters}`, "g", () => (open.value = true))]);
  useEventListener(window, "pointerdown", () => (open.value = false), { capture: true });
  // The second key of the chord must win over the view's own letters.
  const second = (event: KeyboardEvent) => {
    if (!open.value || MODIFIERS.includes(event.key)) return;
    open.value = false;
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return;
    const page = pages().find(({ letter }) => letter && letter === event.key);
    if (!page && event.key !== "Escape") return;
    event.preventDefault();
    event.stopImmediatePropagation();
    if (page) go(page.to);
  };
  useEventListener(window, "keydown", second, { capture: true });
  return open;
}
