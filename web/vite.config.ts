import { fileURLToPath } from "node:url";
import vue from "@vitejs/plugin-vue";
import { VitePWA } from "vite-plugin-pwa";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [
    vue(),
    // The page loads without a network, and shows what it last read. Writes wait in the outbox.
    VitePWA({
      registerType: "autoUpdate",
      injectRegister: "script-defer",
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
        navigateFallbackDenylist: [/^\/api\//, /^\/c\//, /^\/cal\//],
        globIgnores: ["card*"],
        runtimeCaching: [
          {
            // Not what a launch monitor sent: that is asked twice a second.
            urlPattern: ({ url, request }) =>
              request.method === "GET" &&
              url.pathname.startsWith("/api/") &&
              !/^\/api\/devices\/\d+\/balls/.test(url.pathname),
            handler: "NetworkFirst",
            options: {
              cacheName: "oxgang-api",
              networkTimeoutSeconds: 8,
              cacheableResponse: { statuses: [200] },
              expiration: { maxEntries: 400, maxAgeSeconds: 14 * 24 * 3600 },
            },
          },
        ],
      },
    }),
  ],
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  server: { port: 5173, proxy: { "/api": "http://127.0.0.1:8000" } },
  build: {
    outDir: "../server/oxgang/webdist",
    emptyOutDir: true,
    target: "es2022",

    chunkSizeWarningLimit: 900,
  },
  test: { environment: "happy-dom", include: ["src/**/*.test.ts"] },
});
