/** The script and the rules of a card that is one file: by themselves, for browsers of some years ago. */
import { defineConfig } from "vite";

export default defineConfig({
  publicDir: false,
  build: {
    outDir: "../server/oxgang/webdist/card-file",
    emptyOutDir: true,
    target: "es2019",
    lib: { entry: "src/card/file.ts", formats: ["iife"], name: "OxgangCard", fileName: () => "card.js" },
    rollupOptions: { output: { assetFileNames: "card[extname]" } },
  },
});
