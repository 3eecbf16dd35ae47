/**
 * The part that every first visit loads stays light: a build in which it holds Ant Design or the scales of
 * the pictures fails. A component of `shared` that needs them is left out of the group in vite.config.ts.
 */
import type { Plugin } from "vite";

const HEAVY = /node_modules\/(ant-design-vue|@ant-design|d3-)/;

export function lightBase(): Plugin {
  return {
    name: "light-base",
    generateBundle(_, bundle) {
      for (const part of Object.values(bundle)) {
        if (part.type !== "chunk" || part.name !== "base") continue;
        const heavy = part.moduleIds.filter((id) => HEAVY.test(id));
        if (heavy.length)
          this.error(`The base holds ${heavy.length} modules that are too heavy: ${heavy[0]}`);
      }
    },
  };
}
