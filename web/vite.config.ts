import { readdirSync, readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import vue from "@vitejs/plugin-vue";
import { VitePWA } from "vite-plugin-pwa";
import { defineConfig } from "vitest/config";
import { antStyles } from "./plugins/antStyles.ts";
import { lightBase } from "./plugins/lightBase.ts";

// Component tests share their modules, which is five times as quick. The outbox and the databases
// of the browser are what modules hold on to: whoever tests with them has modules of its own.
const TESTS = readdirSync("src", { recursive: true, encoding: "utf8" })
  .filter((file) => file.endsWith(".test.ts"))
  .map((file) => `src/${file}`);
const HOLDING = TESTS.filter((file) => /fake-indexeddb|\boutbox\b/i.test(readFileSync(file, "utf8")));

export default defineConfig({
  plugins: [
    vue(),
    antStyles(),
    lightBase(),
    // The page loads without a network. What it last read is kept by coach (shared/api/lastRead), and
    // writes wait in the outbox: the service worker knows nobody and keeps nothing of anybody.
    VitePWA({
      registerType: "autoUpdate",
      injectRegister: null,
      manifest: {
        name: "Oxgang",
        short_name: "Oxgang",
        description: "Wedge distance matrices for golf academy coaches",
        start_url: "/students",
        display: "standalone",
        background_color: "#f6f1e6",
        theme_color: "#20261f",
        icons: [{ src: "/furrow.svg", sizes: "any", type: "image/svg+xml" }],
      },
      workbox: {
        globPatterns: ["**/*.{js,css,html,svg,woff2}"],
        navigateFallback: "/index.html",
        navigateFallbackDenylist: [/^\/api\//, /^\/c\//, /^\/cal\//, /^\/healthz/],
        globIgnores: ["card*"],
      },
    }),
  ],
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  server: { port: 5173, proxy: { "/api": "http://127.0.0.1:8000" } },
  build: {
    outDir: "../server/oxgang/webdist",
    emptyOutDir: true,
    target: "es2022",
    // The phone card is a page of its own, made by the server: its files keep their names.
    rollupOptions: {
      input: { index: "index.html", card: "src/card/main.ts" },
      output: {
        entryFileNames: ({ name }) => (name === "card" ? "card.js" : "assets/[name]-[hash].js"),
        assetFileNames: ({ names }) =>
          names.includes("card.css") ? "card.css" : "assets/[name]-[hash][extname]",
        // One part with what every view needs and what the range is made of, since a phone far from
        // the server waits for each. The range picture comes when it is asked for. What needs Ant Design or
        // scales stays by itself (lightBase): the range does without.
        codeSplitting: {
          groups: [
            // The phone's page has its rules without the base of the desk's.
            { name: "offline", test: /src\/shared\/offline/, priority: 2 },
            {
              name: "base",
              test: /src\/(features\/range\/(components\/(?!Landing|NetPicture|Range(Field|Pictures))|composables\/(?!rangeEditor))|shared\/(?!offline|ground|ui\/(DotPlot|NumberField|StudentSelect|StandardsBar|WrongStudent|antTheme|antTokens)))/,
            },
          ],
        },
      },
    },
    chunkSizeWarningLimit: 900,
  },
  test: {
    environment: "happy-dom",
    pool: "threads",
    setupFiles: ["src/testing/setup.ts"],
    // A page is gone before its server is.
    sequence: { hooks: "list" },
    // A test that loads a page with Ant Design takes seconds on a slow machine.
    testTimeout: 60_000,
    projects: [
      {
        extends: true,
        test: { name: "shared", include: ["src/**/*.test.ts"], exclude: HOLDING, isolate: false },
      },
      { extends: true, test: { name: "own", include: HOLDING } },
    ],
  },
});
