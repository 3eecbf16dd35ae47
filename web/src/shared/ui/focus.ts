/** v-focus: the field a person types into first. The autofocus attribute only works on page load. */
import type { Directive } from "vue";

export const vFocus: Directive<HTMLElement, boolean | undefined> = {
  mounted(element, { value }) {
    if (value === false) return;
    const field = element.matches("input") ? element : element.querySelector("input");
    field?.focus();
  },
};
