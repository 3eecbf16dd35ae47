/** v-focus: the field a person types into first. The autofocus attribute only works on page load. */
import type { Directive } from "vue";

export const vFocus: Directive<HTMLElement, boolean | undefined> = {
  mounted(element, { value }) {
    if (value === false) return;
    const field = element.matches("input") ? element : element.querySelector("input");
    field?.focus();
  },
};

/**
 * v-taps-keep-focus: pressing a button here by mouse or finger does not take the focus, so that the
 * keys go on being the page's. By Tab the focus comes all the same.
 */
export const vTapsKeepFocus: Directive<HTMLElement> = {
  mounted(element) {
    element.addEventListener("mousedown", (event) => {
      const target = event.target as HTMLElement;
      if (target.closest("button") && !target.closest("input, select, textarea")) event.preventDefault();
    });
  },
};
