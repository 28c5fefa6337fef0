import { defineConfig } from "vite";
import { validators } from "./scripts/validators/plugin.ts";

/** The service worker: one file at the root, beside the pages it opens without the server. */
export default defineConfig({
  publicDir: false,
  plugins: [validators()],
  build: {
    outDir: "build/client",
    emptyOutDir: false,
    rollupOptions: {
      input: "app/offline/service-worker.ts",
      output: { entryFileNames: "sw.js", format: "iife" },
    },
  },
});
