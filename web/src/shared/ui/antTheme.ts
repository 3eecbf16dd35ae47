/** Ant Design in the theme of this browser. */
import { usePreferredReducedMotion } from "@vueuse/core";
import type { ConfigProviderProps } from "ant-design-vue";
import { computed } from "vue";
// What Ant Design would work out of the tokens in the browser, worked out when the page was built.
import styles from "virtual:ant-styles";
import { tokensOf } from "./antTokens";
import { themeName } from "./theme";

/** Before all of ours, which say it better here and there. Without it Ant Design works them out. */
if (styles)
  await new Promise((done) => {
    const link = Object.assign(document.createElement("link"), { rel: "stylesheet", href: styles });
    link.onload = link.onerror = done;
    document.head.prepend(link);
  });

export function useAntTheme() {
  const motion = usePreferredReducedMotion();
  return computed<ConfigProviderProps["theme"]>(() => ({
    token: tokensOf(themeName.value, motion.value !== "reduce"),
  }));
}
