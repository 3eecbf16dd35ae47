/**
 * Ant Design's styles of the paper theme as a file of the build. Working them out in the browser, part
 * by part, took half of the time in which a first visit answers nobody. Ant Design finds in the file
 * which styles it has (its `extractStyle`), and works the others out as ever: those of the sun theme,
 * of a browser that wants no motion, and of parts that are not listed.
 */
import { createRequire } from "node:module";
import type { Plugin } from "vite";
import { tokensOf } from "../src/shared/ui/antTokens.ts";

const NAME = "virtual:ant-styles";
const PLACE = "\0ant-styles";
/** What views use, and what these open. */
const PARTS = [
  "Button",
  "Input",
  "InputPassword",
  "InputNumber",
  "Textarea",
  "Select",
  "RadioGroup",
  "RadioButton",
  "Progress",
  "Drawer",
  "Empty",
];

export function antStyles(): Plugin {
  let building = false;
  return {
    name: "ant-styles",
    configResolved: (config) => {
      building = config.command === "build";
    },
    resolveId: (source) => (source === NAME ? PLACE : undefined),
    // A module with the address of the file; "" where it is not built.
    async load(id) {
      if (id !== PLACE) return undefined;
      if (!building) return 'export default "";';
      const file = this.emitFile({ type: "asset", name: "ant.css", source: await styles() });
      return `export default import.meta.ROLLUP_FILE_URL_${file};`;
    },
  };
}

async function styles(): Promise<string> {
  const require = createRequire(import.meta.url);
  const { createSSRApp, h } = require("vue");
  const { renderToString } = require("vue/server-renderer");
  const ant = require("ant-design-vue");
  const cache = ant.createCache();
  const theme = { token: tokensOf("paper", true) };
  const app = createSSRApp(() =>
    h(ant.StyleProvider, { cache }, () =>
      h(ant.ConfigProvider, { theme }, () => PARTS.map((part) => h(ant[part]))),
    ),
  );
  await renderToString(app);
  return ant.extractStyle(cache, true);
}
