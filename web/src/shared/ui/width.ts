/** How wide an element is, as the browser says after laying it out: asking it earlier costs a layout
 * of the whole page for each who asks. */
import { useResizeObserver, type MaybeComputedElementRef } from "@vueuse/core";
import { shallowRef, type ShallowRef } from "vue";

/** The width within the padding in CSS pixels; `before` till it is known, and before it is painted. */
export function useWidth(target: MaybeComputedElementRef, before = 0): ShallowRef<number> {
  const width = shallowRef(before);
  useResizeObserver(target, ([entry]) => {
    if (entry) width.value = entry.contentRect.width;
  });
  return width;
}
