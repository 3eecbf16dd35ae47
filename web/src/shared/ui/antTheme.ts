/** Ant Design in the theme of this browser. */
import { usePreferredReducedMotion } from "@vueuse/core";
import type { ConfigProviderProps } from "ant-design-vue";
import { computed } from "vue";
// What Ant Design would work out of the tokens in the browser, worked out when the page was built.
import "virtual:ant-styles.css";
import { tokensOf } from "./antTokens";
import { themeName } from "./theme";

export function useAntTheme() {
  const motion = usePreferredReducedMotion();
  return computed<ConfigProviderProps["theme"]>(() => ({
    token: tokensOf(themeName.value, motion.value !== "reduce"),
  }));
}
