import { fileURLToPath } from "node:url";
import vue from "@vitejs/plugin-vue";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [vue()],
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
